import type { Page } from '@playwright/test';
import { demoFile, expect, expectAxeClean, reset, test, withoutTours } from '../fixtures.ts';

/* Another device of the home network: let in by a code, held to what it may do, and shut out. */

test.beforeEach(async ({ request }) => {
  await request.put('/api/catalogue', { data: demoFile('catalogue.json') });
  await reset(request);
});

const panel = (page: Page) => page.getByRole('region', { name: 'Other devices' });
const letIn = (page: Page) => page.getByRole('heading', { name: 'Let this device in' });
const sum = (page: Page) => page.getByRole('textbox', { name: 'Budget', exact: true });

test('a phone is let in by a code, changes what it may, looks where it may only look, and is shut out', async ({
  clean: page,
  browser,
  request,
}) => {
  await page.goto('/data');
  await panel(page).getByRole('switch', { name: 'Open to my home network' }).click();
  await expect(panel(page).getByText('the fingerprint (SHA-256)')).toBeVisible();
  const address = (await panel(page).locator('.address').textContent()) ?? '';
  expect(address).toMatch(/^https:\/\/127\.0\.0\.2:\d+$/);
  await panel(page).getByRole('button', { name: 'Let a device in' }).click();
  const code = (await panel(page).locator('.big').textContent()) ?? '';
  await expect(panel(page).getByRole('img', { name: `${address}/#${code}` })).toBeVisible();
  await expectAxeClean(page);

  const context = await browser.newContext({
    ...{ viewport: { width: 390, height: 844 }, reducedMotion: 'reduce', ignoreHTTPSErrors: true },
  });
  await withoutTours(context);
  const phone = await context.newPage();
  // Whatever it opens, there is only the field for the code.
  await phone.goto(`${address}/records`);
  await expect(letIn(phone)).toBeVisible();
  await expect(phone.getByRole('link')).toHaveCount(0);
  await expectAxeClean(phone);
  await phone.getByRole('textbox', { name: 'Code' }).fill('00000-00000');
  await phone.getByRole('button', { name: 'Let it in' }).click();
  await expect(phone.getByRole('alert')).toContainText('This code does not count');
  await phone.getByRole('textbox', { name: 'Code' }).fill(code.toLowerCase().replace('-', ' '));
  await phone.getByRole('textbox', { name: 'Name of this device' }).fill('My phone');
  await phone.getByRole('button', { name: 'Let it in' }).click();
  await expect(phone.getByText('First idea').first()).toBeVisible();
  await expect(panel(page).getByRole('textbox', { name: 'Name of My phone' })).toBeVisible();
  await expect(panel(page).getByRole('button', { name: 'Let a device in' })).toBeVisible(); // the code is used up

  // It changes the plan, and the machine hears of it.
  const kept = async () =>
    (
      (await (await request.get('/api/workspace')).json()) as {
        workspace: { brief: { money: { budgetMinor: number } } };
      }
    ).workspace.brief.money.budgetMinor;
  await phone.goto(`${address}/brief`);
  await sum(phone).fill('555.00');
  await sum(phone).press('Tab');
  await expect.poll(kept).toBe(55_500);

  // From now on it may look: what is tried out there is kept nowhere.
  await panel(page).getByRole('button', { name: 'Let it look only: My phone' }).click();
  await expect(panel(page).getByText('may look; let in')).toBeVisible();
  await phone.reload();
  await expect(phone.getByText('This device may look.')).toBeVisible();
  await sum(phone).fill('444.00');
  await sum(phone).press('Tab');
  await expect(phone.getByRole('alert')).toHaveCount(0);
  await phone.goto(`${address}/data`);
  await expect(phone.getByRole('heading', { name: 'Files and backup', exact: true })).toBeVisible();
  await expect(panel(phone)).toHaveCount(0);
  expect(await kept()).toBe(55_500);

  await panel(page).getByRole('button', { name: 'Shut out …: My phone' }).click();
  await panel(page).getByRole('button', { name: 'Shut it out' }).click();
  await expect(panel(page).getByRole('list', { name: 'Devices' })).toHaveCount(0);
  await phone.goto(`${address}/picks`);
  await expect(letIn(phone)).toBeVisible();

  await panel(page).getByRole('switch', { name: 'Open to my home network' }).click();
  await expect(panel(page).getByText('the fingerprint (SHA-256)')).toHaveCount(0);
  await expect(phone.goto(`${address}/picks`)).rejects.toThrow('ERR_CONNECTION_REFUSED');
  await context.close();
});
