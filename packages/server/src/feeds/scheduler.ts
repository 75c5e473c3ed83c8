import { Cron } from 'croner';
import type { FeedRow, Store } from '../store/index.ts';
import { FETCH_LIMITS, fetchOnce, type FetchLimits } from './fetch.ts';
import { failedState, keepFetched } from './keep-fetched.ts';
import type { ReadingRoom } from './room/room.ts';

interface SchedulerOptions {
  readonly store: Store;
  readonly room: ReadingRoom;
  /** The moment that counts: the real one, or the simulated market’s. */
  readonly now: () => Promise<Date>;
  /** Called when prices were taken in. */
  readonly onTaken: () => void;
  /** Called when anything of a source was kept. */
  readonly onChange?: () => void;
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

const REST_MS = 3000;
/** A program on this machine answers at once or not at all. */
const LOOPBACK_MS = 4000;
const isLoopback = (host: string) => host === 'localhost' || host === '[::1]' || host.startsWith('127.');

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

interface Fetching {
  readonly store: Store;
  readonly room: ReadingRoom;
  readonly limits: FetchLimits;
  readonly rest: (host: string) => Promise<void>;
  readonly now: Date;
}

/** Fetches one source and keeps what comes of it; says whether prices were taken in. */
async function fetchFeed(row: FeedRow, { store, room, limits, rest, now }: Fetching): Promise<boolean> {
  const { feed, state } = row;
  const { hostname } = new URL(feed.url);
  await rest(hostname);
  const fetched = await fetchOnce(
    { url: feed.url, allowPrivate: feed.allowPrivate, etag: state.etag, modified: state.modified },
    isLoopback(hostname) ? { ...limits, timeoutMs: Math.min(limits.timeoutMs, LOOPBACK_MS) } : limits,
  );
  return keepFetched(row, fetched, { store, room }, now);
}

export function schedulerFor({
  store,
  room,
  now,
  onTaken,
  onChange = () => {},
  limits = FETCH_LIMITS,
  restMs = REST_MS,
}: SchedulerOptions): Scheduler {
  const rest = restBetween(restMs);
  let queue: Promise<void> = Promise.resolve();
  let job: Cron | null = null;
  let isStopped = false;

  /** One at a time, whoever asks: two runs never fetch the same source at once. */
  function queued(pick: (rows: readonly FeedRow[]) => readonly FeedRow[]): Promise<void> {
    const next = queue.then(async () => {
      for (const row of pick(await store.feeds())) {
        if (isStopped) return;
        try {
          if (await fetchFeed(row, { store, room, limits, rest, now: await now() })) onTaken();
        } catch (error) {
          console.error(error);
          const { state } = row;
          await store.saveFeedState(failedState(state, await now(), OWN_FAULT, state.doubts, null));
        }
        onChange();
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
