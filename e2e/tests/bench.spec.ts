import type { APIRequestContext, Page } from '@playwright/test';
import { demoFile, expect, heard, reset, test } from '../fixtures.ts';

interface Catalogue {
  readonly frameModel: {
    readonly gpus: readonly { readonly part: string; readonly sdLn: number }[];
    readonly fit: { readonly records: number; readonly fittedOn: string };
  };
}
const modelOf = async (request: APIRequestContext) =>
  ((await (await request.get('/api/catalogue')).json()) as Catalogue).frameModel;
const recordsOf = async (request: APIRequestContext) =>
  ((await (await request.get('/api/records')).json()) as { records: { id: string }[] }).records;
const asFile = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
const choose = async (page: Page, label: string, option: string) => {
  await page.getByLabel(label, { exact: true }).first().click();
  await page.keyboard.type(option);
  await page.locator('.n-base-select-option', { hasText: option }).first().click();
};

test.beforeEach(({ request }) => reset(request));

test('the test bench shows measured beside expected, and says why the seat is slow', async ({
  clean: page,
}) => {
  await page.goto('/bench');
  const chart = page.getByRole('img', {
    name: /Netfall Five, high, 1080p: measured 10\d, expected 1\d\d to 1\d\d/,
  });
  await expect(chart).toBeAttached();
  const why = page.getByRole('region', { name: 'Why is it slow?' });
  await expect(why.getByRole('button', { expanded: true })).toContainText('Processor held by heat');
  await expect(why).toContainText('what to check first');
  await expect(why).toContainText('Switch off and unplug');
  // The evidence stands scene by scene: what was measured, and what it would be if so.
  await expect(why.getByRole('row', { name: /Brineball.*limited by the processor/ })).toContainText('−27');
  // The mean over what was measured at 1080p, from the demo's own passes: frames over time, warm-ups left out.
  interface Run {
    readonly game: string;
    readonly heightPx: number;
    readonly average: number;
    readonly seconds: number;
    readonly isWarmUp: boolean;
  }
  const runs = (demoFile('bench.json').runs as Run[]).filter((run) => run.heightPx === 1080 && !run.isWarmUp);
  const sum = (game: string, of: (run: Run) => number) =>
    runs.filter((run) => run.game === game).reduce((total, run) => total + of(run), 0);
  const games = [...new Set(runs.map(({ game }) => game))];
  const rates = games.map(
    (game) => sum(game, (run) => run.average * run.seconds) / sum(game, (run) => run.seconds),
  );
  const geometric = rates.reduce((product, rate) => product * rate, 1) ** (1 / rates.length);
  const means = page.getByRole('region', { name: 'Means over what was measured' });
  await expect(means).toContainText('4 scenes, 1080p');
  const row = means.getByRole('row', { name: 'Geometric mean (the brief’s)' });
  expect(await row.locator('td').first().innerText()).toBe(geometric.toFixed(geometric < 100 ? 1 : 0));
});

test('a pass is typed in by keyboard, joins its group, and is taken back by name', async ({
  clean: page,
}) => {
  await page.goto('/bench');
  await page.getByRole('button', { name: /Netfall Five high, 1080p/ }).click();
  const details = page.getByRole('region', { name: /Netfall Five high, 1080p/ });
  await expect(details).toContainText('over 3 runs');
  await page.getByLabel('Average', { exact: true }).fill('98.4');
  await page.getByLabel('1 % low', { exact: true }).fill('120');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('cannot be above the average');
  await page.getByLabel('1 % low', { exact: true }).fill('70');
  await page.keyboard.press('Enter');
  await expect(details).toContainText('over 4 runs');
  await expect(details).toContainText('far from the others');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(heard(page)).toContainText('Undone: Netfall Five 98.4 fps added');
  await expect(details).toContainText('over 3 runs');
});

test('a frame-time file is read to its distribution; a wrong one says what, where and how to mend it', async ({
  clean: page,
}) => {
  await page.goto('/bench');
  await expect(page.getByRole('button', { name: 'Add run' })).toBeVisible();
  const rows = Array.from({ length: 6000 }, (_, n) =>
    `${n};${(9 + Math.sin(n * 1.7) + (n % 500 === 250 ? 40 : 0)).toFixed(3)}`.replaceAll('.', ','),
  );
  await page
    .getByLabel('Frame-time file', { exact: true })
    .setInputFiles(asFile('evening.csv', `frame;frame time (ms)\n${rows.join('\n')}`));
  await expect(page.getByText('evening.csv: 6,000 frames read')).toBeVisible();
  const picture = page.getByRole('img', { name: /6000 frames in 5\d s: median 9\.\d ms/ });
  await expect(picture).toBeVisible();
  await expect(page.getByRole('row', { name: /evening\.csv/ })).toContainText('12, 0.');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(picture).toBeHidden();
  await page
    .getByLabel('Frame-time file', { exact: true })
    .setInputFiles(asFile('notes.txt', 'one\ntwo\nthree\nfour\n'));
  await expect(page.getByRole('alert')).toContainText('notes.txt, row 1: No column of numbers was found.');
});

