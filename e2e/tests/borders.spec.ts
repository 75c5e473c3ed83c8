import { mkdtempSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoFile, expect, reset, test } from '../fixtures.ts';

const asFile = (name: string, text: string) => ({
  name,
  mimeType: 'application/json',
  buffer: Buffer.from(text),
});

test('an empty database says what to do first, and the demo has a place of its own', async ({
  clean: page,
  request,
  emptyAddress,
}) => {
  for (const [screen, words] of [
    ['bench', 'There are no parts yet'],
    ['records', 'There are no processors yet'],
    ['model', 'There are no games yet'],
    ['growth', 'No parts yet'],
    ['shopping-day', 'No parts yet'],
    ['second-hand', 'No parts yet'],
    ['slips', 'None yet. Claims come from'],
    ['audit', 'Nothing leaves this machine'],
  ]) {
    await page.goto(`${emptyAddress}/${screen}`);
    await expect(page.getByText(words).first()).toBeVisible();
  }
  await page.goto(`${emptyAddress}/picks`);
  await expect(page.getByRole('heading', { name: 'No parts yet' })).toBeVisible();
  await page.getByRole('link', { name: 'Look around in the Skerrow demo' }).click();
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  await expect(page).toHaveURL(`${emptyAddress}/demo/picks`);
  await page.getByRole('link', { name: 'Brief' }).click();
  await page.getByRole('textbox', { name: 'Budget', exact: true }).fill('777.00');
  await page.keyboard.press('Tab');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Budget', exact: true })).toHaveValue('777.00');
  await page.getByRole('link', { name: 'leave it' }).click();
  await expect(page).toHaveURL(`${emptyAddress}/brief`);
  await expect(page.getByRole('textbox', { name: 'Budget', exact: true })).not.toHaveValue('777.00');
  const own = async () =>
    ((await (await request.get(`${emptyAddress}/api/status`)).json()) as { counts: { parts: number } })
      .counts;
  expect((await own()).parts).toBe(0);
  expect((await request.post(`${emptyAddress}/api/demo`)).status()).toBe(404);
  // A catalogue without a brief: what is missing next is said.
  await request.put(`${emptyAddress}/api/catalogue`, { data: demoFile('catalogue.json') });
  await page.goto(`${emptyAddress}/picks`);
  await expect(page.getByText('Still open:')).toBeVisible();
  await expect(page.getByText('The brief names no game.')).toBeVisible();
  // Without games there is nothing to compare, and the brief says so.
  await page.getByRole('link', { name: 'Brief' }).click();
  await expect(page.getByText('Name at least one game')).toBeVisible();
});

test('a bad file is refused whole, with the place, the fault and the mend', async ({ page, request }) => {
  await reset(request);
  const catalogue = demoFile('catalogue.json') as {
    parts: Record<string, unknown>[];
    offers: Record<string, unknown>[];
  };
  catalogue.parts[0].packageWats = 65;
  catalogue.parts[1].packagePowerWatts = 'sixty-five';
  catalogue.offers[2].priceMinor = -100;
  catalogue.offers[3].id = catalogue.offers[4].id;
  await page.goto('/data');
  await page.getByLabel('Catalogue file').setInputFiles(asFile('bad.json', JSON.stringify(catalogue)));
  const problems = page.getByRole('region', { name: 'Problems in the file' });
  await expect(problems).toContainText('parts[0]');
  await expect(problems).toContainText('unknown field "packageWats"');
  await expect(problems).toContainText('number is needed, got "sixty-five"');
  await expect(problems).toContainText('offers[2].priceMinor');
  await expect(page.getByRole('button', { name: 'Import it' })).toHaveCount(0);
  const { counts } = (await (await request.get('/api/status')).json()) as { counts: { parts: number } };
  expect(counts.parts).toBeGreaterThan(300);
});

test('a file that is not JSON, and one that is far too large, are refused in words', async ({ page }) => {
  await page.goto('/data');
  await page
    .getByLabel('Catalogue file')
    .setInputFiles(asFile('broken.json', '{"format": "ripe-pick/catalogue",\n "version": 1,,}'));
  await expect(page.getByRole('alert')).toContainText('not JSON');
  await expect(page.getByRole('region', { name: 'Problems in the file' })).toContainText('line 2');
  // By its path, so that 49 MB need not cross the test's own wire.
  const huge = join(mkdtempSync(join(tmpdir(), 'ripe-pick-huge-')), 'huge.json');
  writeFileSync(huge, '');
  truncateSync(huge, 49 * 1024 * 1024);
  await page.getByLabel('Catalogue file').setInputFiles(huge);
  await expect(page.getByText('at most 32 MB are taken')).toBeVisible();
});

