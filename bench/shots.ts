/** Retakes docs/screenshots from the demo, at 1280 x 800. */
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { root, withApp, withoutTours } from './with-app.ts';

const folder = join(root, 'docs', 'screenshots');

async function picks(page: Page): Promise<void> {
  await page.getByRole('listbox', { name: /Graphics card lane/ }).focus();
  await page.keyboard.press('ArrowLeft');
}

/** The processor of the seat that was tuned to its end. */
const tuned = async (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Processor', exact: true }).click();
/** Some steps ticked. */
async function ticked(page: Page): Promise<void> {
  for (let n = 0; n < 10; n++) {
    await page.locator('#step-in-hand .tick').click();
    await page.waitForTimeout(200);
  }
}

for (const colorScheme of ['light', 'dark'] as const)
  await withApp(4654, async (browser, address) => {
    const page = await browser.newPage({
      viewport: { width: 1280, height: 800 },
      colorScheme,
      locale: 'en-GB',
    });
    await withoutTours(page);
    // Looking back over every part takes longer than a page's usual wait on a busy machine.
    page.setDefaultTimeout(300_000);
    const shoot = async (name: string, path: string, act?: (page: Page) => Promise<void>) => {
      await page.goto(`${address}${path}`);
      await page.waitForTimeout(1200);
      await act?.(page);
      await page.waitForTimeout(400);
      await page.screenshot({ path: join(folder, `${name}-${colorScheme}.png`) });
    };
    if (colorScheme === 'light')
      await shoot('brief', '/brief', (page) => page.getByText('Proved: no set of these parts').waitFor());
    if (colorScheme === 'dark') {
      await page.goto(`${address}/picks`);
      await page.getByText('Seat two').first().click();
      await shoot('tuning', '/tuning', tuned);
      return;
    }
    await shoot('picks', '/picks', picks);
    if (colorScheme === 'light')
      await shoot('forks', '/forks', async () => {
        await page.getByText('of the ways proved').waitFor({ state: 'hidden' });
        await page
          .getByRole('button', { name: /Where does it turn/ })
          .first()
          .click();
        await page.getByText('as far as was searched').waitFor();
      });
    if (colorScheme === 'light')
      await shoot('growth', '/growth', async () => {
        await page.getByText('Proved over').waitFor();
        await page.getByText('If no later budget comes').waitFor();
      });
    if (colorScheme === 'light')
      await shoot('stretch', '/stretch', async () => page.getByText('all proved').waitFor());
    if (colorScheme === 'light') {
      await shoot('shopping-day', '/shopping-day', async () => page.getByText('Second-best split').waitFor());
      await shoot('slips', '/slips');
      await shoot('second-hand', '/second-hand', async () =>
        page.getByRole('button', { name: /Half a seat/ }).click(),
      );
      await shoot('audit', '/audit', async () => {
        await page.getByRole('button', { name: 'Put an example in' }).click();
        await page.getByRole('button', { name: 'What could the same money do?' }).click();
        await page.getByText('Proved best for it').waitFor();
      });
    }
    if (colorScheme === 'light')
      await shoot('bench', '/bench', async () =>
        page.getByText('what to check first').or(page.getByText('Nothing stands out')).waitFor(),
      );
    if (colorScheme === 'light') {
      await shoot('model', '/model', async () => page.getByText('Not used in the fit yet').waitFor());
      await shoot('parts', '/parts', async () => page.getByText('340 of 340').waitFor());
    }
    // Two candidates more for the line-up, as a user keeps them.
    await page.goto(`${address}/stretch`);
    await page.getByText('all proved').waitFor();
    await page.getByRole('button', { name: 'Keep A' }).click();
    await page.getByRole('button', { name: 'Keep B' }).click();
    if (colorScheme === 'light') {
      await shoot('line-up', '/line-up');
      await shoot('data', '/data');
      await shoot('build-day', '/build-day', ticked);
      // A week and a day later in the market.
      await page.goto(`${address}/prices-in`);
      for (let day = 0; day < 8; day++) await page.request.post(`${address}/api/market/day`);
      await page.request.post(`${address}/api/watch/run`);
      await shoot('ripeness', '/ripeness', async () => {
        await page.getByText('Best for €640').first().click();
        await page.waitForTimeout(4000);
      });
      await shoot('prices-in', '/prices-in', async () => {
        await page
          .getByLabel('Prices as text')
          .fill(
            'name,price,currency\nBramfell Ember 270 Duo 8 GB,118.90,EUR\nEmber 280 Duo,199.00,EUR\nReef kit,1.299,EUR\n',
          );
        await page.getByRole('button', { name: 'Read it' }).click();
        await page.getByText('Read as a table').waitFor();
      });
    }
  });

/** Parts of one's own as somebody would paste them. */
const OWN_PARTS = [
  'Tarnholt Dunlin 250, 6-core processor, 12 threads, 65 W, socket T4, up to 4.4 GHz, 119.90 EUR',
  'Tarnholt Dunlin 270, 8-core processor, 16 threads, 105 W, socket T4, up to 4.7 GHz, 179.90 EUR',
  'Kestrand Mole mATX motherboard, socket T4, DDR4, 2 DIMM, 69.90 EUR',
  'Wrenlow Spar 2x8 GB DDR4-3200 CL16, 45.90 EUR',
  'Bramfell Ember 270 graphics card, 8 GB, 150 W, 240 mm, 190.50 EUR',
  'Bramfell Ember 290 graphics card, 12 GB, 200 W, 270 mm, 289.00 EUR',
  'Fennimark Race 512 GB M.2 2280 NVMe SSD, 35.00 EUR',
  'Coldharbour Puff tower cooler, height 132 mm, sockets T4, 120 W, 25.00 EUR',
  'Hollandale Tin case ATX, GPU length 330 mm, CPU cooler 160 mm, 45.00 EUR',
  'Wattlewood Mast 500 W ATX power supply 80+ Bronze, 45.00 EUR',
];
await withApp(
  4658,
  async (browser, address) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
    await withoutTours(page);
    await page.goto(`${address}/parts?add=several`);
    await page.getByRole('textbox', { name: 'Parts to read' }).fill(OWN_PARTS.join('\n'));
    await page.getByRole('textbox', { name: 'Shop where a row names none' }).fill('Corner');
    await page.getByRole('button', { name: `Add ${OWN_PARTS.length} parts` }).click();
    await page.getByText(`${OWN_PARTS.length} of ${OWN_PARTS.length}`).waitFor();
    await page.goto(`${address}/brief`);
    for (const [name, family] of [
      ['Netfall Five', 'fast shooter'],
      ['Lantern Deep', 'open world'],
    ]) {
      await page.getByRole('button', { name: 'A game that is not listed' }).click();
      await page.getByRole('textbox', { name: 'Name of the game' }).fill(name);
      await page.getByRole('dialog').locator('.n-select').first().click();
      await page.locator('.n-base-select-option', { hasText: family }).first().click();
      await page.getByRole('button', { name: 'Add game' }).click();
      await page.getByText(`${name} is in the catalogue.`).waitFor();
    }
    await page.getByText('Proved:').waitFor();
    await page.getByText('is in the catalogue.').last().waitFor({ state: 'hidden' });
    await page.getByRole('textbox', { name: 'Name of the brief' }).scrollIntoViewIfNeeded();
    await page.screenshot({ path: join(folder, 'first-answer-light.png') });
  },
  'empty',
);
