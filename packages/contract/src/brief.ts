import { CLOCK_STATES, FORK_CODES, PART_KINDS, PRESETS, SLOTS, type Brief } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { CONDITIONS } from './catalogue.ts';
import { currencySchema, dateSchema, idSchema, minorSchema, nameSchema } from './primitives.ts';

const DEFAULT_OBJECTIVE = {
  goal: 'frames',
  figure: 'average',
  mean: 'geometric',
  capAtRefresh: true,
  balanceLimit: null,
} as const;
const DEFAULT_RUNNING = { hoursPerWeek: 12, tariffMinorPerKwh: 30, mains: 230 } as const;
const DEFAULT_CLAIMS = { fileChance: 0.85, acceptChance: 0.9, yearlyRate: 0.08, costMinor: 60, used: [] };
const costBasisSchema = z.enum(['strict', 'expected', 'after']);
const DEFAULT_SUPPLY_RULE = { kind: 'larger', factor: 1.3 } as const;

/** Sums that are looked ahead to; each is a day on which parts may change, and more would take too long to prove. */
const MOST_SUMS = 4;
const LONGEST_HORIZON = 120;
const yearly = z.number().min(-0.9).max(3);
const wishBase = { id: idSchema, on: dateSchema, note: z.string().max(300).default('') };

/** What the years to come are reckoned with; see docs/models/growth.md. */
const growthSchema = z.strictObject({
  horizonMonths: z.int().min(1).max(LONGEST_HORIZON).default(36),
  sums: z
    .array(
      z.strictObject({
        id: idSchema,
        on: dateSchema,
        amountMinor: minorSchema,
        note: z.string().max(300).default(''),
      }),
    )
    .max(MOST_SUMS)
    .default([]),
  monthlyMinor: minorSchema.default(0),
  wishes: z
    .array(
      z.discriminatedUnion('kind', [
        z.strictObject({
          ...wishBase,
          kind: z.literal('screen'),
          widthPx: z.int().min(320).max(16384),
          heightPx: z.int().min(200).max(16384),
          refreshHz: z.number().min(20).max(1000),
          costMinor: minorSchema,
        }),
        z.strictObject({
          ...wishBase,
          kind: z.literal('drive'),
          gb: z.number().min(1).max(1_000_000),
          solidState: z.boolean(),
        }),
        z.strictObject({
          ...wishBase,
          kind: z.literal('game'),
          game: idSchema,
          preset: z.enum(PRESETS),
          weight: z.number().min(0).max(1000),
          timesAsHeavy: z.number().min(0.2).max(10).default(1),
        }),
      ]),
    )
    .max(12)
    .default([]),
  discountYearly: z.number().min(0).max(1).default(0.1),
  heavierYearly: yearly.default(0.08),
  heavierByFamily: z.record(z.string().min(1).max(100), yearly).default({}),
  needsYearly: yearly.default(0.06),
  falls: z.partialRecord(z.enum(PART_KINDS), z.number().min(-2).max(0.9)).default({}),
  resale: z
    .strictObject({
      feeShare: z.number().min(0).max(1),
      condition: z.enum(['A', 'B', 'C']).default('B'),
      pays: z.boolean(),
      kept: z.array(z.enum(PART_KINDS)).max(PART_KINDS.length),
    })
    .default({ feeShare: 0.1, condition: 'B', pays: true, kept: [] }),
  start: z
    .strictObject({
      withoutGpu: z.boolean(),
      withLessMemory: z.boolean(),
      playableFps: z.number().min(1).max(1000),
    })
    .default({ withoutGpu: true, withLessMemory: false, playableFps: 30 }),
});

const screenSchema = z.strictObject({
  widthPx: z.int().min(320).max(16384),
  heightPx: z.int().min(200).max(16384),
  refreshHz: z.number().min(20).max(1000),
});

/** What the machine is for beside games. */
const sideJobSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.enum(['stream', 'record']),
    encoder: z.enum(['cpu', 'gpu']),
    widthPx: z.int().min(320).max(7680),
    heightPx: z.int().min(200).max(4320),
    fps: z.number().min(1).max(240),
    mbps: z.number().min(0.1).max(1000),
  }),
  z.strictObject({ kind: z.enum(['edit', 'render', 'office']) }),
  z.strictObject({ kind: z.literal('vr'), screen: screenSchema }),
]);

