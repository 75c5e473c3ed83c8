import { z } from 'zod';

/** A name for machines: letters, digits, dot, dash, underscore. */
export const idSchema = z
  .string()
  .regex(
    /^[A-Za-z0-9][A-Za-z0-9._-]{0,99}$/,
    'an id has 1 to 100 letters, digits, dots, dashes or underscores',
  );

const FIRST_DAY = '1970-01-01';
const LAST_DAY = '2159-12-31';

/**
 * A date without a time, as in ISO 8601: 2026-11-20. Days far ahead are slips of the hand, and what is reckoned from them
 * would leave the calendar.
 */
export const dateSchema = z.iso
  .date('a date is written as 2026-11-20')
  .refine((day) => day >= FIRST_DAY && day <= LAST_DAY, {
    message: `a date lies between ${FIRST_DAY} and ${LAST_DAY}`,
  });

/** A moment in whole minutes since 1970-01-01 UTC: fine enough for prices, and small. The last is that of the last day. */
export const minuteSchema = z.int().min(0).max(99_930_239);

/** How many there are of something on offer. Shops write 999,999 for plenty. */
export const stockSchema = z.int().min(0).max(1_000_000);

/** Refuses a list in which two things are told apart by nothing. */
function eachOnce<T>(list: readonly T[], keyOf: (item: T) => string, context: z.RefinementCtx): void {
  const seen = new Set<string>();
  list.forEach((item, n) => {
    const key = keyOf(item);
    if (seen.has(key))
      context.addIssue({ code: 'custom', path: [n], message: `"${key}" stands in the list already` });
    seen.add(key);
  });
}

/** A list whose items have ids of their own. */
export const withIds = <S extends z.ZodType<{ readonly id: string }>>(item: S, most: number) =>
  z
    .array(item)
    .max(most)
    .superRefine((list, context) => eachOnce(list, ({ id }) => id, context));

/** A currency by its three-letter code (ISO 4217). */
export const currencySchema = z
  .string()
  .regex(/^[A-Z]{3}$/, 'a currency is three capital letters, such as EUR (ISO 4217)');

/** Largest amount imported, so that every sum stays exact. */
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
