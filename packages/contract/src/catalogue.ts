import { FIT_DEFAULTS } from '@ripe-pick/core/fit';
import { GRADES, PRESETS, type Catalogue } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { today as localToday } from './local-day.ts';
import { dealSchema } from './deals.ts';
import { partSchema } from './parts.ts';
import {
  currencySchema,
  dateSchema,
  idSchema,
  minorSchema,
  nameSchema,
  priceSchema,
  stockSchema,
} from './primitives.ts';
import { MOST } from './limits.ts';

export const CONDITIONS = ['new', 'refurbished', 'used'] as const;

const days = z.int().min(0).max(1000);

export const shopSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  kind: z.enum(['shop', 'used-market']),
  currency: currencySchema,
  shipping: z.strictObject({
    feeMinor: minorSchema,
    freeFromMinor: minorSchema.nullable(),
    perItemMinor: minorSchema.optional(),
    notStated: z.boolean().optional(),
    byClassMinor: z.strictObject({ small: minorSchema, medium: minorSchema, large: minorSchema }).optional(),
  }),
  taxAddedPercent: z.number().min(0).max(100).multipleOf(0.01).optional(),
  sendsInDays: days.optional(),
  returnDays: days.optional(),
});

const sellerSchema = z
  .strictObject({ name: nameSchema, good: z.int().min(0).max(1e7), rated: z.int().min(0).max(1e7) })
  .refine(({ good, rated }) => good <= rated, { message: 'more good deals than rated ones', path: ['good'] });

export const offerSchema = z.strictObject({
  id: idSchema,
  part: idSchema,
  shop: idSchema,
  priceMinor: priceSchema,
  shippingMinor: minorSchema.optional(),
  condition: z.enum(CONDITIONS),
  inStock: z.boolean(),
  seenOn: dateSchema,
  source: z.string().max(2000).optional(),
  stock: stockSchema.optional(),
  sendsInDays: days.optional(),
  grade: z.enum(GRADES).optional(),
  monthsOld: z.int().min(0).max(600).optional(),
  seller: sellerSchema.optional(),
  returnDays: days.optional(),
  lot: idSchema.optional(),
});

const lnSchema = z.number().min(-10).max(10);
export const rateSchema = z.strictObject({
  part: idSchema,
  rateLn: lnSchema,
  sdLn: z.number().min(0).max(5),
});

const presetSchema = z.strictObject({
  gpuTimeLn: lnSchema,
  cpuTimeLn: lnSchema,
  videoMemoryGb: z.number().min(0).max(1024),
  videoMemoryGbPerMegapixel: z.number().min(0).max(100),
  memoryGb: z.number().min(0).max(4096),
});

const spreadSchema = z.number().min(0.005).max(2);

export const gameSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  family: z.string().min(1).max(60),
  resolutionExponent: z.number().min(0).max(2),
  memorySensitivity: z.number().min(0).max(2),
  bandwidthExponent: z.number().min(0).max(2),
  linkSensitivity: z.number().min(0).max(2),
  threads: z.int().min(1).max(1024),
  cpuSpread: spreadSchema,
  gpuSpread: spreadSchema,
  frameCap: z.number().min(1).max(10000).nullable(),
  residualSd: z.number().min(0).max(2),
  presets: z.strictObject(
    Object.fromEntries(PRESETS.map((preset) => [preset, presetSchema])) as Record<
      (typeof PRESETS)[number],
      typeof presetSchema
    >,
  ),
});

const share = z.number().min(0).max(1);
/** Effects of a fitted model: at most so many are kept with their covariance. */
const { mostEffects: MOST_EFFECTS } = FIT_DEFAULTS;

const heldOutPartSchema = z.strictObject({
  records: z.int().min(0),
  folds: z.int().min(2),
  medianError: z.number().min(0),
  error90: z.number().min(0),
  coverage: z.array(z.strictObject({ nominal: share, actual: share })).max(20),
});

/** How well records that a fit had not seen were predicted: whole charts left out, whole parts, whole games. */
export const heldOutSchema = heldOutPartSchema.extend({
  widening: z.number().min(1).max(10).optional(),
  parts: heldOutPartSchema.nullable().optional(),
  games: heldOutPartSchema.nullable().optional(),
});

const interactionSchema = z.strictObject({
  ln: z.number().min(-5).max(5),
  sdLn: z.number().min(0).max(5),
  leans: z.record(z.string().min(1).max(250), z.number().min(-10).max(10)),
});

