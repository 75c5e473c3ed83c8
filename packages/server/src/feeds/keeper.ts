import {
  dealSchema,
  problemsOf,
  type CatalogueFile,
  type Feed,
  type FeedState,
  type Matched,
  type PriceDoubt,
} from '@ripe-pick/contract';
import { Cron } from 'croner';
import { matchedAll, matcher, readPrices } from '../reading/index.ts';
import { intakesOf, minuteOf } from '../prices/intake.ts';
import type { FeedRow, Store } from '../store/index.ts';
import { FETCH_LIMITS, fetchOnce, type Fetched, type FetchLimits } from './fetch.ts';

export interface KeeperOptions {
  readonly store: Store;
  /** The moment that counts: the real one, or the simulated market’s. */
  readonly now: () => Promise<Date>;
  /** Called when prices were taken in. */
  readonly onTaken: () => void;
  readonly limits?: FetchLimits;
  /** Least time between two calls to one host. */
  readonly restMs?: number;
}

export interface Keeper {
  /** Fetches sources now, one after another; those that are off too. */
  run(ids: readonly string[]): Promise<void>;
  /** Fetches those whose time has come. */
  runDue(): Promise<void>;
  /** Begins to look every minute for what is due. */
  start(): void;
  stop(): Promise<void>;
}

const HOUR_MS = 3_600_000;
const FIRST_BACK_OFF_MS = 15 * 60_000;
const LONGEST_BACK_OFF_MS = 48 * HOUR_MS;
const REST_MS = 3000;
/** A program on this machine answers at once or not at all. */
const LOOPBACK_MS = 4000;
const isLoopback = (host: string) => host === 'localhost' || host === '[::1]' || host.startsWith('127.');

/** Waits twice as long after each failure, two days at most; never shorter than the other side asks. */
export function backOffMs(failures: number, retryAfterSeconds: number | null): number {
  const own = Math.min(LONGEST_BACK_OFF_MS, FIRST_BACK_OFF_MS * 2 ** Math.max(0, failures - 1));
  return Math.max(own, Math.min(LONGEST_BACK_OFF_MS * 4, (retryAfterSeconds ?? 0) * 1000));
}

