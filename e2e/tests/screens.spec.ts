import { expect, expectAxeClean, reset, test } from '../fixtures.ts';

test.beforeEach(async ({ request }) => reset(request));

for (const theme of ['light', 'dark'] as const) {
  for (const screen of ['brief', 'picks', 'data']) {
    test(`${screen} is free of axe findings, ${theme}`, async ({ clean: page }) => {
      await page.emulateMedia({ colorScheme: theme });
      await page.goto(`/${screen}`);
      await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
      await page.waitForTimeout(500);
      await expectAxeClean(page);
    });
  }
  test(`the proposal is free of axe findings, ${theme}`, async ({ clean: page }) => {
    await page.emulateMedia({ colorScheme: theme });
    await page.goto('/picks');
    await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
    await page.keyboard.press('f');
    await expect(page.getByRole('button', { name: 'Take runner-up 1', exact: true })).toBeVisible();
    await page.waitForTimeout(400);
    await expectAxeClean(page);
  });
}

for (const screen of ['brief', 'picks', 'data']) {
  test(`${screen} fits a screen of 390 px: nothing sticks out sideways`, async ({ clean: page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(`/${screen}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
    await page.waitForTimeout(400);
    const overflow = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect(overflow).toBeLessThanOrEqual(0);
    if (screen !== 'data') await expect(page.locator('.ruler')).toBeVisible();
    await expectAxeClean(page);
  });
}

test('at 1280 x 800 all lanes, the ruler and the rates are on screen without scrolling', async ({
  clean: page,
}) => {
  await page.goto('/picks');
  await expect(page.locator('[role=listbox]')).toHaveCount(9);
  for (const lane of await page.locator('[role=listbox]').all()) {
    const box = await lane.boundingBox();
    expect(box && box.y >= 0 && box.y + box.height <= 800).toBe(true);
  }
  await expect(page.getByRole('heading', { name: 'Frame rates' })).toBeInViewport();
  await expect(page.locator('.ruler')).toBeInViewport();
});
