/**
 * Writes what the demo's files draw from its seed. Run: npm run demo:generate. The result is committed, beside the briefs and
 * what was bought and is watched, which are written by hand.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { writeRecordsTable } from '@ripe-pick/contract';
import { makeDemo } from './demo.ts';
import { linesOf } from './lines.ts';
import { marketFileOf, pastOf } from './prices.ts';

const folder = fileURLToPath(new URL('../files/', import.meta.url));
mkdirSync(folder, { recursive: true });
const { catalogue, records, bench, seat, secondBench, frameTimes } = makeDemo();
writeFileSync(`${folder}catalogue.json`, linesOf(catalogue));
writeFileSync(`${folder}records.csv`, writeRecordsTable(records));
writeFileSync(`${folder}bench.json`, linesOf({ format: 'ripe-pick/bench', version: 2, ...bench }));
const second = { format: 'ripe-pick/bench', version: 2, ...secondBench };
writeFileSync(`${folder}bench-seat-two.json`, linesOf(second));
writeFileSync(`${folder}seat-two.json`, linesOf(seat));
writeFileSync(`${folder}frame-times-lantern-deep.csv`, frameTimes);
const market = marketFileOf(catalogue);
writeFileSync(`${folder}prices.csv`, pastOf(market, catalogue));
const marketFolder = fileURLToPath(new URL('../../market/files/', import.meta.url));
mkdirSync(marketFolder, { recursive: true });
writeFileSync(`${marketFolder}market.json`, linesOf(market));
