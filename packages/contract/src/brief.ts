import { PRESETS, SLOTS, type Brief } from '@ripe-pick/core/parts';
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
const NOTHING_PLANNED = { card: null, memory: null } as const;
const DEFAULT_SUPPLY_RULE = { kind: 'larger', factor: 1.3 } as const;

export const briefSchema = z.strictObject({
  name: nameSchema,
  money: z.strictObject({
    currency: currencySchema,
    budgetMinor: minorSchema,
    slackMinor: minorSchema.default(0),
    looksOutside: z.boolean().default(false),
    running: z
      .strictObject({
        hoursPerWeek: z.number().min(0).max(168),
        tariffMinorPerKwh: z.number().min(0).max(1_000_000),
        mains: z.union([z.literal(115), z.literal(230)]),
      })
      .default(DEFAULT_RUNNING),
    school: z.enum(['strict', 'expected', 'after']).default('strict'),
    claims: z
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
    background: z.enum(['none', 'voice', 'stream-processor', 'stream-card']).default('none'),
    renderScale: z.number().min(0.25).max(1).default(1),
    memoryProfile: z.boolean().default(true),
  }),
  needs: z.strictObject({
    memoryGb: z.number().min(0).max(4096).default(8),
    fastStorageGb: z.number().min(0).max(1_000_000).default(0),
    totalStorageGb: z.number().min(0).max(1_000_000).default(0),
    wireless: z.boolean().default(false),
    systemLicence: z.boolean().default(false),
    maxLitres: z.number().min(1).max(1000).nullable().default(null),
    cardRequired: z.boolean().default(false),
    supplyRule: z
      .strictObject({
        kind: z.enum(['load', 'maker', 'larger', 'half', 'planned']),
        factor: z.number().min(1).max(4),
      })
      .default(DEFAULT_SUPPLY_RULE),
    supplyQuality: z.number().min(1).max(5).nullable().default(null),
    capacityFloors: z.boolean().default(false),
    boxedCooler: z.boolean().default(true),
    maxNoiseDb: z.number().min(0).max(120).nullable().default(null),
    raiseClocks: z.boolean().default(false),
    borrowProcessor: z.boolean().default(false),
    screens: z.int().min(1).max(16).default(1),
  }),
  market: z
    .strictObject({
      conditions: z.array(z.enum(CONDITIONS)).max(3),
      conditionsBySlot: z.partialRecord(z.enum(SLOTS), z.array(z.enum(CONDITIONS)).max(3)).default({}),
      shopsOut: z.array(idSchema).max(2000).default([]),
      allowUnknown: z.boolean().default(false),
      maxAgeDays: z.int().min(0).max(10_000).nullable().default(null),
      usedRisk: z.boolean().default(false),
    })
    .default({
      conditions: ['new', 'refurbished', 'used'],
      conditionsBySlot: {},
      shopsOut: [],
      allowUnknown: false,
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
  belongings: z
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
    .strictObject({ card: idSchema.nullable(), memory: idSchema.nullable() })
    .default(NOTHING_PLANNED),
  excluded: z
    .array(z.strictObject({ part: idSchema, reason: z.string().max(500).default('') }))
    .max(50_000)
    .default([]),
});

export const briefFileSchema = z.strictObject({
  $schema: z.string().optional(),
  format: z.literal('ripe-pick/brief'),
  version: z.literal(1),
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

/** A build: the part, and where known the offer, of every slot that is filled. */
export const buildFileSchema = z.strictObject({
  $schema: z.string().optional(),
  format: z.literal('ripe-pick/build'),
  version: z.literal(1),
  name: nameSchema.optional(),
  picks: picksSchema,
});
export type BuildFile = z.infer<typeof buildFileSchema>;
