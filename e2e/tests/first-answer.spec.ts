import type { Locator, Page } from '@playwright/test';
import { expect, test } from '../fixtures.ts';

/*
 * From an empty app to a proved answer from one's own data, counted: 5 seconds a field, 2 a click. Every spec that is
 * typed counts as a field of its own, whether it has a box of its own or stands between commas.
 */
const FIELD_SECONDS = 5;
const CLICK_SECONDS = 2;

class Counter {
  private readonly steps = new Map<string, { fields: number; clicks: number }>();
  private step = '';

  begin(step: string): void {
    this.step = step;
  }
  private count(change: { fields?: number; clicks?: number }): void {
    const { fields, clicks } = this.steps.get(this.step) ?? { fields: 0, clicks: 0 };
    this.steps.set(this.step, {
      fields: fields + (change.fields ?? 0),
      clicks: clicks + (change.clicks ?? 0),
    });
  }
  async click(target: Locator): Promise<void> {
    await target.click();
    this.count({ clicks: 1 });
  }
  /** Types into a field; text between commas counts piece by piece. */
  async type(target: Locator, text: string, fields = 1): Promise<void> {
    await target.fill(text);
    this.count({ fields });
  }
  /** Opens a list, types what is looked for and takes it: two clicks and a field. */
  async choose(page: Page, list: Locator, entry: string): Promise<void> {
    await list.click();
    await page.keyboard.type(entry);
    await page.locator('.n-base-select-option', { hasText: entry }).first().click();
    this.count({ clicks: 2, fields: 1 });
  }
  get seconds(): number {
    return [...this.steps.values()].reduce(
      (sum, { fields, clicks }) => sum + fields * FIELD_SECONDS + clicks * CLICK_SECONDS,
      0,
    );
  }
  report(): string {
    const lines = [...this.steps].map(
      ([step, { fields, clicks }]) =>
        `${step}: ${fields} fields, ${clicks} clicks, ${fields * FIELD_SECONDS + clicks * CLICK_SECONDS} s`,
    );
    return [...lines, `in all: ${Math.floor(this.seconds / 60)} min ${this.seconds % 60} s`].join('\n');
  }
}

const PARTS: readonly string[] = [
  'Tarnholt Dunlin 230, 4-core processor, 8 threads, 65 W, socket T4, up to 4.1 GHz, 79.90 EUR',
  'Tarnholt Dunlin 250, 6-core processor, 12 threads, 65 W, socket T4, up to 4.4 GHz, 119.90 EUR',
  'Tarnholt Dunlin 270, 8-core processor, 16 threads, 105 W, socket T4, up to 4.7 GHz, 179.90 EUR',
  'Ysmere Rowan 45, 6-core processor, 12 threads, 65 W, socket K5, up to 5.0 GHz, 189.00 EUR',
  'Kestrand Mole mATX motherboard, socket T4, DDR4, 2 DIMM, 69.90 EUR',
  'Kestrand Vole ATX motherboard, socket T4, DDR4, 4 DIMM, 99.00 EUR',
  'Kestrand Stoat mATX motherboard, socket K5, DDR5, 2 DIMM, 129.00 EUR',
  'Wrenlow Spar 2x8 GB DDR4-3200 CL16, 45.90 EUR',
  'Wrenlow Spar 2x16 GB DDR4-3600 CL18, 79.90 EUR',
  'Pallowick Reef 2x8 GB DDR5-5600 CL36, 62.00 EUR',
  'Bramfell Ember 270 graphics card, 8 GB, 150 W, 240 mm, 190.50 EUR',
  'Bramfell Ember 290 graphics card, 12 GB, 200 W, 270 mm, 289.00 EUR',
  'Bramfell Ember 250 graphics card, 6 GB, 110 W, 200 mm, 139.00 EUR',
  'Marrow Lark 55 graphics card, 6 GB, 100 W, 210 mm, 129.90 EUR',
  'Marrow Lark 65 graphics card, 8 GB, 120 W, 230 mm, 169.90 EUR',
  'Marrow Lark 75 graphics card, 12 GB, 180 W, 267 mm, 259.90 EUR',
  'Marrow Lark 85 graphics card, 12 GB, 220 W, 290 mm, 339.00 EUR',
  'Tolvane Tide 38 graphics card, 16 GB, 230 W, 300 mm, 379.00 EUR',
  'Fennimark Race 512 GB M.2 2280 NVMe SSD, 35.00 EUR',
  'Fennimark Race 1 TB M.2 2280 NVMe SSD, 59.90 EUR',
  'Coldharbour Puff tower cooler, height 132 mm, sockets T4/K5, 120 W, 25.00 EUR',
  'Hollandale Tin case ATX, GPU length 330 mm, CPU cooler 160 mm, 45.00 EUR',
  'Hollandale Pail case micro-ATX, GPU length 300 mm, CPU cooler 155 mm, 39.00 EUR',
  'Wattlewood Mast 500 W ATX power supply 80+ Bronze, 45.00 EUR',
  'Wattlewood Mast 650 W ATX power supply 80+ Gold, 69.00 EUR',
];
const GAMES = [
  ['Netfall Five', 'fast shooter'],
  ['Lantern Deep', 'open world'],
  ['Gravel Circuit', 'racing'],
] as const;
const BARS = [
  'Ember 250 61',
  'Ember 270 78',
  'Ember 290 99',
  'Lark 55 57',
  'Lark 65 74',
  'Lark 75 96',
  'Lark 85 117',
  'Tide 38 128',
];

