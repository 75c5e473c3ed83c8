import { EVENT_KINDS } from '@ripe-pick/core/prices';
import { SLOTS } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { CONDITIONS } from './catalogue.ts';
import {
  currencySchema,
  dateSchema,
  idSchema,
  minorSchema,
  minuteSchema,
  nameSchema,
  priceSchema,
  stockSchema,
  withIds,
} from './primitives.ts';

/*
 * Prices over time as they cross borders: what was read somewhere, what is taken into the history, where prices are fetched, what is watched.
 */

const gtin = z.string().regex(/^\d{8,14}$/);
export const MINUTES_A_DAY = 1440;

/** Something found on a page, in a table or a feed: an offer as the source states it, not yet matched to anything. */
export const foundSchema = z
  .strictObject({
    name: z.string().max(400),
    gtin: gtin.optional(),
    mpn: z.string().max(80).optional(),
    sku: z.string().max(100).optional(),
    url: z.string().max(2000).optional(),
    seller: z.string().max(200).optional(),
    /** The shop that it is from, by its id or name, where the source has several. */
    shop: z.string().max(200).optional(),
    /** Null: looked for, and not for sale. */
    priceMinor: priceSchema.nullable(),
    currency: currencySchema,
    stock: stockSchema.optional(),
    condition: z.enum(CONDITIONS).default('new'),
    shippingMinor: minorSchema.optional(),
    /** When the source says that it was seen; else now. */
    at: minuteSchema.optional(),
    /** What a used listing says of itself. */
    grade: z.enum(['A', 'B', 'C']).optional(),
    monthsOld: z.int().min(0).max(600).optional(),
    good: z.int().min(0).max(1e7).optional(),
    rated: z.int().min(0).max(1e7).optional(),
    returnDays: z.int().min(0).max(1000).optional(),
  })
  .refine(({ good = 0, rated = 0 }) => good <= rated, {
    message: 'more good deals than rated ones',
    path: ['good'],
  });
export type Found = z.infer<typeof foundSchema>;

/** The shop that something found is from: the one it was looked for at, or the one that it names itself. */
export function shopOfFound<S extends { readonly id: string; readonly name: string }>(
  { shop: said }: Found,
  shop: string | null,
  shops: readonly S[],
): S | undefined {
  if (shop !== null) return shops.find(({ id }) => id === shop);
  const bare = said?.trim().toLowerCase();
  return bare ? shops.find(({ id, name }) => id === said || name.toLowerCase() === bare) : undefined;
}

/** Why something read was not taken as it is. */
export const doubtSchema = z.strictObject({
  where: z.string().max(300),
  what: z.string().max(500),
  mend: z.string().max(500).optional(),
});
export type PriceDoubt = z.infer<typeof doubtSchema>;
/** Doubts that are kept with a source. */
export const MOST_DOUBTS = 50;

/** A doubt that quotes what came from outside, cut to what is kept. */
export const doubtOf = (where: string, what: string, mend?: string): PriceDoubt => ({
  where: where.slice(0, 300),
  what: what.slice(0, 500),
  ...(mend === undefined ? {} : { mend: mend.slice(0, 500) }),
});

const HOW = ['offer', 'item number', 'part number', 'name', 'none'] as const;
/** A found offer with what it was matched to. */
export const matchedSchema = z.strictObject({
  found: foundSchema,
  part: idSchema.nullable(),
  /** The known offer of that part at that shop; null: it would be a new one. */
  offer: idSchema.nullable(),
  how: z.enum(HOW),
  /** Whether it may be taken before anybody looks. */
  isSure: z.boolean(),
  /** Other parts that it may be. */
  others: z.array(idSchema).max(6),
  doubt: z.string().max(500).nullable(),
});
export type Matched = z.infer<typeof matchedSchema>;

const MOST_ROWS = 200_000;

export const readRequestSchema = z.strictObject({
  shop: idSchema.nullable(),
  name: z.string().max(300).default('pasted'),
  /** Text as pasted or read; or a spreadsheet in base64. */
  text: z.string().max(24_000_000).optional(),
  base64: z.string().max(24_000_000).optional(),
});
export const readAnswerSchema = z.strictObject({
  kind: z.enum(['page', 'table', 'feed', 'typed']),
  rows: z.array(matchedSchema).max(MOST_ROWS),
  doubts: z.array(doubtSchema).max(500),
});
export type ReadAnswer = z.infer<typeof readAnswerSchema>;

/** A price to be taken: for a known offer, or for a part at a shop, which makes a new offer. */
export const takeSchema = z.strictObject({
  shop: idSchema.nullable(),
  source: nameSchema,
  rows: z
    .array(z.strictObject({ found: foundSchema, part: idSchema, offer: idSchema.nullable() }))
    .min(1)
    .max(MOST_ROWS),
});
export const takenSchema = z.strictObject({
  taken: z.int().min(0),
  changed: z.int().min(0),
  newOffers: z.int().min(0),
  repeated: z.int().min(0),
  /** Rows of parts that are sold out where they were never on offer. */
  skipped: z.int().min(0),
});
export type Taken = z.infer<typeof takenSchema>;

