/** Retakes docs/screenshots from the demo, at 1280 x 800. */
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';

const PORT = 4654;
const root = join(import.meta.dirname, '..');
const folder = join(root, 'docs', 'screenshots');
const server = spawn(process.execPath, ['--import', 'tsx', 'packages/server/src/main.ts', '--demo'], {
  cwd: root,
  stdio: 'ignore',
  env: {
    ...process.env,
    RIPE_PICK_PORT: String(PORT),
    RIPE_PICK_DATA: mkdtempSync(join(tmpdir(), 'ripe-pick-shots-')),
  },
});
const address = `http://127.0.0.1:${PORT}`;

async function picks(page: Page): Promise<void> {
  await page.getByRole('listbox', { name: /Graphics card lane/ }).focus();
  await page.keyboard.press('ArrowLeft');
}

try {
  for (let tries = 0; tries < 50; tries++) {
    if (
      await fetch(`${address}/api/status`).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      break;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  const browser = await chromium.launch({
    executablePath: process.env.RIPE_PICK_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  for (const colorScheme of ['light', 'dark'] as const) {
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
    if (colorScheme === 'light') {
      await shoot('find-the-best', '/picks', async () => {
        await page.keyboard.press('f');
        await page.getByRole('button', { name: 'Take runner-up 1', exact: true }).waitFor();
      });
      await shoot('data', '/data');
      const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
      await phone.goto(`${address}/picks`);
      await phone.waitForTimeout(1200);
      await phone.screenshot({ path: join(folder, 'picks-phone.png') });
    }
  }
  await browser.close();
} finally {
  server.kill();
}
