import { expect, reset, test } from '../fixtures.ts';

const SUM = { name: 'Budget', exact: true } as const;

test('a number is taken as it is written anywhere, and what cannot be read stays where it was typed', async ({
  page,
  request,
}) => {
  await reset(request);
  await page.goto('/brief');
  const sum = page.getByRole('textbox', SUM);
  for (const [typed, shown] of [
    ['1.299,-', '1299.00'],
    ['€ 700', '700.00'],
    ['600,00 + 39,90', '639.90'],
    ['７００', '700.00'],
  ]) {
    await sum.fill(typed);
    await sum.press('Tab');
    await expect(sum).toHaveValue(shown);
  }
  // Another currency is no amount of this one: nothing is changed, nothing typed is lost, and the field says why.
  await sum.fill('$650');
  await sum.press('Tab');
  await expect(sum).toHaveValue('$650');
  await expect(sum).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByRole('alert')).toHaveText('Not a number in EUR. Like 139.90, or 49.90+4.90.');
  await expect(page.getByText('€700.00').first()).toBeVisible();
  // Key by key, where the first keys alone could be read: nothing is changed all the same.
  await sum.fill('');
  await sum.pressSequentially('12 USD');
  await sum.press('Tab');
  await expect(sum).toHaveValue('12 USD');
  await expect(page.getByText('€700.00').first()).toBeVisible();
  const rate = page.getByRole('textbox', { name: 'Refresh rate', exact: true });
  await rate.fill('5 Hz');
  await rate.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'At least 20.' })).toBeVisible();
  // Undone, the field shows what is so again.
  await page.getByRole('heading', { name: 'Brief', exact: true }).click();
  await page.keyboard.press('Control+z');
  await expect(sum).toHaveValue('640.00');
  await expect(sum).not.toHaveAttribute('aria-invalid', 'true');
  await sum.press('ArrowUp');
  await expect(sum).toHaveValue('650.00');
});

test('numbers are written as the user chooses, on every screen, and read back', async ({ page, request }) => {
  await reset(request);
  await page.goto('/data');
  await page.getByText('as this browser is set').click();
  await page.getByText('1.234.567,50, German', { exact: true }).click();
  await page.getByRole('link', { name: 'Brief', exact: true }).click();
  const sum = page.getByRole('textbox', SUM);
  await expect(sum).toHaveValue('640,00');
  await sum.fill('1.299');
  await sum.press('Tab');
  await expect(sum).toHaveValue('1299,00');
  await expect(page.getByText('1.299,00\u00a0€').first()).toBeVisible();
  await page.reload();
  await expect(sum).toHaveValue('1299,00');
});
