import {
  diagnose,
  type BenchObservation,
  type Cause,
  type Diagnosis,
  type OwnRig,
} from '@ripe-pick/core/bench';
import type { FrameModel, Memory, Motherboard, Preset } from '@ripe-pick/core/parts';
import { drawsFrom, seedOf } from '@ripe-pick/core/stats';
import {
  MACHINE_FAULTS,
  measuredOn,
  type MachineFault,
  type FrameWorld,
  type SceneRun,
} from '@ripe-pick/worlds/frames';

/** What a diagnosis said of one machine. */
interface Verdict {
  readonly faults: readonly MachineFault[];
  readonly diagnosis: Diagnosis;
}

/** A pair of a common kind, and a board that takes it: what the worlds' machines have. */
const MEMORY = {
  ...{ id: 'kit', kind: 'memory', type: 'DDR4', modules: 2, gbPerModule: 16 },
  ...{ ratedMts: 3200, ratedCl: 16, jedecMts: 2400, jedecCl: 17 },
} as unknown as Memory; // what the diagnosis reads
const BOARD = {
  ...{ id: 'board', kind: 'motherboard', memoryMaxMts: 6400, memoryProfile: true },
  pcieSlot: { generation: 5, lanes: 16 },
} as unknown as Motherboard; // what the diagnosis reads

const observed = (scene: SceneRun): BenchObservation => ({
  game: scene.game,
  conditions: {
    ...{ preset: scene.preset as Preset, widthPx: scene.widthPx, heightPx: scene.heightPx },
    ...{ renderScale: 1, background: 'none' },
  },
  ...{ average: scene.average, sdLn: 0.008, low: scene.low, gpuBusy: scene.gpuBusy, driftLn: scene.driftLn },
});

/** Diagnoses so many machines of a world with so many scenes each. `faults`: what is wrong with the n-th. */
function verdictsOn(
  world: FrameWorld,
  model: FrameModel,
  { machines, scenes, seed }: { readonly machines: number; readonly scenes: number; readonly seed: number },
  faultsOf: (n: number) => readonly MachineFault[],
): Verdict[] {
  const draws = drawsFrom(seedOf('machines', world.seed, seed, scenes));
  const one = <T>(list: readonly T[]): T => list[Math.floor(draws.uniform() * list.length)];
  return Array.from({ length: machines }, (_, n) => {
    const [cpu, gpu] = [one(world.cpus), one(world.gpus)];
    const faults = faultsOf(n);
    const own: OwnRig = { cpu, gpu, memory: MEMORY, motherboard: BOARD, profileOn: true };
    const measured = measuredOn(world, { cpu: cpu.id, gpu: gpu.id, faults }, scenes, seed * 1000 + n);
    const result = diagnose(model, own, measured.map(observed));
    if (result.status !== 'done') throw new Error(result.missing.join(', '));
    return { faults, diagnosis: result.diagnosis };
  });
}

/** One fault after another. */
const eachFault = (n: number): readonly MachineFault[] => [MACHINE_FAULTS[n % MACHINE_FAULTS.length]];

/** Rank of a fault among the causes that are named, from 1. */
const rankOf = ({ faults, diagnosis }: Verdict): number =>
  diagnosis.causes.findIndex(({ cause }) => cause === (faults[0] as Cause)) + 1;

/** What diagnoses of one world's machines came to. */
export interface FaultFigures {
  /** Share of healthy machines that are told that something is wrong. */
  readonly alarms: number;
  /** Share of faults that come first, and that are among the first two; and that are named at all. */
  readonly first: number;
  readonly firstTwo: number;
  readonly named: number;
  /** Of the leading cause of every machine, healthy or not: its chance as stated, and whether it is so. */
  readonly leaders: readonly { readonly stated: number; readonly is: boolean }[];
}

const MACHINES = { healthy: 20, faulty: 42 };
const share = (verdicts: readonly Verdict[], read: (each: Verdict) => boolean) =>
  verdicts.filter(read).length / verdicts.length;

/** Diagnoses healthy machines and such with one full fault each, half of them each. */
export function measureFaults(world: FrameWorld, model: FrameModel, scenes: number): FaultFigures {
  const { seed } = world;
  const healthy = verdictsOn(world, model, { machines: MACHINES.healthy, scenes, seed }, () => []);
  const faulty = verdictsOn(world, model, { machines: MACHINES.faulty, scenes, seed: seed + 500 }, eachFault);
  return {
    alarms: share(healthy, ({ diagnosis }) => !diagnosis.isQuiet),
    first: share(faulty, (each) => rankOf(each) === 1),
    firstTwo: share(faulty, (each) => rankOf(each) <= 2),
    named: share(faulty, ({ diagnosis }) => !diagnosis.isQuiet),
    leaders: [...healthy, ...faulty].map(({ faults, diagnosis: { causes } }) => ({
      stated: causes[0].probability,
      is: causes[0].cause === faults[0],
    })),
  };
}
