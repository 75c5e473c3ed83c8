import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { demoFile, expect, expectAxeClean, reset, saving, test } from '../fixtures.ts';

test.beforeEach(async ({ request }) => {
  await request.put('/api/catalogue', { data: demoFile('catalogue.json') });
  await reset(request);
});

interface Kept {
  readonly workspace: {
    readonly assemblies: readonly { readonly steps: readonly { readonly code: string }[] }[];
  };
}
const card = (page: Page) => page.locator('#step-in-hand article');
const title = (page: Page) => card(page).getByRole('heading', { level: 2 });
const list = (page: Page) => page.getByRole('navigation', { name: 'All steps' });

test('a build day is ticked, skipped with a reason, noted, moved within what binds it, and undone', async ({
  clean: page,
}) => {
  await page.goto('/build-day');
  await expect(page.getByText(/First idea: 0 of \d+ steps/)).toBeVisible();
  await expect(title(page)).toHaveText('Lay everything out and tick it off');
  await page.getByRole('button', { name: 'Every part of the list lies there.' }).click();
  await expect(title(page)).toHaveText('A clear table, no mains');
  await expect(card(page).getByRole('list', { name: 'Cautions' })).toContainText(
    'Never open the power supply',
  );
  // Enter goes on ticking: the button of the next step has the focus.
  await page.keyboard.press('Enter');
  await expect(title(page)).toHaveText('Take the panels off');
  for (let step = 0; step < 2; step++) await page.keyboard.press('Control+z');
  await expect(title(page)).toHaveText('Lay everything out and tick it off');
  await page.keyboard.press('Control+Shift+z');
  await card(page).getByRole('button', { name: 'Skip' }).click();
  await expect(page.getByRole('button', { name: 'Skip it' })).toBeDisabled();
  await page.getByRole('textbox', { name: 'Why it is skipped' }).fill('done yesterday');
  await page.getByRole('button', { name: 'Skip it' }).click();
  await list(page)
    .getByRole('button', { name: /A clear table/ })
    .click();
  await expect(card(page).getByText('Skipped: done yesterday')).toBeVisible();

  // The board cannot go in before its shield, and says why.
  await list(page).getByRole('button', { name: 'The motherboard onto its standoffs' }).click();
  await expect(
    card(page).getByText(/Before it: .*shield does not go in behind the motherboard/),
  ).toBeVisible();
  await card(page).getByRole('button', { name: 'Earlier' }).click();
  await expect(
    page.getByText(/comes after “The shield of the ports into the case”: the shield does not go in/),
  ).toBeVisible();
  await list(page).getByRole('button', { name: 'The shield of the ports' }).click();
  await card(page).getByRole('button', { name: 'Earlier' }).click();
  await expect(card(page).getByText(/^Step 9 of/)).toBeVisible();
  await card(page).getByRole('button', { name: 'Note' }).click();
  await page.getByRole('textbox', { name: 'Note at this step' }).fill('two tongues were bent');
  await saving(page, () => page.getByRole('button', { name: 'Keep the note' }).click());
  await page.reload();
  await list(page).getByRole('button', { name: 'The shield of the ports' }).click();
  await expect(card(page).getByText('Note: two tongues were bent')).toBeVisible();
  await expect(card(page).getByText(/^Step 9 of/)).toBeVisible();
});

