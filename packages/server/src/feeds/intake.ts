import {
  dayOfMinute,
  idSchema,
  offerSchema,
  problemsOf,
  shopOfFound,
  type Found,
  type Problem,
  type StoredShop,
} from '@ripe-pick/contract';
import { createHash } from 'node:crypto';
import { isAhead } from '../reading/index.ts';
import type { Intake, NamedIds, NamedRows } from '../store/index.ts';

export interface ChosenRow {
  readonly found: Found;
  readonly part: string;
  /** The offer that it is a price of; null makes a new one. */
  readonly offer: string | null;
}

/** What of the catalogue rows of prices may name. */
export const namedBy = (rows: readonly ChosenRow[]): NamedIds => ({
  parts: rows.map(({ part }) => part),
  offers: rows.flatMap(({ offer, found: { sku } }) => [
    ...(offer === null ? [] : [offer]),
    ...(sku === undefined ? [] : [sku]),
  ]),
  // Whose number it is shows among all of them.
  isAnyPart: rows.some(({ found }) => found.gtin !== undefined || found.mpn !== undefined),
});

interface Intakes {
  readonly intakes: readonly Intake[];
  /** Rows that cannot be taken, by their place and with what to do. */
  readonly problems: readonly Problem[];
  /** Rows of parts that are sold out where they were never on offer: there is nothing to take. */
  readonly skipped: number;
}

/** An intake, or why there is none. */
type Result = Intake | Omit<Problem, 'path'> | 'skipped';

/**
 * What was found and matched as intakes: for offers that are there, or as new offers of a shop. A date ahead of
 * today is not taken; a moment some hours ahead, by another clock or time zone, is now. A price in another currency than its shop sells in is never taken for one in it.
 *
 * @param now in minutes
 */
export function intakesOf(
  rows: readonly ChosenRow[],
  shop: string | null,
  catalogue: Pick<NamedRows, 'offers' | 'shops'>,
  now: number,
  source: string,
): Intakes {
  const offers = new Map(catalogue.offers.map((offer) => [offer.id, offer]));
  const shops = new Map(catalogue.shops.map((each) => [each.id, each]));
  const newIds = new Set<string>();
  const intakes: Intake[] = [];
  const problems: Problem[] = [];
  let skipped = 0;
  rows.forEach((row, n) => {
    const at = Math.min(row.found.at ?? now, now);
    const known = row.offer === null ? undefined : offers.get(row.offer);
    const place = known ? shops.get(known.shop) : shopOfFound(row.found, shop, catalogue.shops);
    let result: Result;
    if (isAhead(row.found, now)) result = aheadOf(row.found);
    else if (!place) result = { message: 'a new offer needs a shop', mend: 'Choose the shop it is from.' };
    else if (row.found.currency !== place.currency) result = otherCurrency(row.found, place);
    else if (known) result = intakeOf(row.found, known.id, known.part, place, at);
    else result = newOffer(row, place, at, source, offers, newIds);
    if (result === 'skipped') skipped++;
    else if ('message' in result) problems.push({ path: `rows[${n}]`, ...result });
    else intakes.push(result);
  });
  return { intakes, problems, skipped };
}

const aheadOf = ({ name, at = 0 }: Found) => ({
  message: `“${name.slice(0, 80)}” is dated ${dayOfMinute(at)}, ahead of today`,
  mend: 'Correct the date, or leave the row out.',
});

const otherCurrency = (found: Found, shop: StoredShop) => ({
  message: `“${found.name.slice(0, 80)}” is priced in ${found.currency}, and ${shop.name} sells in ${shop.currency}`,
  mend: 'Choose the shop it is from, or correct that shop’s currency.',
});

const intakeOf = (
  found: Found,
  offer: string,
  part: string,
  { id, currency }: StoredShop,
  at: number,
): Intake => ({
  offer,
  part,
  shop: id,
  currency,
  at,
  price: found.priceMinor,
  stock: found.priceMinor === null ? null : (found.stock ?? null),
});

function newOffer(
  { found, part }: ChosenRow,
  shop: StoredShop,
  at: number,
  source: string,
  offers: ReadonlyMap<string, unknown>,
  newIds: Set<string>,
): Result {
  if (found.priceMinor === null) return 'skipped';
  const isTaken = (id: string) => offers.has(id) || newIds.has(id);
  const id = offerIdOf(found, part, shop.id, isTaken);
  const intake = intakeOf(found, id, part, shop, at);
  if (isTaken(id)) return intake;
  // An offer is let in by the very schema that it is read back by.
  const read = offerSchema.safeParse({
    id,
    part,
    shop: shop.id,
    priceMinor: found.priceMinor,
    ...(shop.kind === 'used-market' ? { shippingMinor: found.shippingMinor } : {}),
    condition: found.condition,
    inStock: true,
    seenOn: dayOfMinute(at),
    ...offerDetails(found, source),
  });
  if (!read.success) {
    const [{ path, message, mend }] = problemsOf(read.error, found);
    return { message: `“${found.name.slice(0, 80)}”, ${path}: ${message}`, mend };
  }
  newIds.add(id);
  return { ...intake, fresh: read.data };
}

/** The shop's own number where it has one that is free; else part and shop, told apart from others by what it says. */
function offerIdOf(found: Found, part: string, shop: string, isTaken: (id: string) => boolean): string {
  if (found.sku && idSchema.safeParse(found.sku).success && !isTaken(found.sku)) return found.sku;
  const plain = `${part}.${shop}`.slice(0, 80);
  if (!isTaken(plain) && found.condition === 'new') return plain;
  const details = [found.sku, found.url, found.seller, found.condition].join('|');
  return `${plain}.${createHash('sha256').update(details).digest('hex').slice(0, 8)}`;
}

/** What an offer says beside its columns; grade, age and returns only of what is not new. */
function offerDetails(found: Found, source: string) {
  const { stock, seller, condition, grade, monthsOld, returnDays, good = 0, rated = 0 } = found;
  return {
    source: found.url ?? source,
    stock,
    ...(condition === 'new' ? {} : { grade, monthsOld, returnDays }),
    ...(seller === undefined ? {} : { seller: { name: seller, good, rated } }),
  };
}
