import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: './tests',
  // What computes for half a minute is left to `npm run check`.
  grepInvert: process.env.RIPE_PICK_CHECK === 'whole' ? [] : /@long/,
  workers: 2, // each has servers and a database of its own; see fixtures.ts
  // Machines differ and may be busy: these only end what hangs. Nothing here is a timed test.
  timeout: 900_000,
  expect: { timeout: 180_000 },
  retries: 0,
  outputDir: join(import.meta.dirname, '..', 'test-results'),
  use: {
    actionTimeout: 180_000,
    locale: 'en-GB',
    serviceWorkers: 'block', // pages ask the server itself; phone.spec.ts asks for the worker

    launchOptions: {
      executablePath: process.env.RIPE_PICK_CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        // A third of the time goes to compiling code for long runs: pages here live for seconds.
        '--js-flags=--no-turbofan',
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