export const briefSchema = z.strictObject({
  name: nameSchema,
  money: z.strictObject({
    currency: currencySchema,
    budgetMinor: minorSchema,
    allowedOverMinor: minorSchema.default(0),
    looksOutside: z.boolean().default(false),
    running: z
      .strictObject({
        hoursPerWeek: z.number().min(0).max(168),
        tariffMinorPerKwh: z.number().min(0).max(1_000_000),
        mains: z.union([z.literal(115), z.literal(230)]),
      })
      .default(DEFAULT_RUNNING),
    besides: z
      .array(z.strictObject({ name: nameSchema, priceMinor: minorSchema }))
      .max(40)
      .default([]),
    costBasis: costBasisSchema.default('strict'),
    claimHabits: z
      .strictObject({
        fileChance: z.number().min(0).max(1),
        acceptChance: z.number().min(0).max(1),
        yearlyRate: z.number().min(0).max(1),
        costMinor: minorSchema,
        used: z.array(z.strictObject({ deal: idSchema, times: z.int().min(0).max(1000) })).max(2000),
      })
      .default(DEFAULT_CLAIMS),
    countSales: z.boolean().default(false),
  }),
  play: z.strictObject({
    games: z
      .array(
        z.strictObject({
          game: idSchema,
          preset: z.enum(PRESETS),
          weight: z.number().min(0).max(1000),
          target: z.number().min(1).max(1000).nullable().default(null),
        }),
      )
      .max(24),
    widthPx: z.int().min(320).max(16384),
    heightPx: z.int().min(200).max(16384),
    refreshHz: z.number().min(20).max(1000),
    objective: z
      .strictObject({
        goal: z.enum(['frames', 'targets']),
        figure: z.enum(['average', 'low', 'slowest']),
        mean: z.enum(['geometric', 'arithmetic', 'harmonic', 'weakest']),
        capAtRefresh: z.boolean(),
        balanceLimit: z.number().min(0).max(1).nullable().default(null),
      })
      .default(DEFAULT_OBJECTIVE),
    background: z.enum(['none', 'voice', 'stream-cpu', 'stream-gpu']).default('none'),
    renderScale: z.number().min(0.25).max(1).default(1),
    memoryProfile: z.boolean().default(true),
    jobs: z.array(sideJobSchema).max(12).default([]),
    second: screenSchema.nullable().default(null),
    clocks: z
      .strictObject({ cpu: z.enum(CLOCK_STATES), gpu: z.enum(CLOCK_STATES) })
      .default({ cpu: 'shipped', gpu: 'shipped' }),
  }),
  needs: z.strictObject({
    memoryGb: z.number().min(0).max(4096).default(8),
    fastStorageGb: z.number().min(0).max(1_000_000).default(0),
    totalStorageGb: z.number().min(0).max(1_000_000).default(0),
    wireless: z.boolean().default(false),
    osLicence: z.boolean().default(false),
    maxLitres: z.number().min(1).max(1000).nullable().default(null),
    gpuRequired: z.boolean().default(false),
    psuRule: z
      .strictObject({
        kind: z.enum(['load', 'maker', 'larger', 'half', 'planned']),
        factor: z.number().min(1).max(4),
      })
      .default(DEFAULT_SUPPLY_RULE),
    brands: z.partialRecord(z.enum(PART_KINDS), z.array(nameSchema).min(1).max(200)).default({}),
    colour: z.string().trim().min(1).max(40).nullable().default(null),
    modular: z.boolean().default(false),
    psuQuality: z.number().min(1).max(5).nullable().default(null),
    capacityFloors: z.boolean().default(false),
    stockCooler: z.boolean().default(true),
    maxNoiseDb: z.number().min(0).max(120).nullable().default(null),
    overclock: z.boolean().default(false),
    borrowCpu: z.boolean().default(false),
    screens: z.int().min(1).max(16).default(1),
  }),
  whereToBuy: z
    .strictObject({
      conditions: z.array(z.enum(CONDITIONS)).max(3),
      conditionsBySlot: z.partialRecord(z.enum(SLOTS), z.array(z.enum(CONDITIONS)).max(3)).default({}),
      shopsOut: z.array(idSchema).max(2000).default([]),
      allowUnknown: z.boolean().default(false),
      assume: z.enum(['none', 'usual', 'all']).default('none'),
      maxAgeDays: z.int().min(0).max(10_000).nullable().default(null),
      usedRisk: z.boolean().default(false),
    })
    .default({
      conditions: ['new', 'refurbished', 'used'],
      conditionsBySlot: {},
      shopsOut: [],
      allowUnknown: false,
      assume: 'none',
      maxAgeDays: null,
      usedRisk: false,
    }),
  dates: z
    .strictObject({
      buyOn: dateSchema.nullable().default(null),
      readyBy: dateSchema.nullable().default(null),
    })
    .default({ buyOn: null, readyBy: null }),
  owned: z.array(idSchema).max(100).default([]),
  ownedParts: z
    .array(
      z.strictObject({
        part: idSchema,
        paidMinor: minorSchema.nullable().default(null),
        valueMinor: minorSchema.nullable().default(null),
        sell: z.boolean().default(false),
      }),
    )
    .max(100)
    .default([]),
  tuned: z
    .array(z.strictObject({ part: idSchema, times: z.number().min(0.5).max(2) }))
    .max(100)
    .default([]),
  locks: z
    .array(
      z.strictObject({
        slot: z.enum(SLOTS),
        part: idSchema.nullable(),
        offer: idSchema.nullable().default(null),
      }),
    )
    .max(SLOTS.length)
    .default([]),
  planned: z
    .strictObject({
      gpu: idSchema.nullable().default(null),
      memory: idSchema.nullable().default(null),
      cpu: idSchema.nullable().default(null),
      isFirm: z.boolean().default(false),
    })
    .prefault({}),
  ownTerms: z
    .array(
      z.strictObject({
        fork: z.enum(FORK_CODES),
        branch: nameSchema,
        screen: screenSchema.nullable().default(null),
        costBasis: costBasisSchema.nullable().default(null),
      }),
    )
    .max(40)
    .refine(
      (terms) => new Set(terms.map(({ fork, branch }) => `${fork} ${branch}`)).size === terms.length,
      'A way at a fork has its own terms once.',
    )
    .default([]),
  growth: growthSchema.prefault({}),
  excluded: z
    .array(z.strictObject({ part: idSchema, reason: z.string().max(500).default('') }))
    .max(50_000)
    .default([]),
});

