import { SLOTS } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { briefSchema } from './brief.ts';
import { currencySchema, dateSchema, idSchema, minorSchema, nameSchema, LINE_KINDS } from './primitives.ts';

const words = z.string().max(2000);
const intervalSchema = z.strictObject({ low: z.number(), high: z.number() });

/** One candidate as a list to hand on. Money in minor units of `currency`; parts and charges add up to `dueNowMinor`. */
export const partsListFileSchema = z.strictObject({
  $schema: z.string().optional(),
  format: z.literal('ripe-pick/parts-list'),
  version: z.literal(1),
  name: nameSchema,
  /** The day whose prices they are. */
  on: dateSchema,
  currency: currencySchema,
  budgetMinor: minorSchema,
  dueNowMinor: z.int(),
  expectedMinor: z.int(),
  afterMinor: z.int(),
  /** Kept back from the budget for the risk of used parts, beside what is paid. */
  riskReserveMinor: z.int(),
  parts: z
    .array(
      z.strictObject({
        slot: z.enum(SLOTS),
        part: idSchema,
        name: z.string().max(420),
        /** Null: no price is known. */
        amountMinor: z.int().nullable(),
        isOwned: z.boolean(),
        shop: z.string().max(200).nullable(),
        condition: z.enum(['new', 'refurbished', 'used']).nullable(),
        seenOn: dateSchema.nullable(),
        reason: z.string().max(1000).nullable(),
        backs: z.array(
          z.strictObject({
            kind: z.enum(['rebate', 'cashback', 'review']),
            name: z.string(),
            faceMinor: z.int(),
            sendBy: dateSchema.nullable(),
          }),
        ),
      }),
    )
    .max(SLOTS.length),
  charges: z.array(
    z.strictObject({
      kind: z.enum(LINE_KINDS),
      name: z.string(),
      amountMinor: z.int(),
    }),
  ),
  screen: z.strictObject({ widthPx: z.int(), heightPx: z.int(), refreshHz: z.number() }),
  objective: briefSchema.shape.play.shape.objective,
  low: z.literal('99th percentile of frame time'),
  /** Null where rates are not known. */
  score: z.number().nullable(),
  interval80: intervalSchema.nullable(),
  games: z.array(
    z.strictObject({
      game: z.string(),
      preset: z.string(),
      average: z.number(),
      interval80: intervalSchema,
      low: z.number(),
    }),
  ),
  /** Sentences. */
  conditions: z.array(words),
  checks: z.array(words),
  assumed: z.array(words),
  changes: z.array(words),
});
export type PartsListFile = z.infer<typeof partsListFileSchema>;
