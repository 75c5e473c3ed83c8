import { SLOTS } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { briefSchema, pathSchema, picksSchema } from './brief.ts';
import { assemblyShape } from './assembly.ts';
import { buyingShape } from './buying.ts';
import { watchShape } from './prices.ts';
import { MOST } from './limits.ts';
import { currencySchema, idSchema, nameSchema } from './primitives.ts';
import { tuningShape } from './tuning.ts';

/** Decisions kept with a candidate; older ones are dropped first. */
export const MOST_DECISIONS = 300;

const timeSchema = z.iso.datetime('a time is written as 2026-11-20T09:30:00Z');
const choiceSchema = z.strictObject({
  part: idSchema,
  /** Names are kept, so that a story can be read when the catalogue has lost the part. */
  name: z.string().min(1).max(420),
  offer: idSchema.nullable(),
  priceMinor: z.int().min(0).nullable(),
});

/** One pick as it was made: what was chosen, what it beat, why, when, at what price. */
export const decisionSchema = z.strictObject({
  at: timeSchema,
  slot: z.enum(SLOTS),
  /** Null: the slot left empty. */
  chose: choiceSchema.nullable(),
  beat: choiceSchema.nullable(),
  why: z.string().max(1000),
  currency: currencySchema,
  /** What it changed at that moment: the total in minor units, the objective in thousandths; null when not known. */
  moneyMinor: z.int().nullable(),
  score: z.int().nullable(),
});
export type Decision = z.infer<typeof decisionSchema>;

export const candidateSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  picks: picksSchema,
  note: z.string().max(5000).default(''),
  isArchived: z.boolean().default(false),
  /** The candidate whose orders are this one’s too, of which it is another idea; null: its own. */
  ordersOf: idSchema.nullable().default(null),
  decisions: z.array(decisionSchema).max(MOST_DECISIONS).default([]),
  /** How it is to grow. */
  path: pathSchema.default([]),
});
export type Candidate = z.infer<typeof candidateSchema>;

/** What the user edits: the brief, the candidates, and what is kept of buying. */
export const workspaceSchema = z
  .strictObject({
    brief: briefSchema,
    candidates: z.array(candidateSchema).min(1).max(MOST.candidates),
    active: idSchema,
    ...buyingShape,
    ...watchShape,
    ...assemblyShape,
    ...tuningShape,
  })
  .refine((workspace) => workspace.candidates.some((candidate) => candidate.id === workspace.active), {
    message: 'the active candidate is one of the candidates',
    path: ['active'],
  })
  .refine(
    (workspace) => new Set(workspace.candidates.map((each) => each.id)).size === workspace.candidates.length,
    {
      message: 'every candidate has an id of its own',
      path: ['candidates'],
    },
  );
export type Workspace = z.infer<typeof workspaceSchema>;

/** Changes of a document (RFC 6902, JSON Patch), of the kinds that a comparison writes. */
const patchSchema = z
  .array(
    z.union([
      z.strictObject({ op: z.enum(['add', 'replace']), path: z.string().max(500), value: z.json() }),
      z.strictObject({ op: z.literal('remove'), path: z.string().max(500) }),
    ]),
  )
  .max(20_000);

/** A named step: how to take it back, and how to do it again. Serials rise; a serial is never used twice in a row of steps. */
export const stepSchema = z.strictObject({
  serial: z.int().min(1),
  label: z.string().min(1).max(300),
  at: timeSchema,
  back: patchSchema,
  forth: patchSchema,
});
export type StoredStep = z.infer<typeof stepSchema>;

/** A brief among others: what it is, and what of it concerns them. */
export const briefCardSchema = z.strictObject({
  id: idSchema,
  name: briefSchema.shape.name,
  isArchived: z.boolean(),
  candidates: z.int().min(0),
  orders: z.int().min(0),
  currency: currencySchema,
  budgetMinor: z.int().min(0),
  /** Parts that are there for it already, and those that are ordered for it: neither can go into another build. */
  owned: z.array(idSchema),
  ordered: z.array(idSchema),
  /** What it has claimed counts against the limits of the household. */
  claims: buyingShape.claims,
});
export type BriefCard = z.infer<typeof briefCardSchema>;

export const savedWorkspaceSchema = z.strictObject({
  /** The brief that it is of. */
  id: idSchema,
  /** Grows with every save. */
  revision: z.int().min(0),
  workspace: workspaceSchema.nullable(),
  history: z.strictObject({
    steps: z.array(stepSchema).max(MOST.steps),
    /** Serial of the last step that is done; those after it were undone. 0: none is done. */
    done: z.int().min(0),
  }),
});
export type SavedWorkspace = z.infer<typeof savedWorkspaceSchema>;

/** What a save does to the history: keeps the steps from one serial up to another, and adds some after them. */
export const historyChangeSchema = z
  .strictObject({
    keepFrom: z.int().min(0),
    keepTo: z.int().min(0),
    add: z.array(stepSchema).max(MOST.steps),
    done: z.int().min(0),
  })
  .superRefine(({ keepTo, add }, context) =>
    add.forEach(({ serial }, n) => {
      const before = n === 0 ? keepTo : add[n - 1].serial;
      if (serial <= before)
        context.addIssue({
          code: 'custom',
          path: ['add', n, 'serial'],
          message: `serials rise: ${before} is there already`,
        });
    }),
  );
export type HistoryChange = z.infer<typeof historyChangeSchema>;
