import type { BenchRecord } from '../parts/index.ts';

/** Records that a rate rests on, nearest first, by what they share with it. */
export interface Behind {
  /** The same game on the same processor and card. */
  readonly pairing: readonly BenchRecord[];
  /** The same game with one of the two parts. */
  readonly graphics: readonly BenchRecord[];
  readonly processor: readonly BenchRecord[];
  /** The parts in other games. */
  readonly graphicsElsewhere: readonly BenchRecord[];
  readonly processorElsewhere: readonly BenchRecord[];
}

/** Sorts the records behind a rate. `used` are those that entered the fit; card null means the processor's own graphics. */
export function recordsBehind(
  used: readonly BenchRecord[],
  {
    game,
    processor,
    card,
  }: { readonly game: string; readonly processor: string; readonly card: string | null },
): Behind {
  const pairing: BenchRecord[] = [];
  const graphics: BenchRecord[] = [];
  const withProcessor: BenchRecord[] = [];
  const graphicsElsewhere: BenchRecord[] = [];
  const processorElsewhere: BenchRecord[] = [];
  for (const record of used) {
    const isProcessor = record.processor === processor;
    const isGraphics = record.card === card && (card !== null || isProcessor);
    if (record.game === game) {
      if (isProcessor && isGraphics) pairing.push(record);
      else if (isGraphics) graphics.push(record);
      else if (isProcessor) withProcessor.push(record);
    } else if (isGraphics) graphicsElsewhere.push(record);
    else if (isProcessor) processorElsewhere.push(record);
  }
  return { pairing, graphics, processor: withProcessor, graphicsElsewhere, processorElsewhere };
}
