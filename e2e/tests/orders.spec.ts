import type { Page } from '@playwright/test';
import { expect, expectAxeClean, reset, test, saving } from '../fixtures.ts';

test.beforeEach(async ({ request }) => reset(request));
const head = (page: Page) => page.locator('.ruler .head');
const basket = (page: Page) => page.getByRole('region', { name: /ordered|orders?,/ });

/** Orders the cheapest basket of the first idea: 418.37, of which the card is 119.99 and its shipping 5.90. */
async function orderAll(page: Page): Promise<void> {
  await page.goto('/shopping-day');
  await page.getByRole('button', { name: 'Take these offers' }).click();
  await page.getByRole('button', { name: 'Turn into orders' }).click();
  await expect(page.getByRole('heading', { name: 'Everything is ordered' })).toBeVisible();
}
const stateOf = (page: Page, part: string) => page.getByLabel(`State of ${part}`).first();
const CARD = 'Bramfell Ember 270 Duo 8 GB';

test('what is ordered is fixed: the total stays to the cent, the search keeps it, and a change orders the difference', async ({
  clean: page,
}) => {
  await orderAll(page);
  await expect(head(page)).toContainText('€418.37 of it ordered');
  await expect(basket(page)).toContainText('7 parts are ordered already for €418.37');
  // The card is cancelled: 418.37 − 119.99 − 5.90 = 292.48 stay ordered, and only the card is to be ordered again.
  await page.locator('details.order', { hasText: CARD }).first().locator('summary').click();
  await stateOf(page, CARD).selectOption('cancelled');
  await expect(head(page)).toContainText('€292.48 of it ordered');
  await expect(page.getByRole('heading', { name: '1 order, €125.89 due at checkout' })).toBeVisible();
  // The search keeps what is ordered, and spends what is left on the card.
  await page.goto('/picks');
  await expect(page.getByRole('button', { name: 'Processor is ordered' })).toBeVisible();
  await page.getByRole('button', { name: 'Find the best' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Proved best');
  await expect(dialog.getByRole('row', { name: /^Take (Processor|Board|Memory|Power supply)/ })).toHaveCount(
    0,
  );
  await dialog.getByRole('button', { name: 'Take all' }).click();
  await page.goto('/shopping-day');
  await expect(basket(page)).toContainText('parts are ordered already for €292.48');
  await expect(basket(page)).not.toContainText('Tarnholt Dunlin 250');
  await expectAxeClean(page);
});

test('an order typed in fixes its parts, and a sold one leaves its loss', async ({ clean: page }) => {
  await page.goto('/shopping-day');
  await page.getByRole('button', { name: 'Type in an order' }).click();
  const form = page.getByRole('form', { name: 'An order typed in' });
  await form.getByRole('button', { name: 'Keep the order' }).click();
  await expect(form.getByRole('alert')).toHaveText('Say where it was ordered.');
  await form.getByLabel('Shop or seller').fill('Corner stall');
  await form.getByLabel('Part 1', { exact: true }).click();
  await form.getByLabel('Part 1', { exact: true }).pressSequentially('Dunlin 250');
  await page.locator('.n-base-select-option', { hasText: /^Tarnholt Dunlin 250$/ }).click();
  await form.getByLabel('Paid for part 1').fill('120,50');
  await form.getByLabel('Shipping').fill('4');
  await form.getByRole('button', { name: 'Keep the order' }).click();
  // 120.50 and 4.00 of shipping.
  await expect(head(page)).toContainText('€124.50 of it ordered');
  await stateOf(page, 'Tarnholt Dunlin 250').selectOption('sold');
  await page.getByLabel('Money back for Tarnholt Dunlin 250').fill('100');
  await page.keyboard.press('Tab');
  // Nothing of that order is left to carry 120.50 + 4.00 − 100.00.
  await expect(page.getByText('€24.50 was lost on orders of which nothing is left')).toBeVisible();
  await page.locator('h1').click();
  for (let n = 0; n < 2; n++) await page.keyboard.press('Control+z');
  await expect(head(page)).toContainText('€124.50 of it ordered');
});

test('a held offer is kept by the search', async ({ clean: page }) => {
  await page.goto('/shopping-day');
  await saving(page, () => page.getByRole('button', { name: 'Take these offers' }).click());
  await page.goto('/picks');
  await page.getByRole('listbox', { name: /Graphics card/ }).focus();
  await page.keyboard.press('o');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Hold this offer' }).first().click();
  await expect(dialog.getByRole('button', { name: 'Held' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('f');
  await expect(page.getByRole('dialog', { name: 'Find the best' })).toContainText('Proved best');
  await expect(page.getByRole('row', { name: /Take Graphics card/ })).toHaveCount(0);
});
