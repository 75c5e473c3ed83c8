import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/**/src/**/*.test.ts', 'tests/**/*.test.ts'],
    testTimeout: 240_000,
    // Left to itself the runner keeps a core free, which on two cores makes it take twice as long.
    maxWorkers: 2,
  },
});
