import type { Part, PartKind, PartOf } from '../parts/index.ts';

/** The one reason to keep a rival that is slower and dearer. */
export type KeepReason =
  | { readonly kind: 'video-memory' | 'space' | 'memory' | 'watts' | 'warranty'; readonly more: number }
  | { readonly kind: 'quieter' | 'cooler'; readonly less: number };

const more = (a: number | null | undefined, b: number | null | undefined): number =>
  a === null || a === undefined || b === null || b === undefined ? 0 : a - b;

type Reason<P> = (rival: P, current: P) => KeepReason | null;

const moreOf = (kind: Extract<KeepReason, { more: number }>['kind'], by: number): KeepReason | null =>
  by > 0 ? { kind, more: by } : null;
const lessOf = (kind: Extract<KeepReason, { less: number }>['kind'], by: number): KeepReason | null =>
  by > 0 ? { kind, less: by } : null;
const gbOf = ({ modules, gbPerModule }: PartOf<'memory'>) => (modules ?? 0) * (gbPerModule ?? 0);

const REASONS: { readonly [K in PartKind]?: Reason<PartOf<K>> } = {
  gpu: (rival, current) =>
    moreOf('video-memory', more(rival.videoMemoryGb, current.videoMemoryGb)) ??
    lessOf('cooler', more(current.boardPowerWatts, rival.boardPowerWatts)),
  cpu: (rival, current) => lessOf('cooler', more(current.packagePowerWatts, rival.packagePowerWatts)),
  memory: (rival, current) => moreOf('memory', more(gbOf(rival), gbOf(current))),
  storage: (rival, current) => moreOf('space', more(rival.gb, current.gb)),
  psu: (rival, current) => moreOf('watts', more(rival.ratedWatts, current.ratedWatts)),
  cooler: (rival, current) => lessOf('quieter', more(current.noiseDb, rival.noiseDb)),
};

/**
 * What a rival has over the current pick when it is neither faster nor cheaper: the first of more video memory, more
 * capacity, more watts, less noise, less draw, a longer warranty. Null when there is nothing.
 */
export function reasonToKeep(current: Part, rival: Part): KeepReason | null {
  const reason = REASONS[rival.kind] as Reason<Part> | undefined; // both are of this kind
  const own = current.kind === rival.kind ? reason?.(rival, current) : null;
  return own ?? moreOf('warranty', more(rival.warrantyMonths, current.warrantyMonths));
}
