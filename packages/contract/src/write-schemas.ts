/** Writes the JSON Schemas of the file formats to docs/formats, from the Zod schemas. Run: npm run schemas. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { jsonSchemas } from './json-schemas.ts';

const folder = fileURLToPath(new URL('../../../docs/formats/', import.meta.url));
mkdirSync(folder, { recursive: true });
for (const [name, text] of Object.entries(jsonSchemas())) writeFileSync(`${folder}${name}.schema.json`, text);
