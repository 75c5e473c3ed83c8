/**
 * Growth: the search against every path by definition (a ratio, in one run), then in Chromium on the demo the plan in its
 * worker on a machine that does nothing else, a step moved by key, and room to grow in the lanes. Wants a built web app.
 * Prints figures; nothing here can fail a test.
 */
import { baseGroups, growthWorld, searchCacheFor, pathSearch, searchAll } from '@ripe-pick/core/growth';
import { everyPath } from '../tests/growth/brute.ts';
import { tinyGrowth } from '../tests/growth/tiny-growth.ts';
import { withApp, withoutTours } from './with-app.ts';

const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const timed = <T>(task: () => T): { value: T; ms: number } => {
  const start = performance.now();
  const value = task();
  return { value, ms: performance.now() - start };
};

const ratios: number[] = [];
let paths = 0;
for (let seed = 1; ratios.length < 40; seed++) {
  const world = growthWorld(tinyGrowth(seed));
  const bases = [...baseGroups(world)].flatMap((group) => group.bases).slice(0, 4);
  const every = timed(() => everyPath(world, bases));
  if (every.value.length < 20) continue;
  const ours = timed(() => searchAll(pathSearch(searchCacheFor(world), 5, 'today'), bases));
  ratios.push(every.ms / ours.ms);
  paths += every.value.length;
}
console.log(
  `Tiny markets, ${ratios.length} of them with ${paths} paths: every path by definition takes ${median(ratios).toFixed(1)} times as long as the search (median; least ${Math.min(...ratios).toFixed(1)})`,
);

await withApp(4656, async (browser, address) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await withoutTours(page);
  await page.addInitScript('globalThis.__name = (task) => task');
  const status = page.locator('.page > .head .status');
  const figures = async () =>
    /([\d.]+) s, the first after ([\d.]+) s/
      .exec(await status.innerText())
      ?.slice(1)
      .map(Number) ?? [];
  const cold: number[][] = [];
  for (let round = 0; round < 3; round++) {
    await page.goto(`${address}/data`);
    await page.goto(`${address}/picks`);
    await page.waitForTimeout(8000); // forecasts and what else starts with the page are done
    await page.getByRole('link', { name: 'Upgrades' }).click();
    await page.getByText('Proved over').waitFor();
    cold.push(await figures());
  }
  console.log(
    `Plan on the demo (two later sums, 36 months, best and ten runners-up), worker just started: ${median(cold.map((each) => each[0])).toFixed(2)} s, first path after ${median(cold.map((each) => each[1])).toFixed(2)} s (median of 3)`,
  );
  const first: number[][] = [];
  for (let round = 0; round < 3; round++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await withoutTours(context);
    const opened = await context.newPage();
    await opened.goto(`${address}/growth`);
    await opened.getByText('Proved over').waitFor();
    const told = /([\d.]+) s, the first after ([\d.]+) s/.exec(
      await opened.locator('.page > .head .status').innerText(),
    );
    first.push(told?.slice(1).map(Number) ?? []);
    await opened.waitForTimeout(3000);
    await context.close();
  }
  console.log(
    `The same as the first page that is opened at all, forecasts of prices still to be made: ${median(first.map((each) => each[0])).toFixed(2)} s, first path after ${median(first.map((each) => each[1])).toFixed(2)} s (median of 3)`,
  );
  const warm: number[][] = [];
  for (const months of [30, 33, 36]) {
    await page.getByRole('textbox', { name: 'Look ahead' }).fill(String(months));
    await page.getByRole('textbox', { name: 'Look ahead' }).blur();
    await page.getByText('gone through').waitFor({ timeout: 5000 });
    await page.getByText('Proved over').waitFor();
    warm.push(await figures());
  }
  console.log(
    `The same again in the same worker: ${median(warm.map((each) => each[0])).toFixed(2)} s, first path after ${median(warm.map((each) => each[1])).toFixed(2)} s`,
  );

  await page.getByRole('button', { name: 'Take this path' }).click();
  const step = page.getByRole('slider', { name: /^Step 1/ });
  await step.focus();
  await page.evaluate(() => {
    const long: number[] = [];
    (globalThis as unknown as { long: number[] }).long = long;
    new PerformanceObserver((list) => long.push(...list.getEntries().map((entry) => entry.duration))).observe(
      { type: 'longtask' },
    );
  });
  const moves: number[] = [];
  for (let n = 0; n < 16; n++) {
    const before = await step.getAttribute('aria-valuetext');
    const start = performance.now();
    await page.keyboard.press(n % 2 ? 'ArrowLeft' : 'ArrowRight');
    await page.waitForFunction(
      (was) => document.querySelector('g.step.mine')?.getAttribute('aria-valuetext') !== was,
      before,
      { polling: 'raf' },
    );
    moves.push(performance.now() - start);
  }
  const long = await page.evaluate(() => (globalThis as unknown as { long: number[] }).long);
  console.log(
    `A step moved by key, until the picture has it: ${median(moves).toFixed(0)} ms (median of 16, the key press and the look from outside included); tasks over 50 ms on the main thread meanwhile: ${long.length}${long.length > 0 ? `, longest ${Math.max(...long).toFixed(0)} ms` : ''}`,
  );

  await page.goto(`${address}/picks`);
  await page.waitForTimeout(8000);
  const start = performance.now();
  await page.keyboard.press('g');
  await page.getByText('working it out…').waitFor();
  await page.getByText('working it out…').waitFor({ state: 'hidden', timeout: 120_000 });
  console.log(
    `Room to grow of all parts in sight, drawn as it comes in: ${((performance.now() - start) / 1000).toFixed(1)} s`,
  );
});
