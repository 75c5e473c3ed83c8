import type { Brief, Gpu, Part, Slot } from '../../parts/index.ts';
import { withChanges, type PartChange, type Holding } from '../model/holding.ts';
import { platformId, type SearchCache } from './search-cache.ts';
import type { PlatformOption } from './options.ts';
import type { PathStep } from '../model/path.ts';

/** A path on its way: what is held, what is left, what has been spent and what it has been worth so far. */
export interface PathNode {
  readonly holding: Holding;
  readonly money: number;
  readonly spent: number;
  readonly worth: number;
  readonly steps: readonly PathStep[];
  readonly cores: string;
}

const COMPANION_SLOTS: readonly Slot[] = ['psu', 'cooler', 'case'];

/** The most that selling companions could bring in at a stage: they may pay for what goes in. */
export function companionsWorth({ world, resaleAt }: SearchCache, { set }: Holding, stage: number): number {
  if (!world.brief.growth.resale.pays) return 0;
  return COMPANION_SLOTS.reduce((sum, slot) => {
    const part = set[slot];
    return part ? sum + resaleAt(part, stage) : sum;
  }, 0);
}

/** Sum over parts; infinite where one has no price. */
export function sumOf(
  parts: readonly Part[],
  stage: number,
  of: (part: Part, stage: number) => number | null,
): number {
  let sum = 0;
  for (const part of parts) sum += of(part, stage) ?? Infinity;
  return sum;
}

/** Worth of the months of a stage with a core; null when a rate is missing. */
export function worthOf(
  { sumsOf, ends }: SearchCache,
  platform: PlatformOption,
  gpu: Gpu | null,
  stage: number,
): number | null {
  const all = sumsOf(platform, gpu);
  return all ? all[ends[stage + 1]] - all[ends[stage]] : null;
}

/** What of a step its caller may look at before any rule is asked; false leaves the step. */
type Look = (core: Holding, left: number, spent: number) => boolean;

/**
 * The nodes that come of a step at a stage to a platform with a card (null as the card: it stays as it is), one for each
 * way to make it fit that can be paid. Empty where it does not fit or cannot be paid.
 */
export function advance(
  cache: SearchCache,
  node: PathNode,
  stage: number,
  platform: PlatformOption,
  gpu: Gpu | null,
  worth: number,
  needs: Brief['needs'],
  look: Look = () => true,
): PathNode[] {
  const { world, priceAt, resaleAt, fittingOf } = cache;
  const { stages, priceIndex, brief } = world;
  const { pays } = brief.growth.resale;
  const { holding } = node;
  const current = holding.set.gpu ?? null;
  const paid = sumOf(platform.ins, stage, priceAt) + (gpu ? (priceAt(gpu, stage) ?? Infinity) : 0);
  const back = sumOf(platform.outs, stage, resaleAt) + (gpu && current ? resaleAt(current, stage) : 0);
  const left = node.money + stages[stage].income - paid + (pays ? back : 0);
  const more = companionsWorth(cache, holding, stage);
  if (left + more < 0) return [];
  const changes: PartChange[] = gpu
    ? [...platform.changes, { slot: 'gpu', part: gpu.id, beside: false }]
    : [...platform.changes];
  const core = withChanges(holding, changes, priceIndex.parts).holding;
  if (!look(core, left + more, node.spent + paid - back - more)) return [];
  const fitting = fittingOf(core, platform.canFlash, stage, needs);
  if (!fitting) return [];
  return fitting.companions.flatMap((companions): PathNode[] => {
    const added = withChanges(core, [...fitting.drives, ...companions], priceIndex.parts);
    const extraPaid = added.ins.reduce((sum, { part }) => sum + (priceAt(part, stage) ?? Infinity), 0);
    const extraBack = added.outs.reduce((sum, { part }) => sum + resaleAt(part, stage), 0);
    const money = left - extraPaid + (pays ? extraBack : 0);
    if (money < 0) return [];
    const all = [...changes, ...fitting.drives, ...companions];
    return [
      {
        holding: added.holding,
        money,
        spent: node.spent + paid - back + extraPaid - extraBack,
        worth: node.worth + worth,
        steps: all.length > 0 ? [...node.steps, { on: stages[stage].on, changes: all }] : node.steps,
        cores: `${node.cores}/${platformId(platform)}|${(gpu ?? current)?.id ?? ''}`,
      },
    ];
  });
}

export const cheapest = (nodes: readonly PathNode[]): PathNode =>
  nodes.reduce((a, b) => (b.spent < a.spent ? b : a));
