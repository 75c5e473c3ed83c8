import { groupRuns, type BenchRun, type Rig, type RunGroup } from '../bench/index.ts';
import { ratesFor, type BuildRates } from '../frames/index.ts';
import { partSetOf, type Brief, type Catalogue, type Picks, type TunedPart } from '../parts/index.ts';
import { openSession } from '../session/index.ts';
import type { StagePlan, TuningStage } from './plan.ts';
import { nextStep, type TuningAttempt } from './session.ts';

/** What is kept of the tuning of one stage. */
export interface TuningLog {
  readonly plan: StagePlan;
  readonly attempts: readonly TuningAttempt[];
}

/** The states of a machine: memory at its base rate, at its rated profile, and clocks as tuned. */
export const MACHINE_STATES = ['shipped', 'profile', 'tuned'] as const;
export type MachineStateCode = (typeof MACHINE_STATES)[number];

export interface MachineState {
  readonly code: MachineStateCode;
  /** Expected rates; null where a figure is missing, or nothing is tuned yet. */
  readonly expected: BuildRates | null;
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

const stateOf = ({ profile, clocks }: BenchRun['state']): MachineStateCode =>
  clocks === 'raised' ? 'tuned' : profile ? 'profile' : 'shipped';

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
  const expected = (memoryProfile: boolean, counted: readonly TunedPart[]): BuildRates | null => {
    const wish = { ...brief, owned, tuned: counted, play: { ...brief.play, memoryProfile } };
    const { catalogue } = openSession(stated, wish);
    const { set } = partSetOf(picks, new Map(catalogue.parts.map((part) => [part.id, part])));
    const rates = ratesFor(wish, catalogue.frameModel)(set);
    return rates.status === 'known' ? rates : null;
  };
  const rates: Readonly<Record<MachineStateCode, BuildRates | null>> = {
    shipped: expected(false, []),
    profile: expected(true, []),
    tuned: tuned.length > 0 ? expected(true, tuned) : null,
  };
  return MACHINE_STATES.map((code) => ({
    code,
    expected: rates[code],
    measured: measured.get(code) ?? new Map<string, RunGroup>(),
  }));
}