/** Games, money, chart and the answer: the same whichever way the parts came in. */
async function briefAndChart(page: Page, address: string, counter: Counter): Promise<void> {
  counter.begin('games');
  for (const [name, family] of GAMES) {
    await counter.click(page.getByRole('button', { name: 'A game that is not listed' }));
    const form = page.getByRole('dialog', { name: 'Add a game' });
    await counter.type(form.getByRole('textbox', { name: 'Name of the game' }), name);
    await counter.choose(page, form.locator('.n-select').first(), family);
    await counter.click(form.getByRole('button', { name: 'Add game' }));
    await expect(form).toBeHidden();
  }
  counter.begin('money');
  await counter.type(page.getByRole('textbox', { name: 'Budget', exact: true }), '750');
  counter.begin('chart of benchmarks');
  await counter.click(page.getByRole('link', { name: 'Benchmarks' }));
  await counter.click(page.getByRole('button', { name: 'From a chart' }));
  await counter.choose(page, page.getByLabel('on this processor').first(), 'Dunlin 270');
  await counter.choose(page, page.getByLabel('Game', { exact: true }).first(), 'Lantern Deep');
  await counter.type(page.getByLabel('Rate', { exact: true }), '3600');
  await counter.type(page.getByLabel('Latency', { exact: true }), '18');
  await counter.type(page.getByLabel('Published by'), 'Quayside Weekly');
  await counter.type(page.getByLabel('Bars of the chart'), BARS.join('\n'), 2 * BARS.length);
  await counter.click(page.getByRole('button', { name: 'Save 8 benchmarks' }));
  await expect(page.getByText('8 benchmarks from the chart added')).toBeVisible();
  counter.begin('answer');
  await counter.click(page.getByRole('link', { name: 'Brief' }));
  await expect(page.getByText('Proved:')).toBeVisible();
  await expect(page.getByText('Nobody measured any of these parts.')).toHaveCount(0);
  expect(page.url()).toContain(address);
}

async function parts(page: Page): Promise<void> {
  await expect(page.getByText('25 of 25')).toBeVisible();
}

test('25 own parts pasted line by line, three games and a chart: a proved answer in under ten minutes', async ({
  clean: page,
  emptyAddress,
}) => {
  const counter = new Counter();
  await page.goto(emptyAddress);
  await expect(page.getByRole('heading', { name: 'To a first answer' })).toBeVisible();
  counter.begin('parts');
  await counter.click(page.getByRole('button', { name: /^Paste parts/ }));
  const dialog = page.getByRole('dialog', { name: 'Add several parts' });
  // Each line is taken from where it was seen, one at a time.
  await counter.type(dialog.getByRole('textbox', { name: 'Parts to read' }), PARTS.join('\n'), PARTS.length);
  await expect(dialog.getByText('25 rows read')).toBeVisible();
  await counter.type(dialog.getByRole('textbox', { name: 'Shop where a row names none' }), 'Corner');
  await counter.click(dialog.getByRole('button', { name: 'Add 25 parts' }));
  await parts(page);
  await counter.click(page.getByRole('link', { name: 'Brief' }));
  await briefAndChart(page, emptyAddress, counter);
  console.log(counter.report());
  expect(counter.seconds).toBeLessThan(600);
});

test('the same typed wholly by hand, every spec counted as a field: under fifteen minutes', async ({
  clean: page,
  emptyAddress,
}) => {
  const counter = new Counter();
  await page.goto(`${emptyAddress}/parts`);
  counter.begin('parts');
  const box = page.getByRole('dialog', { name: 'Add several parts' });
  await counter.click(page.getByRole('button', { name: 'Paste a list, a table or pages' }));
  const pieces = PARTS.join(', ').split(',').length;
  await counter.type(box.getByRole('textbox', { name: 'Parts to read' }), PARTS.join('\n'), pieces);
  await counter.type(box.getByRole('textbox', { name: 'Shop where a row names none' }), 'Corner');
  await counter.click(box.getByRole('button', { name: 'Add 25 parts' }));
  await parts(page);
  await counter.click(page.getByRole('link', { name: 'Brief' }));
  await briefAndChart(page, emptyAddress, counter);
  console.log(counter.report());
  expect(counter.seconds).toBeLessThan(900);
});
