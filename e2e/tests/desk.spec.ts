import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { demoFile, expect, expectAxeClean, reset, test } from '../fixtures.ts';

test.beforeEach(async ({ request }) => reset(request));

const total = (page: Page) => page.locator('.ruler .head strong');
const open = async (page: Page) => {
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
};
const menu = async (page: Page, candidate: string, item: string) => {
  await page.getByRole('button', { name: `More for ${candidate}`, exact: true }).click();
  // The menu before it may still be fading.
  await expect(page.getByText(item, { exact: true })).toHaveCount(1);
  await page.getByText(item, { exact: true }).click();
};
const tabs = (page: Page) => page.locator('.tab .text');

test('a part that does not fit is swapped in with all that it needs', async ({ clean: page }) => {
  await open(page);
  await page.getByRole('listbox', { name: /Processor lane/ }).focus();
  await page.keyboard.press('End');
  await expect(page.locator('.strip')).toContainText('With what it needs, all in all');
  await page.keyboard.press('c');
  await expect(
    page.getByRole('listbox', { name: /Processor lane, now Tarnholt Whimbrel 390U/ }),
  ).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('listbox', { name: /Processor lane, now Tarnholt Dunlin 250/ })).toBeVisible();
});

test('asking for the companions before they are found swaps as soon as they are', async ({ clean: page }) => {
  await open(page);
  await page.getByRole('listbox', { name: /Processor lane/ }).focus();
  await page.keyboard.press('End');
  await page.keyboard.press('c');
  await expect(
    page.getByRole('listbox', { name: /Processor lane, now Tarnholt Whimbrel 390U/ }),
  ).toBeVisible();
});

test('a broken check opens to its figures, and is mended without losing frames', async ({
  clean: page,
  request,
}) => {
  await reset(request, (workspace) => {
    const [first] = workspace.candidates as { picks: Record<string, unknown> }[];
    first.picks = { ...first.picks, gpu: { part: 'kestrand-ember-290-trio', offer: null } };
  });
  await open(page);
  const check = page
    .getByRole('listitem')
    .filter({ hasText: 'The graphics card is 351 mm long, the case takes 268 mm.' });
  await check.locator('summary').click();
  await expect(check).toContainText('Graphics card length: 351 mm against 268 mm');
  await check.getByRole('button', { name: 'Fix it' }).click();
  await check.getByRole('button', { name: /^Swap/ }).first().click();
  await expect(page.getByText('The graphics card is 351 mm long')).toHaveCount(0);
});

