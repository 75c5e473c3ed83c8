export { byHand, againstYardstick, perAddedFrame } from './by-hand.ts';
export { against, type Against } from './against.ts';
export {
  worthLookingUp,
  type LookedUp,
  type LookUpProgress,
  type WorthLookingUp,
} from './worth-looking-up.ts';
export { flips, sortedFlips, type Flip, type FlipProgress } from './flips.ts';
export { amountsAround, kneesOf, nextRise, rungsOf, stepAt } from './frontier-shape.ts';
export { bestOf, lineUpOf, type LineUp, type LineUpEntry } from './line-up.ts';
export { partsListOf, type ListChange, type PartsList } from './parts-list.ts';
export {
  forksOf,
  forkTurns,
  solveForks,
  type ForksProgress,
  type ForkTurns,
  type SolvedBranch,
  type SolvedFork,
  type SolvedForks,
} from './forks.ts';
export { openWishes, wishCosts, type WishCost, type WishCosts } from './wish-costs.ts';
export { judgeChoice, marketView, nearBest, type NearBest } from './near-best/index.ts';
