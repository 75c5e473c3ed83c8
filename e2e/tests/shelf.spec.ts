import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoFile, expect, expectAxeClean, reset, test } from '../fixtures.ts';

test.beforeEach(async ({ request }) => {
  await request.put('/api/catalogue', { data: demoFile('catalogue.json') });
  await reset(request);
});

interface Stored {
  readonly parts: Record<string, unknown>[];
  readonly shops: { id: string; name: string; shipping: object }[];
  readonly offers: { id: string; part: string; priceMinor: number; seenOn: string }[];
  readonly currencyRates: { from: string; to: string; rate: number; on: string }[];
  readonly frameModel: { games: { name: string; family: string }[] };
}

test('shops, games and rates of exchange are changed where the parts are, and all of it is undone', async ({
  clean: page,
  request,
}) => {
  const stored = async () => (await (await request.get('/api/catalogue')).json()) as Stored;
  const before = await stored();
  await page.goto('/parts?of=shops');
  await page.getByRole('button', { name: 'Pennywharf', exact: true }).click();
  const form = page.getByRole('dialog', { name: 'Pennywharf' });
  await form.getByRole('textbox', { name: 'Shipping, an order' }).fill('');
  await form.getByRole('button', { name: 'Keep the changes' }).click();
  await expect(page.getByText('shipping not stated')).toBeVisible();
  // Where its total stands, it is told that it has no shipping in it.
  await page.goto('/brief');
  await expect(page.getByText('Shipping is not stated, and counted as 0: Pennywharf')).toBeVisible();
  await page.getByRole('link', { name: 'Pennywharf' }).click();
  await expect(form).toBeVisible();
  await form.getByRole('textbox', { name: 'Shipping, an order' }).fill('0');
  await form.getByRole('button', { name: 'Keep the changes' }).click();
  await expect(page.getByText('shipping not stated')).toHaveCount(0);
  await page.getByRole('button', { name: 'Games', exact: true }).click();
  await page.getByRole('button', { name: 'Saltmarch', exact: true }).click();
  await page.getByRole('dialog').getByRole('textbox', { name: 'Name of the game' }).fill('Saltmarsh');
  await page.getByRole('button', { name: 'Keep the changes' }).click();
  await expect(page.getByRole('button', { name: 'Saltmarsh', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Rates of exchange' }).click();
  await page
    .getByRole('textbox', { name: 'Table of rates, pasted' })
    .fill('Date,SEK,NOK\n2026-11-19,11.40,11.70\n2026-11-20,11.42,x');
  await expect(page.getByText('2 currencies read: SEK 11.42, NOK 11.7.')).toBeVisible();
  await expect(page.getByText('row 3, NOK: “x” is no rate')).toBeVisible();
  await page.getByRole('button', { name: 'Take these rates' }).click();
  await expect(page.getByText('1 EUR in NOK', { exact: true })).toBeVisible();
  expect((await stored()).currencyRates).toContainEqual({
    from: 'EUR',
    to: 'SEK',
    rate: 11.42,
    on: '2026-11-20',
  });
  // The first step was taken before the page was opened anew: what is left goes back one by one.
  await page.getByRole('heading', { name: 'Parts' }).click();
  for (let step = 0; step < 3; step++) {
    const now = JSON.stringify(await stored());
    await page.keyboard.press('Control+z');
    await expect.poll(async () => JSON.stringify(await stored()) !== now).toBe(true);
  }
  const after = await stored();
  expect(after.currencyRates).toEqual(before.currencyRates);
  expect(after.frameModel.games).toEqual(before.frameModel.games);
});

test('a brief and a candidate come back from their own files', async ({ clean: page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'ripe-pick-own-'));
  const kept = async (name: string) => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name, exact: true }).click(),
    ]);
    const path = join(folder, `${name}.json`);
    await download.saveAs(path);
    return path;
  };
  await page.goto('/data');
  const brief = await kept('Brief');
  const candidate = await kept('Candidate “First idea”');
  await page.goto('/brief');
  await page.getByRole('textbox', { name: 'Budget', exact: true }).fill('555');
  await page.keyboard.press('Tab');
  await page.getByRole('link', { name: 'Files and backup' }).click();
  await page.getByLabel('Catalogue file').setInputFiles(brief);
  await page.getByRole('button', { name: 'Import it', exact: true }).click();
  await expect(page.getByText(/^Imported: the brief/)).toBeVisible();
  await page.getByLabel('Catalogue file').setInputFiles(candidate);
  await expect(page.getByText('It comes beside yours.')).toBeVisible();
  await page.getByRole('button', { name: 'Import it', exact: true }).click();
  await page.getByRole('link', { name: 'Brief' }).click();
  await expect(page.getByRole('textbox', { name: 'Budget', exact: true })).toHaveValue('640.00');
  await expect(page.getByRole('button', { name: 'More for First idea' })).toHaveCount(2);
});

