import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type BrowserContext, type Page } from '@playwright/test';

export const root = join(import.meta.dirname, '..');

/** Opens pages as for someone who has seen the tours. */
export const withoutTours = (to: Page | BrowserContext): Promise<unknown> =>
  to.addInitScript(() => {
    // A blank page has no storage.
    if (location.protocol !== 'about:')
      localStorage.setItem('ripe-pick-tours-seen', '["picks","stretch","ripeness","growth"]');
  });

/** Starts the app on a port of its own, with a fresh demo or empty, and a browser; runs a task, and ends both. Another build is told by its folder. */
export async function withApp(
  port: number,
  task: (browser: Browser, address: string) => Promise<void>,
  filled: 'demo' | 'empty' = 'demo',
  folder = root,
): Promise<void> {
  const address = `http://127.0.0.1:${port}`;
  const server = spawn(
    process.execPath,
    ['packages/server/dist/main.js', ...(filled === 'demo' ? ['--demo'] : [])],
    {
      cwd: folder,
      stdio: 'ignore',
      env: {
        ...process.env,
        RIPE_PICK_PORT: String(port),
        RIPE_PICK_DATA: mkdtempSync(join(tmpdir(), 'ripe-pick-bench-')),
      },
    },
  );
  try {
    const isUp = () =>
      fetch(`${address}/api/status`).then(
        (answer) => answer.ok,
        () => false,
      );
    for (let tries = 0; tries < 300 && !(await isUp()); tries++)
      await new Promise((resolve) => setTimeout(resolve, 200));
    const browser = await chromium.launch({
      executablePath: process.env.RIPE_PICK_CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
      ],
    });
    await task(browser, address);
    await browser.close();
  } finally {
    server.kill();
  }
}
