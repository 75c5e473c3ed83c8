import type { Page } from '@playwright/test';
import { expect, expectAxeClean, reset, test, saving } from '../fixtures.ts';

test.beforeEach(async ({ request }) => reset(request));

const due = (page: Page) => page.locator('.ruler .head strong');
const cents = async (page: Page) =>
  Math.round(Number((await due(page).innerText()).replace(/[€,]/g, '')) * 100);
const lane = (page: Page, name: string) => page.getByRole('listbox', { name: new RegExp(`^${name} lane`) });

test('extras are added in their lanes, held by every search, counted in air and noise, and taken back', async ({
  clean: page,
}) => {
  await page.goto('/picks');
  await expect(lane(page, 'Processor')).toBeVisible();
  await expect(lane(page, 'Extras')).toBeHidden();
  await page.getByRole('button', { name: 'All lanes' }).click();
  await expect(lane(page, 'Third drive')).toBeVisible();
  const before = await cents(page);
  await expect(page.getByText(/Air: 0 fans in, 1 fan out/)).toBeVisible();

  // The cheapest extras stand first: after “none” the dust filter, the fan.
  // By key from the first lane to it, which brings it into sight.
  const extras = lane(page, 'Extras');
  await lane(page, 'Processor').focus();
  await expect(async () => {
    await page.keyboard.press('ArrowDown');
    await expect(extras).toBeFocused({ timeout: 500 });
  }).toPass();
  await expect(extras).toBeInViewport();
  await page.keyboard.press('Home');
  const strip = page.locator('.strip');
  await expect(async () => {
    await page.keyboard.press('ArrowRight');
    expect(await strip.innerText()).toContain('Draughtley Fan 120');
  }).toPass();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Air: 1 fan in, 1 fan out/)).toBeVisible();
  const withFan = await cents(page);
  expect(withFan).toBeGreaterThan(before);
  await expect(lane(page, 'Extras, second')).toBeVisible();

  await page.keyboard.press('f');
  const dialog = page.getByRole('dialog', { name: 'Find the best' });
  await expect(dialog).toContainText('Proved best');
  await dialog.getByRole('button', { name: 'Take all' }).click();
  await expect(page.getByText('Draughtley Fan 120').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  // Fan and lock went in one step.
  await expect(page.getByText(/Air: 0 fans in, 1 fan out/)).toBeVisible();
  expect(await cents(page)).toBe(before);
  await expectAxeClean(page);
});

test('an optical drive asks for its place, its plug and its port', async ({ clean: page, request }) => {
  await reset(request, (workspace) => {
    const [first] = workspace.candidates as { picks: object }[];
    const drive = { part: 'coldharbour-sons-optical-drive', offer: null };
    workspace.candidates = [{ ...first, picks: { ...first.picks, extras: drive, extras2: drive } }];
  });
  await page.goto('/picks');
  // The old office case does not say how many it has.
  await expect(page.getByText('5.25-inch places: not known, a spec is missing.')).toBeVisible();
});

test('a processor that starts the board is priced, counted in, and keeps the board', async ({
  clean: page,
  request,
}) => {
  await reset(request, (workspace) => {
    const [first] = workspace.candidates as { picks: object }[];
    const motherboard = { part: 'oddeby-mole-t4-1a4', offer: null };
    workspace.candidates = [{ ...first, picks: { ...first.picks, motherboard } }];
  });
  await page.goto('/picks');
  const found = page.locator('.donor');
  await expect(found).toContainText('With a processor that it starts with');
  const price = /\+€(\d+\.\d\d)/.exec(await found.innerText())?.[1] ?? '';
  const left = page.locator('.ruler .head .state');
  const amount = async () => Number(/[\d.,]+/.exec(await left.innerText())?.[0].replace(',', ''));
  const before = await amount();
  await found.getByRole('button', { name: 'Count it in, and keep this motherboard' }).click();
  await expect(found).toBeHidden();
  await expect(
    page.getByText('Flash it before the first start with a borrowed older processor'),
  ).toBeAttached();
  expect(await amount()).toBeCloseTo(before - Number(price), 2);
  await page.goto('/brief');
  await expect(page.getByLabel('What comes beside the parts, 1')).toHaveValue(/to update the BIOS$/);
  await page.locator('h1').click();
  await saving(page, () => page.keyboard.press('Control+z'));
  await page.goto('/picks');
  await expect(found).toBeVisible();
});
