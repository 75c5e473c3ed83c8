/**
 * In Chromium, on the demo: the fit in its worker, cold and warm, and a frame-time file of a million rows with what the
 * page feels of it meanwhile. Wants a built web app.
 */
import { writeFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { withApp, withoutTours } from './with-app.ts';

const ROWS = 1_000_000;

await withApp(4655, async (browser, address) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await withoutTours(page);
  await page.addInitScript('globalThis.__name = (task) => task');
  await page.goto(`${address}/model`);
  await page.getByRole('heading', { name: 'Benchmarks that disagree with the rest' }).waitFor();

  const timed = async (task: () => Promise<void>) => {
    const start = performance.now();
    await task();
    return performance.now() - start;
  };
  const idle = page.getByRole('button', { name: 'Fit from scratch' });
  const fits: number[] = [];
  for (let n = 0; n < 3; n++)
    fits.push(
      await timed(async () => {
        await idle.click();
        await page.getByText('Checking on benchmarks held out').waitFor();
        await idle.waitFor();
      }),
    );
  console.log(
    `Fit from scratch and five folds, click to stored: ${fits.map((ms) => `${(ms / 1000).toFixed(2)} s`).join(', ')}`,
  );

  // Numbers that no two rows share, so that nothing is quicker than it would be.
  const lines = ['frame;frame time (ms);card busy'];
  for (let n = 0; n < ROWS; n++)
    lines.push(
      `${n};${(7 + 2 * Math.sin(n * 12.9898) + (n % 997 === 0 ? 25 : 0)).toFixed(4)};${(0.9 + 0.05 * Math.sin(n)).toFixed(3)}`,
    );
  const path = join(mkdtempSync(join(tmpdir(), 'ripe-pick-frames-')), 'million.csv');
  writeFileSync(path, lines.join('\n'));
  await page.goto(`${address}/bench`);
  await page.getByRole('button', { name: 'Frame-time file…' }).waitFor();
  await page.evaluate(() => {
    let last = performance.now();
    const longest = { ms: 0 };
    Object.assign(globalThis, { longest });
    const tick = () => {
      const now = performance.now();
      longest.ms = Math.max(longest.ms, now - last);
      last = now;
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });
  const whole = await timed(async () => {
    await page.getByLabel('Frame-time file', { exact: true }).setInputFiles(path);
    await page.getByText(/1,000,000 frames read in/).waitFor({ timeout: 60_000 });
  });
  const said = await page.getByText(/1,000,000 frames read in/).textContent();
  const longest = await page.evaluate(
    () => (globalThis as unknown as { longest: { ms: number } }).longest.ms,
  ); // set above
  console.log(
    `A million rows: ${said?.trim() ?? ''} Chosen to shown ${(whole / 1000).toFixed(2)} s; longest frame of the page meanwhile ${longest.toFixed(0)} ms`,
  );
});
