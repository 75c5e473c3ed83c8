/** In Chromium, on the demo: solving in the worker, and the scripting of one swap. Wants a built web app. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, withApp, withoutTours } from './with-app.ts';

const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

await withApp(4653, async (browser, address) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await withoutTours(page);
  // The TypeScript runner names functions by a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (task) => task');
  await page.goto(`${address}/picks`);
  await page.getByRole('listbox', { name: /Memory lane/ }).waitFor();

  // The worker itself, asked in its own protocol; another case size each time, so that nothing is prepared already.
  const worker = `/assets/${readdirSync(join(root, 'packages/web/dist/assets')).find((name) => name.startsWith('solver.worker'))}`;
  const {
    format: _f,
    version: _v,
    ...brief
  } = JSON.parse(readFileSync(join(root, 'packages/demo/files/brief-league-seat.json'), 'utf8')) as Record<
    string,
    unknown
  >;
  const times = await page.evaluate(
    async ({ worker: url, brief: wish }) => {
      const solver = new Worker(url, { type: 'module' });
      let serial = 0;
      const call = (path: string, ...values: unknown[]) =>
        new Promise<{ value: { ms: number; status: string } }>((resolve) => {
          const id = `bench-${serial++}`;
          const listen = (event: MessageEvent) => {
            if (event.data?.id !== id) return;
            solver.removeEventListener('message', listen);
            resolve(event.data);
          };
          solver.addEventListener('message', listen);
          solver.postMessage({
            id,
            type: 'APPLY',
            path: [path],
            argumentList: values.map((value) => ({ type: 'RAW', value })),
          });
        });
      const file = await (await fetch('/api/catalogue')).json();
      await call('load', file);
      const out: number[] = [];
      for (let n = 0; n < 21; n++) {
        const { value } = await call(
          'best',
          { ...wish, needs: { ...(wish.needs as object), maxLitres: 900 - n } },
          null,
        );
        if (value.status !== 'optimal') throw new Error(value.status);
        out.push(value.ms);
      }
      solver.terminate();
      return out;
    },
    { worker, brief },
  );
  console.log(
    `Worker, prepare and solve on the demo: first ${times[0].toFixed(0)} ms, median of the next 20: ${median(times.slice(1)).toFixed(1)} ms`,
  );

  // Holding Shift and an arrow: each step swaps a part, and everything on screen follows.
  const walk = async (slot: string, steps: number) => {
    await page.locator(`[data-slot=${slot}]`).focus();
    for (let n = 0; n < steps; n++) {
      await page.keyboard.press(n % 8 < 4 ? 'Shift+ArrowRight' : 'Shift+ArrowLeft');
      await page.waitForTimeout(30);
    }
  };
  await walk('memory', 24);
  await page.evaluate(() => performance.clearMeasures());
  for (const slot of ['cpu', 'memory', 'gpu', 'psu']) await walk(slot, 24);
  const swaps = await page.evaluate(() =>
    performance.getEntriesByName('swap').map((entry) => entry.duration),
  );
  const sorted = [...swaps].sort((a, b) => a - b);
  console.log(
    `Swap, from the key to the updated page: ${swaps.length} swaps, median ${median(swaps).toFixed(1)} ms, 90th percentile ${sorted[Math.floor(sorted.length * 0.9)].toFixed(1)} ms, frame budget 16 ms`,
  );
});
