import type { BenchRunKept } from '@ripe-pick/contract';
import {
  diagnose,
  groupRuns,
  recordsOfRuns,
  type Diagnosis,
  type Observation,
  type RunGroup,
} from '@ripe-pick/core/bench';
import { predictor, recordJudge, heldBackSentence } from '@ripe-pick/core/fit';
import { INTERVAL_SHARE, intervalAround, type Interval } from '@ripe-pick/core/frames';
import type { Motherboard, Gpu, Memory, Cpu } from '@ripe-pick/core/parts';
import { useStorage } from '@vueuse/core';
import { computed } from 'vue';
import { useMarket } from '../../shared/stores/market.ts';
import { useNames } from '../../shared/stores/names.ts';
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

/** What the test bench shows of the system that is chosen. */
export function useBenchPage() {
  const market = useMarket();
  const records = useRecords();
  const names = useNames();
  const chosen = useStorage('ripe-pick-bench-system', '');
  const system = computed(
    () => records.bench.rigs.find((each) => each.id === chosen.value) ?? records.bench.rigs.at(-1) ?? null,
  );
  const runs = computed(() => records.bench.runs.filter((run) => run.rig === system.value?.id));

  const groups = computed((): Measured[] => {
    const catalogue = market.catalogue;
    if (!catalogue || !system.value) return [];
    const judge = recordJudge(catalogue.parts, catalogue.frameModel);
    const predict = predictor(catalogue.frameModel);
    const one = [system.value];
    return groupRuns(runs.value).map((group): Measured => {
      const record = recordsOfRuns(catalogue.parts, one, group.runs)[0];
      if (!record) return { ...group, expected: null, unknown: 'Only warm-ups so far.' };
      // Raised clocks are compared with what the parts do as shipped.
      const judged = judge({ ...record, clocks: 'stock', low: null, excluded: null });
      if ('heldBack' in judged)
        return { ...group, expected: null, unknown: judged.heldBack.map(heldBackSentence).join(' ') };
      const found = predict(judged.usable);
      return found
        ? {
            ...group,
            unknown: null,
            expected: {
              fps: Math.exp(found.ln),
              interval: intervalAround(Math.exp(found.ln), found.sd),
              sdLn: found.sd,
            },
          }
        : { ...group, expected: null, unknown: 'The model has no rate for these parts.' };
    });
  });

  const part = <S extends string>(id: string | null, slot: S) => {
    const found = id === null ? undefined : names.parts.get(id);
    return found?.kind === slot ? found : null;
  };
  const why = computed((): Why => {
    const catalogue = market.catalogue;
    const own = system.value;
    if (!catalogue || !own) return { kind: 'none', reason: 'No system yet.' };
    const asShipped = groups.value.filter(
      (group) => group.summary && group.runs[0].state.clocks === 'stock' && group.expected,
    );
    const profileOn = asShipped.at(-1)?.runs[0].state.profile ?? true;
    const counted = asShipped.filter((group) => group.runs[0].state.profile === profileOn);
    if (counted.length < LEAST_SCENES)
      return {
        kind: 'none',
        reason: `Measure at least ${LEAST_SCENES} scenes with clocks as shipped: a fast game at its lightest setting, which the processor limits, and a heavy one at its heaviest, which the card limits.`,
      };
    const cpu = part(own.cpu, 'cpu') as Cpu | null; // found by its slot
    const motherboard = part(own.motherboard, 'motherboard') as Motherboard | null; // found by its slot
    const memory = part(own.memory, 'memory') as Memory | null; // found by its slot
    const gpu = part(own.gpu, 'gpu') as Gpu | null; // found by its slot
    if (!cpu || !motherboard || !memory || (own.gpu !== null && !gpu))
      return { kind: 'none', reason: 'A part of this system is no longer in the catalogue.' };
    const observations = counted.flatMap(({ runs: all, summary }): Observation[] => {
      const [first] = all;
      return summary
        ? [
            {
              game: first.game,
              conditions: {
                preset: first.preset,
                widthPx: first.widthPx,
                heightPx: first.heightPx,
                renderScale: first.renderScale,
                background: first.background,
              },
              average: summary.average,
              sdLn: summary.sdLn,
              low: summary.low,
              gpuBusy: summary.gpuBusy,
              driftLn: summary.driftLn,
            },
          ]
        : [];
    });
    const result = diagnose(catalogue.frameModel, { cpu, motherboard, memory, gpu, profileOn }, observations);
    return result.status === 'done'
      ? { kind: 'done', diagnosis: result.diagnosis }
      : { kind: 'none', reason: `Not known: ${result.missing.join(', ')}.` };
  });

  return { chosen, system, runs, groups, why, share: INTERVAL_SHARE };
}
