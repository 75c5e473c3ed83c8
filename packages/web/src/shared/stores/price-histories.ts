import { dailyPrices, type Series } from '@ripe-pick/contract';
import type { Observation, Reliability } from '@ripe-pick/core/prices';
import { computed, ref, shallowRef, type Ref } from 'vue';
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

/** Price histories of parts, and of some others beside them, as the server has them. */
export function usePriceHistories(parts: () => readonly string[], failure: Ref<string | null>) {
  const series = shallowRef<ReadonlyMap<string, Series>>(new Map());
  const pool = shallowRef<readonly Series[]>([]);
  const sources = shallowRef<readonly string[]>([]);
  const reliability = shallowRef<(Omit<Reliability, 'judged'> & { judged: number; open: number }) | null>(
    null,
  );
  const isReading = ref(false);
  const hasRead = ref(false);
  const asked = new Set<string>();

  /** Reads the histories of what is watched, unless they are there. */
  async function read(again: boolean): Promise<void> {
    if (again) asked.clear();
    const isFirst = again || !hasRead.value;
    const wanted = new Set(parts().filter((part) => !asked.has(part)));
    if (wanted.size === 0 && !isFirst) return;
    isReading.value = true;
    try {
      for (const part of wanted) asked.add(part);
      // What is learnt from beside them comes once: a swap asks for the histories of its own parts alone.
      const answer = await call('priceHistory', { parts: [...wanted], pool: isFirst ? POOL : 0 });
      const own = answer.series.filter((each) => wanted.has(each.part));
      series.value = new Map([
        ...(isFirst ? [] : series.value),
        ...own.map((each) => [each.offer, each] as const),
      ]);
      if (isFirst) pool.value = answer.series.filter((each) => !wanted.has(each.part));
      sources.value = isFirst ? answer.sources : [...new Set([...sources.value, ...answer.sources])];
      if (!isFirst) return;
      hasRead.value = true;
      reliability.value = await call('reliability', undefined);
      failure.value = null;
    } catch (error) {
      failure.value = failureText(error, 'The price histories could not be read.');
    } finally {
      isReading.value = false;
    }
  }
  const observations = computed(
    () =>
      new Map(
        [...series.value].map(([offer, each]): [string, readonly Observation[]] => [offer, dailyOf(each)]),
      ),
  );
  return { series, pool, sources, reliability, isReading, hasRead, observations, read };
}
