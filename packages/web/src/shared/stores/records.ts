import type { BenchChange, BenchKept, BenchRecord } from '@ripe-pick/contract';
import { recordsOfRuns } from '@ripe-pick/core/bench';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { call, CallFailed } from '../api/client.ts';
import { useCatalogue } from './catalogue.ts';
import { changedList, inverse, useSessionSteps } from './session-steps.ts';

/** Benchmark records, and the user's own systems and passes. Every change is one call, and can be taken back by name. */
export const useRecords = defineStore('records', () => {
  const catalogueStore = useCatalogue();
  const published = shallowRef<readonly BenchRecord[]>([]);
  const bench = shallowRef<BenchKept>({ rigs: [], runs: [] });
  const isLoaded = ref(false);
  const failure = ref<string | null>(null);
  const { step, ...steps } = useSessionSteps();

  /** Own passes as records, and all that the fit is given. */
  const own = computed(() => recordsOfRuns(catalogueStore.parts, bench.value.rigs, bench.value.runs));
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
  async function send(put: readonly BenchRecord[], remove: readonly string[]): Promise<void> {
    await call('changeRecords', { put: [...put], remove: [...remove] });
    published.value = changedList(published.value, put, remove);
  }
  async function sendBench(change: BenchChange): Promise<void> {
    bench.value = await call('changeBench', change);
  }
  return {
    ...steps,
    published,
    bench,
    own,
    all,
    isLoaded,
    failure,
    load,
    /** Puts records in place and takes others out. */
    change(label: string, put: readonly BenchRecord[], remove: readonly string[] = []): Promise<void> {
      const back = inverse(published.value, put, remove);
      return step({ label, forth: () => send(put, remove), back: () => send(back.put, back.remove) });
    },
    changeBench(label: string, change: BenchChange): Promise<void> {
      const { rigs, runs } = bench.value;
      const ofRigs = inverse(rigs, change.putRigs ?? [], change.removeRigs ?? []);
      const ofRuns = inverse(runs, change.putRuns ?? [], change.removeRuns ?? []);
      const back: BenchChange = {
        putRigs: ofRigs.put,
        removeRigs: ofRigs.remove,
        putRuns: ofRuns.put,
        removeRuns: ofRuns.remove,
      };
      return step({ label, forth: () => sendBench(change), back: () => sendBench(back) });
    },
  };
});
