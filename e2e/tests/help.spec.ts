import { expect, expectAxeClean, test } from '../fixtures.ts';

/* The app explains itself: a tour the first time on a screen, a guide by screen, and both again from the keys' dialog. */

test('the first time on Picks a tour points at the person’s own build, step by step, once', async ({
  clean: page,
}) => {
  await page.goto('/picks');
  await page.evaluate(() => {
    sessionStorage.setItem('with-tours', 'yes');
    localStorage.removeItem('ripe-pick-tours-seen');
  });
  await page.reload();
  const tour = page.getByRole('group', { name: 'Tour' });
  await expect(tour).toContainText('1 of 4');
  await expect(tour).toContainText('Tarnholt Dunlin 250');
  await expectAxeClean(page);
  await tour.getByRole('button', { name: 'Next' }).click();
  await expect(tour).toContainText('Left saves money');
  await tour.getByRole('button', { name: 'Next' }).click();
  await expect(tour).toContainText('3 of 4');
  await tour.getByRole('button', { name: 'Next' }).click();
  await expect(tour).toContainText('proved');
  await tour.getByRole('button', { name: 'Done' }).click();
  await expect(tour).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('listbox', { name: /^Network lane/ })).toBeVisible();
  await expect(tour).toHaveCount(0);

  // Skipped on the next screen with one; again from the help.
  await page.goto('/stretch');
  await tour.getByRole('button', { name: 'Skip the tour' }).click();
  await expect(tour).toHaveCount(0);
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'Show me around this screen' }).click();
  await expect(tour).toContainText('1 of 3');
  await page.keyboard.press('Tab');
  await tour.getByRole('button', { name: 'Skip the tour' }).focus();
  await page.keyboard.press('Escape');
  await expect(tour).toHaveCount(0);
  await page.evaluate(() => sessionStorage.clear());
});

test('the guide opens at the screen that is open, and holds all others', async ({ clean: page }) => {
  await page.goto('/shopping-day');
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'Guide to this screen' }).click();
  const guide = page.getByRole('dialog', { name: 'Guide' });
  await expect(guide.locator('article')).toContainText('Turn into orders');
  await expectAxeClean(page);
  await guide.locator('.n-base-selection').click();
  await page.locator('.n-base-select-option').getByText('Check a list', { exact: true }).click();
  await expect(guide.locator('article')).toContainText('Make it a candidate');
  await page.keyboard.press('Escape');
});
