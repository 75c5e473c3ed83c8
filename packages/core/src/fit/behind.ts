import type { BenchRecord } from '../parts/index.ts';

/** Records that a rate rests on, nearest first, by what they share with it. */
interface Behind {
  /** The same game on the same processor and card. */
  readonly pairing: readonly BenchRecord[];
  /** The same game with one of the two parts. */
  readonly graphics: readonly BenchRecord[];
  readonly cpu: readonly BenchRecord[];
  /** The parts in other games. */
  readonly graphicsElsewhere: readonly BenchRecord[];
  readonly cpuElsewhere: readonly BenchRecord[];
}

/** Sorts the records behind a rate. `used` are those that entered the fit; card null means the processor's own graphics. */
export function recordsBehind(
  used: readonly BenchRecord[],
  { game, cpu, gpu }: { readonly game: string; readonly cpu: string; readonly gpu: string | null },
): Behind {
  const pairing: BenchRecord[] = [];
  const graphics: BenchRecord[] = [];
  const withCpu: BenchRecord[] = [];
  const graphicsElsewhere: BenchRecord[] = [];
  const cpuElsewhere: BenchRecord[] = [];
  for (const record of used) {
    const isCpu = record.cpu === cpu;
    const isGraphics = record.gpu === gpu && (gpu !== null || isCpu);
    if (record.game === game) {
      if (isCpu && isGraphics) pairing.push(record);
      else if (isGraphics) graphics.push(record);
      else if (isCpu) withCpu.push(record);
    } else if (isGraphics) graphicsElsewhere.push(record);
    else if (isCpu) cpuElsewhere.push(record);
  }
  return { pairing, graphics, cpu: withCpu, graphicsElsewhere, cpuElsewhere };
}
