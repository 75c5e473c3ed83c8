import type { Page } from '@playwright/test';
import { expect, test, withoutTours } from '../fixtures.ts';

/** Tests on a phone, with the service worker that other tests do without. */
const onPhone = test.extend<{ readonly phone: Page }>({
  phone: async ({ browser, baseURL }, use) => {
    const context = await browser.newContext({
      ...{ baseURL: baseURL!, viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
      ...{ reducedMotion: 'reduce', serviceWorkers: 'allow' },
    });
    await withoutTours(context);
    await use(await context.newPage());
    await context.close();
  },
});

onPhone(
  'the first lane begins within 200 px, screens are on a bar below, and what is tapped comes up from there',
  async ({ phone: page }) => {
    await page.goto('/picks');
    const lane = page.locator('.lane').first();
    await expect(lane).toBeVisible();
    // Also with the notice that a pick cannot be bought any more.
    await expect(page.locator('.before-buying')).toBeVisible();
    expect((await lane.boundingBox())!.y).toBeLessThanOrEqual(200);

    const bar = page.getByRole('navigation', { name: 'Screens' });
    const bottom = (await bar.boundingBox())!;
    expect(bottom.y + bottom.height).toBeCloseTo(844, 0);
    await expect(bar.getByRole('link')).toHaveCount(4);

    await page.getByRole('button', { name: /open the ruler/ }).tap();
    await expect(page.getByRole('group', { name: 'Picks on the ruler' })).toBeVisible();
    await page.getByRole('button', { name: /close the ruler/ }).tap();

    await page.locator('.plot[data-slot=memory] svg').tap({ position: { x: 190, y: 30 } });
    const strip = page.locator('.foot.chosen');
    await expect(strip.getByRole('button', { name: 'Details' })).toBeVisible();
    const box = (await strip.boundingBox())!;
    expect(box.y + box.height).toBeCloseTo(bottom.y, 0);
    await strip.getByRole('button', { name: 'Details' }).tap();
    const sheet = page.getByRole('dialog');
    await expect(sheet).toBeVisible();
    await expect.poll(async () => Math.round((await sheet.boundingBox())!.width)).toBe(390);
    await expect
      .poll(async () => {
        const { y, height } = (await sheet.boundingBox())!;
        return Math.round(y + height);
      })
      .toBe(844);
    await sheet.getByRole('button', { name: 'Close' }).tap();
    await expect(sheet).toBeHidden();

    await bar.getByRole('button', { name: 'More' }).tap();
    await page.getByRole('dialog', { name: 'All screens' }).getByRole('link', { name: 'Shopping day' }).tap();
    await expect(page.getByRole('heading', { name: 'Shopping day', level: 1 })).toBeVisible();
    await expect(page.getByRole('dialog')).toBeHidden();
  },
);

onPhone(
  'it can be installed, and what was open is read without the server, which is said; what is changed meanwhile is sent later',
  async ({ phone: page }) => {
    const context = page.context();
    await page.goto('/picks');
    await expect(page.locator('.lane').first()).toBeVisible();
    const manifest = await page.waitForSelector('link[rel=manifest]', { state: 'attached' });
    const told = (await (await page.request.get((await manifest.getAttribute('href'))!)).json()) as {
      readonly icons: readonly { readonly src: string; readonly sizes: string }[];
    };
    expect(told).toMatchObject({ display: 'standalone', start_url: './picks' });
    // Sizes that browsers ask for before they offer to install (W3C Web Application Manifest; 192 and 512 px from memory).
    for (const { src, sizes } of told.icons.filter(({ src: path }) => path.endsWith('png')))
      expect(
        await page.evaluate(async (address) => {
          const { width, height } = await createImageBitmap(await (await fetch(address)).blob());
          return `${width}x${height}`;
        }, src),
      ).toBe(sizes);
    const total = await page.locator('.phone-top strong').textContent();

    await page.evaluate(() => navigator.serviceWorker.ready);
    await expect
      .poll(() => page.evaluate(async () => (await caches.match('/api/catalogue')) !== undefined))
      .toBe(true);
    await context.setOffline(true);
    await page.reload();
    await expect(page.locator('.lane').first()).toBeVisible();
    await expect(page.locator('.phone-top strong')).toHaveText(total!);
    await expect(page.getByText('The server does not answer.')).toBeVisible();
    await page.goto('/brief');
    await expect(page.getByRole('heading', { name: 'Brief', level: 1 })).toBeVisible();
    await page.getByLabel('Name of the brief').fill('Typed on the way');

    await context.setOffline(false);
    await expect(page.getByText('The server does not answer.')).toBeHidden();
    await expect
      .poll(async () => {
        const { workspace } = (await (await page.request.get('/api/workspace')).json()) as {
          readonly workspace: { readonly brief: { readonly name: string } };
        };
        return workspace.brief.name;
      })
      .toBe('Typed on the way');
  },
);
