import type { BenchKept, BenchRunKept } from '@ripe-pick/contract';
import {
  groupRuns,
  recordsOfRuns,
  type diagnose,
  type Diagnosis,
  type BenchObservation,
  type RunGroup,
} from '@ripe-pick/core/bench';
import type { ToldCause } from '@ripe-pick/core/bring-up';
import { changedPart, memoryUnsaid, predictor, recordJudge, heldBackSentence } from '@ripe-pick/core/fit';
import { INTERVAL_SHARE, intervalAround, catalogueAsRun, type Interval } from '@ripe-pick/core/frames';
import type { Catalogue, Part, RecordClocks } from '@ripe-pick/core/parts';
import { useDraft } from '../../shared/ui/draft.ts';
import { computed, shallowRef, watch } from 'vue';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useBuildStory, type BuildStory } from './build-story.ts';

/** Passes put together, with what the model expects of a healthy system there. */
export interface Measured extends RunGroup<BenchRunKept> {
  readonly expected: { readonly fps: number; readonly interval: Interval; readonly sdLn: number } | null;
  /** Why there is no expectation. */
  readonly unknown: string | null;
  /** Whether what is expected is that of the machine as it was tuned. */
  readonly isTuned: boolean;
}

/** What a diagnosis is asked: its arguments. */
type BenchQuestion = Parameters<typeof diagnose>;
type Diagnosed = ReturnType<typeof diagnose>;

export type Why =
  | { readonly kind: 'busy' }
  | { readonly kind: 'done'; readonly diagnosis: Diagnosis; readonly told: readonly ToldCause[] }
  | { readonly kind: 'none'; readonly reason: string };

/** Scenes that a diagnosis needs at least: one that the processor limits and one that the card does, with luck. */
const LEAST_SCENES = 2;

type KeptRig = BenchKept['rigs'][number];

/** A brief's word for the state of a pass, of any piece. */
function runningWith(clocks: RecordClocks) {
  const changed = changedPart({ clocks });
  const shipped = { cpu: 'shipped', gpu: 'shipped' } as const;
  return {
    ...{ tuned: [], owned: [] },
    play: { clocks: changed ? { ...shipped, [changed.side]: changed.state } : shipped },
  };
}

/** What a model expects of passes put together; raised clocks as they were tuned where that is known, else as shipped. */
function measuredWith(shipped: Catalogue, tuned: Catalogue | null, system: KeptRig) {
  const withModel = ({ parts, frameModel }: Catalogue) => ({
    parts,
    judge: recordJudge(parts, frameModel),
    predict: predictor(frameModel),
  });
  const asShipped = withModel(shipped);
  const asTuned = tuned ? withModel(tuned) : asShipped;
  const known = new Map<RecordClocks, ReturnType<typeof withModel>>([
    ['stock', asShipped],
    ['raised', asTuned],
  ]);
  /** The model of parts in the state of a pass: by records of it, or as assumed. */
  const modelFor = (clocks: RecordClocks) => {
    const model = known.get(clocks) ?? withModel(catalogueAsRun(shipped, runningWith(clocks)));
    known.set(clocks, model);
    return model;
  };
  return (group: RunGroup<BenchRunKept>): Measured => {
    const { clocks } = group.runs[0].state;
    const isRaised = clocks === 'raised';
    const { parts, judge, predict } = modelFor(clocks);
    const unknown = (why: string): Measured => ({ ...group, expected: null, unknown: why, isTuned: false });
    const [record] = recordsOfRuns(parts, [system], group.runs);
    if (!record) return unknown('Only warm-ups so far.');
    // A record of raised clocks would be held back from the fit; here it is only compared.
    const judged = judge({ ...record, clocks: 'stock', low: null, excluded: null });
    if ('heldBack' in judged) return unknown(judged.heldBack.map(heldBackSentence).join(' '));
    // Here a figure is held against the system that it was measured on, so all of that has to be known.
    const unsaid = memoryUnsaid(judged.usable);
    if (unsaid) return unknown(`How the memory ran is not known in full: ${unsaid}.`);
    const found = predict(judged.usable);
    if (!found) return unknown('The model has no rate for these parts.');
    const rate = Math.exp(found.ln);
    const expected = { fps: rate, interval: intervalAround(rate, found.sd), sdLn: found.sd };
    return { ...group, unknown: null, expected, isTuned: isRaised && tuned !== null };
  };
}

