import { z } from 'zod';
import { catalogueFileSchema, offerSchema, shopSchema } from './catalogue.ts';
import { partSchema } from './parts.ts';
import { idSchema } from './primitives.ts';
import { problemSchema } from './problems.ts';
import { historyChangeSchema, savedWorkspaceSchema, workspaceSchema } from './workspace.ts';

/** What is in a catalogue, counted. */
export const countsSchema = z.strictObject({
  parts: z.int(), shops: z.int(), offers: z.int(), games: z.int(), gaps: z.int(),
}); // prettier-ignore
export type Counts = z.infer<typeof countsSchema>;

export const statusSchema = z.strictObject({
  app: z.literal('ripe-pick'),
  version: z.string(),
  counts: countsSchema,
  demoAvailable: z.boolean(),
});

/** Every error of the API has this shape. `problems` names places in what was sent. */
export const apiErrorSchema = z.strictObject({
  error: z.strictObject({ code: z.string(), message: z.string(), problems: z.array(problemSchema) }),
});

/** Every call of the API: method, path, and the schemas of what is sent and what comes back. */
export const api = {
  status: { method: 'GET', path: '/api/status', request: null, response: statusSchema },
  catalogue: { method: 'GET', path: '/api/catalogue', request: null, response: catalogueFileSchema },
  previewCatalogue: {
    method: 'POST',
    path: '/api/catalogue/preview',
    request: catalogueFileSchema,
    response: countsSchema,
  },
  importCatalogue: {
    method: 'PUT',
    path: '/api/catalogue',
    request: catalogueFileSchema,
    response: countsSchema,
  },
  workspace: { method: 'GET', path: '/api/workspace', request: null, response: savedWorkspaceSchema },
  saveWorkspace: {
    method: 'PUT',
    path: '/api/workspace',
    request: z.strictObject({
      revision: z.int().min(0),
      workspace: workspaceSchema,
      history: historyChangeSchema.default({ keepFrom: 0, keepTo: 0, add: [], done: 0 }),
    }),
    response: z.strictObject({ revision: z.int() }),
  },
  /** A part typed in by hand, with the offer it was seen at and the shop if that is new. */
  addPart: {
    method: 'POST',
    path: '/api/parts',
    request: z.strictObject({ part: partSchema, shop: shopSchema.nullable(), offer: offerSchema.nullable() }),
    response: countsSchema,
  },
  removePart: {
    method: 'POST',
    path: '/api/parts/remove',
    request: z.strictObject({ part: idSchema }),
    response: countsSchema,
  },
  loadDemo: { method: 'POST', path: '/api/demo', request: null, response: countsSchema },
} as const satisfies Record<
  string,
  { method: string; path: string; request: z.ZodType | null; response: z.ZodType }
>;

export type Api = typeof api;

/** Largest body that the server takes, in bytes. A catalogue of 50 000 parts stays below. */
export const MAX_BODY_BYTES = 32 * 1024 * 1024;
