import type { BenchChange, BenchKept, BenchRecord } from '@ripe-pick/contract';
import { recordsOfRuns } from '@ripe-pick/core/bench';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { call, CallFailed, callWhole } from '../api/client.ts';
import { useCatalogue } from './catalogue.ts';
import { onNewest } from './on-newest.ts';
import { changedList, inverse, useSessionSteps, type Named } from './session-steps.ts';

const of = (items: readonly Named[], ids: readonly string[]) => items.filter(({ id }) => ids.includes(id));
const idsOf = (items: readonly Named[] = []) => items.map(({ id }) => id);

/** Records and passes as the server has them, and changes of them that rest on what is known here. */
function useKept() {
  const published = shallowRef<readonly BenchRecord[]>([]);
  const bench = shallowRef<BenchKept>({ rigs: [], runs: [] });
  const isLoaded = ref(false);
  const failure = ref<string | null>(null);
  /** The newest changes that are known here. */
  const known = { records: 0, bench: 0 };
  /** The last change that was sent from here. */
  let sending: Promise<unknown> = Promise.resolve();

  async function load(): Promise<void> {
    try {
      const [records, kept] = await Promise.all([callWhole('records'), callWhole('bench')]);
      published.value = records.value.records;
      bench.value = kept.value;
      Object.assign(known, { records: records.revision, bench: kept.revision });
      failure.value = null;
      isLoaded.value = true;
    } catch (error) {
      failure.value = error instanceof CallFailed ? error.message : 'The benchmarks could not be read.';
    }
  }
  function change(send: () => Promise<void>, touched: () => unknown): Promise<void> {
    const changed = onNewest({ send, reload: load, touched });
    sending = changed.catch(() => {});
    return changed;
  }
  const send = (put: readonly BenchRecord[], remove: readonly string[]) =>
    change(
      async () => {
        const asked = { revision: known.records, put: [...put], remove: [...remove] };
        known.records = (await call('changeRecords', asked)).revision;
        published.value = changedList(published.value, put, remove);
      },
      () => of(published.value, [...idsOf(put), ...remove]),
    );
  const sendBench = (asked: BenchChange) =>
    change(
      async () => {
        const { revision, ...kept } = await call('changeBench', { ...asked, revision: known.bench });
        bench.value = kept;
        known.bench = revision;
      },
      () => [
        of(bench.value.rigs, [...idsOf(asked.putRigs), ...(asked.removeRigs ?? [])]),
        of(bench.value.runs, [...idsOf(asked.putRuns), ...(asked.removeRuns ?? [])]),
      ],
    );
  /** Another window changed records or passes. */
  async function hear(newest: { readonly records: number; readonly bench: number }): Promise<void> {
    await sending;
    if (isLoaded.value && (newest.records > known.records || newest.bench > known.bench)) await load();
  }
  return { view: { published, bench, isLoaded, failure, load, hear }, send, sendBench };
}

/** Benchmark records, and the user's own systems and passes. Every change is one call, and can be taken back by name. */
export const useRecords = defineStore('records', () => {
  const catalogueStore = useCatalogue();
  const { view, send, sendBench } = useKept();
  const { published, bench } = view;
  const { step, ...steps } = useSessionSteps();
  /** Own passes as records, and all that the fit is given. */
  const own = computed(() => recordsOfRuns(catalogueStore.parts, bench.value.rigs, bench.value.runs));

  return {
    ...steps,
    ...view,
    own,
    all: computed(() => [...published.value, ...own.value]),
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