test('a friend’s catalogue is merged: counted first, conflicts chosen from, one step back to the letter', async ({
  clean: page,
  request,
}) => {
  const stored = async () => (await (await request.get('/api/catalogue')).json()) as Stored;
  const before = await stored();
  // Supplies: they have no rate, so no fit is under way when the part is taken back.
  const [known, other] = before.parts.filter(({ kind }) => kind === 'psu');
  const later = before.offers.filter(({ part }) => part === known.id).length;
  const file = {
    ...before,
    parts: [
      { ...known, id: 'theirs', ratedWatts: 99 },
      { ...other, id: 'stranger', name: 'Stranger', gtin: undefined, mpn: undefined },
    ],
    offers: before.offers
      .filter(({ part }) => part === known.id)
      .map((offer) => ({
        ...offer,
        part: 'theirs',
        priceMinor: offer.priceMinor + 100,
        seenOn: '2026-11-25',
      })),
    deals: [],
    frameModel: { ...before.frameModel, fit: undefined, cpus: [], gpus: [], integrated: [] },
  };
  const path = join(mkdtempSync(join(tmpdir(), 'ripe-pick-merge-')), 'friend.json');
  writeFileSync(path, JSON.stringify(file));
  await page.goto('/data');
  await page.getByLabel('Catalogue file').setInputFiles(path);
  await expect(
    page.getByText(`Merged it adds 1 part, ${later} later price${later === 1 ? '' : 's'}.`),
  ).toBeVisible();
  await page.getByRole('checkbox', { name: /Take the file’s/ }).check();
  await page.getByRole('button', { name: 'Merge it in' }).click();
  await expect(page.getByText(/^Merged: 1 part/)).toBeVisible();
  const merged = await stored();
  expect(merged.parts).toHaveLength(before.parts.length + 1);
  expect(merged.parts.find(({ id }) => id === known.id)).toMatchObject({ ratedWatts: 99 });
  await page.getByRole('heading', { name: 'Files and backup' }).click();
  await page.keyboard.press('Control+z');
  await expect.poll(async () => JSON.stringify(await stored()) === JSON.stringify(before)).toBe(true);
  // The demo says what would be gone before it starts anew.
  await page.getByRole('button', { name: 'Start the demo anew' }).click();
  await expect(page.getByRole('alertdialog')).toContainText('What you changed in them is gone');
  await page.getByRole('button', { name: 'Close' }).click();
});

test('everything goes out as one file and comes into an empty app, and what was there comes back', async ({
  clean: page,
  request,
  emptyAddress,
}) => {
  const catalogueOf = async (address: string) =>
    JSON.stringify(await (await request.get(`${address}/api/catalogue`)).json());
  const demo = await catalogueOf('');
  const path = join(mkdtempSync(join(tmpdir(), 'ripe-pick-everything-')), 'all.zip');
  writeFileSync(path, await (await request.get('/ripe-pick.zip')).body());
  await page.goto(`${emptyAddress}/data`);
  await page.getByLabel('File of everything').setInputFiles(path);
  await expect(page.getByText(/^all\.zip holds 3\d\d parts/)).toBeVisible();
  await expectAxeClean(page);
  await page.getByRole('button', { name: 'Put it in place of everything here' }).click();
  await expect(page.getByText(/^Something else was here until/)).toBeVisible();
  expect(await catalogueOf(emptyAddress)).toBe(demo);
  await Promise.all([
    page.waitForEvent('load'),
    page.getByRole('button', { name: 'Bring back what was here before' }).click(),
  ]);
  await expect.poll(async () => (await catalogueOf(emptyAddress)).length).toBeLessThan(1000);
});

test('a backup is made at a press, looked at, put back, and undone', async ({
  clean: page,
  request,
  emptyAddress,
}) => {
  const today = async () =>
    ((await (await request.get(`${emptyAddress}/api/catalogue`)).json()) as { today?: string }).today;
  const catalogue = (await (await request.get(`${emptyAddress}/api/catalogue`)).json()) as object;
  const put = (day: string) =>
    request.put(`${emptyAddress}/api/catalogue`, { data: { ...catalogue, today: day } });
  await put('2026-11-01');
  await page.goto(`${emptyAddress}/data`);
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByText('A backup was made, opened and looked through.')).toBeVisible();
  await put('2026-11-02');
  await page
    .getByRole('button', { name: /^Look at it/ })
    .first()
    .press('Enter');
  await expect(page.getByText('Newer here, or not in it: 1 entry.')).toBeVisible();
  await expectAxeClean(page);
  await page.getByRole('button', { name: 'Put it in place of everything here' }).click();
  await expect(page.getByText(/^Something else was here until/)).toBeVisible();
  expect(await today()).toBe('2026-11-01');
  await Promise.all([
    page.waitForEvent('load'),
    page.getByRole('button', { name: 'Bring back what was here before' }).click(),
  ]);
  await expect.poll(today).toBe('2026-11-02');
  await page
    .getByRole('button', { name: /^Delete …/ })
    .first()
    .press('Enter');
  await page.getByRole('button', { name: 'Delete it for good' }).click();
  await expect(page.getByText('There is none yet.')).toBeVisible();
});