test('figures that may be rates or times are asked about, and the answer is taken', async ({
  clean: page,
}) => {
  await page.goto('/bench');
  await expect(page.getByRole('button', { name: 'Add run' })).toBeVisible();
  const rates = Array.from({ length: 900 }, (_, n) => (78 + 5 * Math.sin(n * 1.7)).toFixed(1));
  await page
    .getByLabel('Frame-time file', { exact: true })
    .setInputFiles(asFile('bare.txt', rates.join('\n')));
  await expect(page.getByRole('alert')).toContainText('can be read in more than one way');
  const readings = page.getByRole('list', { name: 'How to read the file' });
  await expect(readings.getByRole('listitem')).toHaveText([
    /column 1 as frames per second ?about 78/,
    /column 1 as milliseconds ?about 12\.8/,
  ]);
  await readings.getByRole('button', { name: 'column 1 as frames per second' }).press('Enter');
  await expect(page.getByText('bare.txt: 900 frames read')).toBeVisible();
  await expect(readings).toBeHidden();
  await expect(page.getByText('read as frames per second from column 1')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
});

test('a chart is typed in once: names are matched or asked about, records saved, the model takes them in', async ({
  clean: page,
  request,
}) => {
  const before = (await modelOf(request)).fit;
  await page.goto('/records?add=chart');
  await expect(page.getByText('Still to say: who published it')).toBeVisible();
  await choose(page, 'on this processor', 'Ysmere Rowan 350U');
  await choose(page, 'Game', 'Lantern Deep');
  await page.getByLabel('Rate', { exact: true }).fill('6000');
  await page.getByLabel('Latency', { exact: true }).fill('30');
  await page.getByLabel('Published by').fill('Quayside Weekly');
  await page
    .getByLabel('Bars of the chart')
    .fill(
      'Ember 290 Trio\t84.4 64\nEmber 280 Duo 65,8 50\nEmber 270 50.1\nLarkspur 9 70\nTideline 270 Solo 139',
    );
  await expect(page.getByText('3 parts have this name. Say which.')).toBeVisible();
  await expect(page.getByText('Line 4: No part has this name.')).toBeVisible();
  await expect(page.getByText(/Far from the \d+\.\d that is expected/)).toHaveCount(1);
  await choose(page, 'Part meant by Ember 270', 'Bramfell Ember 270 Duo');
  await page.getByRole('button', { name: 'Save 4 benchmarks' }).click();
  await expect(page.getByText('4 benchmarks added. What is left still has a question.')).toBeVisible();
  // What is not clear stays, over a reload too.
  await page.reload();
  await expect(page.getByLabel('Bars of the chart')).toHaveValue('Larkspur 9 70');
  await page.getByLabel('Bars of the chart').fill('');
  await expect.poll(async () => (await modelOf(request)).fit.records).toBe(before.records + 4);
  // A reload forgets the step, so the records go by the list.
  await page.getByRole('button', { name: 'All benchmarks' }).click();
  await page.getByLabel('Search the benchmarks').fill('quayside weekly');
  await expect(page.getByRole('button', { name: /^Delete: Lantern Deep/ })).toHaveCount(4);
  for (let left = 4; left > 0; left--) {
    await page
      .getByRole('button', { name: /^Delete: Lantern Deep/ })
      .first()
      .click();
    await expect(page.getByRole('button', { name: /^Delete: Lantern Deep/ })).toHaveCount(left - 1);
  }
  await expect.poll(async () => (await modelOf(request)).fit.records).toBe(before.records);
});

test('a table is pasted: rows that are wrong are named, the others come in, and all go out again by one step', async ({
  clean: page,
  request,
}) => {
  const before = (await recordsOf(request)).length;
  await page.goto('/records?add=table');
  const good = 'Netfall Five;high;1920;1080;Ysmere Rowan 350U;Tolvane Tideline 380 Duo 16 GB;16;2;6000;36';
  await page
    .getByLabel('Table of benchmarks, pasted')
    .fill(
      [
        'game;preset;width;height;processor;card;memory gb;channels;mts;cl;average;low;colour',
        `${good};171,5;120;red`,
        `${good};fast;;red`,
        `${good};1.234;;red`,
        `Netfall Five;own mix;1920;1080;Ysmere Rowan 350U;none;16;2;6000;36;60;;`,
      ].join('\n'),
    );
  await expect(page.getByText('3 of 4 rows can be taken')).toBeVisible();
  await expect(page.getByText('Columns not read: colour.')).toBeVisible();
  await expect(page.getByText('row 3, average: “fast” is not a plain number')).toBeVisible();
  await expect(page.getByText('1: “own mix” is none of low, medium, high, ultra')).toBeVisible();
  await page.getByRole('button', { name: 'Import 3 benchmarks' }).click();
  await expect(page.getByText('3 benchmarks from the table added')).toBeVisible();
  await expect.poll(async () => (await recordsOf(request)).length).toBe(before + 3);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(heard(page)).toContainText('Undone: 3 benchmarks of a table imported');
  await expect.poll(async () => (await recordsOf(request)).length).toBe(before);
});

test('the model page shows error, calibration, doubtful records and what to measure next', async ({
  clean: page,
  request,
}) => {
  const before = (await modelOf(request)).fit;
  await page.goto('/model');
  await expect(page.getByRole('region', { name: 'Standing' })).toContainText(/2\.\d %\s*the median bar/);
  await expect(page.getByRole('img', { name: /80 % intervals held (7[4-9]|8\d|9[0-3]) %/ })).toBeVisible();
  await expect(page.getByText('They hold, so every range is shown as wide as the fit says.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Charts that disagree as a whole' })).toContainText('None.');
  await expect(page.getByText('Kestrand Ember 130 Solo 2 GB ±').first()).toContainText('no benchmark');
  const narrow = page.getByRole('region', { name: 'Which benchmark would narrow the choice?' });
  await expect(narrow).toContainText('First idea is 18');
  await expect(narrow.getByRole('listitem').first()).toContainText('then ±');
  const odd = page.getByRole('region', { name: 'Benchmarks that disagree with the rest' });
  await odd
    .getByRole('button', { name: /^Exclude/ })
    .first()
    .click();
  await expect.poll(async () => (await modelOf(request)).fit.records).toBe(before.records - 1);
  await expect(page.getByText('Excluded by hand: disagrees with the rest')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await modelOf(request)).fit.records).toBe(before.records);
  await page.getByRole('button', { name: 'Fit from scratch' }).click();
  await expect(page.getByText('Checking on benchmarks held out')).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Fit from scratch' })).toBeVisible();
});