/** The history of an offer as columns, oldest first. */
export const seriesSchema = z.strictObject({
  offer: idSchema,
  part: idSchema,
  shop: idSchema,
  currency: currencySchema,
  at: z.array(minuteSchema),
  price: z.array(priceSchema.nullable()),
  stock: z.array(stockSchema.nullable()),
  source: z.array(z.int().min(0)),
});
export type Series = z.infer<typeof seriesSchema>;
export const historyAnswerSchema = z.strictObject({
  sources: z.array(z.string()),
  series: z.array(seriesSchema),
  observations: z.int().min(0),
  offers: z.int().min(0),
});

export const correctionSchema = z.strictObject({
  offer: idSchema,
  at: minuteSchema,
  /** Another price in its place; null: not for sale; absent: the look is taken out. */
  priceMinor: priceSchema.nullable().optional(),
});
export const correctedSchema = z.strictObject({
  serial: z.int(),
  offer: idSchema,
  at: minuteSchema,
  before: priceSchema.nullable(),
  after: priceSchema.nullable(),
  isRemoval: z.boolean(),
  isUndone: z.boolean(),
  madeAt: z.string(),
});
export type Corrected = z.infer<typeof correctedSchema>;

/** An address whose prices are fetched on a schedule. */
export const feedSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  url: z.url({ protocol: /^https?$/, error: 'an address begins with http:// or https://' }).max(2000),
  shop: idSchema,
  /** The part that a page is about; null: told by what is on it. */
  part: idSchema.nullable().default(null),
  everyHours: z
    .number()
    .min(1)
    .max(24 * 31)
    .default(24),
  isOn: z.boolean().default(true),
  /** Whether addresses of this machine or of the own network may be fetched. */
  allowPrivate: z.boolean().default(false),
});
export type Feed = z.infer<typeof feedSchema>;

const FEED_RESULTS = ['never', 'ok', 'unchanged', 'failed'] as const;
export const feedStateSchema = z.strictObject({
  id: idSchema,
  result: z.enum(FEED_RESULTS).default('never'),
  at: z.string().nullable().default(null),
  okAt: z.string().nullable().default(null),
  /** What went wrong, and what to do. */
  error: z.string().max(1000).nullable().default(null),
  failures: z.int().min(0).default(0),
  /** Readings in a row that took too much and were ended. */
  ended: z.int().min(0).default(0),
  nextAt: z.string().nullable().default(null),
  etag: z.string().max(500).nullable().default(null),
  modified: z.string().max(200).nullable().default(null),
  taken: z.int().min(0).default(0),
  held: z.int().min(0).default(0),
  doubts: z.array(doubtSchema).max(MOST_DOUBTS).default([]),
});
export type FeedState = z.infer<typeof feedStateSchema>;

/** A row that a feed brought and that somebody has to look at. */
export const heldSchema = z.strictObject({
  serial: z.int(),
  feed: idSchema,
  shop: idSchema,
  row: matchedSchema,
});
export type Held = z.infer<typeof heldSchema>;

export const feedsAnswerSchema = z.strictObject({
  feeds: z.array(z.strictObject({ feed: feedSchema, state: feedStateSchema })),
  held: z.array(heldSchema),
});

/* What the user keeps of watching: part of the workspace. */

/** A price that a part should come down to. */
export const targetSchema = z.strictObject({
  id: idSchema,
  part: idSchema,
  currency: currencySchema,
  priceMinor: priceSchema,
  /** Days on which it counts; none named: from now on, and for good. */
  from: dateSchema.nullable().default(null),
  by: dateSchema.nullable().default(null),
  note: z.string().max(1000).default(''),
});
export type Target = z.infer<typeof targetSchema>;

export const eventSchema = z
  .strictObject({
    id: idSchema,
    kind: z.enum(EVENT_KINDS),
    name: nameSchema,
    from: dateSchema,
    to: dateSchema,
    touches: z.array(z.enum(SLOTS)).max(20).default([]),
    factor: z.number().min(1).max(50).default(5),
  })
  .refine(({ from, to }) => from <= to, { message: 'the last day is before the first', path: ['to'] });
export type CalendarEvent = z.infer<typeof eventSchema>;

const timeOfDay = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time is written as 22:00');
export const ALERT_KINDS = ['target', 'ripe', 'best', 'total', 'gone', 'feed', 'event'] as const;
export const watchingSchema = z.strictObject({
  /** Days to look ahead where the brief names no day. */
  days: z.int().min(3).max(90).default(30),
  waitPerDayMinor: minorSchema.default(0),
  /** Whether the usual sale seasons count. */
  seasons: z.boolean().default(true),
  quiet: z
    .strictObject({ from: timeOfDay, to: timeOfDay })
    .nullable()
    .default({ from: '22:00', to: '07:00' }),
  /** Changes below these are not told. Frames: in tenths. */
  leastMinor: minorSchema.default(500),
  leastTenths: z.int().min(0).max(10_000).default(10),
  silent: z.array(z.enum(ALERT_KINDS)).max(10).default([]),
});
export type Watching = z.infer<typeof watchingSchema>;

