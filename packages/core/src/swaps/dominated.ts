import type { Part } from '../parts/index.ts';

/** The one reason to keep a rival that is slower and dearer. */
export type KeepReason =
  | { readonly kind: 'video-memory' | 'space' | 'memory' | 'watts' | 'warranty'; readonly more: number }
  | { readonly kind: 'quieter' | 'cooler'; readonly less: number };

const more = (a: number | null | undefined, b: number | null | undefined): number =>
  a === null || a === undefined || b === null || b === undefined ? 0 : a - b;

/**
 * What a rival has over the current pick when it is neither faster nor cheaper: the first of more video memory, more
 * capacity, more watts, less noise, less draw, a longer warranty. Null when there is nothing.
 */
export function reasonToKeep(current: Part, rival: Part): KeepReason | null {
  if (current.kind === 'gpu' && rival.kind === 'gpu') {
    const gb = more(rival.videoMemoryGb, current.videoMemoryGb);
    if (gb > 0) return { kind: 'video-memory', more: gb };
    const watts = more(current.boardPowerWatts, rival.boardPowerWatts);
    if (watts > 0) return { kind: 'cooler', less: watts };
  }
  if (current.kind === 'cpu' && rival.kind === 'cpu') {
    const watts = more(current.packagePowerWatts, rival.packagePowerWatts);
    if (watts > 0) return { kind: 'cooler', less: watts };
  }
  if (current.kind === 'memory' && rival.kind === 'memory') {
    const gb = more(
      (rival.modules ?? 0) * (rival.gbPerModule ?? 0),
      (current.modules ?? 0) * (current.gbPerModule ?? 0),
    );
    if (gb > 0) return { kind: 'memory', more: gb };
  }
  if (current.kind === 'storage' && rival.kind === 'storage' && more(rival.gb, current.gb) > 0)
    return { kind: 'space', more: more(rival.gb, current.gb) };
  if (current.kind === 'psu' && rival.kind === 'psu' && more(rival.ratedWatts, current.ratedWatts) > 0)
    return { kind: 'watts', more: more(rival.ratedWatts, current.ratedWatts) };
  if (current.kind === 'cooler' && rival.kind === 'cooler' && more(current.noiseDb, rival.noiseDb) > 0)
    return { kind: 'quieter', less: more(current.noiseDb, rival.noiseDb) };
  const months = more(rival.warrantyMonths, current.warrantyMonths);
  return months > 0 ? { kind: 'warranty', more: months } : null;
}
