import { api, minuteOfMoment, type Feed, type ReadAnswer } from '@ripe-pick/contract';
import { matchedAll, matcher, readPrices } from '../../reading/index.ts';
import type { Fetched } from '../fetch.ts';
import { readFeed, type FeedRead, type RoomStore } from '../read-feed.ts';

/** What is read in the room: a body from the page, or what was fetched from a source. */
export type ReadingJob =
  | {
      readonly do: 'prices';
      readonly shop: string | null;
      readonly text: string | undefined;
      readonly bytes: Uint8Array | undefined;
      readonly now: string;
    }
  | {
      readonly do: 'feed';
      readonly fetched: Extract<Fetched, { kind: 'ok' }>;
      readonly feed: Feed;
      readonly now: string;
    };

/** Doubts of one reading that are told. */
const MOST_DOUBTS_TOLD = 500;

/** Reads a body and says what it would be taken as; null where there is no such shop. */
async function pricesRead(
  { shop, text, bytes, now }: Extract<ReadingJob, { do: 'prices' }>,
  store: RoomStore,
): Promise<ReadAnswer | null> {
  const catalogue = await store.catalogue();
  const place = shop === null ? null : catalogue.shops.find((each) => each.id === shop);
  if (place === undefined) return null;
  const read = readPrices({ text, bytes }, place?.currency ?? null);
  const own = catalogue.offers.filter((offer) => offer.shop === shop).map((offer) => offer.id);
  const match = matcher(catalogue, await store.lastPrices(own), minuteOfMoment(new Date(now)));
  return {
    kind: read.kind,
    rows: await matchedAll(read.found, shop, match),
    doubts: read.doubts.slice(0, MOST_DOUBTS_TOLD),
  };
}

/** What came of a job: bytes of JSON for the page, or a harvest. */
export type ReadingDone =
  | { readonly do: 'prices'; readonly json: Uint8Array<ArrayBuffer> | null }
  | { readonly do: 'feed'; readonly read: FeedRead };

/** Does a job, here and now. */
export async function doJob(job: ReadingJob, store: RoomStore): Promise<ReadingDone> {
  if (job.do === 'feed')
    return { do: 'feed', read: await readFeed(job.fetched, job.feed, store, new Date(job.now)) };
  const answer = await pricesRead(job, store);
  // Judged here, so that the server only has to pass the bytes on.
  const json = answer && JSON.stringify(api.readPrices.response.parse(answer));
  return { do: 'prices', json: json === null ? null : new Uint8Array(Buffer.from(json)) };
}