export const watchShape = {
  targets: withIds(targetSchema, 500).default([]),
  events: withIds(eventSchema, 500).default([]),
  watching: watchingSchema.prefault({}),
};

/** What is kept of watching, with what holds where nothing is said. */
export const watchKeptSchema = z.strictObject(watchShape);

export const alertSchema = z.strictObject({
  serial: z.int(),
  kind: z.enum(ALERT_KINDS),
  at: z.string(),
  /** The day in the market that it is about. */
  day: dateSchema,
  title: z.string().max(300),
  text: z.string().max(3000),
  isRead: z.boolean(),
});
export type Alert = z.infer<typeof alertSchema>;

/** What an alert says, and by what it is told from others. */
export interface NewAlertText extends Pick<Alert, 'kind' | 'title' | 'text'> {
  readonly key: string;
}

/** What the watch knew after its last run. Money in the brief’s currency. */
export const watchPointSchema = z.strictObject({
  day: dateSchema,
  candidates: z.array(
    z.strictObject({
      id: idSchema,
      name: nameSchema,
      totalMinor: z.int().nullable(),
      score: z.number().nullable(),
      gone: z.array(z.string()),
      offers: z.array(z.string()),
    }),
  ),
  best: z
    .strictObject({
      totalMinor: z.int(),
      score: z.number(),
      picks: z.record(
        z.string(),
        z.strictObject({
          part: idSchema,
          name: z.string(),
          offer: idSchema.nullable(),
          priceMinor: z.int().nullable(),
        }),
      ),
    })
    .nullable(),
  currency: currencySchema,
  /** Of the brief: another one makes no news. */
  brief: z.string().max(100),
  why: z.string().max(3000),
  /** What the forecast advised, by part. */
  advice: z.record(z.string(), z.enum(['buy', 'wait', 'out'])),
});
export type WatchPoint = z.infer<typeof watchPointSchema>;

export const watchAnswerSchema = z.strictObject({
  points: z.array(watchPointSchema).max(1000),
  alerts: z.array(alertSchema),
  isRunning: z.boolean(),
});

export const reliabilitySchema = z.strictObject({
  judged: z.int(),
  open: z.int(),
  coverage: z.number(),
  brier: z.number(),
  stated: z.number(),
  delivered: z.number(),
  waits: z.int(),
  promise: z.number(),
  bins: z.array(z.strictObject({ stated: z.number(), actual: z.number(), n: z.int() })),
});

export const MARKET_FAULTS = ['none', 'slow', 'error', 'truncated', 'wrong-price', 'markup'] as const;
export const marketSchema = z.strictObject({
  /** Null: no simulated market runs. */
  address: z.string().nullable(),
  day: dateSchema.nullable(),
  fault: z.enum(MARKET_FAULTS),
});

export const ALERTS_PATH = '/alerts.atom';
export const PRICES_PATH = '/prices.csv';
/** Where such a file is sent to, to join the histories that are there. */
export const PRICES_IN_PATH = '/api/prices/file';
/** Largest such file that is taken, in bytes. */
export const MAX_PRICES_BYTES = 512 * 1024 * 1024;

/** What came of a file of histories. */
export const priceFileTakenSchema = z.strictObject({
  rows: z.int().min(0),
  taken: z.int().min(0),
  /** Rows that were there already. */
  repeated: z.int().min(0),
  /** Rows of offers that are not in the catalogue, and some of these offers. */
  unknown: z.int().min(0),
  unknownOffers: z.array(z.string()).max(20),
});
export type PriceFileTaken = z.infer<typeof priceFileTakenSchema>;

/** A forecast as it was stated, and how it came out; see docs/models/prices.md. */
export const loggedForecastSchema = z.strictObject({
  id: z.string().max(200),
  part: idSchema,
  offers: z.array(z.strictObject({ id: idSchema, rate: z.number(), extraMinor: z.number() })).max(500),
  madeOn: z.int(),
  by: z.int(),
  now: z.number().positive(),
  advice: z.enum(['buy', 'wait']),
  saving: z.number(),
  dearerChance: z.number(),
  least: z.strictObject({ low: z.number(), high: z.number() }),
  targets: z.array(z.strictObject({ target: z.number(), chance: z.number() })).max(20),
  curve: z.array(z.number()).max(400),
});
export const judgedSchema = z.strictObject({
  forecast: loggedForecastSchema,
  least: z.number(),
  covered: z.boolean(),
  paid: z.number(),
});
