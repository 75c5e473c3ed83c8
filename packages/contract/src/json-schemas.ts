import { z } from 'zod';
import { briefFileSchema, buildFileSchema } from './brief.ts';
import { buildLogFileSchema } from './build-log/file.ts';
import { catalogueFileSchema } from './catalogue.ts';
import { lineUpFileSchema } from './line-up.ts';
import { packFileSchema } from './pack/file.ts';
import { partsListFileSchema } from './parts-list.ts';

/** The file formats as JSON Schema (draft 2020-12), by name, ready to be written. */
export function jsonSchemas(): Record<string, string> {
  const schemas = {
    catalogue: catalogueFileSchema,
    brief: briefFileSchema,
    build: buildFileSchema,
    'line-up': lineUpFileSchema,
    pack: packFileSchema,
    'build-log': buildLogFileSchema,
    'parts-list': partsListFileSchema,
  };
  return Object.fromEntries(
    Object.entries(schemas).map(([name, schema]) => {
      const json = z.toJSONSchema(schema, { io: 'input', reused: 'ref' });
      return [name, `${JSON.stringify({ title: `Ripe Pick ${name} file`, ...json }, null, 2)}\n`];
    }),
  );
}
