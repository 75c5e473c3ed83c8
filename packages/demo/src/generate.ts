/** Writes the demo's files from its seed. Run: npm run demo:generate. The result is committed. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { NEW_ONLY_BRIEF, NO_CARD_BRIEF, SEAT_BRIEF } from './briefs.ts';
import { writeRecordsTable } from '@ripe-pick/contract';
import { BUYING } from './buying.ts';
import { makeDemo } from './demo.ts';
import { linesOf } from './lines.ts';
import { marketFileOf, pastOf } from './prices.ts';
import { WATCH } from './watch.ts';

const folder = fileURLToPath(new URL('../files/', import.meta.url));
mkdirSync(folder, { recursive: true });
const { catalogue, records, bench, frameTimes } = makeDemo();
writeFileSync(`${folder}catalogue.json`, linesOf(catalogue));
writeFileSync(`${folder}records.csv`, writeRecordsTable(records));
writeFileSync(`${folder}bench.json`, linesOf({ format: 'ripe-pick/bench', version: 2, ...bench }));
writeFileSync(`${folder}buying.json`, linesOf(BUYING));
writeFileSync(`${folder}frame-times-lantern-deep.csv`, frameTimes);
writeFileSync(`${folder}brief-league-seat.json`, linesOf(SEAT_BRIEF));
writeFileSync(`${folder}brief-new-only.json`, linesOf(NEW_ONLY_BRIEF));
writeFileSync(`${folder}brief-no-card.json`, linesOf(NO_CARD_BRIEF));
writeFileSync(`${folder}watch.json`, linesOf(WATCH));
const market = marketFileOf(catalogue);
writeFileSync(`${folder}prices.csv`, pastOf(market, catalogue));
const marketFolder = fileURLToPath(new URL('../../market/files/', import.meta.url));
mkdirSync(marketFolder, { recursive: true });
writeFileSync(`${marketFolder}market.json`, linesOf(market));
