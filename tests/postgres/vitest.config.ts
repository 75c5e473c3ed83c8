import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

/*
 * The store's own tests, unchanged, over PostgreSQL: the one file that knows a database is exchanged for its twin. See docs/scale.md. What is
 * SQLite's own (files, pragmas, old forms) is left out by `sqliteOnly`.
 */
const store = 'packages/server/src/store';
export default defineConfig({
  root: join(import.meta.dirname, '../..'),
  resolve: {
    alias: [{ find: /^\.{1,2}\/database\.ts$/, replacement: join(import.meta.dirname, 'database.ts') }],
  },
  test: {
    maxWorkers: 1,
    isolate: false,
    env: { RIPE_PICK_STORE: 'postgres' },
    globalSetup: join(import.meta.dirname, 'cluster.ts'),
    testTimeout: 600_000,
    include: [
      ...['store', 'revisions', 'catalogue-changes', 'packs', 'part-merge'].map(
        (name) => `${store}/${name}.test.ts`,
      ),
      `${store}/observations/observations.test.ts`,
    ],
  },
});
