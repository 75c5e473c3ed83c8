import type { BenchKept, BenchRunKept } from '@ripe-pick/contract';
import {
  diagnose,
  groupRuns,
  recordsOfRuns,
  type Diagnosis,
  type BenchObservation,
  type RunGroup,
} from '@ripe-pick/core/bench';
import { predictor, recordJudge, heldBackSentence } from '@ripe-pick/core/fit';
import { INTERVAL_SHARE, intervalAround, type Interval } from '@ripe-pick/core/frames';
import type { Catalogue, Part } from '@ripe-pick/core/parts';
import { useDraft } from '../../shared/ui/draft.ts';
import { computed } from 'vue';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useRecords } from '../../shared/stores/records.ts';

/** Passes put together, with what the model expects of a healthy system there. */
export interface Measured extends RunGroup<BenchRunKept> {
  readonly expected: { readonly fps: number; readonly interval: Interval; readonly sdLn: number } | null;
  /** Why there is no expectation. */
  readonly unknown: string | null;
}

export type Why =
  | { readonly kind: 'done'; readonly diagnosis: Diagnosis }
  | { readonly kind: 'none'; readonly reason: string };

/** Scenes that a diagnosis needs at least: one that the processor limits and one that the card does, with luck. */
const LEAST_SCENES = 2;

type KeptRig = BenchKept['rigs'][number];

/** What a catalogue's model expects of passes put together. */
function measuredWith({ parts, frameModel }: Catalogue, system: KeptRig) {
  const judge = recordJudge(parts, frameModel);
  const predict = predictor(frameModel);
  return (group: RunGroup<BenchRunKept>): Measured => {
    const unknown = (why: string): Measured => ({ ...group, expected: null, unknown: why });
    const [record] = recordsOfRuns(parts, [system], group.runs);
    if (!record) return unknown('Only warm-ups so far.');
    // Raised clocks are compared with what the parts do as shipped.
    const judged = judge({ ...record, clocks: 'stock', low: null, excluded: null });
    if ('heldBack' in judged) return unknown(judged.heldBack.map(heldBackSentence).join(' '));
    const found = predict(judged.usable);
    if (!found) return unknown('The model has no rate for these parts.');
    const rate = Math.exp(found.ln);
    const expected = { fps: rate, interval: intervalAround(rate, found.sd), sdLn: found.sd };
    return { ...group, unknown: null, expected };
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

const none = (reason: string): Why => ({ kind: 'none', reason });

/** Why a system is as fast as it is, from the scenes that were measured with clocks as shipped. */
function whyOf(catalogue: Catalogue, system: KeptRig, groups: readonly Measured[]): Why {
  const asShipped = groups.filter(
    (group) => group.summary && group.runs[0].state.clocks === 'stock' && group.expected,
  );
  const profileOn = asShipped.at(-1)?.runs[0].state.profile ?? true;
  const counted = asShipped.filter((group) => group.runs[0].state.profile === profileOn);
  if (counted.length < LEAST_SCENES)
    return none(
      `Measure at least ${LEAST_SCENES} scenes with clocks as shipped: a fast game at its lightest setting, which the processor limits, and a heavy one at its heaviest, which the card limits.`,
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
  const result = diagnose(catalogue.frameModel, { cpu, motherboard, memory, gpu, profileOn }, observations);
  return result.status === 'done'
    ? { kind: 'done', diagnosis: result.diagnosis }
    : none(`Not known: ${result.missing.join(', ')}.`);
}

/** What the test bench shows of the system that is chosen. */
export function useBenchPage() {
  const catalogueStore = useCatalogue();
  const records = useRecords();
  const chosen = useDraft<string>('ripe-pick-bench-system', '');
  const system = computed(
    () => records.bench.rigs.find((each) => each.id === chosen.value) ?? records.bench.rigs.at(-1) ?? null,
  );
  const runs = computed(() => records.bench.runs.filter((run) => run.rig === system.value?.id));
  const groups = computed((): Measured[] =>
    catalogueStore.catalogue && system.value
      ? groupRuns(runs.value).map(measuredWith(catalogueStore.catalogue, system.value))
      : [],
  );
  const why = computed((): Why =>
    catalogueStore.catalogue && system.value
      ? whyOf(catalogueStore.catalogue, system.value, groups.value)
      : none('No system yet.'),
  );
  return { chosen, system, runs, groups, why, share: INTERVAL_SHARE };
}
