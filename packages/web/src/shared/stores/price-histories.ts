import { dailyPrices, type historyAnswerSchema, type Series } from '@ripe-pick/contract';
import type { Observation, Reliability } from '@ripe-pick/core/prices';
import { computed, ref, shallowRef, type Ref } from 'vue';
import type { z } from 'zod';
import { call, failureText } from '../api/client.ts';

/** Offers outside the watch list whose histories teach the prior. */
const POOL = 60;

const known = new WeakMap<Series, readonly Observation[]>();
/** The prices of a history day by day; worked through once. */
export function dailyOf(series: Series): readonly Observation[] {
  const before = known.get(series);
  if (before) return before;
  const fresh = dailyPrices(series);
  known.set(series, fresh);
  return fresh;
}

type ToldReliability = Omit<Reliability, 'judged'> & { judged: number; open: number };
type HistoryAnswer = z.infer<typeof historyAnswerSchema>;

/** An answer's series with their sources as places in a longer list of names: each answer counts its own. */
function withSources(answer: HistoryAnswer, known: readonly string[]) {
  const sources = [...new Set([...known, ...answer.sources])];
  const places = answer.sources.map((name) => sources.indexOf(name));
  const series = answer.series.map((each) => ({ ...each, source: each.source.map((at) => places[at]) }));
  return { sources, series };
}

/** Price histories of parts, and of some others beside them, as the server has them. */
export function usePriceHistories(parts: () => readonly string[], failure: Ref<string | null>) {
  const series = shallowRef<ReadonlyMap<string, Series>>(new Map());
  const pool = shallowRef<readonly Series[]>([]);
  const sources = shallowRef<readonly string[]>([]);
  const reliability = shallowRef<ToldReliability | null>(null);
  const hasRead = ref(false);
  const running = ref(0);
  const asked = new Set<string>();
  /** Rises with each reading of everything: what was asked before that is of before. */
  let round = 0;

  /** What came since everything was asked for anew: the answer to that may come after a later one. */
  let sinceAll = new Map<string, Series>();

  function take(answer: HistoryAnswer, wanted: ReadonlySet<string>, isAll: boolean): void {
    const fresh = withSources(answer, sources.value);
    sources.value = fresh.sources;
    for (const each of fresh.series) if (wanted.has(each.part)) sinceAll.set(each.offer, each);
    series.value = new Map([...(isAll ? [] : series.value), ...sinceAll]);
    if (isAll) pool.value = fresh.series.filter((each) => !wanted.has(each.part));
  }

  /**
   * Reads the histories of what is watched and not read yet; of all of it, and what is learnt from beside it, where `isAll` says so: a
   * swap asks for its own new parts alone.
   */
  async function read(isAll: boolean): Promise<void> {
    if (isAll) {
      asked.clear();
      sinceAll = new Map();
      round++;
    }
    const mine = round;
    const wanted = new Set(parts().filter((part) => !asked.has(part)));
    if (wanted.size === 0 && !isAll) return;
    for (const part of wanted) asked.add(part);
    running.value++;
    try {
      const answer = await call('priceHistory', { parts: [...wanted], pool: isAll ? POOL : 0 });
      if (mine !== round) return;
      take(answer, wanted, isAll);
      failure.value = null;
      if (!isAll) return;
      hasRead.value = true;
      reliability.value = await call('reliability', undefined);
    } catch (error) {
      // They are asked for again with the next ones.
      if (mine === round) for (const part of wanted) asked.delete(part);
      failure.value = failureText(error, 'The price histories could not be read.');
    } finally {
      running.value--;
    }
  }
  const isReading = computed(() => running.value > 0);
  const observations = computed(
    () => new Map([...series.value].map(([offer, each]) => [offer, dailyOf(each)])),
  );
  return { series, pool, sources, reliability, isReading, hasRead, observations, read };
}
