import { barriersOf, checkBuild, type Finding } from '../../compatibility/index.ts';
import type { Part } from '../../parts/index.ts';
import type { Path } from './path-report.ts';
import { contextAt, holdingOf, withChanges } from './holding.ts';
import type { GrowthWorld } from './world.ts';

/** What stands in the way of a later step, and the parts that the step would bring in. */
export interface Obstacle {
  readonly barrier: Finding;
  readonly on: string;
  readonly parts: readonly Part[];
}

/**
 * The first thing that stands in the way of given steps from given picks, money aside; null when all of them fit. Tells
 * why one build cannot grow the way another does.
 */
export function firstObstacle(world: GrowthWorld, path: Path): Obstacle | null {
  const { parts } = world.priceIndex;
  const { allowUnknown } = world.brief.whereToBuy;
  let holding = holdingOf(path.picks, parts);
  for (const { on, changes } of path.steps) {
    const canFlash = !changes.some((change) => change.slot === 'motherboard');
    const made = withChanges(holding, changes, parts);
    ({ holding } = made);
    const context = contextAt(world.context, holding, canFlash);
    const rule = barriersOf(holding.set, context, allowUnknown)[0];
    const barrier = rule ? checkBuild(holding.set, context, [rule])[0] : undefined;
    if (barrier) return { barrier, on, parts: made.ins.map(({ part }) => part) };
  }
  return null;
}

/** What of the end of a path other builds are asked to take, in the order in which it is told. */
const LEADING = ['cpu', 'gpu', 'memory'] as const;

/**
 * Why one build cannot become what another path ends with: the first thing that stands in the way of the same steps, or,
 * where those would go, of a leading part that the path has at its end, put in by itself. Null when nothing does.
 */
export function whyNot(world: GrowthWorld, picks: Path['picks'], path: Path): Obstacle | null {
  const sameSteps = firstObstacle(world, { picks, steps: path.steps });
  if (sameSteps) return sameSteps;
  const { parts } = world.priceIndex;
  let end = holdingOf(path.picks, parts);
  const arrived = new Map<string, string>();
  for (const { on, changes } of path.steps) {
    end = withChanges(end, changes, parts).holding;
    for (const change of changes) arrived.set(change.slot, on);
  }
  const own = holdingOf(picks, parts);
  for (const slot of LEADING) {
    const part = slot === 'memory' ? end.kits[0] : end.set[slot];
    if (!part || part.id === own.set[slot]?.id) continue;
    const on = arrived.get(slot) ?? world.today;
    const found = firstObstacle(world, {
      picks,
      steps: [{ on, changes: [{ slot, part: part.id, beside: false }] }],
    });
    // What a supply, a cooler or a case would mend is no reason.
    if (found && !found.barrier.slots.some((each) => each === 'psu' || each === 'cooler' || each === 'case'))
      return found;
  }
  return null;
}
