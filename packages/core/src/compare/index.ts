export { against, type Against } from './against.ts';
export { flips, sortedFlips, type Flip, type FlipProgress, type FlipSearch } from './flips.ts';
export {
  hullOf,
  kneesOf,
  rungsOf,
  stepAt,
  type Knee,
  type FrontierPoint,
  type Rung,
} from './frontier-shape.ts';
export { lineUpOf, type LineUp, type LineUpEntry, type Traits } from './line-up.ts';
