import type { Alert, Corrected, FeedState, Feed, Held, WatchPoint } from '@ripe-pick/contract';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { call, failureText } from '../api/client.ts';
import { useMarket } from './market.ts';
import { useWorkspace } from './workspace.ts';

/** What the server’s watch found, its sources, and the simulated market. */
export const useWatch = defineStore('watch', () => {
  const market = useMarket();
  const workspace = useWorkspace();
  const points = shallowRef<readonly WatchPoint[]>([]);
  const alerts = shallowRef<readonly Alert[]>([]);
  const feeds = shallowRef<readonly { readonly feed: Feed; readonly state: FeedState }[]>([]);
  const held = shallowRef<readonly Held[]>([]);
  const corrections = shallowRef<readonly Corrected[]>([]);
  const simulated = shallowRef<{ address: string | null; day: string | null; fault: string } | null>(null);
  const failure = ref<string | null>(null);
  const unread = computed(() => alerts.value.filter((each) => !each.isRead));

  async function attempt<T>(task: () => Promise<T>, otherwise: string): Promise<T | null> {
    try {
      const done = await task();
      failure.value = null;
      return done;
    } catch (error) {
      failure.value = failureText(error, otherwise);
      return null;
    }
  }
  const takeWatch = (answer: { points: readonly WatchPoint[]; alerts: readonly Alert[] } | null) => {
    if (!answer) return;
    points.value = answer.points;
    alerts.value = answer.alerts;
  };
  const takeFeeds = (answer: { feeds: typeof feeds.value; held: readonly Held[] } | null) => {
    if (!answer) return;
    feeds.value = answer.feeds;
    held.value = answer.held;
  };

  async function load(): Promise<void> {
    takeWatch(await attempt(() => call('watch', undefined), 'What was watched could not be read.'));
  }
  async function loadFeeds(): Promise<void> {
    takeFeeds(await attempt(() => call('feeds', undefined), 'The sources could not be read.'));
    simulated.value = await attempt(() => call('market', undefined), 'The market does not answer.');
    const told = await attempt(() => call('corrections', undefined), 'The corrections could not be read.');
    corrections.value = told?.corrections ?? [];
  }
  /** Prices changed on the server: the catalogue and all that hangs on it is read anew. */
  async function refresh(): Promise<void> {
    await Promise.all([market.load(), load()]);
  }
  async function runNow(): Promise<void> {
    await workspace.save();
    takeWatch(await attempt(() => call('runWatch', undefined), 'The watch could not be run.'));
  }
  const mark = async (serials: readonly number[], isRead: boolean) =>
    takeWatch(
      await attempt(
        () => call('readAlerts', { serials: [...serials], isRead }),
        'The alerts could not be marked.',
      ),
    );

  async function putFeed(feed: Feed): Promise<boolean> {
    const answer = await attempt(() => call('putFeed', { feed }), 'The source was not kept.');
    takeFeeds(answer);
    return answer !== null;
  }
  const removeFeed = async (feed: string) =>
    takeFeeds(await attempt(() => call('removeFeed', { feed }), 'The source was not removed.'));
  async function fetchNow(ids: readonly string[]): Promise<void> {
    takeFeeds(
      await attempt(() => call('fetchFeeds', { feeds: [...ids] }), 'The sources could not be fetched.'),
    );
    await refresh();
  }
  async function settle(
    serials: readonly number[],
    take: boolean,
    part: string | null = null,
  ): Promise<void> {
    takeFeeds(
      await attempt(() => call('settleHeld', { serials: [...serials], take, part }), 'It was not taken.'),
    );
    if (take) await refresh();
  }
  /** Runs the simulated market’s clock forward; stops when `isStopped` says so. */
  async function advance(
    days: number,
    onDay: (done: number) => void,
    isStopped: () => boolean,
  ): Promise<void> {
    for (let done = 0; done < days && !isStopped(); done++) {
      const next = await attempt(
        () => call('advanceMarket', undefined),
        'The market’s clock could not be moved.',
      );
      if (!next) break;
      simulated.value = next;
      onDay(done + 1);
    }
    await runNow();
    await Promise.all([refresh(), loadFeeds()]);
  }
  const setFault = async (fault: 'none' | 'slow' | 'error' | 'truncated' | 'wrong-price' | 'markup') => {
    simulated.value = await attempt(() => call('faultMarket', { fault }), 'The market does not answer.');
  };
  async function correct(offer: string, at: number, priceMinor: number | null | undefined): Promise<boolean> {
    const done = await attempt(
      () => call('correctPrice', { offer, at, ...(priceMinor === undefined ? {} : { priceMinor }) }),
      'The correction was not kept.',
    );
    if (done) await Promise.all([refresh(), loadFeeds()]);
    return done !== null;
  }
  async function turn(serial: number): Promise<void> {
    if (await attempt(() => call('turnCorrection', { serial }), 'It could not be taken back.'))
      await Promise.all([refresh(), loadFeeds()]);
  }
  return {
    points,
    alerts,
    unread,
    feeds,
    held,
    corrections,
    simulated,
    failure,
    load,
    loadFeeds,
    refresh,
    runNow,
    mark,
    putFeed,
    removeFeed,
    fetchNow,
    settle,
    advance,
    setFault,
    correct,
    turn,
  };
});
