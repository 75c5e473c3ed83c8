import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/**/src/**/*.test.ts', 'checks/**/*.test.ts'],
    testTimeout: 60_000,
  },
});
