/**
 * The Parts page in Chromium with 5,000 parts and 50,000 offers: how long it takes to open, and how long each key in its
 * search and each edit keeps the page busy. Wants a built web app. Prints figures; nothing here can fail a test.
 */
import { makeCatalogue } from '@ripe-pick/demo/make';
import { withApp, withoutTours } from './with-app.ts';

const PARTS = 5000;
const OFFERS = 50_000;
const SEARCHED = 'ember 290 trio';

const sorted = (values: readonly number[]) => [...values].sort((a, b) => a - b);
const told = (values: readonly number[]) =>
  `median ${sorted(values)[Math.floor(values.length / 2)].toFixed(1)} ms, longest ${Math.max(...values).toFixed(1)} ms`;

await withApp(4656, async (browser, address) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await withoutTours(page);
  // The TypeScript runner names functions by a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (task) => task');
  const large = makeCatalogue({ seed: 11, parts: PARTS });
  const offers = Array.from({ length: OFFERS }, (_, n) => {
    const offer = large.offers[n % large.offers.length];
    return { ...offer, id: `offer-${n}` };
  });
  const put = await page.request.put(`${address}/api/catalogue`, {
    data: { ...large, offers },
    timeout: 600_000,
  });
  console.log(`${large.parts.length} parts, ${offers.length} offers: import ${put.status()}`);
  await page.goto(`${address}/data`);
  await page.getByRole('link', { name: 'Parts', exact: true }).waitFor();
  await page.waitForTimeout(5000);
  const opened: number[] = [];
  for (let round = 0; round < 5; round++) {
    opened.push(
      await page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            const start = performance.now();
            const look = () =>
              document.querySelector('#shelf-0')
                ? resolve(performance.now() - start)
                : requestAnimationFrame(look);
            document.querySelector<HTMLAnchorElement>('a[href="/parts"]')?.click();
            look();
          }),
      ),
    );
    await page.getByRole('link', { name: 'Files and backup', exact: true }).click();
    await page.getByRole('heading', { name: 'Export' }).waitFor();
  }
  console.log(`Parts page opens: first ${opened[0].toFixed(0)} ms, then ${told(opened.slice(1))}`);
  await page.getByRole('link', { name: 'Parts', exact: true }).click();
  const search = page.getByRole('searchbox', { name: 'Search the parts' });
  await search.focus();
  await page.evaluate(() => {
    const keys: number[] = [];
    Object.assign(globalThis, { keys });
    document.addEventListener(
      'keydown',
      () => {
        const start = performance.now();
        // What the key sets off, the list written over included, runs before the message comes.
        const after = new MessageChannel();
        after.port1.onmessage = () => keys.push(performance.now() - start);
        document.addEventListener('input', () => after.port2.postMessage(null), {
          once: true,
          capture: true,
        });
      },
      true,
    );
  });
  await page.keyboard.type(SEARCHED, { delay: 120 });
  for (let n = 0; n < SEARCHED.length; n++) await page.keyboard.press('Backspace', { delay: 60 });
  const keys = await page.evaluate(() => (globalThis as unknown as { keys: number[] }).keys);
  console.log(`A key in its search keeps the page busy: ${told(keys)} (${keys.length} keys)`);
  const [part] = large.parts;
  const edits: number[] = [];
  for (let n = 0; n < 20; n++) {
    const start = performance.now();
    await page.request.post(`${address}/api/catalogue/edit`, {
      data: { changes: [{ do: 'put-part', item: { ...part, name: `Name ${n}` } }] },
    });
    edits.push(performance.now() - start);
  }
  console.log(`One edit, over HTTP: ${told(edits)}`);
});
