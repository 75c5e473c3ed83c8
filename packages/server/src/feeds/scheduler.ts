import { minuteOfMoment, type FeedState, type PriceDoubt } from '@ripe-pick/contract';
import { Cron } from 'croner';
import type { FeedRow, Store } from '../store/index.ts';
import { FETCH_LIMITS, fetchOnce, type Fetched, type FetchLimits } from './fetch.ts';
import { readFeed } from './read-feed.ts';

interface SchedulerOptions {
  readonly store: Store;
  /** The moment that counts: the real one, or the simulated market’s. */
  readonly now: () => Promise<Date>;
  /** Called when prices were taken in. */
  readonly onTaken: () => void;
  readonly limits?: FetchLimits;
  /** Least time between two calls to one host. */
  readonly restMs?: number;
}

export interface Scheduler {
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

const later = (moment: Date, ms: number) => new Date(moment.getTime() + ms).toISOString();

function failedState(
  state: FeedState,
  moment: Date,
  error: string,
  doubts: readonly PriceDoubt[],
  retryAfterSeconds: number | null,
): FeedState {
  const failures = state.failures + 1;
  return {
    ...state,
    result: 'failed',
    at: moment.toISOString(),
    error: error.slice(0, 1000),
    failures,
    doubts: [...doubts],
    nextAt: later(moment, backOffMs(failures, retryAfterSeconds)),
  };
}

/** Keeps what a fetch of one source came to; tells whether prices were taken in. */
async function keepFetched(
  { feed, state }: FeedRow,
  fetched: Fetched,
  store: Store,
  moment: Date,
): Promise<boolean> {
  if (fetched.kind === 'failed') {
    await store.saveFeedState(failedState(state, moment, fetched.error, [], fetched.retryAfterSeconds));
    return false;
  }
  const at = moment.toISOString();
  const good: FeedState = {
    ...state,
    at,
    okAt: at,
    error: null,
    failures: 0,
    nextAt: later(moment, feed.everyHours * HOUR_MS),
  };
  if (fetched.kind === 'unchanged') {
    // Asked, and the same as before: that is an observation too.
    const intakes = (await store.lastOfFeed(feed)).map((each) => ({ ...each, at: minuteOfMoment(moment) }));
    const unchanged: FeedState = { ...good, result: 'unchanged', taken: intakes.length };
    await store.takeHarvest({ feed, state: unchanged, intakes, held: [], deals: [] });
    return intakes.length > 0;
  }
  const read = await readFeed(fetched, feed, store, moment);
  if (!read.ok) {
    await store.saveFeedState(failedState(state, moment, read.error, read.doubts, null));
    return false;
  }
  const { harvest, doubts } = read;
  await store.takeHarvest({
    ...harvest,
    feed,
    state: {
      ...good,
      result: 'ok',
      taken: harvest.intakes.length,
      held: harvest.held.length,
      doubts: [...doubts],
      etag: fetched.etag?.slice(0, 500) ?? null,
      modified: fetched.modified?.slice(0, 200) ?? null,
    },
  });
  return harvest.intakes.length > 0;
}

/** Waits until a host has been left alone for long enough. */
function restBetween(restMs: number): (host: string) => Promise<void> {
  const lastCall = new Map<string, number>();
  return async (host) => {
    if (isLoopback(host)) return;
    const wait = (lastCall.get(host) ?? 0) + restMs - Date.now();
    if (wait > 0) await new Promise((done) => setTimeout(done, wait));
    lastCall.set(host, Date.now());
  };
}

const OWN_FAULT = 'Something went wrong in the server while it was read. Its terminal says more.';

export function schedulerFor({
  store,
  now,
  onTaken,
  limits = FETCH_LIMITS,
  restMs = REST_MS,
}: SchedulerOptions): Scheduler {
  const rest = restBetween(restMs);
  let queue: Promise<void> = Promise.resolve();
  let job: Cron | null = null;
  let isStopped = false;

  async function fetchFeed(row: FeedRow): Promise<void> {
    const { feed, state } = row;
    const { hostname } = new URL(feed.url);
    await rest(hostname);
    const fetched = await fetchOnce(
      { url: feed.url, allowPrivate: feed.allowPrivate, etag: state.etag, modified: state.modified },
      isLoopback(hostname) ? { ...limits, timeoutMs: Math.min(limits.timeoutMs, LOOPBACK_MS) } : limits,
    );
    if (await keepFetched(row, fetched, store, await now())) onTaken();
  }

  /** One at a time, whoever asks: two runs never fetch the same source at once. */
  function queued(pick: (rows: readonly FeedRow[]) => readonly FeedRow[]): Promise<void> {
    const next = queue.then(async () => {
      for (const row of pick(await store.feeds())) {
        if (isStopped) return;
        try {
          await fetchFeed(row);
        } catch (error) {
          console.error(error);
          const { state } = row;
          await store.saveFeedState(failedState(state, await now(), OWN_FAULT, state.doubts, null));
        }
      }
    });
    queue = next.catch(() => {});
    return next;
  }

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
