import { writeSync } from 'node:fs';
import { dirname } from 'node:path';
import { markKept, openStore, takeFolder } from '../../packages/server/src/store/index.ts';
import { catalogue, RECORD, WORKSPACE } from './bodies.ts';

/*
 * Writes without end, a kind after the other, and says the number of each write once it is acknowledged. To be killed.
 *
 * Arguments: the database, and the number to go on from.
 */

const [path, from] = process.argv.slice(2);
takeFolder(dirname(path), path);
const store = await openStore(path);
markKept(dirname(path));
if ((await store.counts()).parts === 0) await store.replaceCatalogue(catalogue);

const [offer] = catalogue.offers;
const nothing = { keepFrom: 0, keepTo: 0, add: [], done: 0 };
const WRITES: readonly ((n: number) => Promise<unknown>)[] = [
  async (n) => {
    const { revision } = await store.workspace();
    await store.saveWorkspace(
      revision,
      { ...WORKSPACE, brief: { ...WORKSPACE.brief, name: `B${n}` } },
      nothing,
    );
  },
  (n) => store.changeRecords([{ ...RECORD, id: `r${n}` }], n > 200 ? [`r${n - 200}`] : []),
  (n) => store.editCatalogue([{ do: 'put-offer', item: { ...offer, priceMinor: n + 1 } }]),
  async (n) => store.receipts.put('bill', new TextEncoder().encode(String(n))),
];
for (let n = Number(from); ; n++) {
  await WRITES[n % WRITES.length](n);
  writeSync(1, `${n}\n`);
}
