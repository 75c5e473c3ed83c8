import type { Page } from '@playwright/test';
import { expect, reset, test } from '../fixtures.ts';
import { MONEY_SCREENS } from '../screens.ts';

/* What one screen says of a pick, a total or a price, every other screen says too: also when the market has moved on. */

const SLOTS = ['Processor', 'Motherboard', 'Memory', 'Graphics card', 'Storage', 'Power supply', 'Network'];

/** A word and a price, by the name of the slot. */
type Said = Record<string, { readonly word: string; readonly price: string }>;

async function lanesSay(page: Page): Promise<Said> {
  await page.goto('/picks');
  // Verdicts come from the forecast's worker, after the lanes.
  await expect(page.locator('.lane .mark').first()).toBeAttached();
  await expect(page.getByRole('listbox', { name: /^Network lane/ })).toBeVisible();
  const said: Said = {};
  for (const lane of await page.locator('.lane').all()) {
    const name = (await lane.locator('.slot').first().innerText()).split('\n')[0].trim();
    if (!SLOTS.includes(name)) continue;
    await expect(lane.locator('.mark')).toBeAttached();
    const word = (await lane.locator('.mark').textContent())?.trim() ?? '';
    const price = /€[\d,.]+/.exec(await lane.locator('.price').innerText())?.[0] ?? '';
    said[name] = { word, price };
  }
  return said;
}

async function ripenessSays(page: Page): Promise<Said> {
  await page.goto('/ripeness');
  const list = page.getByRole('region', { name: /^Picks of/ });
  await expect(list.locator('button.row').first()).toBeVisible();
  await expect(list.getByText('being worked out…')).toHaveCount(0);
  await expect(page.getByRole('status').filter({ hasText: 'working it out' })).toHaveCount(0);
  const said: Said = {};
  for (const row of await list.locator('button.row').all()) {
    const name = (await row.locator('.slot').innerText()).replace(/\s*pick$/, '').trim();
    const word = (await row.locator('.mark').textContent())?.trim() ?? '';
    const price = /€[\d,.]+/.exec(await row.locator('.num').first().innerText())?.[0] ?? '';
    said[name] = { word, price };
  }
  return said;
}

/** The picks of the active candidate as the ruler's segments say them on the screen that is open. */
async function rulerSays(page: Page): Promise<Record<string, string>> {
  const said: Record<string, string> = {};
  for (const name of SLOTS) {
    const segment = page.locator('.ruler .segment').and(page.getByLabel(new RegExp(`^${name}:`)));
    if ((await segment.count()) === 0) continue;
    await segment.focus();
    said[name] = await page.locator('.ruler .readout').innerText();
  }
  return said;
}

interface Totals {
  readonly sum: string;
  readonly room: string;
  readonly gone: string;
}

async function rulerTotals(page: Page): Promise<Totals> {
  const sum = await page.locator('.ruler strong').innerText();
  const room = await page.locator('.ruler .state').innerText();
  const bar = page.locator('.before-buying');
  // Offers in their place are looked for in a worker.
  await expect(bar.filter({ hasText: 'being looked for' })).toHaveCount(0);
  return { sum, room, gone: (await bar.count()) > 0 ? await bar.locator('span').first().innerText() : '' };
}

/** The same ruler stands on every screen, Compare and the totals over time have its sum, and every verdict is one verdict. */
async function expectOneTruth(page: Page): Promise<Totals> {
  const lanes = await lanesSay(page);
  const ripeness = await ripenessSays(page);
  expect(Object.keys(lanes).length).toBeGreaterThan(4);
  expect(ripeness).toEqual(lanes);
  const totals = await rulerTotals(page);
  await expect(page.locator('.key').filter({ hasText: 'First idea' })).toContainText(totals.sum);
  const readouts = await rulerSays(page);
  for (const [slot, { word }] of Object.entries(lanes)) expect(readouts[slot], slot).toContain(word);
  for (const name of MONEY_SCREENS) {
    await page.goto(`/${name}`);
    await expect(page.locator('.ruler strong')).toBeVisible();
    expect(await rulerTotals(page), name).toEqual(totals);
  }
  await page.goto('/line-up');
  await page.getByRole('button', { name: /^Differences only/ }).click();
  const cell = (label: string) =>
    page
      .getByRole('row')
      .filter({ has: page.getByRole('rowheader', { name: label, exact: true }) })
      .getByRole('cell')
      .first();
  await expect(cell('Due at checkout')).toContainText(totals.sum);
  const counts = new Map<string, number>();
  for (const { word } of Object.values(lanes)) counts.set(word, (counts.get(word) ?? 0) + 1);
  await expect(cell('Ripeness of its parts')).not.toContainText('unknown');
  const ripe = await cell('Ripeness of its parts').innerText();
  expect(ripe.split(', ').sort()).toEqual([...counts].map(([word, n]) => `${n} ${word}`).sort());
  return totals;
}