export function keeperOf({
  store,
  now,
  onTaken,
  limits = FETCH_LIMITS,
  restMs = REST_MS,
}: KeeperOptions): Keeper {
  const lastCall = new Map<string, number>();
  let queue: Promise<void> = Promise.resolve();
  let job: Cron | null = null;
  let isStopped = false;

  async function rest(host: string): Promise<void> {
    if (isLoopback(host)) return;
    const wait = (lastCall.get(host) ?? 0) + restMs - Date.now();
    if (wait > 0) await new Promise((done) => setTimeout(done, wait));
    lastCall.set(host, Date.now());
  }

  async function fetchFeed({ feed, state }: FeedRow): Promise<void> {
    const { host, hostname } = new URL(feed.url);
    await rest(hostname === '' ? host : hostname);
    const fetched = await fetchOnce(
      { url: feed.url, allowPrivate: feed.allowPrivate, etag: state.etag, modified: state.modified },
      isLoopback(hostname) ? { ...limits, timeoutMs: Math.min(limits.timeoutMs, LOOPBACK_MS) } : limits,
    );
    const moment = await now();
    const at = moment.toISOString();
    const nextIn = (ms: number) => new Date(moment.getTime() + ms).toISOString();
    const failed = (error: string, doubts: readonly PriceDoubt[] = [], retryAfter: number | null = null) =>
      store.saveFeedState({
        ...state,
        result: 'failed',
        at,
        error: error.slice(0, 1000),
        failures: state.failures + 1,
        doubts: doubts.slice(0, 50),
        nextAt: nextIn(backOffMs(state.failures + 1, retryAfter)),
      });
    if (fetched.kind === 'failed') return failed(fetched.error, [], fetched.retryAfterSeconds);
    const good: FeedState = {
      ...state,
      at,
      okAt: at,
      error: null,
      failures: 0,
      nextAt: nextIn(feed.everyHours * HOUR_MS),
    };
    if (fetched.kind === 'unchanged') {
      // Looked at, and the same: that is a look too.
      const looks = (await store.lastLooksOf(feed.name)).map((look) => ({ ...look, at: minuteOf(moment) }));
      await store.takeHarvest({
        feed,
        state: { ...good, result: 'unchanged', taken: looks.length },
        intakes: looks,
        held: [],
        deals: [],
      });
      if (looks.length > 0) onTaken();
      return;
    }
    const catalogue = await store.catalogue();
    const shop = catalogue.shops.find((each) => each.id === feed.shop);
    if (!shop) return failed('The shop of this source is no longer in the catalogue.');
    const read = readPrices(
      fetched.text === null ? { bytes: fetched.bytes } : { text: fetched.text },
      shop.currency,
      true,
    );
    if (read.found.length === 0)
      return failed(
        read.doubts[0] ? `${read.doubts[0].where}: ${read.doubts[0].what}` : 'It held no price.',
        read.doubts,
      );
    const match = matcher(
      catalogue,
      await store.lastPrices(
        catalogue.offers.filter((offer) => offer.shop === shop.id).map((offer) => offer.id),
      ),
    );
    const matched = (await matchedAll(read.found, shop.id, match)).map((row) =>
      aboutPart(row, feed, read.found.length),
    );
    const sure = matched.filter((row) => row.isSure);
    const held = matched.filter((row) => !row.isSure);
    const intakes = intakesOf(
      sure.flatMap((row) => (row.part ? [{ found: row.found, part: row.part, offer: row.offer }] : [])),
      shop.id,
      catalogue,
      minuteOf(moment),
      feed.name,
    );
    await store.takeHarvest({
      feed,
      intakes,
      held,
      deals: dealsIn(fetched, catalogue, shop.id),
      state: {
        ...good,
        result: 'ok',
        taken: intakes.length,
        held: held.length,
        doubts: read.doubts.slice(0, 50),
        etag: fetched.etag?.slice(0, 500) ?? null,
        modified: fetched.modified?.slice(0, 200) ?? null,
      },
    });
    if (intakes.length > 0) onTaken();
  }

  /** One at a time, whoever asks: two runs never fetch the same source at once. */
  const queued = (pick: (rows: readonly FeedRow[]) => readonly FeedRow[]): Promise<void> => {
    const next = queue.then(async () => {
      for (const row of pick(await store.feeds())) {
        if (isStopped) return;
        try {
          await fetchFeed(row);
        } catch (error) {
          console.error(error);
          await store.saveFeedState({
            ...row.state,
            result: 'failed',
            at: (await now()).toISOString(),
            error: 'Something went wrong in the server while it was read. Its terminal says more.',
            failures: row.state.failures + 1,
          });
        }
      }
    });
    queue = next.catch(() => {});
    return next;
  };

  const runDue = async () => {
    const at = (await now()).toISOString();
    await queued((rows) =>
      rows.filter(({ feed, state }) => feed.isOn && (state.nextAt === null || state.nextAt <= at)),
    );
  };
  return {
    run: (ids) => queued((rows) => rows.filter(({ feed }) => ids.includes(feed.id))),
    runDue,
    start() {
      job = new Cron('* * * * *', { protect: true, unref: true }, () => runDue().catch(console.error));
    },
    async stop() {
      isStopped = true;
      job?.stop();
      await queue;
    },
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

/** Deals that a feed brings: those that the schema takes, of this shop, about parts that are known. */
function dealsIn(fetched: Extract<Fetched, { kind: 'ok' }>, catalogue: CatalogueFile, shop: string) {
  if (fetched.text === null || !/^\s*\{/.test(fetched.text)) return [];
  const file: unknown = JSON.parse(fetched.text);
  const list: unknown = file !== null && typeof file === 'object' ? Reflect.get(file, 'deals') : null;
  if (!Array.isArray(list)) return [];
  const parts = new Set(catalogue.parts.map((part) => part.id));
  return list.slice(0, 500).flatMap((each) => {
    const read = dealSchema.safeParse(each);
    if (!read.success) {
      console.warn(`a deal of ${shop} was not taken: ${problemsOf(read.error, each)[0]?.message ?? ''}`);
      return [];
    }
    const deal = read.data;
    const isOurs = 'shop' in deal ? deal.shop === shop : (deal.shops?.every((id) => id === shop) ?? false);
    const named = 'parts' in deal ? (deal.parts ?? []) : [];
    return isOurs && named.every((part) => parts.has(part)) ? [deal] : [];
  });
}
