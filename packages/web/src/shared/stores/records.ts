import type { BenchChange, BenchKept, BenchRecord } from '@ripe-pick/contract';
import { recordsOfRuns } from '@ripe-pick/core/bench';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { call, CallFailed } from '../api/client.ts';
import { useMarket } from './market.ts';

/** A change and the one that takes it back, by name. */
interface Step {
  readonly label: string;
  readonly forth: () => Promise<void>;
  readonly back: () => Promise<void>;
}

/** Steps of one session that can be taken back. */
const MOST_STEPS = 100;

/** Benchmark records, and the user's own systems and passes. Every change is one call, and can be taken back by name. */
export const useRecords = defineStore('records', () => {
  const market = useMarket();
  const published = shallowRef<readonly BenchRecord[]>([]);
  const bench = shallowRef<BenchKept>({ rigs: [], runs: [] });
  const isLoaded = ref(false);
  const failure = ref<string | null>(null);
  const done = shallowRef<readonly Step[]>([]);
  const undone = shallowRef<readonly Step[]>([]);

  /** Own passes as records, and all that the fit is given. */
  const own = computed(() => recordsOfRuns(market.parts, bench.value.rigs, bench.value.runs));
  const all = computed(() => [...published.value, ...own.value]);

  async function load(): Promise<void> {
    try {
      const [records, kept] = await Promise.all([call('records', undefined), call('bench', undefined)]);
      published.value = records.records;
      bench.value = kept;
      failure.value = null;
      isLoaded.value = true;
    } catch (error) {
      failure.value = error instanceof CallFailed ? error.message : 'The records could not be read.';
    }
  }

  async function sendRecords(put: readonly BenchRecord[], remove: readonly string[]): Promise<void> {
    await call('changeRecords', { put: [...put], remove: [...remove] });
    const gone = new Set(remove);
    const fresh = new Map(put.map((record) => [record.id, record]));
    const kept = published.value
      .filter((record) => !gone.has(record.id))
      .map((record) => {
        const changed = fresh.get(record.id);
        fresh.delete(record.id);
        return changed ?? record;
      });
    published.value = [...kept, ...fresh.values()];
  }
  async function sendBench(change: BenchChange): Promise<void> {
    bench.value = await call('changeBench', change);
  }

  async function step(next: Step): Promise<void> {
    await next.forth();
    done.value = [...done.value, next].slice(-MOST_STEPS);
    undone.value = [];
  }
  async function undo(): Promise<string | null> {
    const last = done.value.at(-1);
    if (!last) return null;
    await last.back();
    done.value = done.value.slice(0, -1);
    undone.value = [...undone.value, last];
    return last.label;
  }
  async function redo(): Promise<string | null> {
    const last = undone.value.at(-1);
    if (!last) return null;
    await last.forth();
    undone.value = undone.value.slice(0, -1);
    done.value = [...done.value, last];
    return last.label;
  }

  return {
    published,
    bench,
    own,
    all,
    isLoaded,
    failure,
    load,
    undo,
    redo,
    canUndo: computed(() => done.value.at(-1)?.label ?? null),
    canRedo: computed(() => undone.value.at(-1)?.label ?? null),
    /** Puts records in place and takes others out. */
    change(label: string, put: readonly BenchRecord[], remove: readonly string[] = []): Promise<void> {
      const touched = new Set([...remove, ...put.map((record) => record.id)]);
      const before = published.value.filter((record) => touched.has(record.id));
      const had = new Set(before.map((record) => record.id));
      const added = put.filter((record) => !had.has(record.id)).map((record) => record.id);
      return step({ label, forth: () => sendRecords(put, remove), back: () => sendRecords(before, added) });
    },
    changeBench(label: string, change: BenchChange): Promise<void> {
      const { rigs, runs } = bench.value;
      const inverse = <T extends { id: string }>(
        all: readonly T[],
        put: readonly T[],
        remove: readonly string[],
      ) => {
        const ids = new Set([...remove, ...put.map((each) => each.id)]);
        const before = all.filter((each) => ids.has(each.id));
        const had = new Set(before.map((each) => each.id));
        return { put: before, remove: put.filter((each) => !had.has(each.id)).map((each) => each.id) };
      };
      const ofSystems = inverse(rigs, change.putRigs ?? [], change.removeRigs ?? []);
      const ofRuns = inverse(runs, change.putRuns ?? [], change.removeRuns ?? []);
      const back: BenchChange = {
        putRigs: ofSystems.put,
        removeRigs: ofSystems.remove,
        putRuns: ofRuns.put,
        removeRuns: ofRuns.remove,
      };
      return step({ label, forth: () => sendBench(change), back: () => sendBench(back) });
    },
  };
});
