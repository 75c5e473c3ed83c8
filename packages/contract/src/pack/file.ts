import { z } from 'zod';
import {
  catalogueFileSchema,
  currencyRateSchema,
  gameSchema,
  offerSchema,
  type CatalogueFile,
} from '../catalogue.ts';
import { MOST } from '../limits.ts';
import { crossCheckCatalogue } from '../crosscheck.ts';
import { dateSchema, idSchema, nameSchema, priceSchema, stockSchema } from '../primitives.ts';
import type { Problem } from '../problems.ts';
import { recordsSchema } from '../records.ts';

/** Observations of one offer in a pack. */
const MOST_OBSERVATIONS = 50_000;

/** Who hands a pack on, since when, and on what terms. */
const packAboutShape = {
  name: nameSchema,
  by: nameSchema,
  /** A licence by its SPDX name, or in words. */
  licence: nameSchema,
  on: dateSchema,
  note: z.string().max(2000).default(''),
};

const moment = z.iso.datetime('a moment is written as 2026-11-20T09:30:00Z');
const historySchema = z.strictObject({
  offer: idSchema,
  /** When, at what price in minor units (null: not for sale), and how many there were. */
  observations: z
    .array(z.tuple([moment, priceSchema.nullable(), stockSchema.nullable()]))
    .max(MOST_OBSERVATIONS),
});

const catalogue = catalogueFileSchema.shape;

/** What somebody knows of one subject, to be handed on: parts, prices, games and records. */
export const packFileSchema = z.strictObject({
  $schema: z.string().optional(),
  format: z.literal('ripe-pick/pack'),
  version: z.literal(1),
  ...packAboutShape,
  parts: catalogue.parts.default([]),
  shops: catalogue.shops.default([]),
  offers: catalogue.offers.default([]),
  deals: catalogue.deals,
  games: z.array(gameSchema).max(MOST.games).default([]),
  currencyRates: catalogue.currencyRates.default([]),
  records: recordsSchema.default([]),
  histories: z.array(historySchema).max(500_000).default([]),
});
export type PackFile = z.infer<typeof packFileSchema>;

/** What a pack says of the catalogue, as a catalogue file. It rates no parts: rates are estimated from records. */
export const catalogueOfPack = (pack: PackFile): CatalogueFile => ({
  format: 'ripe-pick/catalogue',
  version: 2,
  parts: pack.parts,
  shops: pack.shops,
  offers: pack.offers,
  deals: pack.deals,
  currencyRates: pack.currencyRates,
  frameModel: {
    referenceMemory: { mts: 3200, cl: 16, channels: 2 }, // of no effect: nothing is rated by it
    cpus: [],
    gpus: [],
    integrated: [],
    games: pack.games,
  },
});

/** What a schema cannot see: names of things that are not in the pack. */
export function crossCheckPack(pack: PackFile): Problem[] {
  const offers = new Set(pack.offers.map(({ id }) => id));
  const strays = pack.histories.flatMap(({ offer }, n) =>
    offers.has(offer)
      ? []
      : [
          {
            path: `histories[${n}].offer`,
            message: `no offer in the pack has the id "${offer}"`,
            mend: 'Add the offer, or leave its history out.',
          },
        ],
  );
  return [...crossCheckCatalogue(catalogueOfPack(pack)), ...strays];
}

const ids = z.array(idSchema).max(500_000);
const changedFigureSchema = z.strictObject({
  what: z.enum(['part', 'shop', 'deal', 'game']),
  id: idSchema,
  figure: z.string().max(100),
  /** Absent where there was none. */
  before: z.json().optional(),
  given: z.json().optional(),
  /** Where what was there before came from, where it was of its own. */
  origin: z.strictObject({ name: nameSchema, on: dateSchema }).optional(),
});
const changedRateSchema = z.strictObject({
  given: currencyRateSchema,
  before: currencyRateSchema.nullable(),
});

/** A pack that was imported, and all that it brought, by which it is taken out again. */
export const keptPackSchema = z.strictObject({
  id: idSchema,
  ...packAboutShape,
  takenOn: dateSchema,
  parts: ids,
  shops: ids,
  offers: ids,
  deals: ids,
  games: ids,
  records: ids,
  figures: z.array(changedFigureSchema).max(500_000),
  rates: z.array(changedRateSchema).max(1000),
  /** Offers of before, as they stood. */
  seenAgain: z.array(offerSchema).max(500_000),
});
export type KeptPack = z.infer<typeof keptPackSchema>;

/** Signs of a pack's name that every origin keeps, however long. */
export const MOST_STAMP = 120;

/** What figures and prices of a pack say that they are from. */
export const packName = ({ name, by }: { readonly name: string; readonly by: string }): string =>
  `pack ${name} by ${by}`;

/** Under which source the prices of a pack are kept. */
export const packSource = (pack: Pick<KeptPack, 'id' | 'name' | 'by'>) => ({
  key: `pack:${pack.id}`,
  name: packName(pack),
});
