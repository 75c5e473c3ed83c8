import { checkBuild, isBarrier, type Finding } from '../../compatibility/index.ts';
import type { Part } from '../../parts/index.ts';
import { evaluatePath } from '../model/evaluate.ts';
import type { Path } from '../model/path-report.ts';
import type { Stage } from '../model/calendar.ts';
import { contextAt, withChanges, type PartChange, type Holding } from '../model/holding.ts';
import type { SearchCache } from '../search/search-cache.ts';
import { gpusFrom, fittingFor, platformsFrom } from '../search/options.ts';

/** What a step might do instead, with all other steps kept. */
export interface Alternative {
  readonly changes: readonly PartChange[];
  /** Parts that set frames, without companions; none: the step is left out. */
  readonly parts: readonly Part[];
  /** The whole path's value, in thousandths; null when it does not fit or a rate is missing. */
  readonly value: number | null;
  /** Money that the step takes less what comes out of it; null when a price is missing. */
  readonly net: number;
  /** What is missing to pay for this step or a later one. */
  readonly short: number;
  /** What stands in the way, here or at a later step; null when nothing does. */
  readonly barrier: Finding | null;
}

/** Most alternatives that are worked out. */
const MOST = 90;

/**
 * Other things to do at a step: another card, another processor for the board, more memory, another platform, each by
 * itself, or the card along with one of them as it is planned; and nothing at all. With the fewest companions that make
 * it fit, cheapest first. What cannot be made to fit is in the list with what stands in its way.
 */
export function alternativesFor(cache: SearchCache, path: Path, on: string): Alternative[] {
  const { world } = cache;
  const { priceIndex, outlook } = world;
  const before = evaluatePath(world, { ...path, steps: path.steps.filter((step) => step.on < on) });
  const holding = before.stages[before.stages.length - 1].holding;
  const month = evaluatePath(world, path).stages.find((stage) => stage.on === on)?.month ?? 0;
  const stage = { month, wishes: [] };
  const { needs } = world.context;
  const own = path.steps.find((step) => step.on === on)?.changes ?? [];
  const kept = own.filter(({ slot }) => slot === 'storage');
  const ownPlatform = own.filter(({ slot }) => slot === 'cpu' || slot === 'motherboard' || slot === 'memory');
  const gpus = gpusFrom(world, holding.set.gpu ?? null);
  const gpuChange = (id: string): PartChange => ({ slot: 'gpu', part: id, beside: false });
  const platforms = platformsFrom(world, holding).map((platform) => platform.changes);
  const ownGpu = own.filter(({ slot }) => slot === 'gpu');
  const cores: (readonly PartChange[])[] = [
    [],
    ...gpus.map((gpu) => [gpuChange(gpu.id)]),
    ...(ownPlatform.length > 0 ? gpus.map((gpu) => [...ownPlatform, gpuChange(gpu.id)]) : []),
    ...platforms.filter((changes) => changes.length > 0),
    ...(ownGpu.length > 0
      ? platforms.filter((changes) => changes.length > 0).map((changes) => [...changes, ...ownGpu])
      : []),
  ];
  const seen = new Set<string>();
  const distinct = cores.filter((changes) => {
    const key = changes
      .map(({ slot, part, beside }) => `${slot}${beside}${part}`)
      .sort()
      .join();
    return !seen.has(key) && seen.add(key);
  });
  // The ones that cost least beyond what is there come first; the rest would be bought by nobody with this money.
  const priceOf = (changes: readonly PartChange[]) =>
    changes.reduce(
      (sum, { part }) =>
        sum + (outlook.priceAt(priceIndex.parts.get(part ?? '') ?? NO_PART, month) ?? Infinity),
      0,
    );
  const inReach = distinct
    .map((changes) => ({ changes, price: priceOf(changes) }))
    .sort((a, b) => a.price - b.price)
    .slice(0, MOST);
  return inReach
    .map(({ changes }) => alternative(cache, path, on, holding, [...changes, ...kept], stage, needs))
    .sort((a, b) => (b.value ?? -1) - (a.value ?? -1) || a.net - b.net);
}

const NO_PART = { id: '', kind: 'extras' } as Part; // has no price, whatever is asked

function alternative(
  cache: SearchCache,
  path: Path,
  on: string,
  holding: Holding,
  changes: readonly PartChange[],
  stage: Pick<Stage, 'month' | 'wishes'>,
  needs: SearchCache['world']['context']['needs'],
): Alternative {
  const { world } = cache;
  const { priceIndex, outlook, context } = world;
  const { allowUnknown } = world.brief.whereToBuy;
  const canFlash = !changes.some((change) => change.slot === 'motherboard');
  const core = withChanges(holding, changes, priceIndex.parts).holding;
  const fitting = fittingFor(world, core, canFlash, needs, stage);
  const net = (all: readonly PartChange[]) => {
    const { ins, outs } = withChanges(holding, all, priceIndex.parts);
    return (
      ins.reduce((sum, { part }) => sum + (outlook.priceAt(part, stage.month) ?? 0), 0) -
      outs.reduce((sum, { part }) => sum + outlook.resaleAt(part, stage.month), 0)
    );
  };
  const parts = changes.flatMap(({ part }) => priceIndex.parts.get(part ?? '') ?? []);
  if (!fitting) {
    const found = checkBuild(core.set, contextAt(context, core, canFlash));
    const barrier = found.find((each) => isBarrier(each, allowUnknown)) ?? null;
    return { changes, parts, value: null, net: net(changes), short: 0, barrier };
  }
  const ways = fitting.companions.map((companions) => [...changes, ...companions]);
  const all = ways.reduce((a, b) => (net(b) < net(a) ? b : a));
  const others = path.steps.filter((step) => step.on !== on);
  const report = evaluatePath(world, {
    picks: path.picks,
    steps: all.length > 0 ? [...others, { on, changes: all }] : others,
  });
  const later = report.stages.filter((each) => each.on >= on);
  return {
    changes: all,
    parts,
    value: report.value,
    net: net(all),
    short: Math.max(0, ...later.map((each) => each.short)),
    barrier: later.flatMap((each) => each.barriers)[0] ?? null,
  };
}
