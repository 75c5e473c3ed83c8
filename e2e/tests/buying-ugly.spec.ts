import type { Page } from '@playwright/test';
import { demoFile, expect, reset, test } from '../fixtures.ts';

/* Buying by keyboard alone, and on data that nobody would wish for. */

const total = (page: Page) => page.locator('.ruler .head strong');
async function tabTo(page: Page, name: string | RegExp): Promise<void> {
  const target = page.getByRole('button', { name, exact: typeof name === 'string' });
  await expect(target).toBeVisible();
  for (let n = 0; n < 80 && !(await target.evaluate((element) => element === document.activeElement)); n++)
    await page.keyboard.press('Tab');
  await expect(target).toBeFocused();
}

test('by keyboard alone: to Shopping day by the palette, take the basket, turn it into orders, undo', async ({
  clean: page,
  request,
}) => {
  await reset(request);
  await page.goto('/picks');
  await expect(page.getByRole('listbox', { name: /Processor lane/ })).toBeVisible();
  await page.keyboard.press('Control+k');
  // By what stands on the screen, not by its name.
  await page.keyboard.type('orders');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/shopping-day/);
  await expect(page.getByText('Second-best split')).toBeVisible();
  const before = (await total(page).textContent()) ?? '';
  await tabTo(page, 'Take these offers');
  await page.keyboard.press('Enter');
  await expect(total(page)).not.toHaveText(before);
  await tabTo(page, 'Turn into orders');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Orders' }).locator('details')).not.toHaveCount(1);
  // The button can no longer be pressed: the focus stays on the screen.
  await expect(page.getByRole('heading', { name: 'Shopping day', level: 1 })).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'Orders' }).locator('details')).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(total(page)).toHaveText(before);
});

test('by keyboard alone: a slip goes on, and its paper is ticked', async ({ clean: page, request }) => {
  await reset(request);
  await page.goto('/slips');
  const paper = page.getByLabel('filled-in form');
  await expect(paper).toBeVisible();
  for (let n = 0; n < 80 && !(await paper.evaluate((element) => element === document.activeElement)); n++)
    await page.keyboard.press('Tab');
  await page.keyboard.press('Space');
  await expect(paper).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(paper).not.toBeChecked();
  await page.keyboard.press('Space');
  await expect(paper).toBeChecked();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('article', { name: /Wrenlow sends/ })).toContainText('money expected about');
});

test('another currency, long names and a part that went: every screen of buying stands', async ({
  page,
  request,
}) => {
  const long = 'Quarterdeck '.repeat(16).trim();
  await reset(request, (workspace) => {
    const brief = workspace.brief as unknown as { money: { currency: string } };
    brief.money.currency = 'JPY';
    const finds = demoFile('buying.json').listings as { name: string; parts: string[] }[];
    workspace.listings = finds.map((find, n) => ({
      ...find,
      name: long,
      parts: n === 0 ? ['gone-for-good'] : find.parts,
    }));
    const slips = demoFile('buying.json').claims as { name: string }[];
    workspace.claims = slips.map((slip) => ({ ...slip, name: long }));
  });
  const failures: string[] = [];
  page.on('pageerror', (error) => failures.push(error.message));
  for (const screen of ['second-hand', 'slips', 'shopping-day', 'audit', 'brief']) {
    await page.goto(`/${screen}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForTimeout(100);
    const sideways = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(sideways).toBeLessThanOrEqual(0);
  }
  await page.goto('/second-hand');
  await expect(page.getByText('No rate is known for EUR').first()).toBeVisible();
  expect(failures).toEqual([]);
});

test('five thousand lines pasted at once are read without the page standing still', async ({
  clean: page,
  request,
}) => {
  await reset(request);
  await page.goto('/audit');
  const lines = Array.from(
    { length: 5000 },
    (_, n) => `Part number ${n}: Something or other ${n} - ${(n % 90) + 10}.50`,
  );
  // As a paste arrives: at once, in one event.
  await page.getByRole('textbox', { name: 'The list to check' }).evaluate(
    (box: HTMLTextAreaElement, text) => {
      box.value = text;
      box.dispatchEvent(new Event('input', { bubbles: true }));
    },
    lines.join('\n').slice(0, 190_000),
  );
  await expect(page.getByText(/Read as plain text: \d+ parts/)).toBeVisible();
  await page.getByRole('button', { name: 'Clear' }).click();
  await expect(page.getByText('Nothing leaves this machine.')).toBeVisible();
});
