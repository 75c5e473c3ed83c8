/** Retakes docs/screenshots from the demo, at 1280 x 800. */
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { root, withApp } from './with-app.ts';

const folder = join(root, 'docs', 'screenshots');

async function picks(page: Page): Promise<void> {
  await page.getByRole('listbox', { name: /Graphics card lane/ }).focus();
  await page.keyboard.press('ArrowLeft');
}

for (const colorScheme of ['light', 'dark'] as const)
  await withApp(4654, async (browser, address) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme });
    const shoot = async (name: string, path: string, act?: (page: Page) => Promise<void>) => {
      await page.goto(`${address}${path}`);
      await page.waitForTimeout(1200);
      await act?.(page);
      await page.waitForTimeout(400);
      await page.screenshot({ path: join(folder, `${name}-${colorScheme}.png`) });
    };
    await shoot('brief', '/brief');
    await shoot('picks', '/picks', picks);
    if (colorScheme === 'light')
      await shoot('find-the-best', '/picks', async () => {
        await page.keyboard.press('f');
        await page.getByRole('button', { name: 'Take runner-up 1', exact: true }).waitFor();
      });
    await shoot('stretch', '/stretch', async () => page.getByText('all proved').waitFor());
    // Two candidates more for the line-up, as a user keeps them.
    await page.getByRole('button', { name: 'Keep A' }).click();
    await page.getByRole('button', { name: 'Keep B' }).click();
    await shoot('line-up', '/line-up');
    if (colorScheme === 'light') {
      await shoot('data', '/data');
      const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
      for (const screen of ['picks', 'stretch', 'line-up']) {
        await phone.goto(`${address}/${screen}`);
        await phone.waitForTimeout(2500);
        await phone.screenshot({ path: join(folder, `${screen}-phone.png`) });
      }
    }
  });
