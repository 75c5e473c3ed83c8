import { readFileSync } from 'node:fs';
import { expect, expectAxeClean, reset, test } from '../fixtures.ts';

test.beforeEach(async ({ request }) => reset(request));

test('briefs stand side by side: what one has is asked about in the other, and each is undone by itself', async ({
  clean: page,
}) => {
  await page.goto('/brief');
  const sum = page.getByRole('textbox', { name: 'Budget', exact: true });
  await expect(sum).toHaveValue('640.00');
  await page.getByRole('button', { name: 'More briefs' }).click();
  const dialog = page.getByRole('dialog', { name: 'Briefs' });
  await expectAxeClean(page);
  await dialog.getByRole('button', { name: /^Duplicate/ }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('textbox', { name: 'Name of the brief' })).toHaveValue(/ 2$/);
  await page.getByRole('textbox', { name: 'Name of the brief' }).fill('For my sister');
  await sum.fill('500.00');
  await page.keyboard.press('Tab');
  // The old case stays with the first brief: here it is asked about.
  await page.getByText('Type to search').first().click({ force: true });
  await page.keyboard.type('Old office case');
  await page.locator('.n-base-select-option:visible', { hasText: 'Old office case' }).first().click();
  await page.keyboard.press('Escape');
  const asked = page.getByRole('alert').filter({ hasText: 'Old office case' });
  await expect(asked).toContainText('goes into “');
  await asked.getByRole('button', { name: 'There is another one' }).click();
  await expect(page.getByText('so there have to be two')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  await page.goto('/picks');
  await page.getByRole('button', { name: 'Brief: For my sister' }).click();
  await page.getByText('League seat').last().click();
  await expect(page.getByRole('button', { name: /^Brief: .*seat/i })).toBeVisible();
  await page.getByRole('link', { name: 'Brief' }).click();
  await expect(sum).toHaveValue('640.00');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();

  await page.getByRole('button', { name: 'All 2 briefs' }).click();
  await dialog.getByRole('button', { name: 'Open For my sister' }).click();
  await expect(sum).toHaveValue('500.00');
  await page.getByRole('heading', { name: 'Brief', exact: true }).click();
  for (let step = 0; step < 3; step++) await page.keyboard.press('Control+z');
  await expect(sum).toHaveValue('640.00');
});

test('a brief opens with money, games, screen and day; all else is one line a group, which opens by key and stays open', async ({
  clean: page,
}) => {
  await page.goto('/brief');
  await page.evaluate(() => {
    sessionStorage.setItem('with-folded-groups', 'yes');
    localStorage.removeItem('ripe-pick-brief-open');
    localStorage.removeItem('ripe-pick-brief-open@demo');
  });
  await page.reload();
  const main = page.getByRole('main');
  await expect(main.getByRole('textbox', { name: 'Budget', exact: true })).toBeVisible();
  await expect(main.getByLabel('Everything there by')).toBeVisible();
  await expect(main.getByLabel('Preset of Netfall Five').first()).toBeVisible();
  await expect(main.getByRole('textbox', { name: 'Refresh rate' })).toBeVisible();
  // The whole of the screen's own fields is seen without scrolling.
  expect((await main.getByRole('textbox', { name: 'Refresh rate' }).boundingBox())!.y).toBeLessThan(800);
  await expect(main.getByRole('textbox', { name: 'Allowed over budget' })).toHaveCount(0);
  const group = main.locator('summary', { hasText: 'Shops and conditions' });
  await expect(group).toContainText('due at checkout must fit, parts: new and used alike, all 7 shops');
  await expectAxeClean(page);
  await group.focus();
  await page.keyboard.press('Enter');
  await main.getByRole('textbox', { name: 'Allowed over budget' }).fill('20');
  await page.keyboard.press('Tab');
  await expect(group).toContainText('€20.00 over is allowed');
  await page.reload();
  await expect(main.getByRole('textbox', { name: 'Allowed over budget' })).toBeVisible();
});

test('a brief goes out whole, with its orders and receipts, and comes back beside the others', async ({
  clean: page,
  request,
}) => {
  await page.goto('/brief');
  await page.getByRole('button', { name: /briefs$/ }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export it whole' }).click(),
  ]);
  const path = await download.path();
  const file = JSON.parse(readFileSync(path, 'utf8')) as { workspace: { orders: unknown[] } };
  expect(file.workspace.orders.length).toBeGreaterThan(0);
  await page.goto('/data');
  await page.getByLabel('Catalogue file').setInputFiles(path);
  await expect(page.getByText('It comes beside yours and is opened.')).toBeVisible();
  await page.getByRole('button', { name: 'Import it', exact: true }).click();
  await expect(page.getByText(/^Imported and opened/)).toBeVisible();
  const saved = (await (await request.get('/api/workspace')).json()) as typeof file & { id: string };
  expect(saved.id).not.toBe('first');
  expect(saved.workspace.orders).toEqual(file.workspace.orders);
});
