import base from './playwright.config.ts';
export default { ...base, timeout: 120_000, expect: { timeout: 15_000 }, use: { ...base.use, actionTimeout: 8000 } };
