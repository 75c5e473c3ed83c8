import { groupRuns, type BenchRun, type Rig, type RunGroup } from '../bench/index.ts';
import type { Finding } from '../compatibility/index.ts';
import { canRun, stateEffectOf, type BuildRates } from '../frames/index.ts';
import {
  partSetOf,
  type Brief,
  type Catalogue,
  type ClockState,
  type Picks,
  type StateEffect,
  type TunedPart,
} from '../parts/index.ts';
import { openSession } from '../session/index.ts';
import { summaryFor, type Summary } from '../swaps/index.ts';
import type { StagePlan, TuningStage } from './plan.ts';
import { nextStep, type TuningAttempt } from './session.ts';

/** What is kept of the tuning of one stage. */
export interface TuningLog {
  readonly plan: StagePlan;
  readonly attempts: readonly TuningAttempt[];
}

/**
 * The states of a machine: memory at its base rate, at its rated profile; with it, clocks raised or at less voltage as is usual of such
 * parts; and clocks as this very machine was tuned.
 */
export const MACHINE_STATES = ['shipped', 'profile', 'raised', 'undervolted', 'tuned'] as const;
export type MachineStateCode = (typeof MACHINE_STATES)[number];

export interface MachineState {
  readonly code: MachineStateCode;
  /** Expected rates; null where a figure is missing, or nothing is tuned yet. */
  readonly expected: BuildRates | null;
  /** Load in watts as it is planned; null where a figure is missing. */
  readonly loadWatts: number | null;
  /** What is not enough in this state and is as shipped: board, cooler, supply. */
  readonly short: readonly Finding[];
  /** What the state rests on for processor and card; empty as shipped. */
  readonly effects: readonly StateEffect[];
  /** Measured passes under the brief's conditions, by game. */
  readonly measured: ReadonlyMap<string, RunGroup>;
}

/** Why a stage that is done counts for nothing in rates. */
type Uncounted = 'voltage' | 'no clock as shipped';

/** What a stage comes to: how many times its shipped clock the part runs at; null while it is not done. */
export function timesOf({ plan, attempts }: TuningLog): number | Uncounted | null {
  const next = nextStep(plan, attempts);
  if (next.kind !== 'done') return null;
  if (plan.way === 'voltage') return 'voltage';
  // Told from 0 where no sheet states what is shipped: how many times as fast is then not known.
  return plan.start > 0 ? next.setting / plan.start : 'no clock as shipped';
}

/** The parts of a build that were tuned, with how many times their shipped clocks they run at. */
export function tunedPartsOf(picks: Picks, logs: readonly TuningLog[]): readonly TunedPart[] {
  const slotOf: Readonly<Record<TuningStage, keyof Picks>> = { memory: 'memory', cpu: 'cpu', gpu: 'gpu' };
  return logs.flatMap((log) => {
    const times = timesOf(log);
    const part = picks[slotOf[log.plan.stage]]?.part;
    return typeof times === 'number' && part !== undefined ? [{ part, times }] : [];
  });
}

type Clocks = Brief['play']['clocks'];

function stateOf({ profile, clocks }: BenchRun['state']): MachineStateCode {
  if (clocks.endsWith('undervolted')) return 'undervolted';
  if (clocks !== 'stock') return clocks === 'raised' ? 'tuned' : 'raised';
  return profile ? 'profile' : 'shipped';
}

/** Whether a machine on the test bench is made of the picks. */
export const isMachineOf = (picks: Picks, { cpu, motherboard, memory, gpu }: Rig): boolean =>
  picks.cpu?.part === cpu &&
  picks.motherboard?.part === motherboard &&
  picks.memory?.part === memory &&
  (picks.gpu?.part ?? null) === gpu;

/** Passes of the build's machines under the brief's conditions, by state and game; of two machines the one on the bench last. */
function measuredStates(
  brief: Brief,
  picks: Picks,
  rigs: readonly Rig[],
  runs: readonly BenchRun[],
): ReadonlyMap<MachineStateCode, Map<string, RunGroup>> {
  const { games, widthPx, heightPx, renderScale, background } = brief.play;
  const own = rigs.findLast((rig) => isMachineOf(picks, rig))?.id;
  const out = new Map<MachineStateCode, Map<string, RunGroup>>(
    MACHINE_STATES.map((each) => [each, new Map()]),
  );
  for (const group of groupRuns(runs.filter(({ rig }) => rig === own))) {
    const [first] = group.runs;
    const isAsked =
      first.widthPx === widthPx &&
      first.heightPx === heightPx &&
      first.renderScale === renderScale &&
      first.background === background &&
      games.some(({ game, preset }) => game === first.game && preset === first.preset);
    if (isAsked && group.summary) out.get(stateOf(first.state))?.set(first.game, group);
  }
  return out;
}

/** What a build is expected to do, and was measured to do, as shipped, with its rated profile, and as tuned. */
export function machineStates(
  stated: Catalogue,
  brief: Brief,
  picks: Picks,
  logs: readonly TuningLog[],
  bench: { readonly rigs: readonly Rig[]; readonly runs: readonly BenchRun[] },
): readonly MachineState[] {
  const tuned = tunedPartsOf(picks, logs);
  const owned = [...brief.owned, ...tuned.map(({ part }) => part)];
  const measured = measuredStates(brief, picks, bench.rigs, bench.runs);
  const summaryIn = (memoryProfile: boolean, counted: readonly TunedPart[], clocks: Clocks) => {
    const wish = { ...brief, owned, tuned: counted, play: { ...brief.play, memoryProfile, clocks } };
    return summaryFor(openSession(stated, wish)).summarise(picks);
  };
  const parts = partSetOf(picks, new Map(stated.parts.map((part) => [part.id, part]))).set;
  const pieces = [parts.cpu, parts.gpu].flatMap((part) => part ?? []);
  const effectsIn = (state: ClockState) =>
    pieces.flatMap((part) => stateEffectOf(part, state, stated.frameModel) ?? []);
  /** Raised as far as it goes: a locked processor stays as shipped. */
  const clocksIn = (state: ClockState): Clocks => ({
    cpu: parts.cpu && canRun(parts.cpu, state) ? state : 'shipped',
    gpu: state,
  });
  const shipped = clocksIn('shipped');
  const base = summaryIn(true, [], shipped);
  const summaries: Readonly<Record<MachineStateCode, Summary | null>> = {
    shipped: summaryIn(false, [], shipped),
    profile: base,
    raised: effectsIn('raised').length > 0 ? summaryIn(true, [], clocksIn('raised')) : null,
    undervolted: effectsIn('undervolted').length > 0 ? summaryIn(true, [], clocksIn('undervolted')) : null,
    tuned: tuned.length > 0 ? summaryIn(true, tuned, shipped) : null,
  };
  const isNew = ({ rule, verdict }: Finding) =>
    (verdict === 'block' || verdict === 'warn') &&
    !base.findings.some((each) => each.rule === rule && each.verdict === verdict);
  return MACHINE_STATES.map((code) => {
    const summary = summaries[code];
    return {
      code,
      expected: summary?.rates.status === 'known' ? summary.rates : null,
      loadWatts: summary?.load ? summary.load.deciwatts / 10 : null,
      short: summary?.findings.filter(isNew) ?? [],
      effects: code === 'raised' || code === 'undervolted' ? effectsIn(code) : [],
      measured: measured.get(code) ?? new Map<string, RunGroup>(),
    };
  });
}