test('a month on, and with two picks sold out, no two screens disagree', async ({
  page,
  request,
  baseURL,
}) => {
  await reset(request, (workspace) => {
    const [first] = workspace.candidates as { picks: Record<string, unknown> }[];
    const { network: _network, ...picks } = first.picks;
    workspace.candidates.push({ id: 'second', name: 'Without network', picks });
  });
  for (let day = 0; day < 30; day++)
    expect((await request.post('/api/market/day', { headers: { origin: baseURL ?? '' } })).ok()).toBe(true);
  await expect
    .poll(async () => ((await (await request.get('/api/watch')).json()) as { isRunning: boolean }).isRunning)
    .toBe(false);

  // The day by which all had to be there has passed: said on every screen with a ruler, with its mend.
  for (const name of MONEY_SCREENS) {
    await page.goto(`/${name}`);
    await expect(page.locator('.before-buying'), name).toContainText('has passed');
  }
  await page.goto('/picks');
  await page.getByRole('button', { name: 'Find the best' }).click();
  const dialog = page.getByRole('group', { name: 'Find the best' });
  await expect(dialog).toContainText('has passed');
  await dialog.getByRole('button', { name: /^Make it/ }).click();
  await expect(page.locator('.before-buying').filter({ hasText: 'has passed' })).toHaveCount(0);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await expectOneTruth(page);

  // Two picks at offers that are sold out, where others sell the part.
  const catalogue = (await (await request.get('/api/catalogue')).json()) as {
    offers: { id: string; part: string; inStock: boolean; lot?: string; condition: string }[];
  };
  const { workspace, revision } = (await (await request.get('/api/workspace')).json()) as {
    workspace: { candidates: { picks: Record<string, { part: string; offer: string | null }> }[] };
    revision: number;
  };
  const [{ picks }] = workspace.candidates;
  let changed = 0;
  for (const slot of ['storage', 'network', 'memory', 'psu', 'motherboard', 'gpu']) {
    const sold = catalogue.offers.filter(({ part }) => part === picks[slot]?.part);
    const out = sold.find(({ inStock, lot }) => !inStock && lot === undefined);
    if (!out || !sold.some(({ inStock, condition }) => inStock && condition === 'new')) continue;
    picks[slot].offer = out.id;
    if (++changed === 2) break;
  }
  expect(changed).toBe(2);
  const kept = await request.put('/api/workspace', { data: { revision, workspace } });
  expect(kept.ok()).toBe(true);
  await page.goto('/picks');
  const bar = page.locator('.before-buying');
  await expect(bar).toContainText(/^2 picks cannot be bought any more:|^\d picks cannot be bought any more:/);
  const totals = await expectOneTruth(page);
  expect(totals.room).toContain('could still be bought');

  // One key takes the offers that can be bought: the total moves by what was said, to the cent.
  await page.goto('/picks');
  await expect(bar).not.toContainText('being looked for');
  const said = /cost (?:€([\d,.]+) (more|less)|the same)/.exec(await bar.innerText());
  const minor = (text: string) => Math.round(Number(text.replace(/[^\d.]/g, '')) * 100);
  const sign = said?.[2] === 'less' ? -1 : 1;
  const difference = said?.[1] ? sign * minor(said[1]) : 0;
  const before = minor(totals.sum);
  await bar.getByRole('button', { name: 'Take them' }).click();
  await expect(bar).toHaveCount(0);
  const after = await rulerTotals(page);
  expect(after.room).not.toContain('could still');
  expect(minor(after.sum) - before).toBe(difference);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(bar).toContainText('cannot be bought any more');
});
