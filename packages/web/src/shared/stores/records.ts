import type { BenchChange, BenchKept, BenchRecord } from '@ripe-pick/contract';
import { recordsOfRuns } from '@ripe-pick/core/bench';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { call, CallFailed, callWhole } from '../api/client.ts';
import { useCatalogue } from './catalogue.ts';
import { onNewest } from './on-newest.ts';
import { changedList, inverse, useSessionSteps } from './session-steps.ts';

/** Benchmark records, and the user's own systems and passes. Every change is one call, and can be taken back by name. */
export const useRecords = defineStore('records', () => {
  const catalogueStore = useCatalogue();
  const published = shallowRef<readonly BenchRecord[]>([]);
  const bench = shallowRef<BenchKept>({ rigs: [], runs: [] });
  const isLoaded = ref(false);
  const failure = ref<string | null>(null);
  const { step, ...steps } = useSessionSteps();
  /** The newest changes that are known here. */
  const known = { records: 0, bench: 0 };
  /** The last change that was sent from here. */
  let sending: Promise<unknown> = Promise.resolve();

  /** Own passes as records, and all that the fit is given. */
  const own = computed(() => recordsOfRuns(catalogueStore.parts, bench.value.rigs, bench.value.runs));
  const all = computed(() => [...published.value, ...own.value]);

  async function load(): Promise<void> {
    try {
      const [records, kept] = await Promise.all([callWhole('records'), callWhole('bench')]);
      published.value = records.value.records;
      bench.value = kept.value;
      Object.assign(known, { records: records.revision, bench: kept.revision });
      failure.value = null;
      isLoaded.value = true;
    } catch (error) {
      failure.value = error instanceof CallFailed ? error.message : 'The records could not be read.';
    }
  }
  const of = (items: readonly { readonly id: string }[], ids: readonly string[]) =>
    items.filter(({ id }) => ids.includes(id));
  const idsOf = (items: readonly { readonly id: string }[] = []) => items.map(({ id }) => id);
  function send(put: readonly BenchRecord[], remove: readonly string[]): Promise<void> {
    const changed = onNewest({
      async send() {
        const asked = { revision: known.records, put: [...put], remove: [...remove] };
        known.records = (await call('changeRecords', asked)).revision;
        published.value = changedList(published.value, put, remove);
      },
      reload: load,
      touched: () => of(published.value, [...idsOf(put), ...remove]),
    });
    sending = changed.catch(() => {});
    return changed;
  }
  function sendBench(change: BenchChange): Promise<void> {
    const { putRigs, putRuns, removeRigs = [], removeRuns = [] } = change;
    const changed = onNewest({
      async send() {
        const { revision, ...kept } = await call('changeBench', { ...change, revision: known.bench });
        bench.value = kept;
        known.bench = revision;
      },
      reload: load,
      touched: () => [
        of(bench.value.rigs, [...idsOf(putRigs), ...removeRigs]),
        of(bench.value.runs, [...idsOf(putRuns), ...removeRuns]),
      ],
    });
    sending = changed.catch(() => {});
    return changed;
  }
  /** Another window changed records or passes. */
  async function hear(newest: { readonly records: number; readonly bench: number }): Promise<void> {
    await sending;
    if (isLoaded.value && (newest.records > known.records || newest.bench > known.bench)) await load();
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
    hear,
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
