import type { Alert, Corrected, FeedState, Feed, Held, WatchPoint } from '@ripe-pick/contract';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, type Ref } from 'vue';
import { call, failureText } from '../api/client.ts';
import { useCatalogue } from './catalogue.ts';
import { useWorkspace } from './workspace.ts';

type Faults = 'none' | 'slow' | 'error' | 'truncated' | 'wrong-price' | 'markup';
type Attempt = <T>(task: () => Promise<T>, otherwise: string) => Promise<T | null>;

/** Runs a call; what goes wrong is told, and gives null. */
const attempting =
  (failure: Ref<string | null>): Attempt =>
  async (task, otherwise) => {
    try {
      const done = await task();
      failure.value = null;
      return done;
    } catch (error) {
      failure.value = failureText(error, otherwise);
      return null;
    }
  };

/** Sources of prices, and the readings that wait for an answer. */
function useSources(attempt: Attempt, refresh: () => Promise<void>) {
  const feeds = shallowRef<readonly { readonly feed: Feed; readonly state: FeedState }[]>([]);
  const held = shallowRef<readonly Held[]>([]);
  type Answer = { readonly feeds: typeof feeds.value; readonly held: readonly Held[] };
  const take = (answer: Answer | null): boolean => {
    if (answer) [feeds.value, held.value] = [answer.feeds, answer.held];
    return answer !== null;
  };
  return {
    feeds,
    held,
    /** Something of them changed: they are read anew where they are shown. */
    async hearSources(): Promise<void> {
      if (feeds.value.length > 0)
        take(await attempt(() => call('feeds', undefined), 'The sources could not be read.'));
    },
    loadSources: async () =>
      take(await attempt(() => call('feeds', undefined), 'The sources could not be read.')),
    putFeed: async (feed: Feed) =>
      take(await attempt(() => call('putFeed', { feed }), 'The source was not kept.')),
    removeFeed: async (feed: string) =>
      take(await attempt(() => call('removeFeed', { feed }), 'The source was not removed.')),
    async fetchNow(ids: readonly string[]): Promise<void> {
      const fetching = () => call('fetchFeeds', { feeds: [...ids] });
      take(await attempt(fetching, 'The sources could not be fetched.'));
      await refresh();
    },
    async settle(serials: readonly number[], isTaken: boolean, part: string | null = null): Promise<void> {
      const settling = () => call('settleHeld', { serials: [...serials], take: isTaken, part });
      take(await attempt(settling, 'It was not taken.'));
      if (isTaken) await refresh();
    },
  };
}

/** Prices that were corrected by hand, and what a correction was turned into. */
function useCorrections(attempt: Attempt, afterwards: () => Promise<unknown>) {
  const corrections = shallowRef<readonly Corrected[]>([]);
  return {
    corrections,
    async loadCorrections(): Promise<void> {
      const told = await attempt(() => call('corrections', undefined), 'The corrections could not be read.');
      corrections.value = told?.corrections ?? [];
    },
    async correct(offer: string, at: number, priceMinor: number | null | undefined): Promise<boolean> {
      const price = priceMinor === undefined ? {} : { priceMinor };
      const correcting = () => call('correctPrice', { offer, at, ...price });
      const done = await attempt(correcting, 'The correction was not kept.');
      if (done) await afterwards();
      return done !== null;
    },
    async turn(serial: number): Promise<void> {
      const turning = () => call('turnCorrection', { serial });
      if (await attempt(turning, 'It could not be taken back.')) await afterwards();
    },
  };
}

/** The simulated market: its day, which can be moved on, and what is wrong with it. */
function useMarketClock(attempt: Attempt, afterwards: () => Promise<unknown>) {
  const simulated = shallowRef<{ address: string | null; day: string | null; fault: string } | null>(null);
  const silent = 'The market does not answer.';
  /** Runs its clock forward; stops when `isStopped` says so. */
  async function advance(days: number, onDay: (done: number) => void, isStopped: () => boolean) {
    const moving = () => call('advanceMarket', undefined);
    for (let done = 0; done < days && !isStopped(); done++) {
      const next = await attempt(moving, 'The market’s clock could not be moved.');
      if (!next) break;
      simulated.value = next;
      onDay(done + 1);
    }
    await afterwards();
  }
  return {
    simulated,
    advance,
    async loadClock(): Promise<void> {
      simulated.value = await attempt(() => call('market', undefined), silent);
    },
    async setFault(fault: Faults): Promise<void> {
      simulated.value = await attempt(() => call('faultMarket', { fault }), silent);
    },
  };
}

/** What the server’s watch found, its sources, and the simulated market. */
export const useWatch = defineStore('watch', () => {
  const catalogueStore = useCatalogue();
  const workspace = useWorkspace();
  const points = shallowRef<readonly WatchPoint[]>([]);
  const alerts = shallowRef<readonly Alert[]>([]);
  const failure = ref<string | null>(null);
  const attempt = attempting(failure);

  const take = (answer: { points: readonly WatchPoint[]; alerts: readonly Alert[] } | null) => {
    if (answer) [points.value, alerts.value] = [answer.points, answer.alerts];
  };
  const load = async () =>
    take(await attempt(() => call('watch', undefined), 'What was watched could not be read.'));
  /** Prices changed on the server: the catalogue and all that hangs on it is read anew. */
  const refresh = async () => void (await Promise.all([catalogueStore.load(), load()]));
  const { loadSources, ...sources } = useSources(attempt, refresh);
  const { loadCorrections, ...corrected } = useCorrections(attempt, () => refreshAll());

  async function loadFeeds(): Promise<void> {
    await loadSources();
    await loadClock();
    await loadCorrections();
  }
  const refreshAll = () => Promise.all([refresh(), loadFeeds()]);
  async function runNow(): Promise<void> {
    await workspace.save();
    take(await attempt(() => call('runWatch', undefined), 'The watch could not be run.'));
  }
  const { simulated, loadClock, ...clock } = useMarketClock(attempt, async () => {
    await runNow();
    await refreshAll();
  });
  return {
    ...sources,
    ...corrected,
    ...clock,
    points,
    alerts,
    unread: computed(() => alerts.value.filter((each) => !each.isRead)),
    simulated,
    failure,
    load,
    loadFeeds,
    refresh,
    runNow,
    async mark(serials: readonly number[], isRead: boolean): Promise<void> {
      const marking = () => call('readAlerts', { serials: [...serials], isRead });
      take(await attempt(marking, 'The alerts could not be marked.'));
    },
  };
});
