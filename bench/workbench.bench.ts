/**
 * The workbench in Chromium: the frontier and the explanations in the worker on the demo, then swaps, the money axis and
 * the palette with more than 1,200 parts and some 5,000 offers. Wants a built web app. Prints figures; nothing here can fail a test.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { makeCatalogue } from '@ripe-pick/demo/make';
import { root, withApp, withoutTours } from './with-app.ts';

const sorted = (values: readonly number[]) => [...values].sort((a, b) => a - b);
const median = (values: readonly number[]) => sorted(values)[Math.floor(values.length / 2)];
const p90 = (values: readonly number[]) => sorted(values)[Math.floor(values.length * 0.9)];
const demo = (name: string) =>
  JSON.parse(readFileSync(join(root, 'packages/demo/files', name), 'utf8')) as Record<string, unknown>;

/** Asks the worker in its own protocol; the time is the page's, from question to answer. */
async function ask(page: Page, worker: string, questions: readonly (readonly [string, ...unknown[]])[]) {
  return page.evaluate(
    async ({ worker: url, questions: list }) => {
      const solver = new Worker(url, { type: 'module' });
      let serial = 0;
      const call = (path: string, ...values: unknown[]) =>
        new Promise<Record<string, unknown>>((resolve) => {
          const id = `bench-${serial++}`;
          const listen = (event: MessageEvent) => {
            if (event.data?.id !== id) return;
            solver.removeEventListener('message', listen);
            resolve(event.data.value);
          };
          solver.addEventListener('message', listen);
          solver.postMessage({
            id,
            type: 'APPLY',
            path: [path],
            argumentList: values.map((value) => ({ type: 'RAW', value })),
          });
        });
      await call('load', await (await fetch('/api/catalogue')).json());
      const out: { what: string; ms: number; value: Record<string, unknown> }[] = [];
      for (const [what, ...values] of list) {
        const start = performance.now();
        const value = await call(what, ...values);
        out.push({ what, ms: performance.now() - start, value });
      }
      solver.terminate();
      return out;
    },
    { worker, questions },
  );
}

await withApp(4655, async (browser, address) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await withoutTours(page);
  // The TypeScript runner names functions by a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (task) => task');
  await page.goto(`${address}/picks`);
  await page.getByRole('listbox', { name: /Memory lane/ }).waitFor();
  const worker = `/assets/${readdirSync(join(root, 'packages/web/dist/assets')).find((name) => name.startsWith('solver.worker'))}`;
  const { format: _f, version: _v, ...brief } = demo('brief-league-seat.json');
  const needs = brief.needs as object;
  const briefs = Array.from({ length: 6 }, (_, n) => ({ ...brief, needs: { ...needs, maxLitres: 900 - n } }));
  const frontiers = await ask(
    page,
    worker,
    briefs.map((each) => ['frontier', each, 128_000, null] as const),
  );
  const told = frontiers.map(
    ({ value }) => value as { ms: number; firstMs: number; steps: unknown[]; work: { baskets: number } },
  );
  console.log(
    `Frontier of the demo up to 1,280: ${told[0].steps.length} steps, ${told[0].work.baskets} baskets. First call ${told[0].ms.toFixed(0)} ms (first step ${told[0].firstMs.toFixed(0)} ms), then median ${median(told.slice(1).map((each) => each.ms)).toFixed(0)} ms (first step ${median(told.slice(1).map((each) => each.firstMs)).toFixed(0)} ms)`,
  );
  const odd: readonly (readonly [string, object])[] = [
    ['too little money', { ...brief, money: { ...(brief.money as object), budgetMinor: 12_000 } }],
    ['one impossible wish', { ...brief, needs: { ...needs, maxLitres: 5 } }],
    ['two impossible wishes', { ...brief, needs: { ...needs, maxLitres: 5, memoryGb: 1024 } }],
  ];
  const explained = await ask(
    page,
    worker,
    [...odd, ...odd, ...odd, ...odd].map(([, wish]) => ['explain', wish] as const),
  );
  odd.forEach(([name], n) => {
    const times = [3, 6, 9].map((round) => explained[n + round].ms);
    console.log(
      `Why nothing fits, ${name}: first call ${explained[n].ms.toFixed(0)} ms, then median ${median(times).toFixed(0)} ms`,
    );
  });

  // A large market.
  const large = makeCatalogue({ seed: 11, parts: 1430 });
  await page.request.put(`${address}/api/catalogue`, { data: large });
  await page.goto(`${address}/picks`);
  await page.getByRole('listbox', { name: /Memory lane/ }).waitFor();
  const walk = async (slot: string, steps: number, key: string) => {
    await page.locator(`[data-slot=${slot}]`).focus();
    for (let n = 0; n < steps; n++) {
      await page.keyboard.press(n % 8 < 4 ? `${key}ArrowRight` : `${key}ArrowLeft`);
      await page.waitForTimeout(30);
    }
  };
  await page.keyboard.press('f');
  await page.getByRole('button', { name: 'Take all' }).click();
  await walk('memory', 16, 'Shift+');
  await page.evaluate(() => performance.clearMeasures());
  for (const slot of ['cpu', 'memory', 'gpu', 'psu']) await walk(slot, 24, 'Shift+');
  const swaps = await page.evaluate(() =>
    performance.getEntriesByName('swap').map((entry) => entry.duration),
  );
  const { longest } = await page.evaluate(async () => {
    // Zooming the money axis: the longest gap between two frames while it is narrowed and widened again and again.
    let last = performance.now();
    let gap = 0;
    let on = true;
    const tick = (now: number) => {
      gap = Math.max(gap, now - last);
      last = now;
      if (on) requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
    for (let n = 0; n < 12; n++) {
      document.dispatchEvent(new KeyboardEvent('keydown', { key: n % 4 < 2 ? '+' : '-', bubbles: true }));
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
    on = false;
    return { longest: gap };
  });
  console.log(
    `${large.parts.length} parts, ${large.offers.length} offers: ${swaps.length} swaps, median ${median(swaps).toFixed(1)} ms, 90th percentile ${p90(swaps).toFixed(1)} ms; longest frame while zooming the lanes ${longest.toFixed(0)} ms`,
  );
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: /Find an action/ }).waitFor();
  await page.evaluate(() => performance.clearMeasures());
  await page.keyboard.type('ember 380 duo', { delay: 30 });
  await page.waitForTimeout(300);
  const finds = await page.evaluate(() =>
    performance.getEntriesByName('palette').map((entry) => entry.duration),
  );
  console.log(
    `Palette over ${large.parts.length} parts: ${finds.length} searches, median ${median(finds).toFixed(1)} ms, longest ${Math.max(...finds).toFixed(1)} ms`,
  );
});
