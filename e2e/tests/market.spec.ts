import type { Page } from '@playwright/test';
import { demoFile, expect, expectAxeClean, test } from '../fixtures.ts';

/* Prices imported, corrected, and brought by the market’s clock: the database of these tests does not stay as it was. */

const row = (page: Page, name: RegExp) => page.locator('button.row', { hasText: name });

test('a wrong look is corrected where it stands, and that is taken back', async ({ clean: page }) => {
  await page.goto('/ripeness');
  await row(page, /Kestrand Mole T4-2M10/)
    .first()
    .click();
  await page.getByText(/The \d+ price checks behind it/).click();
  await page.getByRole('button', { name: /Correct the price check of 19 Nov 12:00 at Pennywharf/ }).click();
  await page.getByLabel('Price as it was').fill('55.5');
  await page.getByRole('button', { name: 'It was this price' }).click();
  const line = page.getByRole('row', { name: /19 Nov 12:00 Pennywharf/ });
  await expect(line).toContainText('€55.50');
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(line).not.toContainText('€55.50');
});

test('prices are pasted, looked at, and only then taken; a reload loses nothing typed', async ({
  clean: page,
}) => {
  await page.goto('/prices-in');
  const text = page.getByLabel('Prices as text');
  const part = (demoFile('catalogue.json').parts as { brand: string; name: string; kind: string }[]).find(
    (each) => each.kind === 'cooler',
  );
  await text.fill(
    `name,price,currency\n${part?.brand} ${part?.name},21.50,EUR\nSomething unknown,5.00,EUR\nBroken,1.299,EUR\n`,
  );
  await page.reload();
  await expect(text).toHaveValue(/Something unknown/);
  await page.locator('.n-select[aria-label="From which shop"]').click();
  await page.getByText('Pennywharf (EUR)', { exact: true }).click();
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByText(/Read as a table: 2 prices, 1 that cannot be taken/)).toBeVisible();
  await expect(page.getByText(/row 4.*can be read in 2 ways/)).toBeVisible();
  await expectAxeClean(page);
  await page.getByRole('button', { name: 'Import 1 price' }).click();
  await expect(page.getByText(/1 price imported/)).toBeVisible();
  await expect(text).toHaveValue('');
});

test('the source of a page is read as data, and its scripts are not run', async ({ clean: page }) => {
  await page.goto('/prices-in');
  const part = (demoFile('catalogue.json').parts as { gtin?: string; brand: string; name: string }[]).find(
    (each) => each.gtin,
  );
  await page
    .getByLabel('Prices as text')
    .fill(
      `<html><body onload="document.title='ran'"><script>document.title='ran'</script><script type="application/ld+json">{"@type":"Product","name":"called otherwise","gtin13":"${part?.gtin}","offers":{"@type":"Offer","price":"99.00","priceCurrency":"EUR"}}</script></body></html>`,
    );
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByText('Read as the source of a page: 1 price')).toBeVisible();
  await expect(page.getByText('by item number')).toBeVisible();
  await expect(page).toHaveTitle(/^Prices/);
});

/** Alerts have their own screen: they are shown by day and kind, done with, and that is taken back. */
async function alertsAreDoneWith(page: Page): Promise<void> {
  await page.getByRole('link', { name: /^All (\d+ new ones|alerts)/ }).click();
  await expect(page.getByRole('heading', { name: 'Alerts', level: 1 })).toBeVisible();
  const main = page.getByRole('main');
  const counts = main.getByRole('button', { name: /^New only/ });
  const before = (await counts.textContent())!;
  const all = Number(/\((\d+) of/.exec(before)![1]);
  expect(all).toBeGreaterThan(1);
  const first = main.getByRole('listitem').first();
  const title = (await first.locator('b').textContent())!;
  await first.getByRole('button', { name: `Done with: ${title}` }).click();
  await expect(counts).toContainText(`(${all - 1} of`);
  await page
    .locator('.n-message', { hasText: 'Done with 1 alert.' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(counts).toHaveText(before);
  await main.getByRole('button', { name: `Done with all ${all}` }).click();
  await expect(main.getByText('Nothing new.')).toBeVisible();
  await counts.click();
  await expect(main.getByRole('listitem').first()).toContainText(title);
  await main
    .getByRole('button', { name: `Not done with: ${title}` })
    .first()
    .click();
  await expect(counts).toContainText('(1 of');
}

test('the market’s clock goes on, prices come in, totals and alerts follow; a fault is shown and mended', async ({
  page,
}) => {
  await page.goto('/prices-in');
  await expect(page.getByText('20 Nov 2026', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'A week on' }).click();
  await expect(page.getByText('27 Nov 2026', { exact: true })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Boltbarrow, feed' })).toContainText(
    /fetched.*\d+ prices/,
  );
  await page.goto('/ripeness');
  await expect(page.getByRole('region', { name: 'Alerts' }).getByRole('listitem').first()).toBeVisible();
  await alertsAreDoneWith(page);
  await page.goto('/ripeness');
  await expect(page.getByRole('img', { name: /First idea: €.* to €/ })).toBeVisible();
  const atom = await (await page.request.get('/alerts.atom')).text();
  expect(atom).toContain('<entry>');
  // A month of trouble in a day: the shop answers with errors.
  await page.goto('/prices-in');
  await page.locator('.n-select[aria-label="It"]').click();
  await page.getByText('answers with errors', { exact: true }).click();
  await page.getByRole('button', { name: 'A day on' }).click();
  const source = page.getByRole('listitem').filter({ hasText: 'Pennywharf, price list' });
  await expect(source).toContainText('The other side answered 500');
  await expect(source).toContainText('last good 27 Nov');
  await page.locator('.n-select[aria-label="It"]').click();
  await page.getByText('works', { exact: true }).click();
  await page.getByRole('button', { name: 'A day on' }).click();
  await expect(source).not.toContainText('answered 500');
  await expect(page.getByText('29 Nov 2026', { exact: true })).toBeVisible();
});