export const briefFileSchema = z.strictObject({
  $schema: z.string().optional(),
  format: z.literal('ripe-pick/brief'),
  version: z.literal(2),
  ...briefSchema.shape,
});

export type BriefFile = z.infer<typeof briefFileSchema>;

/** The brief without the file's own fields. */
export function briefOf({
  format: _format,
  version: _version,
  $schema: _schema,
  ...brief
}: BriefFile): Brief {
  return brief as Brief; // absent optional fields are undefined, and the core's types allow that
}

const pickSchema = z.strictObject({ part: idSchema, offer: idSchema.nullable().default(null) });
export const picksSchema = z.partialRecord(z.enum(SLOTS), pickSchema);

/** Steps of a path that are kept, and changes in one. */
const MOST_PATH_STEPS = 12;
const MOST_CHANGES = 20;
/** A dated step of growing: what goes in then, beside what is there or in its place; null takes out alone. */
const pathStepSchema = z.strictObject({
  on: dateSchema,
  changes: z
    .array(
      z.strictObject({ slot: z.enum(SLOTS), part: idSchema.nullable(), beside: z.boolean().default(false) }),
    )
    .min(1)
    .max(MOST_CHANGES),
});
export type StoredPathStep = z.infer<typeof pathStepSchema>;
export const pathSchema = z.array(pathStepSchema).max(MOST_PATH_STEPS);

/** A build: the part, and where known the offer, of every slot that is filled. */
export const buildFileSchema = z.strictObject({
  $schema: z.string().optional(),
  format: z.literal('ripe-pick/build'),
  version: z.literal(2),
  name: nameSchema.optional(),
  picks: picksSchema,
  /** How it is to grow. */
  path: pathSchema.default([]),
});
export type BuildFile = z.infer<typeof buildFileSchema>;
