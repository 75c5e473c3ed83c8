/**
 * What a hand meets, in Chromium on the demo: work of the main thread behind a swap, a key and a change of screen; what is fetched
 * before the first lane, and what moves while it comes; how far down a phone the first lane begins, how small its targets are, and
 * how many Tabs lead into the lanes. Folders of other builds are measured in the same run: npm run bench:hand -- ../before
 */
import { resolve } from 'node:path';
import type { Browser, CDPSession, Page } from '@playwright/test';
import { root, withApp, withoutTours } from './with-app.ts';

const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const REST_MS = 120;

/** Time that the main thread worked so far, in ms. */
async function worked(cdp: CDPSession): Promise<number> {
  const { metrics } = await cdp.send('Performance.getMetrics');
  return (metrics.find(({ name }) => name === 'TaskDuration')?.value ?? 0) * 1000;
}
/** What an action costs the main thread until it rests again, less what the same time costs without it. */
async function costs(
  page: Page,
  cdp: CDPSession,
  act: () => Promise<unknown>,
  rest = REST_MS,
): Promise<number> {
  const from = await worked(cdp);
  await page.waitForTimeout(rest);
  const idle = (await worked(cdp)) - from;
  const begun = await worked(cdp);
  await act();
  await page.waitForTimeout(rest);
  return Math.max(0, (await worked(cdp)) - begun - idle);
}
const ready = (page: Page) => page.getByRole('listbox', { name: /Memory lane/ }).waitFor();

async function opened(browser: Browser, address: string, path: string, size = { width: 1280, height: 800 }) {
  const page = await browser.newPage({ viewport: size });
  await withoutTours(page);
  await page.addInitScript('globalThis.__name = (task) => task');
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Performance.enable', { timeDomain: 'threadTicks' });
  await page.goto(`${address}${path}`);
  return { page, cdp };
}

async function swapCost(browser: Browser, address: string): Promise<number> {
  const { page, cdp } = await opened(browser, address, '/picks');
  await ready(page);
  await page.waitForTimeout(3000);
  const all: number[] = [];
  for (const slot of ['memory', 'cpu', 'gpu', 'psu']) {
    await page.locator(`[data-slot=${slot}]`).focus();
    for (let n = 0; n < 12; n++)
      all.push(
        await costs(
          page,
          cdp,
          () => page.keyboard.press(n % 6 < 3 ? 'Shift+ArrowRight' : 'Shift+ArrowLeft'),
          400,
        ),
      );
  }
  await page.close();
  return median(all);
}

const FIELDS: readonly { readonly path: string; readonly label: string; readonly find: string }[] = [
  { path: '/brief', label: 'budget', find: 'input[aria-label^="Budget"], input[aria-label^="Sum"]' },
  { path: '/brief', label: 'name of the brief', find: 'input[aria-label*="ame of the brief"]' },
  { path: '/parts', label: 'search of parts', find: 'main input[type=text], main input:not([type])' },
];
async function keyCost(
  browser: Browser,
  address: string,
  { path, find }: (typeof FIELDS)[number],
): Promise<number> {
  const { page, cdp } = await opened(browser, address, path);
  const field = page.locator(find).first();
  await field.waitFor({ timeout: 8000 }).catch(() => {});
  if ((await field.count()) === 0) return NaN;
  await page.waitForTimeout(2500);
  await field.focus();
  await page.keyboard.press('End');
  const all: number[] = [];
  for (let n = 0; n < 12; n++)
    all.push(await costs(page, cdp, () => page.keyboard.press(n % 2 === 0 ? '1' : 'Backspace'), 300));
  await page.close();
  return median(all);
}

const WALK = [
  'brief',
  'picks',
  'ripeness',
  'shopping-day',
  'line-up',
  'parts',
  'records',
  'picks',
  'stretch',
];
async function routeCosts(browser: Browser, address: string): Promise<readonly number[]> {
  const { page, cdp } = await opened(browser, address, '/picks');
  await ready(page);
  await page.waitForTimeout(4000);
  const all: number[] = [];
  for (const round of [0, 1])
    for (const to of WALK) {
      const link = page.locator(`nav a[href$="/${to}"]`).first();
      const cost = await costs(page, cdp, () => link.click(), 700);
      if (round === 1) all.push(cost);
    }
  await page.close();
  return all;
}

async function start(browser: Browser, address: string) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await withoutTours(page);
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Network.enable');
  const kinds = new Map<string, string>();
  let [script, calls, isDrawn] = [0, 0, false];
  cdp.on('Network.responseReceived', ({ requestId, response }) => kinds.set(requestId, response.url));
  cdp.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const url = kinds.get(requestId) ?? '';
    if (isDrawn) return;
    if (url.endsWith('.js')) script += encodedDataLength;
    if (url.includes('/api/')) calls++;
  });
  await page.addInitScript(`
    globalThis.shift = 0;
    new PerformanceObserver((list) => { for (const each of list.getEntries()) globalThis.shift += each.value; })
      .observe({ type: 'layout-shift', buffered: true });`);
  const begun = performance.now();
  await page.goto(`${address}/picks`, { waitUntil: 'commit' });
  await page.locator('.lane').first().waitFor();
  isDrawn = true;
  const ms = performance.now() - begun;
  await page.waitForTimeout(3000);
  const shift = await page.evaluate<number>('globalThis.shift');
  await page.close();
  return { script: script / 1000, calls, ms, shift };
}