test('undo and redo go on over a reload, with the names of the steps', async ({ clean: page }) => {
  await open(page);
  const before = (await total(page).textContent()) ?? '';
  await page.getByRole('listbox', { name: /Memory lane/ }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  // A swap waits for the lanes that the one before makes.
  await expect(total(page)).not.toHaveText(before);
  const between = (await total(page).textContent()) ?? '';
  await page.keyboard.press('Shift+ArrowRight');
  await expect(total(page)).not.toHaveText(between);
  const after = (await total(page).textContent()) ?? '';
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeAttached();
  await page.reload();
  await expect(total(page)).toHaveText(after);
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toHaveAttribute(
    'title',
    /Undo: Memory to/,
  );
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(total(page)).toHaveText(before);
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeAttached();
  await page.reload();
  await expect(total(page)).toHaveText(before);
  await page.keyboard.press('Control+Shift+z');
  await page.keyboard.press('Control+Shift+z');
  await expect(total(page)).toHaveText(after);
});

test('candidates: archived, brought back, moved by key and by dragging, and undone', async ({
  clean: page,
}) => {
  await open(page);
  await menu(page, 'First idea', 'Duplicate');
  await menu(page, 'First idea, copy', 'Duplicate');
  await expect(tabs(page)).toHaveText(['First idea', 'First idea, copy', 'First idea, copy, copy']);
  await menu(page, 'First idea', 'Move right');
  await expect(tabs(page)).toHaveText(['First idea, copy', 'First idea', 'First idea, copy, copy']);
  const from = await tabs(page).nth(0).boundingBox();
  const to = await tabs(page).nth(2).boundingBox();
  if (!from || !to) throw new Error('no tabs');
  await page.mouse.move(from.x + 20, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y + 8, { steps: 6 });
  await page.mouse.move(to.x + to.width - 10, to.y + 8, { steps: 20 });
  // The tabs make room under the hand; the one that is held is drawn beside them meanwhile.
  await expect(page.locator('.tab:not(.sortable-fallback) .text')).toHaveText([
    'First idea',
    'First idea, copy, copy',
    'First idea, copy',
  ]);
  await page.mouse.up();
  await expect(tabs(page)).toHaveText(['First idea', 'First idea, copy, copy', 'First idea, copy']);
  await menu(page, 'First idea, copy', 'Archive');
  await expect(tabs(page)).toHaveText(['First idea', 'First idea, copy, copy']);
  await page.getByRole('button', { name: '1 archived' }).click();
  await page.getByRole('button', { name: 'Bring back' }).click();
  await expect(tabs(page)).toHaveCount(3);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(tabs(page)).toHaveText(['First idea, copy', 'First idea', 'First idea, copy, copy']);
});

test('a candidate is handed on as a list, and its text comes to the same where it is audited', async ({
  clean: page,
}) => {
  await open(page);
  await menu(page, 'First idea', 'As a list to hand on');
  const list = page.getByRole('group', { name: 'The list as text' });
  await expect(list).toContainText('Total due at checkout: €514.57');
  await expect(list).toContainText('Total after all rebates: €499.57');
  await expect(list).toContainText('What would change it:');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Plain text' }).click();
  const text = readFileSync(await (await waiting).path(), 'utf8');
  expect(text.trim()).toBe((await list.textContent())?.trim());
  await expectAxeClean(page);
  await page.keyboard.press('Escape');
  await page.goto('/audit');
  await page.getByRole('textbox', { name: 'The list to check' }).fill(text);
  // The same two totals, and nothing that does not add up.
  const sums = page.getByRole('group', { name: 'Totals of the list' });
  await expect(sums).toContainText('€514.57');
  await expect(sums).toContainText('€499.57');
  await expect(page.getByText(/but the lines add up to/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Clear' }).click();
});

test('a candidate tells its story, and stands against the best', async ({ clean: page }) => {
  await open(page);
  await page.getByRole('listbox', { name: /Power supply lane/ }).focus();
  await page.keyboard.press('End');
  await page.keyboard.press('x');
  await page.getByRole('button', { name: '1 ruled out' }).click();
  await page.getByRole('textbox', { name: /Why .* is ruled out/ }).fill('too long for the shelf');
  await page.keyboard.press('Escape');
  await page.getByRole('listbox', { name: /Memory lane/ }).focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await menu(page, 'First idea', 'Story and note');
  const story = page.getByRole('dialog', { name: 'The story of First idea' });
  await expect(story.getByRole('listitem').first()).toContainText(
    /Memory: .*, in place of Wrenlow Spar .*swapped in its lane/,
  );
  await expect(story).toContainText('too long for the shelf');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    story.getByRole('button', { name: 'Export as Markdown' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8')).toContain('too long for the shelf');
  await page.keyboard.press('Escape');
  await menu(page, 'First idea', 'Compare with the best');
  await expect(page.getByRole('dialog')).toContainText(
    /First idea costs €[\d.]+ less and is [\d.]+ fps slower, because/,
  );
});

test('the total opens to what it follows, and a rate to its effects', async ({ clean: page }) => {
  await open(page);
  await page.getByTitle('What the total is made of').click();
  const dialog = page.getByRole('dialog', { name: 'What the total is made of' });
  await expect(dialog).toContainText('geometric mean of averages');
  await page.keyboard.press('Escape');
  await page.getByTitle('What the figure is made of').click();
  await expect(page.getByRole('dialog', { name: 'What the figure is made of' })).toContainText('counts as');
  await page.keyboard.press('Escape');
  await page.getByTitle('Where Lantern Deep gets its frames from').click();
  const rate = page.getByRole('dialog', { name: /Lantern Deep gets its frames/ });
  await expect(rate).toContainText('Bramfell Ember 270 Duo');
  await expect(rate).toContainText(/\d+ % of frames are limited by the processor/);
});

test(
  'what would flip the best set is worked out on demand, nearest first',
  { tag: '@long' },
  async ({ clean: page }) => {
    await page.goto('/stretch');
    await expect(page.getByText('all proved')).toBeVisible();
    await page.getByRole('button', { name: 'Work it out' }).click();
    await expect(page.getByText('Each was confirmed by solving the changed market.')).toBeVisible({
      timeout: 90_000,
    });
    const items = page
      .getByRole('region', { name: 'What would flip the best set' })
      .locator(':scope > ul > li');
    const shares = (await items.allTextContents())
      .flatMap((text) => /\((\d+) %\)/.exec(text)?.[1] ?? [])
      .map(Number);
    expect(shares.length).toBeGreaterThan(4);
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  },
);

test('the next screen up stands beside the brief’s own in Find the best, Picks and Stretch, the same figure in each', async ({
  clean: page,
}) => {
  await open(page);
  await page.keyboard.press('f');
  const dialog = page.getByRole('dialog', { name: 'Find the best' });
  await dialog.getByText('Frame rates by game and screen').click();
  const caption = 'On the next screen up, 1440p at 144 Hz';
  const averages = (table: Locator) => table.locator('tbody td:nth-child(2)').allInnerTexts();
  const there = await averages(dialog.getByRole('table', { name: caption }));
  expect(there.length).toBe(3);
  await dialog.getByRole('button', { name: 'Take all' }).click();
  await expect(async () =>
    expect(await averages(page.getByRole('table', { name: caption }))).toEqual(there),
  ).toPass();
  await page.goto('/stretch');
  await expect(page.getByText('all proved')).toBeVisible();
  const rows = page
    .getByRole('region', { name: 'Two budgets' })
    .locator('tbody')
    .filter({ has: page.getByText(caption) })
    .locator('tr');
  expect(await rows.locator('td:nth-child(2)').allInnerTexts()).toEqual(there);
  await expect(page.locator('path.there')).toBeVisible();
  await page.getByRole('button', { name: 'At 1440p' }).click();
  await expect(page.locator('path.there')).toBeHidden();
});

test('a frontier with nothing to show says so: no games, and a brief that no sum fits', async ({
  clean: page,
  request,
}) => {
  await reset(request, (workspace) => {
    const brief = workspace.brief as unknown as { needs: Record<string, unknown> };
    brief.needs.maxLitres = 3;
  });
  await page.goto('/stretch');
  await expect(page.getByText('buys a build that keeps the brief')).toBeVisible();
  await page.getByRole('link', { name: 'See what would have to give' }).click();
  await expect(page.getByText('a case of at most 3 litres')).toBeVisible();
  await reset(request, (workspace) => {
    const brief = workspace.brief as unknown as { play: Record<string, unknown> };
    brief.play.games = [];
  });
  await page.goto('/stretch');
  await expect(page.getByText('Name a game in the brief').first()).toBeVisible();
});

test('more wishes change what can be expected, and say which school they follow', async ({ clean: page }) => {
  await page.goto('/brief');
  const gpu = page.getByRole('complementary');
  await expect(gpu.getByText('Proved')).toBeVisible();
  const cost = gpu.locator('p', { hasText: 'due at checkout' });
  const before = (await cost.textContent()) ?? '';
  await page.getByRole('switch', { name: 'Memory and video memory as every game asks for them' }).click();
  await expect(page.getByText('memory and video memory cover what every game asks for')).toBeVisible();
  await page.getByRole('textbox', { name: 'Noise of the cooler, at most, in decibels' }).fill('20');
  await page.keyboard.press('Tab');
  await expect(gpu.getByText('Proved')).toBeVisible();
  await expect(cost).not.toHaveText(before);
});

test('on an empty database the first part is typed in by hand, with what is wrong told by field', async ({
  page,
  request,
  emptyAddress,
}) => {
  await request.put(`${emptyAddress}/api/catalogue`, {
    data: {
      ...demoFile('catalogue.json'),
      parts: [],
      offers: [],
      shops: [],
      deals: [],
      currencyRates: [],
      frameModel: {
        referenceMemory: { mts: 3200, cl: 16, channels: 2 },
        cpus: [],
        gpus: [],
        integrated: [],
        games: [],
      },
    },
  });
  await page.goto(`${emptyAddress}/picks`);
  await page.getByRole('link', { name: 'Add the first part' }).click();
  const form = page.getByRole('dialog', { name: 'Add a part' });
  await form.getByRole('textbox', { name: 'Brand', exact: true }).fill('Bramfell');
  await form.getByRole('textbox', { name: 'Name of the part' }).fill('Ember 111');
  await form.getByRole('textbox', { name: 'Length' }).fill('5000');
  await form.getByRole('textbox', { name: 'Price' }).fill('99.50');
  // Typed and left by Tab: it stays.
  await form.getByRole('textbox', { name: 'Shop' }).fill('Corner');
  await page.keyboard.press('Tab');
  await form.getByRole('button', { name: 'Add the part' }).click();
  await expect(form.getByRole('alert')).toContainText('lengthMm: got 5000, at most 1000 is taken');
  // What was typed is still there, even after a reload.
  await page.reload();
  await page.getByRole('button', { name: 'Add the first part' }).click();
  await expect(form.getByRole('textbox', { name: 'Name of the part' })).toHaveValue('Ember 111');
  await form.getByRole('textbox', { name: 'Length' }).fill('190');
  await form.getByRole('button', { name: 'Add the part' }).click();
  await expect(form).toBeHidden();
  await page.getByRole('link', { name: 'Picks' }).click();
  const lane = page.getByRole('listbox', { name: /Graphics card lane/ });
  await lane.focus();
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await expect(total(page)).toHaveText('€99.50');
  await expect(page.getByText('Unknown yet.')).toBeVisible();
});

test('a file dropped on the page is looked at first, then brought in', async ({
  clean: page,
  request,
  emptyAddress,
}) => {
  await request.put(`${emptyAddress}/api/catalogue`, { data: { ...demoFile('catalogue.json'), offers: [] } });
  await page.goto(`${emptyAddress}/data`);
  await expect(page.getByRole('heading', { name: 'Files and backup' })).toBeVisible();
  const text = JSON.stringify(demoFile('catalogue.json'));
  const transfer = await page.evaluateHandle((content) => {
    const data = new DataTransfer();
    data.items.add(new File([content], 'dropped.json', { type: 'application/json' }));
    return data;
  }, text);
  await page.dispatchEvent('.drop', 'drop', { dataTransfer: transfer });
  await expect(page.getByText('dropped.json holds 340 parts')).toBeVisible();
  await page.getByRole('button', { name: 'Merge it in' }).click();
  await expect(page.getByText(/^Merged: 1245 offers/)).toBeVisible();
});

test('the line-up asks for a second candidate, and names what is not alike', async ({
  clean: page,
  request,
}) => {
  await page.goto('/line-up');
  await page.getByRole('button', { name: 'Duplicate “First idea”' }).click();
  await expect(page.getByRole('columnheader', { name: 'First idea, copy' })).toBeVisible();
  await expect(page.getByText('Not quite alike')).toHaveCount(0);
  await page.getByRole('textbox', { name: 'Note on First idea, copy' }).fill('For the second seat');
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeAttached();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Note on First idea, copy' })).toHaveValue(
    'For the second seat',
  );
  const { parts } = (await (await request.get('/api/catalogue')).json()) as {
    parts: { id: string; kind: string; memoryProfile?: boolean }[];
  };
  const office = parts.find((part) => part.kind === 'motherboard' && part.memoryProfile === false);
  await reset(request, (workspace) => {
    const [first] = workspace.candidates as { picks: object }[];
    workspace.candidates.push({
      id: 'office',
      name: 'Office board',
      picks: { ...first.picks, motherboard: { part: office?.id, offer: null } },
    });
  });
  await page.goto('/line-up');
  await expect(
    page.getByText('how the memory runs: First idea rated profile, Office board base rate'),
  ).toBeVisible();
});

test('the palette opens a part with its offers and its specs', async ({ clean: page }) => {
  await open(page);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('whimbrel 390');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: /Tarnholt Whimbrel 390/ })).toContainText(
    'Package power limit',
  );
});
