import type { Page } from '@playwright/test';
import { expect, expectAxeClean, reset, smallTargets, test } from '../fixtures.ts';
import { goTo, MONEY_SCREENS, OTHERS, settled } from '../screens.ts';

// These are long, and the last of all: both workers share them.
test.describe.configure({ mode: 'parallel' });

/** A second candidate, so that the line-up has something to compare. */
test.beforeEach(async ({ request }) =>
  reset(request, (workspace) => {
    const [first] = workspace.candidates as { picks: object }[];
    workspace.candidates.push({
      id: 'second',
      name: 'Second idea',
      picks: { ...first.picks, cooler: undefined },
    });
  }),
);
const overflow = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

/** Switches the system's theme, and waits until the page has drawn itself in it. */
async function inTheme(page: Page, colorScheme: 'light' | 'dark'): Promise<void> {
  await page.emulateMedia({ colorScheme });
  await expect(page.locator('html')).toHaveAttribute('data-theme', colorScheme);
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
}

async function expectFit(page: Page, screen: string): Promise<void> {
  await settled(page, screen);
  await expectAxeClean(page);
  await inTheme(page, 'dark');
  await page.setViewportSize({ width: 390, height: 844 });
  await expect.poll(() => overflow(page)).toBeLessThanOrEqual(0);
  if (MONEY_SCREENS.includes(screen)) await expect(page.locator('.phone-top')).toBeVisible();
  await expect(page.locator('nav.bar')).toBeVisible();
  // Styles of the new width come a moment after it.
  await expect.poll(() => smallTargets(page)).toEqual([]);
  await expect(page.locator('kbd:visible')).toHaveCount(0);
  await page.waitForTimeout(100);
  await expectAxeClean(page);
  await page.setViewportSize({ width: 1280, height: 800 });
  await inTheme(page, 'light');
}

for (const [name, screens] of [
  ['screens that count money', MONEY_SCREENS],
  ['the other screens', OTHERS],
] as const)
  test(`${name} are free of axe findings in both themes, the dark one on 390 px, where nothing sticks out sideways`, async ({
    clean: page,
  }) => {
    await page.emulateMedia({ colorScheme: 'light' });
    await page.goto(`/${screens[0]}`);
    for (const screen of screens)
      await test.step(screen, async () => {
        if (screen !== screens[0]) await goTo(page, screen);
        await expectFit(page, screen);
      });
  });

test('picks and growth opened on 390 px fit as well', async ({ clean: page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const screen of ['picks', 'growth']) {
    await page.goto(`/${screen}`);
    await settled(page, screen);
    expect(await overflow(page)).toBeLessThanOrEqual(0);
  }
});

test('the proposal is free of axe findings in both themes', async ({ clean: page }) => {
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  await page.keyboard.press('f');
  await expect(page.getByRole('button', { name: 'Take runner-up 1', exact: true })).toBeVisible();
  await page.waitForTimeout(100);
  await expectAxeClean(page);
  await inTheme(page, 'dark');
  await expectAxeClean(page, ['color-contrast']);
});

test('palette, shortcuts, lines of the total and sources of a rate are free of axe findings, and Escape closes them', async ({
  clean: page,
}) => {
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  for (const [name, open] of [
    ['the palette', () => page.keyboard.press('Control+k')],
    ['the list of shortcuts', () => page.keyboard.press('?')],
    ['the lines of the total', () => page.getByTitle('What the total is made of').click()],
    ['where a rate comes from', () => page.getByTitle('Where Netfall Five gets its frames from').click()],
  ] as const)
    await test.step(name, async () => {
      await open();
      await expect(page.getByRole('dialog')).toBeVisible();
      await page.waitForTimeout(100);
      await expectAxeClean(page);
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toBeHidden();
    });
});

test('at 1280 x 800 all lanes, the ruler and the rates are on screen without scrolling', async ({
  clean: page,
}) => {
  await page.goto('/picks');
  await expect(page.locator('[role=listbox]')).toHaveCount(10);
  for (const lane of await page.locator('[role=listbox]').all()) {
    const box = await lane.boundingBox();
    expect(box && box.y >= 0 && box.y + box.height <= 800).toBe(true);
  }
  await expect(page.getByRole('heading', { name: 'Frame rates' })).toBeInViewport();
  await expect(page.locator('.ruler')).toBeInViewport();
  // Nor can the page itself be scrolled: it would move under the hand.
  expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBe(800);
  for (const tool of ['Undo', 'Help', 'Dark', 'Fold'])
    await expect(page.getByRole('button', { name: tool })).toBeInViewport({ ratio: 1 });
});

test('a screen that is opened by key has the focus: the next Tab goes into it', async ({ clean: page }) => {
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  // Wherever the focus was before: the palette gives it back only on the screen that it was opened on.
  await page.getByRole('link', { name: 'Picks' }).focus();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Brief');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/brief$/);
  await expect(page.getByRole('heading', { name: 'Brief', level: 1 })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('textbox', { name: 'Name of the brief' })).toBeFocused();
});
