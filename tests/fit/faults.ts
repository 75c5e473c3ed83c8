import {
  diagnose,
  type Cause,
  type Diagnosis,
  type BenchObservation,
  type OwnRig,
} from '@ripe-pick/core/bench';
import {
  frameTimeQuantile,
  indexModel,
  linkLnOf,
  meanFrameTime,
  sceneMaker,
  sideMean,
  systemOf,
  timeOn,
  type SystemRates,
} from '@ripe-pick/core/frames';
import type { Motherboard, Gpu, FrameModel, Memory, Part, Cpu } from '@ripe-pick/core/parts';
import { randomSource, normal } from '../../packages/demo/src/random.ts';

/*
 * Systems with a known fault, simulated apart from the diagnosis: parts that are a little better or worse than their
 * estimate, games that lie them well or badly, passes with noise, and faults of any degree, not only those that the
 * diagnosis looks for.
 */

export type Fault = Cause | 'healthy';

interface World {
  readonly model: FrameModel;
  readonly parts: readonly Part[];
}

/** Fast games at their lightest, heavy ones at their heaviest: what a bench session measures to find a fault. */
const SESSION = [
  ['netfall', 'low', 1280, 720],
  ['netfall', 'ultra', 2560, 1440],
  ['brineball', 'low', 1280, 720],
  ['lantern-deep', 'ultra', 2560, 1440],
  ['ploughshare', 'low', 1280, 720],
  ['saltmarch', 'ultra', 2560, 1440],
  ['saltmarch', 'low', 1280, 720],
  ['attic-siege', 'ultra', 2560, 1440],
  ['cinder-choir', 'low', 1280, 720],
  ['tin-rally', 'ultra', 1920, 1080],
] as const;

const some = <T>(random: () => number, items: readonly T[]): T => items[Math.floor(random() * items.length)];

/** A system that fits together, with a card of the middle and memory that has something to lose. */
export function someRig({ parts }: World, random: () => number): OwnRig {
  const of = <K extends Part['kind']>(kind: K) =>
    parts.filter((part): part is Extract<Part, { kind: K }> => part.kind === kind);
  for (;;) {
    const cpu: Cpu = some(random, of('cpu'));
    const motherboard: Motherboard = some(
      random,
      of('motherboard').filter(
        (each) =>
          each.socket === cpu.socket && each.memoryProfile === true && (each.memoryMaxMts ?? 0) >= 3200,
      ),
    );
    const memory: Memory = some(
      random,
      of('memory').filter(
        (each) =>
          each.type === motherboard?.memoryType &&
          each.modules === 2 &&
          (each.gbPerModule ?? 0) >= 8 &&
          (each.ratedMts ?? 0) > (each.jedecMts ?? 0),
      ),
    );
    const gpu: Gpu = some(
      random,
      of('gpu').filter((each) => (each.videoMemoryGb ?? 0) >= 6),
    );
    if (motherboard && memory && cpu.pcieGeneration !== null)
      return { cpu, motherboard, memory, gpu, profileOn: true };
  }
}

export function canHave(fault: Fault, { cpu }: OwnRig): boolean {
  return fault !== 'wrong-output' || cpu.integratedGraphics === true;
}

