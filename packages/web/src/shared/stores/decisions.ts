import { MOST_DECISIONS, type Decision } from '@ripe-pick/contract';

/** A walk along a lane is one decision: what was there before it, and where it ended. */
const SAME_WALK_MS = 60_000;
/** How many old decisions go at once when there are too many, so that not every later one moves them all. */
const DROPPED_AT_ONCE = 100;

/** Adds decisions to those that are there. */
export function withDecisions(before: readonly Decision[], added: readonly Decision[]): Decision[] {
  const all = [...before];
  for (const decision of added) {
    const last = all.at(-1);
    const isWalk =
      last &&
      last.slot === decision.slot &&
      last.why === decision.why &&
      Date.parse(decision.at) - Date.parse(last.at) < SAME_WALK_MS;
    if (!isWalk) all.push(decision);
    else {
      const sum = (a: number | null, b: number | null) => (a === null || b === null ? null : a + b);
      all[all.length - 1] = {
        ...decision,
        beat: last.beat,
        moneyMinor: sum(last.moneyMinor, decision.moneyMinor),
        score: sum(last.score, decision.score),
      };
    }
  }
  return all.length > MOST_DECISIONS ? all.slice(DROPPED_AT_ONCE) : all;
}
