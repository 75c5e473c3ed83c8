import { OUTCOMES, TUNING_STAGES } from '@ripe-pick/core/tuning';
import { z } from 'zod';
import { idSchema, withIds } from './primitives.ts';

/** A clock or a voltage, or how far from what is shipped. */
const setting = z.number().min(-100_000).max(100_000);
const positive = z.number().gt(0).max(10_000);
const planSchema = z.strictObject({
  stage: z.enum(TUNING_STAGES),
  way: z.enum(['clock', 'voltage']),
  start: setting,
  step: positive,
  soakMinutes: positive,
  backOff: z.number().min(0).max(10_000),
  finalMinutes: positive,
  margin: z.number().min(0).max(10_000),
  limit: setting.nullable(),
  maxCelsius: z.number().min(20).max(150).nullable(),
  maxVolts: z.number().gt(0).max(5).nullable(),
});

const attemptSchema = z.strictObject({
  serial: z.int().min(0),
  setting,
  purpose: z.enum(['step', 'final']),
  minutes: positive,
  beganAt: z.iso.datetime(),
  /** Null: it was written down before it was tried, and nobody said yet what came of it. */
  outcome: z.enum(OUTCOMES).nullable(),
  celsius: z.number().min(-50).max(200).nullable(),
  volts: z.number().min(0).max(20).nullable(),
  errors: z.int().min(0).max(1e9).nullable(),
  score: z.number().min(0).max(1e9).nullable(),
  note: z.string().max(2000),
});

/** How one stage of a machine is tuned, and all that was tried. */
export const tuningSchema = z.strictObject({
  id: idSchema,
  candidate: idSchema,
  plan: planSchema,
  attempts: z.array(attemptSchema).max(1000).default([]),
  /** The seed of a simulated machine that it is tried on; null: a real one. */
  simulated: z
    .int()
    .min(0)
    .max(2 ** 31)
    .nullable()
    .default(null),
});
export type Tuning = z.infer<typeof tuningSchema>;

export const tuningShape = { tunings: withIds(tuningSchema, 120).default([]) };