test('a rate opens to its effects and to the records behind it', async ({ clean: page }) => {
  await page.goto('/picks');
  await page.getByTitle('Where Netfall Five gets its frames from').click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Nearest benchmarks behind it');
  await expect(dialog).toContainText(/In the fit: .*of this graphics card in this game/);
  await expect(dialog).toContainText('All effects are fitted together from the benchmarks.');
});

test('a card typed in by hand gets a wide rate from its sheet, and takes it along when it goes', async ({
  clean: page,
  request,
}) => {
  const part = {
    id: 'typed-card',
    kind: 'gpu',
    brand: 'Gullmoor',
    name: 'Typed Graphics card',
    chip: 'Typed 1',
    videoMemoryGb: 8,
    boardPowerWatts: 150,
    pcieGeneration: 4,
    pcieLanes: 16,
    tflops: 12,
    memoryGbs: 320,
  };
  const before = await modelOf(request);
  expect(
    (
      await request.post('/api/catalogue/edit', {
        data: { changes: [{ do: 'put-part', item: part, isNew: true }] },
      })
    ).ok(),
  ).toBe(true);
  await page.goto('/model');
  await expect(page.getByText('Gullmoor Typed Graphics card ±').first()).toContainText('no benchmark');
  await expect.poll(async () => (await modelOf(request)).gpus.length).toBe(before.gpus.length + 1);
  const rate = (await modelOf(request)).gpus.find((each) => each.part === part.id);
  const middle = before.gpus.map((each) => each.sdLn).sort((a, b) => a - b)[38];
  expect(rate?.sdLn).toBeGreaterThan(2 * middle);
  expect(
    (
      await request.post('/api/catalogue/edit', { data: { changes: [{ do: 'remove-part', id: part.id }] } })
    ).ok(),
  ).toBe(true);
  expect((await modelOf(request)).gpus.length).toBe(before.gpus.length);
});

test('own passes go out as a file and come back in; a bad one is told by place', async ({
  clean: page,
  request,
}) => {
  const bench = (await (await request.get('/api/bench')).json()) as {
    rigs: object[];
    runs: { id: string }[];
  };
  await page.goto('/data');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Own runs' }).click();
  const text = await (
    await saved
  )
    .createReadStream()
    .then(async (stream) => (await stream.toArray()).join(''));
  const file = JSON.parse(text) as { runs: Record<string, unknown>[] };
  expect(file.runs).toHaveLength(bench.runs.length);
  const json = (name: string, value: unknown) => ({
    name,
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(value)),
  });
  await page
    .getByLabel('Catalogue file')
    .setInputFiles(json('bad.json', { ...file, runs: [{ ...file.runs[0], average: 'quick' }] }));
  await expect(page.getByRole('region', { name: 'Problems in the file' })).toContainText('runs[0].average');
  await page
    .getByLabel('Catalogue file')
    .setInputFiles(json('more.json', { ...file, runs: [...file.runs, { ...file.runs[0], id: 'one-more' }] }));
  await page.getByRole('button', { name: 'Import them' }).click();
  await expect(page.getByText(`Imported: ${bench.runs.length + 1} runs of 2 systems.`)).toBeVisible();
  await request.post('/api/bench', { data: { removeRuns: ['one-more'] } });
});