/** What a session on a system with a fault would show. */
function simulate({ model }: World, own: OwnRig, fault: Fault, seed: number): BenchObservation[] {
  const random = randomSource(seed);
  const z = () => normal(random);
  const between = (low: number, high: number) => low + random() * (high - low);
  const base = systemOf(own, indexModel(model), true);
  if (!('cpu' in base)) throw new Error('faults: the system has no rates');
  const sdOf = (list: FrameModel['gpus'], id: string) => list.find((rate) => rate.part === id)?.sdLn ?? 0.05;
  const cpuLn = base.cpu.rateLn + sdOf(model.cpus, own.cpu.id) * z();
  const graphicsLn = base.graphics.rateLn + sdOf(model.gpus, own.gpu?.id ?? '') * z();
  let system: SystemRates = {
    ...base,
    cpu: { ...base.cpu, rateLn: cpuLn },
    graphics: { ...base.graphics, rateLn: graphicsLn },
  };
  let [spread, drift, driverMean, driverSd] = [1, 0, 0, 0];
  const heat = random() < 0.6;
  switch (fault) {
    case 'healthy':
      break;
    case 'memory-profile': {
      const off = systemOf(own, indexModel(model), false);
      if ('memory' in off) system = { ...system, memory: off.memory };
      break;
    }
    case 'one-stick':
      system = {
        ...system,
        memory: { ...system.memory, bandwidthGbs: system.memory.bandwidthGbs / 2, gb: system.memory.gb / 2 },
      };
      break;
    case 'slow-slot': {
      const { graphics } = system;
      if (graphics.kind === 'gpu' && own.gpu)
        system = {
          ...system,
          graphics: { ...graphics, linkLn: linkLnOf(own.gpu, some(random, [2, 3]), random() < 0.5 ? 1 : 2) },
        };
      break;
    }
    case 'processor-held':
      system = { ...system, cpu: { ...system.cpu, rateLn: cpuLn - between(0.1, 0.6) } };
      drift = heat ? -between(0.02, 0.08) : 0;
      break;
    case 'card-held':
      system = { ...system, graphics: { ...system.graphics, rateLn: graphicsLn - between(0.1, 0.6) } };
      drift = heat ? -between(0.02, 0.08) : 0;
      break;
    case 'wrong-output': {
      const rate = model.integrated.find((each) => each.part === own.cpu.id)?.rateLn ?? -1.5;
      system = {
        ...system,
        graphics: { kind: 'integrated', name: `integrated:${own.cpu.id}`, rateLn: rate + 0.07 * z() },
      };
      break;
    }
    case 'background':
      system = {
        ...system,
        cpu: {
          ...system.cpu,
          rateLn: cpuLn - between(0.06, 0.25),
          threads: Math.max(2, system.cpu.threads - Math.round(between(1, 6))),
        },
      };
      spread = between(1.3, 1.7);
      break;
    case 'driver':
      driverMean = -between(0.06, 0.14);
      driverSd = 0.06;
      break;
  }
  const make = sceneMaker(model);
  const ofGame = new Map<string, { residual: number; driver: number }>();
  return SESSION.map(([id, preset, widthPx, heightPx]) => {
    const game = model.games.find((each) => each.id === id);
    if (!game) throw new Error(`faults: no game ${id}`);
    const conditions = { preset, widthPx, heightPx, renderScale: 1, background: 'none' as const };
    const shared = ofGame.get(id) ?? {
      residual: 0.6 * game.residualSd * z(),
      driver: driverMean + driverSd * z(),
    };
    ofGame.set(id, shared);
    const driven: SystemRates = {
      ...system,
      graphics: { ...system.graphics, rateLn: system.graphics.rateLn + shared.driver },
    };
    const plain = timeOn(make(game, conditions), driven);
    const time = { ...plain, cpu: { ...plain.cpu, spread: plain.cpu.spread * spread } };
    const shift = shared.residual + 0.6 * game.residualSd * z() + 0.008 * z();
    const average = (1000 / meanFrameTime(time)) * Math.exp(shift);
    return {
      game: id,
      conditions,
      average,
      sdLn: 0.01,
      low: (1000 / frameTimeQuantile(time, 0.99)) * Math.exp(shift + 0.04 * z()),
      gpuBusy: Math.max(0, Math.min(1, sideMean(time.gpu) / meanFrameTime(time) + 0.03 * z())),
      driftLn: drift + 0.008 * z(),
    };
  });
}

/** Rank of the true fault among the causes (1 is first), and whether the diagnosis stayed quiet. */
export function judge(
  world: World,
  own: OwnRig,
  fault: Fault,
  seed: number,
): { readonly rank: number; readonly diagnosis: Diagnosis } {
  const result = diagnose(world.model, own, simulate(world, own, fault, seed));
  if (result.status !== 'done') throw new Error(`faults: ${result.missing.join(', ')}`);
  const { diagnosis } = result;
  return { rank: diagnosis.causes.findIndex((each) => each.cause === fault) + 1, diagnosis };
}
