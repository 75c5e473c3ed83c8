import { z } from 'zod';
import { idSchema } from './primitives.ts';

/** What is kept, in areas that change by themselves. */
const AREAS = ['catalogue', 'records', 'bench', 'briefs', 'watch', 'sources'] as const;
export type Area = (typeof AREAS)[number];

/** The number of the newest change of each area: a larger one says that something is new. */
const revisionsSchema = z.record(z.enum(AREAS), z.int().min(0));
export type Revisions = z.infer<typeof revisionsSchema>;

/** What windows hear of a change. */
export const changeHeardSchema = z.strictObject({
  revisions: revisionsSchema,
  /** How often each brief was saved. */
  saves: z.record(idSchema, z.int().min(0)),
});
export type ChangeHeard = z.infer<typeof changeHeardSchema>;

/** Where windows hear of changes, as server-sent events (HTML Standard), each a change as JSON. */
export const EVENTS_PATH = '/api/events';