test('a first start that fails is asked about, most telling question first, until something helps', async ({
  clean: page,
}) => {
  await page.goto('/build-day');
  await list(page).getByRole('button', { name: 'The first start', exact: true }).click();
  const start = page.getByRole('region', { name: 'First start' });
  // A tick says that it starts: what is set up then is not passed over.
  await page.locator('#step-in-hand .tick').click();
  await expect(start.getByText('It started at the first press.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await list(page).getByRole('button', { name: 'The first start', exact: true }).click();
  await start.getByRole('button', { name: 'It does not, or no picture' }).click();
  await expect(start.getByText('What do the fans do?')).toBeVisible();
  await start.getByRole('button', { name: 'run and keep running' }).click();
  await start.getByText('What it may be, and what was told').click();
  await expect(start.getByText('run and keep running')).toBeVisible();
  for (let n = 0; n < 6; n++) {
    if (await start.getByText(/^Try: /).isVisible()) break;
    await start.getByRole('button', { name: 'I do not know' }).click();
  }
  await start.getByRole('button', { name: 'It made no difference' }).click();
  await expect(start.getByText(/Tried: /)).toBeVisible();
  await expectAxeClean(page);
  for (let n = 0; n < 6 && !(await start.getByText(/^Try: /).isVisible()); n++)
    await start.getByRole('button', { name: 'I do not know' }).click();
  await start.getByRole('button', { name: 'It starts now' }).click();
  await expect(start.getByText(/^It starts\. It was: /)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(start.getByText(/^Try: /)).toBeVisible();
});

test('on a phone that is out of reach of the server for a while no tick is lost, and targets are large', async ({
  browser,
  baseURL,
  request,
}) => {
  // A page of its own: its clock is turned, and the browser says that it is offline.
  const phone = { width: 390, height: 844 };
  const context = await browser.newContext({ baseURL, viewport: phone, reducedMotion: 'reduce' } as object);
  const page = await context.newPage();
  await page.goto('/build-day');
  await expect(title(page)).toBeVisible();
  const buttons = await page.locator('#step-in-hand button').all();
  for (const button of [...buttons, ...(await list(page).getByRole('button').all())])
    expect((await button.boundingBox())?.height).toBeGreaterThanOrEqual(44);
  const tick = async () => {
    const before = await title(page).textContent();
    await page.locator('#step-in-hand .tick').click();
    await expect(title(page)).not.toHaveText(before ?? '');
  };
  await tick();
  await page.clock.install();
  await context.setOffline(true);
  // Twelve minutes.
  for (let n = 0; n < 4; n++) {
    await tick();
    await page.clock.runFor('03:00');
  }
  await context.setOffline(false);
  await page.clock.runFor('00:10');
  await tick();
  await page.clock.runFor('00:10');
  const kept = async () =>
    ((await (await request.get('/api/workspace')).json()) as Kept).workspace.assemblies[0]?.steps.length;
  await expect.poll(kept).toBe(6);
  await expect(page.getByText(/First idea: 6 of \d+ steps/)).toBeVisible();
  await context.close();
});

test('a page that was closed while out of reach brings its ticks in, beside those of another device', async ({
  browser,
  baseURL,
  clean: desktop,
  request,
}) => {
  const context = await browser.newContext({ baseURL, reducedMotion: 'reduce' } as object);
  const phone = await context.newPage();
  await phone.goto('/build-day');
  await expect(title(phone)).toHaveText('Lay everything out and tick it off');
  await context.setOffline(true);
  await phone.locator('#step-in-hand .tick').click();
  await expect(title(phone)).toHaveText('A clear table, no mains');
  await expect(phone.getByText('Not saved')).toBeVisible();
  await phone.close();

  await desktop.goto('/build-day');
  await list(desktop).getByRole('button', { name: 'Take the panels off' }).click();
  await desktop.locator('#step-in-hand .tick').click();
  await expect(list(desktop).getByRole('button', { name: 'Take the panels off , done' })).toBeVisible();
  const kept = async () =>
    ((await (await request.get('/api/workspace')).json()) as Kept).workspace.assemblies[0]?.steps.map(
      ({ code }) => code,
    );
  // The phone's last breath may have reached the server: a page that is closed is out of the tool's hands.
  await expect.poll(kept).toContain('open-case');

  await context.setOffline(false);
  const again = await context.newPage();
  await again.goto('/build-day');
  await expect(again.getByText(/First idea: 2 of \d+ steps/)).toBeVisible();
  await expect.poll(kept).toHaveLength(2);
  await context.close();
});

test('the day goes out as a file and comes back into an empty one', async ({ clean: page, request }) => {
  await page.goto('/build-day');
  for (let n = 0; n < 3; n++) await page.locator('#step-in-hand .tick').click();
  await expect(page.getByText(/First idea: 3 of \d+ steps/)).toBeVisible();
  await page.getByText('As a file').click();
  const out = async (name: string) => {
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name }).click();
    return readFileSync(await (await waiting).path(), 'utf8');
  };
  const json = await out('All of it (JSON)');
  expect(await out('List to tick (Markdown)')).toContain('- [x] Every part of the list lies there.');
  expect((await out('Table (CSV)')).split('\r\n')[1]).toContain('lay-out,before');
  // A page brings in what it has not saved yet, so the day is only emptied once everything of it is kept.
  const kept = async () =>
    ((await (await request.get('/api/workspace')).json()) as Kept).workspace.assemblies[0]?.steps.length;
  await expect.poll(kept).toBe(3);
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeAttached();
  await reset(request);
  await page.reload();
  await expect(page.getByText(/First idea: 0 of \d+ steps/)).toBeVisible();
  await page.getByText('As a file').click();
  const file = page.getByLabel('A build log');
  await file.setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":1}'),
  });
  await expect(page.getByRole('alert')).toContainText('format');
  await file.setInputFiles({ name: 'day.json', mimeType: 'application/json', buffer: Buffer.from(json) });
  await expect(page.getByText(/First idea: 3 of \d+ steps/)).toBeVisible();
  await expectAxeClean(page);
});

test('a dead part names what can take its place today, and the candidate takes it', async ({
  clean: page,
  request,
}) => {
  const loose = ['learning', 'no-power', 'front-lead', 'board-power', 'cpu-power', 'short', 'memory-seat'];
  const others = ['firmware', 'wrong-output', 'screen', 'card-seat', 'card-power', 'cooler-fan', 'drive'];
  await reset(request, (workspace) => {
    const id = 'first'; // the fixture's candidate
    workspace.assemblies = [{ id, start: { atFirstPress: false, tried: [...loose, ...others] } }];
  });
  await page.goto('/build-day');
  const start = page.getByRole('region', { name: 'First start' });
  for (let n = 0; n < 8 && !(await start.getByText(/^Try: .* is dead/).isVisible()); n++)
    await start.getByRole('button', { name: 'I do not know' }).click();
  await expect(start.getByText('no order of it is kept')).toBeVisible();
  const table = start.getByRole('region', { name: 'What can take its place' });
  await expect(table.getByText('the cheapest that fits')).toBeVisible();
  const cheapest = table.getByRole('row', { name: /the cheapest that fits/ });
  const name =
    (await cheapest.getByRole('button').getAttribute('aria-label'))?.replace('Take it: ', '') ?? '';
  await expectAxeClean(page);
  await cheapest.getByRole('button').click();
  await page.goto('/picks');
  await expect(page.getByText(name).first()).toBeVisible();
});

test('with nothing picked the screen says what to do first', async ({ clean: page, request }) => {
  await reset(request, (workspace) => (workspace.candidates = [{ id: 'first', name: 'Bare', picks: {} }]));
  await page.goto('/build-day');
  await expect(page.getByText('pick at least a motherboard and a case')).toBeVisible();
  await expectAxeClean(page);
});
