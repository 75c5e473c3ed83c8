import { bandwidthGbs, firstWordLatencyNs, type MemoryState } from '../../frames/index.ts';
import type { Cpu, Gpu, Part } from '../../parts/index.ts';
import { memoize } from '../../stats/memoize.ts';
import type { GrowthWorld } from '../model/world.ts';
import type { PartKey } from './part-keys.ts';

/** Sums of scores of a processor and a card with the best memory and the best slot that there may be. */
export function idealSumsIn(
  { years, index, catalogue }: GrowthWorld,
  keyOf: PartKey,
): (chip: Cpu, gpu: Gpu | null) => Float64Array | null {
  const ideal = memoize(
    (types: Cpu['memoryTypes']) => types?.join() ?? '',
    (types) => idealMemory(catalogue.parts, types),
  );
  return memoize(
    (chip: Cpu, gpu: Gpu | null) => keyOf(chip) + keyOf(gpu),
    (chip, gpu) => {
      const rate = index.cpus.get(chip.id);
      const graphics = gpu
        ? index.gpus.get(gpu.id)
        : chip.integratedGraphics
          ? index.integrated.get(chip.id)
          : undefined;
      if (!rate || !graphics || chip.threads === null) return null;
      return years.sums({
        cpu: { name: `cpu:${chip.id}`, rateLn: rate.rateLn, threads: chip.threads },
        memory: ideal(chip.memoryTypes),
        graphics: gpu
          ? {
              ...{ kind: 'gpu', name: `gpu:${gpu.id}`, rateLn: graphics.rateLn },
              ...{ videoMemoryGb: gpu.videoMemoryGb ?? 0, linkLn: 0 },
            }
          : { kind: 'integrated', name: `integrated:${chip.id}`, rateLn: graphics.rateLn },
      });
    },
  );
}

/**
 * The best state that memory may be in beside a processor, alone or twice, on the best of boards: for bounds. Of the types
 * that the processor takes, or of all where its sheet is silent.
 */
function idealMemory(parts: readonly Part[], types: Cpu['memoryTypes']): MemoryState {
  const ideal = { latencyNs: Infinity, bandwidthGbs: 0, gb: 0 };
  for (const kit of parts) {
    if (kit.kind !== 'memory' || (types !== null && kit.type !== null && !types.includes(kit.type))) continue;
    for (const [mts, cl] of [
      [kit.ratedMts, kit.ratedCl],
      [kit.jedecMts, kit.jedecCl],
    ] as const) {
      if (mts === null || cl === null) continue;
      ideal.latencyNs = Math.min(ideal.latencyNs, firstWordLatencyNs(mts, cl));
      ideal.bandwidthGbs = Math.max(ideal.bandwidthGbs, bandwidthGbs(mts, 2));
    }
    ideal.gb = Math.max(ideal.gb, 2 * (kit.modules ?? 0) * (kit.gbPerModule ?? 0));
  }
  return ideal;
}
