/** Writes the demo's files from its seed. Run: npm run demo:generate. The result is committed. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { NEW_ONLY_BRIEF, NO_CARD_BRIEF, SEAT_BRIEF } from './briefs.ts';
import { makeCatalogue } from './make.ts';
import { linesOf } from './lines.ts';

const SEED = 640;
const folder = fileURLToPath(new URL('../files/', import.meta.url));
mkdirSync(folder, { recursive: true });
writeFileSync(`${folder}catalogue.json`, linesOf(makeCatalogue({ seed: SEED })));
writeFileSync(`${folder}brief-league-seat.json`, linesOf(SEAT_BRIEF));
writeFileSync(`${folder}brief-new-only.json`, linesOf(NEW_ONLY_BRIEF));
writeFileSync(`${folder}brief-no-card.json`, linesOf(NO_CARD_BRIEF));
