/*
 * Which instance this page is of, as the server wrote it into the page: one's own data, or the demo's. Each has its own
 * address, its own database, and its own drafts in this browser.
 */
const { instance = 'own', base = '', reader = 'here' } = globalThis.document?.documentElement.dataset ?? {};

/** Where the screens and calls of this instance are: '' or a path without a stroke at its end. */
export const BASE = base;
export const isDemo = instance === 'demo';

/** A path of the server as this instance has it. */
export const pathHere = (path: string) => `${BASE}${path}`;

/** Whether this page was opened on another device that is not let in yet. */
export const isStranger = reader === 'stranger';
/** Whether this page was opened on another device that may look, and keep nothing. */
export const isLookingOnly = reader === 'look';
/** Whether this page was opened on the machine that the app runs on. */
export const isHere = reader === 'here';
