import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: './tests',
  workers: 2, // each has servers and a database of its own; see fixtures.ts
  // Machines differ and may be busy: these only end what hangs. Nothing here is a timed test.
  timeout: 900_000,
  expect: { timeout: 180_000 },
  retries: 0,
  outputDir: join(import.meta.dirname, '..', 'test-results'),
  use: {
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: 'reduce' }, // nothing has to be waited for that only fades
    launchOptions: {
      executablePath: process.env.RIPE_PICK_CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
