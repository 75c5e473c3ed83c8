import { readFile } from 'node:fs/promises';
import { demoFile, expect, expectAxeClean, reset, test } from '../fixtures.ts';

interface Stored {
  readonly parts: { readonly id: string }[];
  readonly offers: { readonly id: string; readonly part: string }[];
}

test.beforeEach(async ({ request }) => {
  await request.put('/api/catalogue', { data: demoFile('catalogue.json') });
  await reset(request);
});

test('marked parts are handed on as a pack; another takes it in, sees whose it is, and takes it out whole', async ({
  clean: page,
  request,
}) => {
  await page.goto('/parts');
  await page.getByRole('searchbox', { name: 'Search the parts' }).fill('plover');
  await expect(page.getByText('6 of 340')).toBeVisible();
  const marks = page.getByRole('checkbox', { name: /^Mark/ });
  await marks.first().click();
  await marks.nth(5).click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'Hand on as a pack' }).click();
  const dialog = page.getByRole('dialog', { name: 'Hand on as a pack' });
  await dialog.getByRole('textbox', { name: 'Name of the pack' }).fill('Plover processors');
  await dialog.getByRole('button', { name: 'Save the pack' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Who hands it on is missing');
  await dialog.getByRole('textbox', { name: 'Who hands it on' }).fill('Oddny');
  const saving = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save the pack' }).click();
  const saved = await saving;
  expect(saved.suggestedFilename()).toBe('plover-processors.json');
  const pack = await readFile(await saved.path());

  // Somebody who has only four of these parts, without their offers.
  const demo = demoFile('catalogue.json') as unknown as Stored & { frameModel: object };
  const kept = demo.parts.filter(({ id }) => !/plover-2/.test(id));
  const offers = demo.offers.filter(({ part }) => kept.some(({ id }) => id === part));
  await request.put('/api/catalogue', {
    data: {
      ...demo,
      parts: kept,
      offers,
      deals: [],
      frameModel: { ...demo.frameModel, cpus: [], gpus: [], integrated: [], fit: undefined },
    },
  });
  // What is named by a benchmark of their own would stay.
  const { records } = (await (await request.get('/api/records')).json()) as { records: { id: string }[] };
  await request.post('/api/records', { data: { put: [], remove: records.map(({ id }) => id) } });
  /** The model is fitted anew meanwhile. */
  const stored = async () => {
    const { frameModel: _, ...rest } = (await (await request.get('/api/catalogue')).json()) as Stored & {
      frameModel: object;
    };
    return rest;
  };
  const before = await stored();
  await page.goto('/data');
  const file = page.locator('input[aria-label="Catalogue file"]');
  await file.setInputFiles({
    name: 'bad.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"ripe-pick/pack","version":1,"name":"","parts":[{}]}'),
  });
  await expect(page.getByRole('alert')).toContainText('The pack was not taken');
  await file.setInputFiles({ name: 'plover.json', mimeType: 'application/json', buffer: pack });
  await expect(page.getByText(/is the pack Plover processors by Oddny/)).toBeVisible();
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(page.getByText(/^Imported: 2 parts/)).toBeVisible();
  expect((await stored()).parts).toHaveLength(before.parts.length + 2);
  await expectAxeClean(page);
  await page.getByRole('button', { name: 'Remove again: Plover processors' }).click();
  await page
    .getByRole('alertdialog', { name: 'Remove Plover processors' })
    .getByRole('button', { name: 'Remove it' })
    .click();
  await expect(page.getByText('Plover processors is deleted. Ctrl+Z brings it back.')).toBeVisible();
  expect(await stored()).toEqual(before);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Remove again: Plover processors' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect.poll(stored).toEqual(before);
  await request.post('/api/records', { data: { put: records, remove: [] } });
});
