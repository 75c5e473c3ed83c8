import { readFileSync } from 'node:fs';
import { demoFile, expect, reset, test } from '../fixtures.ts';

test.beforeEach(async ({ request }) => reset(request));

test('a click shows what a swap would do, a double click does it', async ({ clean: page }) => {
  await page.goto('/picks');
  const lane = page.getByRole('listbox', { name: /Memory lane/ });
  await lane.focus();
  await page.keyboard.press('ArrowRight');
  const strip = page.locator('.strip');
  await expect(strip).toContainText('fps');
  const ring = page.locator('[data-slot=memory] circle.focus');
  const box = await ring.boundingBox();
  if (!box) throw new Error('no focus ring');
  const total = page.locator('.ruler .head strong');
  const before = (await total.textContent()) ?? '';
  await page.mouse.dblclick(box.x + box.width / 2, box.y + box.height / 2);
  await expect(total).not.toHaveText(before);
});

test('a part that does not fit says why, and how to mend it', async ({ clean: page }) => {
  await page.goto('/picks');
  await page.getByRole('listbox', { name: /Memory lane/ }).focus();
  const strip = page.locator('.strip');
  // What is pressed before the lanes are worked out is done all at once then: it would go past what is looked for.
  await expect(strip).toContainText('Memory');
  for (let n = 0; n < 40; n++) {
    await page.keyboard.press('ArrowRight');
    if (/The memory kit is DDR5/.test((await strip.textContent()) ?? '')) break;
  }
  await expect(strip).toContainText('The memory kit is DDR5, the motherboard takes DDR4.');
  await expect(strip).toContainText('With what it needs, all in all');
  await expect(strip).toContainText('board');
  await expect(page.getByRole('button', { name: 'Swap all' })).toBeVisible();
});

test('used offers can be hidden, and the money axis narrowed and widened, by key and by button', async ({
  clean: page,
}) => {
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  const used = page.getByRole('button', { name: /^Used / });
  await page.keyboard.press('u');
  await expect(used).toHaveAttribute('aria-pressed', 'false');
  await used.click();
  await expect(used).toHaveAttribute('aria-pressed', 'true');
  const width = page.getByRole('group', { name: 'Money axis' });
  await expect(width).toContainText('±€160');
  await page.keyboard.press('-');
  await expect(width).toContainText('±€320');
  await page.getByRole('button', { name: 'Closer' }).click();
  await expect(width).toContainText('±€160');
});

test('the money axis can be moved by key, by button and by a sideways wheel, and put back', async ({
  clean: page,
}) => {
  await page.goto('/picks');
  const lane = page.getByRole('listbox', { name: /Graphics card lane/ });
  await expect(lane).toBeVisible();
  const axis = page.locator('.axis svg');
  await expect(axis).toHaveAttribute('aria-label', /from −€160 to €160/);
  await page.locator('body').press(']');
  await expect(axis).toHaveAttribute('aria-label', /from −€80 to €240/);
  await page.getByRole('button', { name: 'Move to cheaper parts' }).click();
  await page.getByRole('button', { name: 'Move to cheaper parts' }).click();
  await expect(axis).toHaveAttribute('aria-label', /from −€240 to €80/);
  await page.getByRole('button', { name: 'Back to the current pick' }).click();
  await expect(axis).toHaveAttribute('aria-label', /from −€160 to €160/);
  await lane.hover();
  await page.mouse.wheel(120, 0);
  await expect(axis).not.toHaveAttribute('aria-label', /from −€160 to €160/);
  await page.locator('body').press('0');
  await expect(axis).toHaveAttribute('aria-label', /from −€160 to €160/);
});