/** A scene as a diagnosis takes it; null for warm-ups alone. */
function observationOf({ runs: [first], summary }: Measured): BenchObservation | null {
  if (!summary) return null;
  const { game, preset, widthPx, heightPx, renderScale, background } = first;
  const { average, sdLn, low, gpuBusy, driftLn } = summary;
  const conditions = { preset, widthPx, heightPx, renderScale, background };
  return { game, conditions, average, sdLn, low, gpuBusy, driftLn };
}

const none = (reason: string): Extract<Why, { kind: 'none' }> => ({ kind: 'none', reason });

/** What to ask of a system's speed, from the scenes that were measured in the state that it was in last; or why nothing can be asked. */
function questionOf(
  shipped: Catalogue,
  { told, tuned }: BuildStory,
  system: KeptRig,
  groups: readonly Measured[],
):
  | Extract<Why, { kind: 'none' }>
  | { readonly kind: 'asked'; readonly question: BenchQuestion; readonly told: readonly ToldCause[] } {
  const comparable = groups.filter(
    (group) => group.summary && group.expected && (group.runs[0].state.clocks === 'stock' || group.isTuned),
  );
  const state = comparable.at(-1)?.runs[0].state ?? { profile: true, clocks: 'stock' };
  const catalogue = state.clocks === 'raised' && tuned ? tuned : shipped;
  const counted = comparable.filter(
    ({ runs: [{ state: each }] }) => each.profile === state.profile && each.clocks === state.clocks,
  );
  if (counted.length < LEAST_SCENES)
    return none(
      `Measure at least ${LEAST_SCENES} scenes with clocks as shipped: a fast game at its lightest setting, which the processor limits, and a heavy one at its heaviest, which the graphics card limits.`,
    );
  const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  const part = <K extends 'cpu' | 'motherboard' | 'memory' | 'gpu'>(
    kind: K,
  ): Extract<Part, { readonly kind: K }> | null => {
    const found = parts.get(system[kind] ?? '');
    return found?.kind === kind ? (found as Extract<Part, { readonly kind: K }>) : null; // of this kind
  };
  const [cpu, motherboard, memory, gpu] = [part('cpu'), part('motherboard'), part('memory'), part('gpu')];
  if (!cpu || !motherboard || !memory || (system.gpu !== null && !gpu))
    return none('A part of this system is no longer in the catalogue.');
  const observations = counted.flatMap((group) => observationOf(group) ?? []);
  const own = { cpu, motherboard, memory, gpu, profileOn: state.profile };
  return { kind: 'asked', question: [catalogue.frameModel, own, observations, told], told };
}

/** A diagnosis off the page's own thread: a dozen scenes take half a second. */
const inWorker = (...question: BenchQuestion): Promise<Diagnosed> =>
  benchWorker.read((worker) => worker.diagnose(...question));

/** What the test bench shows of the system that is chosen. @param ask who diagnoses */
export function useBenchPage(ask: (...question: BenchQuestion) => Promise<Diagnosed> = inWorker) {
  const catalogueStore = useCatalogue();
  const records = useRecords();
  const chosen = useDraft<string>('ripe-pick-bench-system', '');
  const system = computed(
    () => records.bench.rigs.find((each) => each.id === chosen.value) ?? records.bench.rigs.at(-1) ?? null,
  );
  const story = useBuildStory(system);
  const runs = computed(() => records.bench.runs.filter((run) => run.rig === system.value?.id));
  const groups = computed((): Measured[] =>
    catalogueStore.catalogue && system.value
      ? groupRuns(runs.value).map(measuredWith(catalogueStore.catalogue, story.value.tuned, system.value))
      : [],
  );
  const asked = computed(() =>
    catalogueStore.catalogue && system.value
      ? questionOf(catalogueStore.catalogue, story.value, system.value, groups.value)
      : none('No system yet.'),
  );
  const why = shallowRef<Why>({ kind: 'busy' });
  watch(
    asked,
    async (current) => {
      if (current.kind === 'none') {
        why.value = current;
        return;
      }
      why.value = { kind: 'busy' };
      try {
        const result = await ask(...current.question);
        if (asked.value !== current) return;
        why.value =
          result.status === 'done'
            ? { kind: 'done', diagnosis: result.diagnosis, told: current.told }
            : none(`Not known: ${result.missing.join(', ')}.`);
      } catch (error) {
        console.error(error);
        if (asked.value === current)
          why.value = none('It could not be worked out. Reload the page and try again.');
      }
    },
    { immediate: true },
  );
  return { chosen, system, runs, groups, why, share: INTERVAL_SHARE };
}
