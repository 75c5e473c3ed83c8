import {
  dealSchema,
  doubtOf,
  minuteOfMoment,
  MOST_DOUBTS,
  partsOfDeal,
  problemLine,
  problemsOf,
  shopsOfDeal,
  type CatalogueFile,
  type Feed,
  type Matched,
  type PriceDoubt,
  type StoredDeal,
} from '@ripe-pick/contract';
import { matchedAll, matcher, readPrices } from '../reading/index.ts';
import type { FeedHarvest, Store } from '../store/index.ts';
import type { Fetched } from './fetch.ts';
import { intakesOf } from './intake.ts';

type FetchedText = Extract<Fetched, { kind: 'ok' }>;

/** What reading needs of the store. */
export type RoomStore = Pick<Store, 'catalogue' | 'lastPrices'>;

/** What a fetch brought, ready to be kept; or why it brought nothing. */
export type FeedRead =
  | {
      readonly ok: true;
      readonly harvest: Omit<FeedHarvest, 'state' | 'feed'>;
      readonly doubts: readonly PriceDoubt[];
    }
  | { readonly ok: false; readonly error: string; readonly doubts: readonly PriceDoubt[] };

const failed = (error: string, doubts: readonly PriceDoubt[] = []): FeedRead => ({
  ok: false,
  error,
  doubts: doubts.slice(0, MOST_DOUBTS),
});

/** Reads what was fetched, matches it to parts, and sorts it: what may be taken, and what somebody has to look at. */
export async function readFeed(
  fetched: FetchedText,
  feed: Feed,
  store: RoomStore,
  now: Date,
): Promise<FeedRead> {
  const catalogue = await store.catalogue();
  const shop = catalogue.shops.find(({ id }) => id === feed.shop);
  if (!shop) return failed('The shop of this source is no longer in the catalogue.');
  const source = fetched.text === null ? { bytes: fetched.bytes } : { text: fetched.text };
  const { found, doubts } = readPrices(source, shop.currency, true);
  if (found.length === 0)
    return failed(doubts[0] ? `${doubts[0].where}: ${doubts[0].what}` : 'It held no price.', doubts);
  const own = catalogue.offers.filter((offer) => offer.shop === shop.id).map(({ id }) => id);
  const match = matcher(catalogue, await store.lastPrices(own), minuteOfMoment(now));
  const matched = (await matchedAll(found, shop.id, match)).map((row) => aboutPart(row, feed, found.length));
  const sure = matched.flatMap(({ isSure, found: each, part, offer }) =>
    isSure && part !== null ? [{ found: each, part, offer }] : [],
  );
  const { intakes, problems } = intakesOf(sure, shop.id, catalogue, minuteOfMoment(now), feed.name);
  const refused = problems.map(({ path, message, mend }) => doubtOf(path, message, mend));
  const { deals, doubts: ofDeals } = dealsIn(fetched, catalogue, shop.id);
  return {
    ok: true,
    harvest: {
      intakes,
      held: matched.filter(({ isSure }) => !isSure),
      deals,
    },
    doubts: [...doubts, ...refused, ...ofDeals].slice(0, MOST_DOUBTS),
  };
}

/** A page that is said to be about one part, and holds one offer, is about that part; numbers that say otherwise are looked at. */
function aboutPart(row: Matched, feed: Feed, offers: number): Matched {
  if (feed.part === null) return row;
  if (row.part === feed.part)
    return row.how === 'name' && offers === 1
      ? {
          ...row,
          isSure: row.doubt === null || /name fits/.test(row.doubt),
          doubt: /name fits/.test(row.doubt ?? '') ? null : row.doubt,
        }
      : row;
  return {
    ...row,
    isSure: false,
    doubt: row.doubt ?? 'it is another part than the source is said to be about',
  };
}

/** Deals that a feed may bring at once. */
const MOST_DEALS = 500;

/** Why a deal of a feed is not taken; null when nothing speaks against it. */
function dealProblem(deal: StoredDeal, catalogue: CatalogueFile, shop: string): string | null {
  const shops = shopsOfDeal(deal);
  if (shops.length === 0 || shops.some((id) => id !== shop)) return 'it is not of this shop alone';
  const known = new Set(catalogue.parts.map((part) => part.id));
  const unknown = partsOfDeal(deal).find((id) => !known.has(id));
  return unknown === undefined ? null : `no part has the id "${unknown}"`;
}

/** Deals that a feed brings: those that the schema takes, of this shop, about parts that are known; and why not the others. */
function dealsIn(fetched: FetchedText, catalogue: CatalogueFile, shop: string) {
  const deals: StoredDeal[] = [];
  const doubts: PriceDoubt[] = [];
  if (fetched.text === null || !/^\s*\{/.test(fetched.text)) return { deals, doubts };
  const file: unknown = JSON.parse(fetched.text);
  const list: unknown = file !== null && typeof file === 'object' ? Reflect.get(file, 'deals') : null;
  const all: readonly unknown[] = Array.isArray(list) ? list : [];
  if (all.length > MOST_DEALS)
    doubts.push(doubtOf('deals', `there are ${all.length}; the first ${MOST_DEALS} are read`));
  for (const [n, each] of all.slice(0, MOST_DEALS).entries()) {
    const read = dealSchema.safeParse(each);
    const problem = read.success
      ? dealProblem(read.data, catalogue, shop)
      : problemLine(problemsOf(read.error, each)[0]);
    if (problem !== null) doubts.push(doubtOf(`deal ${n + 1}`, problem));
    else if (read.success) deals.push(read.data);
  }
  return { deals, doubts };
}
