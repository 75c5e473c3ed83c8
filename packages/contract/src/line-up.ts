import { SLOTS } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { briefSchema, picksSchema } from './brief.ts';
import { currencySchema, idSchema, minorSchema, nameSchema, LINE_KINDS } from './primitives.ts';

const intervalSchema = z.strictObject({ low: z.number(), high: z.number() });

/** A line-up taken out as figures: candidates side by side under one brief. Money in minor units of `currency`. */
export const lineUpFileSchema = z.strictObject({
  $schema: z.string().optional(),
  format: z.literal('ripe-pick/line-up'),
  version: z.literal(2),
  name: nameSchema,
  currency: currencySchema,
  budgetMinor: minorSchema,
  objective: briefSchema.shape.play.shape.objective,
  low: z.literal('99th percentile of frame time'),
  notAlike: z.array(z.strictObject({ condition: z.string(), values: z.array(z.string()) })),
  candidates: z
    .array(
      z.strictObject({
        name: nameSchema,
        note: z.string(),
        picks: picksSchema,
        /** The three totals: due at checkout, expected after rebates, after all rebates. */
        dueNowMinor: z.int(),
        expectedMinor: z.int(),
        afterMinor: z.int(),
        countedMinor: z.int(),
        lines: z.array(
          z.strictObject({
            kind: z.enum(LINE_KINDS),
            slot: z.enum(SLOTS).nullable(),
            part: idSchema.nullable(),
            offer: idSchema.nullable(),
            shop: idSchema.nullable(),
            deal: idSchema.nullable(),
            amountMinor: z.int(),
          }),
        ),
        /** The objective in thousandths; null when not known. */
        score: z.int().nullable(),
        interval80: intervalSchema.nullable(),
        games: z.array(
          z.strictObject({
            game: idSchema,
            preset: z.string(),
            average: z.number(),
            interval80: intervalSchema,
            low: z.number(),
            slowest: z.number(),
            /** Chance that its average is higher than the first candidate's; null for the first. */
            chanceAgainstFirst: z.number().min(0).max(1).nullable(),
          }),
        ),
        loadWatts: z.number().nullable(),
        yearlyMinor: z.int().nullable(),
        checks: z.array(z.strictObject({ rule: z.string(), verdict: z.string(), sentence: z.string() })),
      }),
    )
    .min(1),
});
export type LineUpFile = z.infer<typeof lineUpFileSchema>;
