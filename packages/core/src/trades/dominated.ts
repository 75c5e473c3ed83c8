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
  if (current.slot === 'card' && rival.slot === 'card') {
    const gb = more(rival.videoMemoryGb, current.videoMemoryGb);
    if (gb > 0) return { kind: 'video-memory', more: gb };
    const watts = more(current.boardWatts, rival.boardWatts);
    if (watts > 0) return { kind: 'cooler', less: watts };
  }
  if (current.slot === 'processor' && rival.slot === 'processor') {
    const watts = more(current.packageWatts, rival.packageWatts);
    if (watts > 0) return { kind: 'cooler', less: watts };
  }
  if (current.slot === 'memory' && rival.slot === 'memory') {
    const gb = more(
      (rival.sticks ?? 0) * (rival.gbPerStick ?? 0),
      (current.sticks ?? 0) * (current.gbPerStick ?? 0),
    );
    if (gb > 0) return { kind: 'memory', more: gb };
  }
  if (current.slot === 'storage' && rival.slot === 'storage' && more(rival.gb, current.gb) > 0)
    return { kind: 'space', more: more(rival.gb, current.gb) };
  if (current.slot === 'supply' && rival.slot === 'supply' && more(rival.ratedWatts, current.ratedWatts) > 0)
    return { kind: 'watts', more: more(rival.ratedWatts, current.ratedWatts) };
  if (current.slot === 'cooler' && rival.slot === 'cooler' && more(current.noiseDb, rival.noiseDb) > 0)
    return { kind: 'quieter', less: more(current.noiseDb, rival.noiseDb) };
  const months = more(rival.warrantyMonths, current.warrantyMonths);
  return months > 0 ? { kind: 'warranty', more: months } : null;
}
