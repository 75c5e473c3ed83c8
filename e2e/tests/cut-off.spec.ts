import type { BrowserContext } from '@playwright/test';
import { cutOff } from '../cut-off.ts';
import { expect, reset, test, withOpenGroups, withoutTours } from '../fixtures.ts';
import { goTo, MONEY_SCREENS, OTHERS, settled } from '../screens.ts';

test.describe.configure({ mode: 'parallel' });

/* Names as long as shops write them, and amounts of a currency without small units: nothing is cut off by them. */

const LONG = ' of the Quarterdeckmanufacturing Works, second revision';
const TIMES = 1000;

interface Named {
  name: string;
}
interface CatalogueJson {
  readonly parts: Named[];
  readonly shops: Named[];
  readonly offers: { priceMinor: number }[];
}
interface WorkspaceJson {
  readonly workspace: {
    readonly brief: { readonly money: { budgetMinor: number } };
    readonly candidates: Named[];
  };
}

/** What the server answers, with long names and large sums: nothing of that is kept. */
async function exaggerate(context: BrowserContext): Promise<void> {
  await context.route('**/api/catalogue', async (route) => {
    const response = await route.fetch();
    const json = (await response.json()) as CatalogueJson;
    for (const part of json.parts) part.name += LONG;
    for (const shop of json.shops) shop.name += ' of Upper Quarterdeck';
    for (const offer of json.offers) offer.priceMinor *= TIMES;
    await route.fulfill({ response, json });
  });
  await context.route('**/api/workspace', async (route) => {
    if (route.request().method() !== 'GET') return route.fulfill({ status: 503, body: '{}' });
    const response = await route.fetch();
    const json = (await response.json()) as WorkspaceJson;
    json.workspace.brief.money.budgetMinor *= TIMES;
    for (const candidate of json.workspace.candidates) candidate.name += ' under a name as long as it can be';
    await route.fulfill({ response, json });
  });
}

test.beforeEach(async ({ request }) => reset(request));

for (const language of ['en', 'de', 'ja'])
  test(`with long names and large sums no screen cuts anything off, numbers written as in “${language}”, at 1280 and 390 px`, async ({
    browser,
    baseURL,
  }) => {
    // Its own context: what a service worker asks for could not be changed.
    const context = await browser.newContext({ baseURL, serviceWorkers: 'block', reducedMotion: 'reduce' });
    await withoutTours(context);
    await withOpenGroups(context);
    await context.addInitScript((tag) => localStorage.setItem('ripe-pick-numbers', tag), language);
    await exaggerate(context);
    const page = await context.newPage();
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`/${MONEY_SCREENS[0]}`);
    for (const screen of [...MONEY_SCREENS, ...OTHERS])
      await test.step(screen, async () => {
        await goTo(page, screen);
        await settled(page, screen);
        await expect.poll(() => cutOff(page)).toEqual([]);
        await page.setViewportSize({ width: 390, height: 844 });
        await expect(page.locator('nav.bar')).toBeVisible();
        await expect.poll(() => cutOff(page)).toEqual([]);
        await page.setViewportSize({ width: 1280, height: 800 });
      });
    await context.close();
  });
