import { advance, cheapest, worthOf, type PathNode } from './advance.ts';
import { holdingOf, relaxedNeeds, type PartChange } from '../model/holding.ts';
import type { SearchCache } from './search-cache.ts';
import { coreSystem } from './options.ts';
import { baseKey, isPutOff, type Base, type FoundPath, type PathStep } from '../model/path.ts';

const PLATFORM_SLOTS: ReadonlySet<string> = new Set(['cpu', 'motherboard', 'memory']);

const isSame = (a: readonly PartChange[], b: readonly PartChange[]): boolean =>
  a.length === b.length &&
  a.every((change) =>
    b.some(
      (other) => other.slot === change.slot && other.part === change.part && other.beside === change.beside,
    ),
  );

/**
 * The same later steps from another build: the same processors, boards, kits and cards on the same days, with whatever
 * else they need from there, the cheapest way. Null when one of them is none that the search would take from there, does
 * not fit, or cannot be paid.
 */
export function follow(cache: SearchCache, base: Base, steps: readonly PathStep[]): FoundPath | null {
  const { world, ends, platformsOf, allowedFrom } = cache;
  const { stages, years, priceIndex } = world;
  const holding = holdingOf(base.picks, priceIndex.parts);
  const { cpu, motherboard, memory } = holding.set;
  if (!cpu || !motherboard || !memory || isPutOff(base)) return null;
  if (steps.some((step) => !stages.some((stage) => stage.on === step.on))) return null;
  const system = coreSystem(world, { cpu, motherboard, memory }, holding.set.gpu ?? null);
  if (!system) return null;
  const { needs } = world.context;
  const relaxed = relaxedNeeds(needs, base.putsOff.memory, base.putsOff.gpu);
  let node: PathNode = {
    holding,
    money: world.limit - base.cost,
    spent: base.cost,
    worth: years.sums(system)[ends[0]],
    steps: [],
    cores: '',
  };
  for (const [n, stage] of stages.entries()) {
    const changes = steps.find((step) => step.on === stage.on)?.changes ?? [];
    const wanted = changes.filter((change) => PLATFORM_SLOTS.has(change.slot));
    const platform = platformsOf(node.holding).find((each) => isSame(each.changes, wanted));
    const current = node.holding.set.gpu ?? null;
    const gpuId = changes.find((change) => change.slot === 'gpu')?.part ?? null;
    const gpu =
      gpuId === null ? null : ([...allowedFrom(current)].find((each) => each.id === gpuId) ?? undefined);
    if (!platform || gpu === undefined) return null;
    const worth = worthOf(cache, platform, gpu ?? current, n);
    const nodes =
      worth === null
        ? []
        : advance(cache, node, n, platform, gpu, worth, n === stages.length - 1 ? needs : relaxed);
    if (nodes.length === 0) return null;
    node = cheapest(nodes);
  }
  return {
    base,
    steps: node.steps,
    value: Math.round(node.worth / years.weight(0, years.count)),
    net: node.spent,
    key: baseKey(base.picks),
  };
}
