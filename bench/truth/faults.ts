import {
  CAUSE_PRIOR,
  CAUSES,
  diagnose,
  type BenchObservation,
  type Cause,
  type Diagnosis,
} from '@ripe-pick/core/bench';
import type { FrameModel, Preset } from '@ripe-pick/core/parts';
import { drawsFrom, seedOf } from '@ripe-pick/core/stats';
import {
  MACHINE_FAULTS,
  measuredOn,
  type MachineFault,
  type FrameWorld,
  type HarshnessName,
  type SceneRun,
} from '@ripe-pick/worlds/frames';
import { chancesAtBest, type Unknown } from './ceiling.ts';
import { rigOf } from './rig.ts';

/** What a diagnosis said of one machine. */
interface Verdict {
  readonly faults: readonly MachineFault[];
  readonly measured: readonly SceneRun[];
  readonly diagnosis: Diagnosis;
}

const observed = (scene: SceneRun): BenchObservation => ({
  game: scene.game,
  conditions: {
    ...{ preset: scene.preset as Preset, widthPx: scene.widthPx, heightPx: scene.heightPx },
    ...{ renderScale: 1, background: 'none' },
  },
  ...{ average: scene.average, sdLn: 0.008, low: scene.low, gpuBusy: scene.gpuBusy, driftLn: scene.driftLn },
});

interface Session {
  readonly machines: number;
  readonly scenes: number;
  readonly seed: number;
  readonly told: Parameters<typeof diagnose>[3];
}

/** Diagnoses so many machines of a world with so many scenes each. `faults`: what is wrong with the n-th. */
function verdictsOn(
  world: FrameWorld,
  model: FrameModel,
  { machines, scenes, seed, told }: Session,
  faultsOf: (n: number) => readonly MachineFault[],
): Verdict[] {
  const draws = drawsFrom(seedOf('machines', world.seed, seed, scenes));
  const one = <T>(list: readonly T[]): T => list[Math.floor(draws.uniform() * list.length)];
  return Array.from({ length: machines }, (_, n) => {
    const [cpu, gpu] = [one(world.cpus), one(world.gpus)];
    const faults = faultsOf(n);
    const measured = measuredOn(world, { cpu: cpu.id, gpu: gpu.id, faults }, scenes, seed * 1000 + n);
    const result = diagnose(model, rigOf(cpu, gpu), measured.map(observed), told);
    if (result.status !== 'done') throw new Error(result.missing.join(', '));
    return { faults, measured, diagnosis: result.diagnosis };
  });
}

/** One fault after another. */
const eachFault = (n: number): readonly MachineFault[] => [MACHINE_FAULTS[n % MACHINE_FAULTS.length]];

/** Two faults, in turn every two that there are. */
const PAIRS = MACHINE_FAULTS.flatMap((a, n) => MACHINE_FAULTS.slice(n + 1).map((b) => [a, b] as const));
const eachPair = (n: number): readonly MachineFault[] => PAIRS[(n * 8) % PAIRS.length];

/** These machines have one fault as often as another, and none by anything else: what is told beforehand says so. */
const EVEN = CAUSES.map((cause) => ({
  cause,
  factor: MACHINE_FAULTS.some((fault) => fault === cause)
    ? 0.5 / MACHINE_FAULTS.length / CAUSE_PRIOR[cause]
    : 1,
}));

/** Rank of a fault among the causes that are named, from 1. */
const rankOf = ({ faults, diagnosis }: Verdict): number =>
  diagnosis.causes.findIndex(({ cause }) => cause === (faults[0] as Cause)) + 1;
const saysTwo = ({ diagnosis }: Verdict) => !diagnosis.isQuiet && diagnosis.several > 0.5;
const areFirst = ({ faults, diagnosis: { causes } }: Verdict) =>
  causes.slice(0, 2).filter(({ cause }) => faults.some((fault) => fault === cause)).length === 2;

