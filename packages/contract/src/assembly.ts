import { START_CAUSES } from '@ripe-pick/core/bring-up';
import { z } from 'zod';
import { idSchema, withIds } from './primitives.ts';

/** A step's code: its rule, and the part where a rule makes a step for each. */
const codeSchema = z
  .string()
  .regex(
    /^[a-z0-9-]{1,60}(?::[A-Za-z0-9._-]{1,100})?$/,
    'a step is named as in board-in or seat-m2:some-part',
  );

const choicesSchema = z.strictObject({
  cardFirst: z.boolean().default(false),
  shieldOnBoard: z.boolean().nullable().default(null),
  onCarpet: z.boolean().default(false),
  pasteInBox: z.boolean().nullable().default(null),
});

const stepSchema = z.strictObject({
  code: codeSchema,
  state: z.enum(['done', 'skipped']),
  at: z.iso.datetime(),
  /** How long it took; null: nobody timed it. */
  minutes: z.number().min(0).max(10_000).nullable().default(null),
  /** Why it was skipped. */
  reason: z.string().max(500).default(''),
});

const startSchema = z.strictObject({
  /** Whether it started at the first press; null: not tried yet. */
  atFirstPress: z.boolean().nullable().default(null),
  /** What was seen; -1: not known. */
  answers: z
    .array(z.strictObject({ question: z.string().min(1).max(60), answer: z.int().min(-1).max(20) }))
    .max(60)
    .default([]),
  tried: z.array(z.enum(START_CAUSES)).max(60).default([]),
  /** What it was in the end. */
  cured: z.enum(START_CAUSES).nullable().default(null),
  /** What was set up after it, with the figure that was read off; null: only ticked. */
  settings: z
    .array(
      z.strictObject({ code: z.string().min(1).max(60), reading: z.number().min(-1e6).max(1e6).nullable() }),
    )
    .max(60)
    .default([]),
});

/** How far the machine of a candidate is: steps done and skipped, notes, the order that was wanted, and the first start. */
export const assemblySchema = z.strictObject({
  /** The candidate. */
  id: idSchema,
  choices: choicesSchema.prefault({}),
  order: z.array(codeSchema).max(300).default([]),
  steps: z.array(stepSchema).max(300).default([]),
  notes: z
    .array(z.strictObject({ code: codeSchema, text: z.string().max(2000) }))
    .max(300)
    .default([]),
  start: startSchema.prefault({}),
});
export type Assembly = z.infer<typeof assemblySchema>;

export const assemblyShape = { assemblies: withIds(assemblySchema, 40).default([]) };
