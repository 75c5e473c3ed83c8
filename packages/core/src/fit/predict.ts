import {
  averageSlopes,
  gradientOf,
  LOW_SHARE,
  lowSd,
  OWN_NOISE,
  percentileSlopes,
  residualOf,
  sceneMaker,
  timeOn,
  uncertaintyOf,
} from '../frames/index.ts';
import { bandwidthGbs, firstWordLatencyNs, linkLnOf } from '../frames/index.ts';
import type { FrameModel } from '../parts/index.ts';
import type { UsableRecord } from './held-back.ts';
import { memoryDoubt } from './memory-told.ts';
import { TRUST_NOISE } from './rows.ts';

/** What a model expects of a record before seeing it: ln of the average, and the standard deviation of a measurement. */
export interface Prediction {
  readonly ln: number;
  readonly sd: number;
  /** The same of its low, as the 99th percentile of frame times. */
  readonly low: { readonly ln: number; readonly sd: number };
  /** How much of a faster processor or faster graphics reaches the rate, as logarithms. */
  readonly slopes: { readonly cpu: number; readonly gpu: number };
}

/** Prepared once per model. Null where the model has no rate for a part or no such game. */
export function predictor(model: FrameModel): (usable: UsableRecord) => Prediction | null {
  const games = new Map(model.games.map((game) => [game.id, game]));
  const rates = (list: FrameModel['gpus']) => new Map(list.map((rate) => [rate.part, rate.rateLn]));
  const [cpus, gpus, integrated] = [rates(model.cpus), rates(model.gpus), rates(model.integrated)];
  const make = sceneMaker(model);
  const uncertainty = uncertaintyOf(model);
  return ({ record, preset, widthPx, heightPx, renderScale, cpu, gpu, memory }) => {
    const game = games.get(record.game);
    const rate = cpus.get(cpu.id);
    const rateLn = gpu ? gpus.get(gpu.id) : integrated.get(cpu.id);
    if (!game || rate === undefined || rateLn === undefined) return null;
    const scene = make(game, { preset, widthPx, heightPx, renderScale, background: record.background });
    const linkLn = gpu && record.link ? linkLnOf(gpu, record.link.generation, record.link.lanes) : 0;
    const system = {
      cpu: { name: `cpu:${cpu.id}`, rateLn: rate, threads: cpu.threads },
      memory: {
        latencyNs: firstWordLatencyNs(memory.mts, memory.cl),
        bandwidthGbs: bandwidthGbs(memory.mts, memory.channels),
        gb: memory.gb,
      },
      graphics: gpu
        ? { kind: 'gpu' as const, name: `gpu:${gpu.id}`, rateLn, videoMemoryGb: gpu.videoMemoryGb, linkLn }
        : { kind: 'integrated' as const, name: `integrated:${cpu.id}`, rateLn },
    };
    const parts = { cpu: cpu.id, gpu: gpu?.id ?? null };
    const time = timeOn(scene, system);
    const slopes = averageSlopes(time);
    const lows = percentileSlopes(time, 1 - LOW_SHARE);
    const known = uncertainty.variance(gradientOf(scene, system, parts, slopes));
    return {
      ln: slopes.ln,
      sd: Math.hypot(
        Math.sqrt(known),
        residualOf(scene, slopes) * (TRUST_NOISE[record.trust] / OWN_NOISE),
        memoryDoubt(memory, gpu === null),
      ),
      low: { ln: lows.ln, sd: lowSd(scene, { ...system, parts }, uncertainty, lows) },
      slopes: { cpu: -slopes.cpuMean, gpu: -slopes.gpuMean },
    };
  };
}
