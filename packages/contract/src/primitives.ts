import { z } from 'zod';

/** A name for machines: letters, digits, dot, dash, underscore. */
export const idSchema = z
  .string()
  .regex(
    /^[A-Za-z0-9][A-Za-z0-9._-]{0,99}$/,
    'an id has 1 to 100 letters, digits, dots, dashes or underscores',
  );

/** A date without a time, as in ISO 8601: 2026-11-20. */
export const dateSchema = z.iso.date('a date is written as 2026-11-20');

/** A currency by its three-letter code (ISO 4217). */
export const currencySchema = z
  .string()
  .regex(/^[A-Z]{3}$/, 'a currency is three capital letters, such as EUR (ISO 4217)');

/** Largest amount taken in, so that every sum stays exact. */
const MAX_MINOR = 10_000_000_000;

/** A whole number of minor units, 0 or more. */
export const minorSchema = z.int('an amount is a whole number of minor units').min(0).max(MAX_MINOR);

/** A price: a whole number of minor units, at least 1. */
export const priceSchema = z.int('a price is a whole number of minor units').min(1).max(MAX_MINOR);

export const nameSchema = z.string().trim().min(1).max(200);

/** A figure from a sheet, 0 or more; absent or null means that the sheet is silent. */
export const figure = (max: number) => z.number().min(0).max(max).nullable().default(null);
/** The same for counts. */
export const count = (max: number) => z.int().min(0).max(max).nullable().default(null);
/** A word from a sheet. */
export const word = () => z.string().trim().min(1).max(60).nullable().default(null);
export const yesNo = () => z.boolean().nullable().default(null);
export const oneOf = <const T extends readonly [string, ...string[]]>(values: T) =>
  z.enum(values).nullable().default(null);

/** Kinds of lines of a total, as lists and comparisons give them out. */
export const LINE_KINDS = [
  'part',
  'instant',
  'combo',
  'gift',
  'code',
  'shipping',
  'tax',
  'lot',
  'owned',
  'charges',
] as const;
