import { api, type Api } from './api.ts';

/** Calls that read what is kept and change nothing, although some of them send something. */
export const READ_CALLS = [
  'status',
  'catalogue',
  'previewCatalogue',
  'packs',
  'planPackOut',
  'workspace',
  'briefs',
  'records',
  'bench',
  'pastFits',
  'priceHistory',
  'corrections',
  'reliability',
  'aside',
] as const satisfies readonly (keyof Api)[];

/** Whether a call leaves everything as it is. */
export const changesNothing = (name: keyof Api): boolean =>
  api[name].method === 'GET' || READ_CALLS.some((read) => read === name);
