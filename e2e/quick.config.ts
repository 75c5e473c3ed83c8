import base from './playwright.config.ts';
export default {
  ...base,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  use: { ...base.use, actionTimeout: 10000 },
};
