import { z } from 'zod';
import { catalogueFileSchema } from './catalogue.ts';
import { problemSchema } from './problems.ts';
import { savedWorkspaceSchema, workspaceSchema } from './workspace.ts';

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
    request: z.strictObject({ revision: z.int().min(0), workspace: workspaceSchema }),
    response: z.strictObject({ revision: z.int() }),
  },
  loadDemo: { method: 'POST', path: '/api/demo', request: null, response: countsSchema },
} as const satisfies Record<
  string,
  { method: string; path: string; request: z.ZodType | null; response: z.ZodType }
>;

export type Api = typeof api;

/** Largest body that the server takes, in bytes. A catalogue of 50 000 parts stays below. */
export const MAX_BODY_BYTES = 32 * 1024 * 1024;
