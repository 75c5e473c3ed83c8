import { z } from 'zod';
import { currencyRateSchema, gameSchema, offerSchema, rateSchema, shopSchema } from './catalogue.ts';
import { dealSchema } from './deals.ts';
import { partSchema } from './parts.ts';
import { keptPackSchema } from './pack/file.ts';
import { idSchema, minuteSchema, priceSchema, stockSchema } from './primitives.ts';
import { recordSchema } from './records.ts';

/** Where in its list something new stands; behind everything where it is not said. */
const at = z.int().min(0).optional();
/** Whether an id that is taken is an error, not a change of what has it. */
const isNew = z.boolean().optional();

const put = <const D extends string, S extends z.ZodType>(what: D, item: S) =>
  z.strictObject({ do: z.literal(`put-${what}`), item, at, isNew });
const remove = <const D extends string>(what: D) =>
  z.strictObject({ do: z.literal(`remove-${what}`), id: idSchema });

/** Observations in a row that found the same; moments in minutes since 1970, the time between them packed. */
const runSchema = z.strictObject({
  first: minuteSchema,
  last: minuteSchema,
  price: priceSchema.nullable(),
  stock: stockSchema.nullable(),
  source: z.int().min(0),
  gaps: z.base64(),
});

const sourceSchema = z.strictObject({ key: z.string().min(1).max(300), name: z.string().min(1).max(500) });
const observationSchema = z.strictObject({
  offer: idSchema,
  at: minuteSchema,
  price: priceSchema.nullable(),
  stock: stockSchema.nullable(),
});

/**
 * One change of a catalogue. What has the id already is put in its place. Removing a part takes its offers and its rates
 * along.
 */
export const catalogueChangeSchema = z.discriminatedUnion('do', [
  put('part', partSchema),
  /** A price that is new is an observation of its day, unless `isSeen` is false: then it is what stood there before. */
  z.strictObject({
    do: z.literal('put-offer'),
    item: offerSchema,
    at,
    isNew,
    isSeen: z.boolean().optional(),
  }),
  /** The history of an offer as it was kept, from a moment on or all of it; null: it has none. */
  z.strictObject({
    do: z.literal('put-history'),
    offer: idSchema,
    from: minuteSchema.optional(),
    runs: z.array(runSchema).nullable(),
  }),
  put('shop', shopSchema),
  put('deal', dealSchema),
  put('game', gameSchema),
  /** Two parts are one: what named the first names the second from now on, which becomes what `item` says. */
  z.strictObject({ do: z.literal('merge-part'), id: idSchema, item: partSchema }),
  /** Two parts that were made one are two again. */
  z.strictObject({ do: z.literal('split-part'), merge: z.int().min(1) }),
  /** Observations of offers that are there, from one source. */
  z.strictObject({
    do: z.literal('observe'),
    source: sourceSchema,
    observations: z.array(observationSchema).max(1_000_000),
  }),
  /** Every observation of a source is taken out. */
  z.strictObject({ do: z.literal('forget-source'), key: sourceSchema.shape.key }),
  put('record', recordSchema),
  put('pack', keptPackSchema),
  remove('record'),
  remove('pack'),
  remove('part'),
  remove('offer'),
  remove('shop'),
  remove('deal'),
  remove('game'),
  z.strictObject({
    do: z.literal('put-rate'),
    list: z.enum(['cpus', 'gpus', 'integrated']),
    item: rateSchema,
    at,
  }),
  z.strictObject({ do: z.literal('put-currency-rate'), item: currencyRateSchema, at }),
  z.strictObject({
    do: z.literal('remove-currency-rate'),
    from: currencyRateSchema.shape.from,
    to: currencyRateSchema.shape.to,
  }),
]);
export type CatalogueChange = z.infer<typeof catalogueChangeSchema>;
