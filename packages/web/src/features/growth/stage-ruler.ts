import type { Cost } from '@ripe-pick/core/money';
import type { Slot } from '@ripe-pick/core/parts';
import type { ToldStage } from '../../workers/growth.worker.ts';
import { segmentsOf } from '../../shared/format/ruler.ts';

/** A stretch of a stage's ruler, in minor units from its left end. */
interface StageSegment {
  readonly slot: Slot | null;
  readonly from: number;
  readonly to: number;
  readonly label: string;
}

/** What a stage pays, laid end to end: today's picks with what orders add, later the parts that go in. */
export function stageSegments(
  stage: ToldStage,
  cost: Cost | null,
  nameOf: (slot: Slot) => string,
): StageSegment[] {
  if (cost)
    return segmentsOf(cost).map(({ slot, from, to }) =>
      slot === 'shipping' || slot === 'lot' || slot === 'risk' || slot === 'beside'
        ? { slot: null, from, to, label: '' }
        : { slot, from, to, label: nameOf(slot) },
    );
  let at = 0;
  return stage.lines.flatMap((line) => {
    if (line.way !== 'in' || !line.then) return [];
    const from = at;
    at += line.then.minor;
    return [{ slot: line.slot, from, to: at, label: nameOf(line.slot) }];
  });
}

/** The most money on any ruler of a path, so that all share one scale. */
export function mostMoney(stages: readonly Pick<ToldStage, 'available' | 'paid'>[]): number {
  return Math.max(1, ...stages.flatMap(({ available, paid }) => [available, paid])) * 1.04;
}
