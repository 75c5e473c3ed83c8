import { manualSource, openStore } from '../../packages/server/src/store/index.ts';

/** Takes a day’s prices of three hundred offers in again and again, and says each day that was accepted, until it is killed. */
const [, , path, round] = process.argv;
const store = await openStore(path);
const { offers } = await store.catalogue();
for (let day = 0; day < 900; day++) {
  const at = (21_000 + Number(round) * 1000 + day) * 1440;
  await store.takePrices(
    offers.slice(0, 300).map(({ id, part, shop }, n) => ({
      offer: id,
      part,
      shop,
      currency: 'EUR',
      at,
      price: 1000 + ((day * 7 + n) % 50),
      stock: null,
    })),
    manualSource('killed'),
  );
  process.stdout.write(`${day}\n`);
}
