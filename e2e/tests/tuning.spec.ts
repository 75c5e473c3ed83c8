import { demoFile, expect, expectAxeClean, reset, test } from '../fixtures.ts';

test.beforeEach(async ({ request }) => {
  await request.put('/api/catalogue', { data: demoFile('catalogue.json') });
  await reset(request);
});

interface Kept {
  readonly workspace: {
    readonly tunings: readonly {
      readonly attempts: readonly { readonly setting: number; readonly outcome: string | null }[];
    }[];
  };
}

test('a step is on disk before it is tried; after a crash the app asks, and goes on from the answer', async ({
  clean: page,
  request,
}) => {
  const attempts = async () =>
    ((await (await request.get('/api/workspace')).json()) as Kept).workspace.tunings[0]?.attempts ?? [];
  await page.goto('/tuning');
  const open = () => page.getByRole('button', { name: 'Processor', exact: true }).click();
  await open();
  const now = page.getByRole('region', { name: 'Now' });
  await now.getByRole('button', { name: 'Write it down, then set it' }).click();
  await expect(now.getByText('It is written down. Set it')).toBeVisible();
  expect(await attempts()).toMatchObject([{ outcome: null }]);
  await now.getByRole('textbox', { name: 'Hottest' }).fill('71');
  await now.getByRole('button', { name: 'It held' }).click();
  await now.getByRole('button', { name: 'Write it down, then set it' }).click();
  await expect(now.getByText('It is written down. Set it')).toBeVisible();

  // The machine goes down: the page is gone in the middle of the attempt.
  await page.goto('about:blank');
  await page.goto('/tuning');
  await open();
  await expect(now.getByRole('alert')).toContainText('Did the machine go down in it?');
  await now.getByRole('button', { name: 'It crashed' }).click();
  await expect(now.getByText('The long soak')).toBeVisible();
  const [first, second] = await attempts();
  expect(first).toMatchObject({ outcome: 'held', celsius: 71 });
  expect(second).toMatchObject({ outcome: 'crash', setting: first.setting + 25 });
  await page.reload();
  await open();
  await expect(now.getByRole('alert')).toHaveCount(0);

  // A limit of one's own stops a step, whatever is said of it.
  await now.getByRole('button', { name: 'Write it down, then set it' }).click();
  await now.getByRole('textbox', { name: 'Hottest' }).fill('97');
  await now.getByRole('textbox', { name: 'Voltage' }).focus();
  await expect(now.getByRole('alert')).toContainText('97 °C, and 90 is the most that you allow');
  await now.getByRole('button', { name: 'It held' }).click();
  await expect(page.getByRole('region', { name: 'Attempts' }).getByText('stopped at a limit')).toBeVisible();
  await expectAxeClean(page);
});

test('what is set up after the first start is read off, and a reading that is off says what it points to', async ({
  clean: page,
}) => {
  await page.goto('/build-day');
  await page.getByRole('button', { name: 'The first start', exact: true }).click();
  const start = page.getByRole('region', { name: 'First start' });
  await start.getByRole('button', { name: 'It starts' }).click();
  await expect(start.getByText(/With the memory’s profile off, \d+ % of the frames/)).toBeVisible();
  const clock = start.getByRole('textbox', { name: 'Read off, MHz' });
  await clock.fill('1200');
  await clock.press('Tab');
  await expect(start.getByRole('alert')).toContainText('the profile is off');
  await clock.fill('1800');
  await clock.press('Tab');
  await expect(start.getByRole('alert')).toHaveCount(0);
  await expectAxeClean(page);
});
