import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // Left to itself the runner keeps a core free, which on two cores makes it take twice as long.
    maxWorkers: 2,
    // No test leaves anything behind, so that a worker loads each module once.
    isolate: false,
    projects: [
      {
        test: {
          name: 'checks',
          include: ['tests/**/*.test.ts'],
          testTimeout: 1_200_000,
          // These compute for minutes. Loaded by Node.js itself the core runs a third faster than through the
          // runner's own modules, where every call of an import is a look-up.
          execArgv: ['--import', 'tsx'],
          server: { deps: { external: [/packages\/(core|contract|demo)\/src\/(?!.*\.test\.ts)/] } },
        },
      },
      {
        test: {
          name: 'packages',
          include: ['packages/**/src/**/*.test.ts'],
          testTimeout: 1_200_000,
        },
      },
    ],
  },
});