test('ugly data: long names, gaps everywhere, another currency without a rate, a single lane of parts', async ({
  clean: page,
  request,
  emptyAddress,
}) => {
  const catalogue = demoFile('catalogue.json') as {
    parts: Record<string, unknown>[];
    shops: Record<string, unknown>[];
    currencyRates: unknown[];
  };
  for (const part of catalogue.parts) {
    part.name =
      `${String(part.name)} with a name that a shop made up to be found by every search there is, in all sizes and colours`.slice(
        0,
        200,
      );
    if (part.kind === 'case') part.maxGpuLengthMm = null;
  }
  catalogue.currencyRates = [];
  await request.put(`${emptyAddress}/api/catalogue`, { data: catalogue });
  const { format: _f, version: _v, ...brief } = demoFile('brief-league-seat.json');
  const { revision } = (await (await request.get(`${emptyAddress}/api/workspace`)).json()) as {
    revision: number;
  };
  const picks = demoFile('build-first-idea.json').picks;
  await request.put(`${emptyAddress}/api/workspace`, {
    data: {
      revision,
      workspace: {
        brief,
        candidates: [{ id: 'a', name: 'An idea with quite a long name that goes on', picks }],
        active: 'a',
      },
    },
  });
  await page.goto(`${emptyAddress}/picks`);
  await expect(page.getByText('Graphics card length: not known', { exact: false }).first()).toBeVisible();
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBeLessThanOrEqual(0);
  await page.keyboard.press('f');
  await expect(page.getByRole('dialog').getByText(/Proved best|Nothing fits/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.goto(`${emptyAddress}/stretch`);
  await expect(page.getByText(/all proved|buys a build that keeps the brief/)).toBeVisible();
  await page.goto(`${emptyAddress}/line-up`);
  await page.getByRole('button', { name: /^Duplicate/ }).click();
  await expect(
    page.getByRole('columnheader', { name: 'An idea with quite a long name that goes on', exact: true }),
  ).toBeVisible();
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
  ).toBeLessThanOrEqual(0);
});

test('the server answers no foreign host and no foreign site', async ({ request }) => {
  // One's own data beside the demo's too.
  const foreign: Record<string, string>[] = [{ host: 'evil.example' }, { origin: 'http://evil.example' }];
  for (const path of ['/api/status', '/own/api/status'])
    for (const headers of foreign) expect((await request.get(path, { headers })).status()).toBe(403);
  const page = await request.get('/');
  expect(page.headers()['content-security-policy']).toContain("script-src 'self'");
});

test('a change made in another window is joined, and never written over', async ({ page, request }) => {
  await reset(request);
  // A window that hears of nothing: else it would know before it changes anything itself.
  await page.route('**/api/events', (route) =>
    route.fulfill({ status: 200, contentType: 'text/event-stream', body: ': nothing\n\n' }),
  );
  await page.goto('/brief');
  await expect(page.getByRole('textbox', { name: 'Name of the brief' })).toBeVisible();
  const name = page.getByRole('textbox', { name: 'Name of the brief' });
  // Something else was changed there: both count.
  await reset(request, ({ candidates }) => Object.assign(candidates[0] as object, { name: 'Renamed there' }));
  await name.fill('Mine');
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeAttached();
  await page.goto('/picks');
  await expect(page.getByText('Renamed there').first()).toBeVisible();
  await page.goto('/brief');
  await expect(name).toHaveValue('Mine');
  // The same was changed there: it is said, and nothing is written over.
  await reset(request, ({ brief }) => Object.assign(brief, { name: 'Theirs' }));
  await name.fill('Mine again');
  await expect(page.getByText('changed in another window')).toBeVisible();
  await page.getByRole('button', { name: 'Load what was saved' }).click();
  await expect(name).toHaveValue('Theirs');
  await expect(page.getByRole('alert')).toContainText('that stayed: brief.name');
  await page.unroute('**/api/events');
});

test('two windows hear of each other, and the same change of both is said', async ({
  clean: page,
  request,
}) => {
  const other = await page.context().newPage();
  await page.goto('/brief');
  await other.goto('/brief');
  const nameIn = (window: typeof page) => window.getByRole('textbox', { name: 'Name of the brief' });
  await expect(nameIn(other)).not.toHaveValue('');
  await nameIn(page).fill('Renamed in the first');
  await expect(nameIn(other)).toHaveValue('Renamed in the first');
  // Back and forth: the step came along.
  await other.getByRole('heading').first().click();
  await other.keyboard.press('Control+z');
  await expect(nameIn(other)).not.toHaveValue('Renamed in the first');
  await expect(nameIn(page)).not.toHaveValue('Renamed in the first');

  // A part: the second window shows what the first one writes.
  const id = 'tarnholt-dunlin-150';
  const opened = (window: typeof page) => window.getByRole('dialog', { name: 'Tarnholt Dunlin 150' });
  const priceIn = (window: typeof page) =>
    opened(window)
      .getByRole('textbox', { name: /^Price at / })
      .first();
  await page.goto(`/parts?part=${id}`);
  await other.goto(`/parts?part=${id}`);
  await expect(priceIn(other)).not.toHaveValue('');
  await priceIn(page).fill('33,33');
  await page.keyboard.press('Tab');
  await expect(priceIn(other)).toHaveValue('33.33');

  // One that hears of nothing does not write over what it never saw.
  await other.route('**/api/events', (route) =>
    route.fulfill({ status: 200, contentType: 'text/event-stream', body: ': nothing\n\n' }),
  );
  await other.goto(`/parts?part=${id}`);
  await expect(priceIn(other)).toHaveValue('33.33');
  await priceIn(page).fill('44,44');
  await page.keyboard.press('Tab');
  const prices = async () => {
    const { offers } = (await (await request.get('/api/catalogue')).json()) as {
      offers: readonly { readonly part: string; readonly priceMinor: number }[];
    };
    return offers.filter(({ part }) => part === id).map(({ priceMinor }) => priceMinor);
  };
  await expect.poll(prices).toContain(4444);
  await priceIn(other).fill('55,55');
  await other.keyboard.press('Tab');
  await expect(other.getByText('changed in another window').first()).toBeVisible();
  expect(await prices()).toContain(4444);
  await other.close();
});
