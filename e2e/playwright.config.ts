import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';
import { DEMO_PORT, EMPTY_PORT, MARKET_PORT } from './ports.ts';

const root = join(import.meta.dirname, '..');
const server = (port: number, demo: boolean) => ({
  command: `node --import tsx packages/server/src/main.ts${demo ? ' --demo' : ''}`,
  cwd: root,
  url: `http://127.0.0.1:${port}/api/status`,
  reuseExistingServer: false,
  env: { RIPE_PICK_PORT: String(port), RIPE_PICK_DATA: mkdtempSync(join(tmpdir(), 'ripe-pick-e2e-')) },
});

export default defineConfig({
  testDir: './tests',
  workers: 1, // one server, one workspace
  timeout: 120_000, // machines differ; nothing here is a timed test
  expect: { timeout: 30_000 },
  retries: 0,
  outputDir: join(root, 'test-results'),
  webServer: [server(DEMO_PORT, true), server(EMPTY_PORT, false), server(MARKET_PORT, true)],
  use: {
    baseURL: `http://127.0.0.1:${DEMO_PORT}`,
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
