/**
 * Two years of daily prices of five thousand offers: how large the file is, how long a day’s intake takes, how long Ripeness takes to open,
 * and whether the server answers while the watch searches. Figures are of the machine that runs it.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { drawsFrom } from '@ripe-pick/core/stats';
import { dayNumber } from '@ripe-pick/core/units';
import { makeCatalogue } from '@ripe-pick/demo/make';
import { manualSource, openStore } from '../packages/server/src/store/index.ts';
import { sampleWorkspace } from './large-data.ts';
import { root, withoutTours } from './with-app.ts';

const DAYS = 730;
const folder = mkdtempSync(join(tmpdir(), 'ripe-pick-history-'));
const path = join(folder, 'ripe-pick.sqlite');
const catalogue = makeCatalogue({ seed: 640, parts: 1430 });
const store = await openStore(path);
await store.replaceCatalogue(catalogue);
await store.saveWorkspace(0, sampleWorkspace(), { keepFrom: 0, keepTo: 0, add: [], done: 0 });

const today = dayNumber(catalogue.today ?? '2026-11-20');
const noon = (day: number) => day * 1440 + 720;
const currency = new Map(catalogue.shops.map((shop) => [shop.id, shop.currency]));
const draws = drawsFrom(5);
const runs = catalogue.offers.flatMap(({ id, part, shop, priceMinor }) => {
  const out: {
    offer: string;
    part: string;
    shop: string;
    currency: string;
    first: number;
    last: number;
    price: number;
  }[] = [];
  let first = today - DAYS;
  let price = Math.round(priceMinor * 1.2);
  while (first < today) {
    const last = Math.min(today - 1, first + Math.floor(20 * draws.uniform()));
    out.push({
      offer: id,
      part,
      shop,
      currency: currency.get(shop) ?? 'EUR',
      first: noon(first),
      last: noon(last),
      price,
    });
    first = last + 1;
    price = Math.max(100, Math.round(priceMinor * (1 + 0.1 * draws.normal())));
  }
  return out;
});
await store.importRuns(runs, manualSource('two years'));
const { observations } = await store.history({
  offers: catalogue.offers.map((offer) => offer.id),
  parts: [],
  pool: 0,
});
console.log(`${catalogue.offers.length} offers, ${observations.toLocaleString('en')} looks`);

const start = performance.now();
await store.takePrices(
  catalogue.offers.map(({ id, part, shop, priceMinor }, n) => ({
    offer: id,
    part,
    shop,
    currency: currency.get(shop) ?? 'EUR',
    at: noon(today),
    price: n % 9 === 0 ? priceMinor + 100 : priceMinor,
    stock: null,
  })),
  manualSource('today'),
);
console.log(`a day’s prices taken in: ${Math.round(performance.now() - start)} ms (bar 2,000)`);
await store.close();
console.log(
  `the file: ${(statSync(path).size / 1e6).toFixed(0)} MB, ${(statSync(path).size / observations).toFixed(1)} bytes a look`,
);

const address = 'http://127.0.0.1:4680';
const server = spawn(process.execPath, ['packages/server/dist/main.js'], {
  cwd: root,
  stdio: 'ignore',
  env: { ...process.env, RIPE_PICK_PORT: '4680', RIPE_PICK_DATA: folder },
});
try {
  const isUp = () =>
    fetch(`${address}/api/status`).then(
      (answer) => answer.ok,
      () => false,
    );
  for (let tries = 0; tries < 80 && !(await isUp()); tries++)
    await new Promise((done) => setTimeout(done, 200));
  // While the watch searches, the server answers: the slowest of many small calls.
  const run = fetch(`${address}/api/watch/run`, { method: 'POST' });
  let slowest = 0;
  let isDone = false;
  void run.then(() => (isDone = true));
  const from = performance.now();
  let calls = 0;
  while (!isDone) {
    const sent = performance.now();
    await (await fetch(`${address}/api/market`)).text();
    slowest = Math.max(slowest, performance.now() - sent);
    calls++;
    await new Promise((done) => setTimeout(done, 10));
  }
  console.log(
    `the watch over all of it: ${Math.round(performance.now() - from)} ms in its own thread; meanwhile ${calls} calls, the slowest ${Math.round(slowest)} ms`,
  );

  const browser = await chromium.launch({
    executablePath: process.env.RIPE_PICK_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await withoutTours(page);
  await page.goto(`${address}/picks`);
  await page.getByRole('listbox', { name: /Processor lane/ }).waitFor();
  await page.waitForTimeout(4000);
  const opened = performance.now();
  await page.getByRole('link', { name: 'Ripeness' }).click();
  await page.locator('button.row').first().waitFor();
  const list = performance.now() - opened;
  await page.locator('button.row .state').first().waitFor();
  console.log(
    `Ripeness opens from Picks in ${Math.round(list)} ms with its list, in ${Math.round(performance.now() - opened)} ms with verdicts (bar 1,000)`,
  );
  const cold = performance.now();
  await page.goto(`${address}/ripeness`);
  await page.locator('button.row').first().waitFor();
  const shown = performance.now() - cold;
  await page.locator('button.row .state').first().waitFor();
  console.log(
    `from a cold load of the whole app: list ${Math.round(shown)} ms, first verdicts ${Math.round(performance.now() - cold)} ms`,
  );
  await browser.close();
} finally {
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}
