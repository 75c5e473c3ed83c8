import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, reset, test } from '../fixtures.ts';

/*
 * A new user's first five minutes: change the sum, see what changes, compare used with new, keep two candidates, take
 * the comparison out. Once by mouse, once by keyboard alone.
 */

test.beforeEach(async ({ request }) => reset(request));

const figure = (page: Page) => page.getByRole('complementary').locator('.figure strong');
const proved = (page: Page) =>
  page
    .getByRole('complementary')
    .getByText('Proved: no set of these parts gives more for this budget by these figures.');

test('by mouse', async ({ clean: page }) => {
  await page.goto('/brief');
  await expect(proved(page)).toBeVisible();
  const before = Number(await figure(page).textContent());
  const sum = page.getByRole('textbox', { name: 'Budget', exact: true });
  await sum.click();
  await sum.fill('480');
  await sum.press('Tab');
  await expect(figure(page)).not.toHaveText(String(before));
  await expect(proved(page)).toBeVisible();
  const used = Number(await figure(page).textContent());
  expect(used).toBeLessThan(before);

  await page.getByRole('link', { name: 'Stretch' }).click();
  await expect(page.getByText('all proved')).toBeVisible();
  // Used against new: two lines, and both figures for each sum.
  const row = page.getByRole('row', { name: /with new parts only/ });
  await expect(row).toBeVisible();
  const cells = await row.getByRole('cell').allTextContents();
  expect(Number(cells[0])).toBeLessThan(used);
  await page.getByRole('button', { name: 'Keep A' }).click();
  await page.getByRole('button', { name: 'Keep B' }).click();
  await expect(
    page.getByRole('group', { name: 'Candidates' }).getByRole('button', { pressed: true }),
  ).toContainText('Best for €600');

  await page.getByRole('link', { name: 'Compare' }).click();
  await page
    .getByRole('group', { name: 'Candidates to compare' })
    .getByRole('button', { name: 'First idea' })
    .click();
  await expect(page.getByRole('columnheader', { name: 'Best for €480' })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'First idea' })).toHaveCount(0);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Markdown' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('league-seat-compared.md');
  const text = readFileSync(await download.path(), 'utf8');
  expect(text).toContain('| Best for €480 | Best for €600 |');
  expect(text).toContain('Due at checkout');
});

test('by keyboard alone', async ({ clean: page }) => {
  const tabTo = async (found: () => Promise<boolean>) => {
    for (let n = 0; n < 80 && !(await found()); n++) await page.keyboard.press('Tab');
    expect(await found()).toBe(true);
  };
  const focusedName = () =>
    page.evaluate(
      () =>
        document.activeElement?.getAttribute('aria-label') ??
        document.activeElement?.textContent?.trim() ??
        '',
    );
  const palette = async (words: string) => {
    await page.keyboard.press('Control+k');
    await expect(page.getByRole('combobox', { name: /Find an action/ })).toBeFocused();
    await page.keyboard.type(words);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog', { name: /Find an action/ })).toBeHidden();
  };
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  await palette('brief');
  await expect(proved(page)).toBeVisible();
  const before = (await figure(page).textContent()) ?? '';
  await tabTo(async () => (await focusedName()) === 'Budget');
  await page.keyboard.press('Control+a');
  await page.keyboard.type('480');
  await page.keyboard.press('Tab');
  await expect(figure(page)).not.toHaveText(before);
  await expect(proved(page)).toBeVisible();
  const used = Number(await figure(page).textContent());
  await tabTo(async () => (await focusedName()) === 'Used');
  await page.keyboard.press('Enter');
  await expect(figure(page)).not.toHaveText(String(used));
  await expect(proved(page)).toBeVisible();
  expect(Number(await figure(page).textContent())).toBeLessThan(used);
  await palette('undo used');
  await expect(figure(page)).toHaveText(String(used));

  // Find the best from the palette, and keep it; then the best for more, from a rung.
  await palette('find the best');
  const dialog = page.getByRole('dialog', { name: 'Find the best' });
  await expect(dialog.getByText('Proved best')).toBeVisible();
  await tabTo(async () => (await focusedName()) === 'Keep as a new candidate');
  await page.keyboard.press('Enter');
  await expect(dialog).toBeHidden();
  await palette('stretch');
  await expect(page.getByText('all proved')).toBeVisible();
  await page.getByRole('slider', { name: 'Second budget' }).focus();
  const value = await page.getByRole('slider', { name: 'Second budget' }).getAttribute('aria-valuetext');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('slider', { name: 'Second budget' })).not.toHaveAttribute(
    'aria-valuetext',
    value ?? '',
  );
  await tabTo(async () => (await focusedName()).startsWith('Keep the rung'));
  await page.keyboard.press('Enter');
  await palette('compare');
  await expect(page.getByRole('columnheader', { name: /^Rung at/ })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Best', exact: true })).toBeVisible();
  await tabTo(async () => (await focusedName()) === 'CSV');
  const [download] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Enter')]);
  expect(readFileSync(await download.path(), 'utf8').split('\r\n')[0]).toContain('First idea,Best,Rung at');
});
