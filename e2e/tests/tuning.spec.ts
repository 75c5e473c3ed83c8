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
  // The answer is saved a moment after it is shown; only the step itself has to be on disk before it is tried.
  await expect.poll(async () => (await attempts())[1]?.outcome).toBe('crash');
  const [first, second] = await attempts();
  expect(first).toMatchObject({ outcome: 'held', celsius: 71 });
  expect(second?.setting).toBe((first?.setting ?? 0) + 25);
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

test('readings come from a monitoring tool’s log once its columns are confirmed', async ({ clean: page }) => {
  await page.goto('/tuning');
  await page.getByRole('button', { name: 'Processor', exact: true }).click();
  const now = page.getByRole('region', { name: 'Now' });
  await now.getByRole('button', { name: 'Write it down, then set it' }).click();
  const log = now.getByLabel('Log of a monitoring tool');
  const send = (text: string) =>
    log.setInputFiles({ name: 'log.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await send('1;2\n3;4\n');
  await expect(now.getByRole('alert')).toContainText('No row of headings');
  await send(
    'Log\nTime;CPU [°C];GPU [°C];Vcore [mV]\n20:00;61,5;40;1210\n20:01;74,25;41;1280\n20:02;n/a;41;1250\n',
  );
  await expect(now.getByText('log.csv: 3 rows and 1 beside them')).toBeVisible();
  await expect(now.getByText('most 74.25 °C in 2 rows; 1 cell holds no figure')).toBeVisible();
  await expect(now.getByText('most 1.28 V in 3 rows')).toBeVisible();
  await expectAxeClean(page);
  await now.getByRole('button', { name: 'Take these readings' }).click();
  await now.getByRole('button', { name: 'It held' }).click();
  await expect(page.getByRole('region', { name: 'Attempts' }).getByRole('row').nth(1)).toContainText('74.25');
});

test('a tuned state is expected beside the others, and the brief counts it when it is told to', async ({
  clean: page,
  request,
}) => {
  await reset(request, (workspace) => {
    const id = 'first'; // the fixture's candidate
    const plan = {
      ...{
        stage: 'cpu',
        way: 'clock',
        start: 4000,
        step: 200,
        soakMinutes: 5,
        backOff: 50,
        finalMinutes: 60,
      },
      ...{ margin: 0, limit: 4400, maxCelsius: 90, maxVolts: null },
    };
    const attempts = [4000, 4200, 4400, 4400].map((setting, serial) => ({
      ...{ serial, setting, purpose: serial < 3 ? 'step' : 'final', minutes: 5, outcome: 'held' },
      ...{ beganAt: '2026-11-28T19:00:00Z', celsius: 70, volts: null, errors: 0, score: null, note: '' },
    }));
    workspace.tunings = [{ id: `${id}.cpu`, candidate: id, plan, attempts }];
  });
  await page.goto('/tuning');
  const states = page.getByRole('region', { name: 'What it comes to' });
  await expect(states.getByRole('row', { name: /^Brineball/ })).toBeVisible();
  let gains = 0;
  for (const game of [/^Netfall/, /^Brineball/, /^Lantern/]) {
    const rates = await states.getByRole('row', { name: game }).getByRole('cell').allTextContents();
    const [shipped, profile, tuned] = rates.map((text) => parseFloat(text));
    expect(shipped).toBeLessThanOrEqual(profile);
    expect(tuned).toBeGreaterThanOrEqual(profile);
    if (tuned > profile) gains++;
  }
  // Rates are shown in whole frames from a hundred on: the gain need not show in each of them.
  expect(gains).toBeGreaterThan(0);
  await page.getByText('When it can be done').click();
  await expect(page.getByText('Memory: the long soak')).toBeVisible();
  await expectAxeClean(page);
  await states.getByRole('button', { name: 'Count the tuned figures in this brief' }).click();
  await page.goto('/picks');
  await expect(
    page.getByText(/Counted as this machine was tuned, not as shipped: .* × 1\.100/),
  ).toBeVisible();
  await page.goto('/brief');
  await page.getByRole('button', { name: 'Count parts as shipped' }).click();
  await expect(page.getByText('Counted as this machine was tuned')).toHaveCount(0);
});