test('single keys can be switched off', async ({ clean: page }) => {
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  await page.getByRole('button', { name: 'Keys on' }).click();
  await page.locator('body').press('u');
  await expect(page.getByRole('button', { name: /^Used / })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Keys off' }).click();
});

test('the brief changes what can be expected: conditions, goal, shares by key', async ({ clean: page }) => {
  await page.goto('/brief');
  const gpu = page.getByRole('complementary');
  await expect(
    gpu.getByText('Proved: no set of these parts gives more for this budget by these figures.'),
  ).toBeVisible();
  const figure = gpu.locator('.figure strong');
  const all = Number(await figure.textContent());
  await page.getByRole('button', { name: 'Used', exact: true }).click();
  await expect(figure).not.toHaveText(String(all));
  await expect(
    gpu.getByText('Proved: no set of these parts gives more for this budget by these figures.'),
  ).toBeVisible();
  expect(Number(await figure.textContent())).toBeLessThan(all);
  const border = page.getByRole('slider', { name: /Border between Netfall Five and Brineball/ });
  await border.focus();
  await page.keyboard.press('ArrowRight');
  await expect(border).toHaveAttribute('aria-valuetext', 'Netfall Five 41 %, Brineball 39 %');
  await page.keyboard.press('Control+z');
  await expect(border).toHaveAttribute('aria-valuetext', 'Netfall Five 40 %, Brineball 40 %');
});

test('a theme that is chosen stays', async ({ clean: page }) => {
  await page.goto('/brief');
  await page.getByRole('button', { name: 'Dark' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await page.getByRole('button', { name: 'Light' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'light');
});

test('what is taken out can be brought in again, unchanged', async ({ clean: page, request }) => {
  await page.goto('/data');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Catalogue', exact: true }).click(),
  ]);
  const path = await download.path();
  const text = readFileSync(path, 'utf8');
  const { about: _, ...demo } = demoFile('catalogue.json');
  const taken = JSON.parse(text) as { parts: unknown[]; offers: unknown[] };
  expect(taken.offers).toEqual(demo.offers);
  await page
    .getByLabel('Catalogue file')
    .setInputFiles({ name: 'again.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await expect(page.getByText('again.json holds 340 parts')).toBeVisible();
  await expect(page.getByText('All of it is here already')).toBeVisible();
  await page.getByRole('button', { name: 'Put it in place of all 340 parts here' }).click();
  await expect(page.getByText('Imported: 340 parts')).toBeVisible();
  const { parts } = (await (await request.get('/api/catalogue')).json()) as { parts: unknown[] };
  expect(parts).toEqual(taken.parts);
});

test('the ruler tells every segment with its offer, and its lines add up to the total', async ({
  clean: page,
}) => {
  await page.goto('/picks');
  const segments = page.getByRole('group', { name: 'Picks on the ruler' }).getByRole('img');
  await expect(segments.first()).toBeVisible();
  const labels = await segments.evaluateAll((elements) =>
    elements.map((element) => element.getAttribute('aria-label') ?? ''),
  );
  const cents = (text: string) => Math.round(Number(text.replace(/[^0-9.]/g, '')) * 100);
  const sum = labels.reduce(
    (total, label) => (label.includes('owned') ? total : total + cents(label.split(': ')[1].split(', €')[0])),
    0,
  );
  expect(sum).toBe(cents((await page.locator('.ruler .head strong').textContent()) ?? ''));
  await segments.first().focus();
  await expect(page.locator('.readout')).toContainText('Tarnholt Dunlin 250');
  await expect(page.locator('.readout')).toContainText('Cobblegate Components');
});

test('a candidate whose parts are gone from the catalogue says so, and keeps the rest', async ({
  clean: page,
  request,
}) => {
  await reset(request, (workspace) => {
    const [first] = workspace.candidates as { picks: Record<string, unknown> }[];
    first.picks = { ...first.picks, gpu: { part: 'gone-for-good', offer: null } };
  });
  await page.goto('/picks');
  await expect(page.getByText('The catalogue no longer has “gone-for-good”.')).toBeVisible();
  await expect(page.getByRole('listbox', { name: /Processor lane, now Tarnholt Dunlin 250/ })).toBeVisible();
});

test('a worker that died is begun again: lanes and search go on', async ({ clean: page }) => {
  await page.goto('/picks');
  const lane = page.getByRole('listbox', { name: /Memory lane/ });
  await expect(lane.getByRole('option', { includeHidden: true })).toHaveText(/the current pick$/);
  const end = async (name: string) => {
    const worker = page.workers().find((each) => each.url().includes(name));
    await worker!.evaluate('self.close()');
  };
  const now = await lane.getAttribute('aria-label');
  await end('lanes.worker');
  await lane.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(lane).not.toHaveAttribute('aria-label', now!);
  // The option is of the lanes around the new pick.
  await expect(
    lane.getByRole('option', { includeHidden: true }).filter({ hasText: 'the current pick' }),
  ).toHaveCount(1);
  await end('solver.worker');
  await page.keyboard.press('f');
  await expect(page.getByRole('dialog').getByText('Proved best')).toBeVisible();
});
