import { dailyPrices, type Series } from '@ripe-pick/contract';
import type { Observation, Reliability } from '@ripe-pick/core/prices';
import { computed, ref, shallowRef, type Ref } from 'vue';
import { call, failureText } from '../api/client.ts';

/** Offers outside the watch list whose histories teach the prior. */
const POOL = 60;

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
    const wanted = new Set(parts());
    const known = new Set([...series.value.values()].map((each) => each.part));
    if (!again && [...wanted].every((part) => known.has(part) || asked.has(part))) return;
    isReading.value = true;
    try {
      for (const part of wanted) asked.add(part);
      const answer = await call('priceHistory', { parts: [...wanted], pool: POOL });
      const own = answer.series.filter((each) => wanted.has(each.part));
      series.value = new Map(own.map((each) => [each.offer, each]));
      pool.value = answer.series.filter((each) => !wanted.has(each.part));
      sources.value = answer.sources;
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
      new Map([...series.value].map(([offer, each]): [string, Observation[]] => [offer, dailyPrices(each)])),
  );
  return { series, pool, sources, reliability, isReading, hasRead, observations, read };
}