const fitSummarySchema = z
  .strictObject({
    fittedOn: z.iso.datetime(),
    records: z.int().min(0),
    heldBack: z.int().min(0),
    basedOn: z.string().max(60),
    parameters: z.array(z.string().min(1).max(250)).max(MOST_EFFECTS),
    // A plain class of letters: a pattern by groups of four would overflow on a few million of them.
    covariance: z
      .string()
      .regex(/^[A-Za-z0-9+/]*={0,2}$/, 'the covariance is base64')
      .max(((MOST_EFFECTS * (MOST_EFFECTS + 1)) / 2) * 6),
    estimates: z.record(z.string().min(1).max(400), z.number()),
    noise: z.strictObject({ average: z.number().min(0).max(5), low: z.number().min(0).max(5) }),
    stated: z.record(z.string().min(1).max(250), z.tuple([z.number(), z.number().min(0)])).default({}),
    rounds: z.int().min(0),
    converged: z.boolean(),
    heldOut: heldOutSchema.nullable(),
  })
  .refine(
    ({ parameters, covariance }) => {
      const bytes = Math.floor((covariance.replace(/={1,2}$/, '').length * 3) / 4);
      return bytes === parameters.length * (parameters.length + 1) * 2;
    },
    { message: 'the covariance has four bytes for each pair of effects', path: ['covariance'] },
  );

export const frameModelSchema = z.strictObject({
  referenceMemory: z.strictObject({
    mts: z.number().min(100).max(30000),
    cl: z.number().min(1).max(200),
    channels: z.int().min(1).max(12),
  }),
  cpus: z.array(rateSchema).max(MOST.rates),
  gpus: z.array(rateSchema).max(MOST.rates),
  integrated: z.array(rateSchema).max(MOST.rates),
  games: z.array(gameSchema).max(MOST.games),
  interactions: z
    .array(
      z.strictObject({
        game: idSchema,
        cpuSd: z.number().min(0).max(5),
        gpuSd: z.number().min(0).max(5),
        pixelsSd: z.number().min(0).max(5).optional(),
        rates: z.record(z.string().min(1).max(250), interactionSchema),
      }),
    )
    .max(MOST.games)
    .optional(),
  states: z
    .array(
      z.strictObject({
        part: idSchema,
        state: z.enum(['raised', 'undervolted']),
        speedLn: z.number().min(-2).max(2),
        speedSd: z.number().min(0).max(2),
        wattsLn: z.number().min(-3).max(3),
        wattsSd: z.number().min(0).max(3),
        records: z.int().min(0),
      }),
    )
    .max(40_000)
    .optional(),
  shortfall: z
    .strictObject({
      videoMemory: z.number().min(0).max(100),
      memory: z.number().min(0).max(100),
      threads: z.number().min(0).max(100),
    })
    .optional(),
  fit: fitSummarySchema.optional(),
});

export const currencyRateSchema = z.strictObject({
  from: currencySchema,
  to: currencySchema,
  rate: z.number().min(1e-6).max(1e6),
  on: dateSchema,
});

/** A whole catalogue: what can be bought, where, and how fast it is expected to be. */
export const catalogueFileSchema = z.strictObject({
  $schema: z.string().optional(),
  format: z.literal('ripe-pick/catalogue'),
  version: z.literal(2),
  about: z.string().max(2000).optional(),
  parts: z.array(partSchema).max(MOST.parts),
  shops: z.array(shopSchema).max(MOST.shops),
  offers: z.array(offerSchema).max(MOST.offers),
  deals: z.array(dealSchema).max(MOST.deals).default([]),
  /** The day that counts as today in this catalogue; without it, the real one. */
  today: dateSchema.optional(),
  currencyRates: z.array(currencyRateSchema).max(MOST.currencyRates),
  frameModel: frameModelSchema,
});

export type CatalogueFile = z.infer<typeof catalogueFileSchema>;
/* Its records, as a file and the database hold them. */
export type StoredPart = CatalogueFile['parts'][number];
export type StoredShop = CatalogueFile['shops'][number];
export type StoredOffer = CatalogueFile['offers'][number];
export type StoredDeal = CatalogueFile['deals'][number];
export type StoredModel = CatalogueFile['frameModel'];
export type StoredGame = StoredModel['games'][number];
export type StoredRate = StoredModel['gpus'][number];

/** The catalogue without the file's own fields, as the core takes it. `day` is today unless the file has its own. */
export function catalogueOf(
  { parts, shops, offers, deals, currencyRates, frameModel, today }: CatalogueFile,
  day = localToday(),
): Catalogue {
  return { parts, shops, offers, deals, currencyRates, frameModel, today: today ?? day };
}