const TOUCH =
  'button, a, input, select, textarea, [role=combobox], [role=button], [role=tab], [role=checkbox], [role=switch], [role=slider]';
async function phone(browser: Browser, address: string) {
  const { page } = await opened(browser, address, '/picks', { width: 390, height: 844 });
  await ready(page);
  await page.waitForTimeout(1500);
  const top = await page
    .locator('.lane')
    .first()
    .evaluate((lane) => lane.getBoundingClientRect().top);
  const small = await page.evaluate(
    (touch) =>
      [...document.querySelectorAll(touch)].filter((each) => {
        const box = each.getBoundingClientRect();
        return box.width > 2 && (box.height < 43.5 || box.width < 43.5);
      }).length,
    TOUCH,
  );
  await page.close();
  return { top, small };
}

async function tabs(browser: Browser, address: string): Promise<number> {
  const { page } = await opened(browser, address, '/picks');
  await ready(page);
  for (let n = 1; n <= 80; n++) {
    await page.keyboard.press('Tab');
    if (await page.evaluate(() => document.activeElement?.matches('[role=listbox]') ?? false)) return n;
  }
  return NaN;
}

/** What stands beside the action that lies nearest to a place: the name of what would be swapped to, and how far the action is. */
async function nearestSwap(page: Page, x: number, y: number) {
  return page.evaluate(
    ([atX, atY]) => {
      const found = [...document.querySelectorAll('button')].flatMap((button) => {
        const box = button.getBoundingClientRect();
        if (!/^Swap(\s+Enter)?$/.test(button.textContent?.trim() ?? '') || box.width === 0) return [];
        const [middleX, middleY] = [box.left + box.width / 2, box.top + box.height / 2];
        let around: Element | null = button;
        while (around && !around.querySelector('b')) around = around.parentElement;
        const name = around?.querySelector('b')?.textContent ?? '';
        return [{ name, x: middleX, y: middleY, px: Math.hypot(middleX - atX, middleY - atY) }];
      });
      return found.sort((a, b) => a.px - b.px).at(0) ?? null;
    },
    [x, y] as const,
  );
}
/** From a pressed dot straight to its action, in fifteen tries: whether another part was chosen on the way, and how long the way was. */
async function tries(browser: Browser, address: string) {
  const { page } = await opened(browser, address, '/picks');
  await ready(page);
  await page.waitForTimeout(4000);
  const ways: number[] = [];
  let changed = 0;
  for (const slot of ['cpu', 'motherboard', 'memory', 'gpu', 'storage'])
    for (const share of [0.42, 0.55, 0.68]) {
      const box = await page.locator(`[data-slot=${slot}] svg`).boundingBox();
      if (!box) continue;
      const [x, y] = [box.x + box.width * share, box.y + box.height / 2];
      await page.mouse.move(x, y);
      await page.mouse.click(x, y);
      await page.waitForTimeout(500);
      const before = await nearestSwap(page, x, y);
      if (!before) continue;
      ways.push(before.px);
      await page.mouse.move(before.x, before.y, { steps: 20 });
      await page.waitForTimeout(200);
      const after = await nearestSwap(page, before.x, before.y);
      if (after?.name !== before.name) changed++;
      await page.keyboard.press('Escape');
    }
  await page.close();
  return { tried: ways.length, changed, way: median(ways) };
}

const rows = new Map<string, string[]>();
const put = (row: string, value: number, digits = 0) =>
  rows.set(row, [...(rows.get(row) ?? []), Number.isNaN(value) ? '–' : value.toFixed(digits)]);

const folders = [...process.argv.slice(2).map((folder) => resolve(folder)), root];
for (const [n, folder] of folders.entries())
  await withApp(
    4660 + n,
    async (browser, address) => {
      const begun = await start(browser, address);
      put('scripts before the first lane, kB as sent (at most 200)', begun.script);
      put('calls before the first lane', begun.calls);
      put('first lane after, ms', begun.ms);
      put('layout shift of the start (at most 0.02)', begun.shift, 3);
      put('swap, ms of the main thread (at most 16)', await swapCost(browser, address), 1);
      for (const field of FIELDS)
        put(`a key in ${field.label}, ms (at most 8)`, await keyCost(browser, address, field), 1);
      const routes = await routeCosts(browser, address);
      put('change of screen, ms, median (at most 50)', median(routes));
      put('change of screen, ms, most', Math.max(...routes));
      const { top, small } = await phone(browser, address);
      put('phone: first lane begins at, px (at most 200)', top);
      put('phone: targets under 44 px on Picks', small);
      const { tried, changed, way } = await tries(browser, address);
      put('ways from a pressed dot to its action, tried', tried);
      put('ways on which another part was chosen (none)', changed);
      put('way from a pressed dot to its action, px, median', way);
      put('Tabs into the lanes (at most 5)', await tabs(browser, address));
    },
    'demo',
    folder,
  );
console.log(`| figure | ${folders.map((folder) => (folder === root ? 'now' : 'before')).join(' | ')} |`);
console.log(`| --- | ${folders.map(() => '--:').join(' | ')} |`);
for (const [row, values] of rows) console.log(`| ${row} | ${values.join(' | ')} |`);