/** What diagnoses of one world's machines came to. */
export interface FaultFigures {
  /** Share of healthy machines that are told that something is wrong. */
  readonly alarms: number;
  /** Share of faults that come first, and that are among the first two; and that are named at all. */
  readonly first: number;
  readonly firstTwo: number;
  readonly named: number;
  /** Of machines with two faults: share where both come before all others, where it is said that there are two, and where both holds. */
  readonly bothFirst: number;
  readonly saidTwo: number;
  readonly saidTwoRightly: number;
  /** Share of machines with one fault or none of which it is said that there are two. */
  readonly saidTwoWrongly: number;
  /** Of the leading cause of every machine: its chance as stated, and whether it is so; weighed as such machines are said to come. */
  readonly leaders: readonly { readonly stated: number; readonly is: boolean; readonly weight: number }[];
  /** What a judge who knows the world's laws makes of some of the machines with one fault. */
  readonly ceiling: Ceiling | null;
}
/** Shares of faults that come first, and among the first two. */
interface Ceiling {
  readonly knowingAll: readonly [first: number, firstTwo: number];
  readonly knowingRecords: readonly [first: number, firstTwo: number];
}

const MACHINES = { healthy: 20, faulty: 42, doubly: 21, judged: 14 };
/** How often machines of each kind come, by what the diagnosis takes for granted beforehand. */
const COMES = { healthy: 0.5, faulty: 0.44, doubly: 0.06 };

const leadersOf = (verdicts: readonly Verdict[], comes: number) =>
  verdicts.map(({ faults, diagnosis: { causes } }) => ({
    stated: causes[0].probability,
    is: faults.some((fault) => fault === causes[0].cause),
    weight: comes / verdicts.length,
  }));
const share = (verdicts: readonly Verdict[], read: (each: Verdict) => boolean) =>
  verdicts.filter(read).length / verdicts.length;

/**
 * How far the model's averages of such scenes are off with 200 records: in all games of a machine, and in each one. Measured on worlds of the
 * seeds 1 to 4; where the processor decides, and where the card does.
 */
const KNOWN_BY_RECORDS: Readonly<Record<HarshnessName, Unknown>> = {
  mild: { cpu: 0.09, gpu: 0.08, cpuByGame: 0.16, gpuByGame: 0.11 },
  real: { cpu: 0.2, gpu: 0.11, cpuByGame: 0.3, gpuByGame: 0.16 },
  harsh: { cpu: 0.1, gpu: 0.09, cpuByGame: 0.22, gpuByGame: 0.14 },
};
const NOTHING_UNKNOWN: Unknown = { cpu: 0, gpu: 0, cpuByGame: 0, gpuByGame: 0 };

function ceilingOf(world: FrameWorld, faulty: readonly Verdict[], records: Unknown): Ceiling {
  const by = (unknown: Unknown) => {
    const ranks = faulty.map(({ faults, measured }) => {
      const named = chancesAtBest(world, measured, unknown).filter((each) => each.faults.length > 0);
      return named.findIndex((each) => each.faults[0] === faults[0]) + 1;
    });
    const within = (most: number) => ranks.filter((rank) => rank <= most).length / ranks.length;
    return [within(1), within(2)] as const;
  };
  return { knowingAll: by(NOTHING_UNKNOWN), knowingRecords: by(records) };
}

/**
 * Diagnoses healthy machines, such with one full fault each, and such with two.
 *
 * @param harshness of a world of which a ceiling is wanted too; it takes some seconds a machine
 */
export function measureFaults(
  world: FrameWorld,
  model: FrameModel,
  scenes: number,
  harshness: HarshnessName | null = null,
): FaultFigures {
  const { seed } = world;
  const on = (machines: number, from: number, faultsOf: (n: number) => readonly MachineFault[]) =>
    verdictsOn(world, model, { machines, scenes, seed: seed + from, told: EVEN }, faultsOf);
  const healthy = on(MACHINES.healthy, 0, () => []);
  const faulty = on(MACHINES.faulty, 500, eachFault);
  const doubly = on(MACHINES.doubly, 900, eachPair);
  return {
    alarms: share(healthy, ({ diagnosis }) => !diagnosis.isQuiet),
    first: share(faulty, (each) => rankOf(each) === 1),
    firstTwo: share(faulty, (each) => rankOf(each) <= 2),
    named: share(faulty, ({ diagnosis }) => !diagnosis.isQuiet),
    bothFirst: share(doubly, areFirst),
    saidTwo: share(doubly, saysTwo),
    saidTwoRightly: share(doubly, (each) => saysTwo(each) && areFirst(each)),
    saidTwoWrongly: share([...healthy, ...faulty], saysTwo),
    leaders: [
      ...leadersOf(healthy, COMES.healthy),
      ...leadersOf(faulty, COMES.faulty),
      ...leadersOf(doubly, COMES.doubly),
    ],
    ceiling: harshness && ceilingOf(world, faulty.slice(0, MACHINES.judged), KNOWN_BY_RECORDS[harshness]),
  };
}
