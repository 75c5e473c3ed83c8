import { minuteOfMoment, type FeedState, type PriceDoubt } from '@ripe-pick/contract';
import type { FeedRow, Store } from '../store/index.ts';
import { backOffMs, HOUR_MS } from './back-off.ts';
import type { Fetched } from './fetch.ts';
import type { FeedRead } from './read-feed.ts';
import { Ended, type ReadingRoom } from './room/room.ts';

const later = (moment: Date, ms: number) => new Date(moment.getTime() + ms).toISOString();

export function failedState(
  state: FeedState,
  moment: Date,
  error: string,
  doubts: readonly PriceDoubt[],
  retryAfterSeconds: number | null,
): FeedState {
  const failures = state.failures + 1;
  return {
    ...state,
    ended: 0,
    result: 'failed',
    at: moment.toISOString(),
    error: error.slice(0, 1000),
    failures,
    doubts: [...doubts],
    nextAt: later(moment, backOffMs(failures, retryAfterSeconds)),
  };
}

/** Readings in a row that were ended, after which a source is left alone. */
const MOST_ENDED = 3;

/** Keeps that a reading was ended; the third time in a row the source pauses itself. */
async function keepEnded({ feed, state }: FeedRow, { message }: Ended, store: Store, moment: Date) {
  const ended = state.ended + 1;
  const isPaused = ended >= MOST_ENDED;
  const paused = isPaused
    ? ` That was so ${MOST_ENDED} times: the source is paused. Look at its address, then switch it on again or remove it.`
    : '';
  if (isPaused) await store.putFeed({ ...feed, isOn: false });
  await store.saveFeedState({ ...failedState(state, moment, `${message}${paused}`, [], null), ended });
}

/** Keeps what a fetch of one source came to; tells whether prices were taken in. */
export async function keepFetched(
  row: FeedRow,
  fetched: Fetched,
  { store, room }: { readonly store: Store; readonly room: ReadingRoom },
  moment: Date,
): Promise<boolean> {
  const { feed, state } = row;
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
    ended: 0,
    nextAt: later(moment, feed.everyHours * HOUR_MS),
  };
  if (fetched.kind === 'unchanged') {
    // Asked, and the same as before: that is an observation too.
    const intakes = (await store.lastOfFeed(feed)).map((each) => ({ ...each, at: minuteOfMoment(moment) }));
    const unchanged: FeedState = { ...good, result: 'unchanged', taken: intakes.length };
    await store.takeHarvest({ feed, state: unchanged, intakes, held: [], deals: [] });
    return intakes.length > 0;
  }
  let read: FeedRead;
  try {
    read = await room.feed({ fetched, feed, now: at });
  } catch (error) {
    if (!(error instanceof Ended)) throw error;
    await keepEnded(row, error, store, moment);
    return false;
  }
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
