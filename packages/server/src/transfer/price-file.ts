import { createReadStream } from 'node:fs';
import {
  FORMULA,
  minuteOfMoment,
  minuteSchema,
  priceSchema,
  problemsOf,
  stockSchema,
} from '@ripe-pick/contract';
import { minorPlaces } from '@ripe-pick/core/units';
import papa from 'papaparse';
import { z } from 'zod';
import type { OwnObservation } from '../store/index.ts';

/** A row of a file of histories as its text is read; empty: not stated. */
const rowSchema = z.object({
  sku: z.string().min(1, 'the offer is missing').max(100),
  currency: z.string().regex(/^[A-Z]{3}$/, 'a currency is written as EUR'),
  price: z.string().regex(/^(?:\d{1,9}(?:\.\d{1,4})?)?$/, 'a price is written as 123.45'),
  available: z.enum(['yes', 'no']),
  stock: z.string().regex(/^\d{0,7}$/, 'stock is a whole number'),
  seen: z.string().regex(/^\d{4}-\d\d-\d\dT\d\d:\d\dZ$/, 'a moment is written as 2026-11-20T12:00Z'),
  source: z.string().min(1, 'the source is missing').max(500),
});

const observationSchema = z
  .object({
    price: priceSchema.nullable(),
    stock: stockSchema.nullable(),
    at: minuteSchema,
    isAvailable: z.boolean(),
  })
  .refine(({ price, isAvailable }) => isAvailable === (price !== null), {
    message: 'a price is stated where it was available, and only there',
    path: ['available'],
  });

/** A row that is no observation, told by its number (the heading is the first) and its field. */
export class BadPriceRow extends Error {
  constructor(
    readonly path: string,
    message: string,
    readonly mend: string,
  ) {
    super(message);
  }
}

const bad = (row: number, error: z.ZodError, value: unknown) => {
  const [{ path, message, mend }] = problemsOf(error, value);
  return new BadPriceRow(`row ${row}, ${path}`, message, mend);
};

/** Text that was kept from being taken for a formula, as it was. */
const plain = (text: string) => (text.startsWith("'") && FORMULA.test(text.slice(1)) ? text.slice(1) : text);

function observationOf(cells: unknown, row: number): OwnObservation {
  const read = rowSchema.safeParse(cells);
  if (!read.success) throw bad(row, read.error, cells);
  const { sku, currency, price, available, stock, seen, source } = read.data;
  const value = {
    price: price === '' ? null : Math.round(Number(price) * 10 ** minorPlaces(currency)),
    stock: stock === '' ? null : Number(stock),
    at: minuteOfMoment(new Date(seen)),
    isAvailable: available === 'yes',
  };
  const judged = observationSchema.safeParse(value);
  if (!judged.success) throw bad(row, judged.error, value);
  return { offer: plain(sku), currency, ...judged.data, source: plain(source) };
}

/**
 * Reads a file of histories as `prices.csv` has them, row by row, never more than some of it at a time.
 * @throws {BadPriceRow} at the first row that is none
 */
export async function* readPriceFile(path: string): AsyncGenerator<OwnObservation> {
  const rows = createReadStream(path, 'utf8').pipe(
    papa.parse(papa.NODE_STREAM_INPUT, { header: true, skipEmptyLines: true }),
  );
  let row = 1;
  for await (const cells of rows) yield observationOf(cells, ++row);
}
