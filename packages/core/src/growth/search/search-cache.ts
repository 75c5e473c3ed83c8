import { SLOTS, type Brief, type Gpu, type Part, type Cpu } from '../../parts/index.ts';
import { boundFor } from './bound.ts';
import { memoize } from '../../stats/memoize.ts';
import type { Holding } from '../model/holding.ts';
import {
  gpusFrom,
  coreSystem,
  fittingFor,
  platformsFrom,
  type Core,
  type Fitting,
  type PlatformOption,
} from './options.ts';
import type { GrowthWorld } from '../model/world.ts';
import { idealSumsIn } from './ideal-sums.ts';
import { shortKeys } from './part-keys.ts';

/**
 * What searches through the paths of one world ask for again and again, worked out once. Stages are numbered from 0, the
 * first later one; sums of scores are by months, as in `Years`.
 */
export interface SearchCache {
  readonly world: GrowthWorld;
  /** Month at which each stage begins, and the horizon behind them. */
  readonly ends: readonly number[];
  readonly priceAt: (part: Part, stage: number) => number | null;
  readonly resaleAt: (part: Part, stage: number) => number;
  /** Sums of scores of a platform with a card; null when a rate is missing. */
  readonly sumsOf: (core: Core, gpu: Gpu | null) => Float64Array | null;
  /** The same with the best memory and the best slot that there may be: never less. */
  readonly idealSums: (chip: Cpu, gpu: Gpu | null) => Float64Array | null;
  readonly platformsOf: (holding: Holding) => readonly PlatformOption[];
  readonly allowedFrom: (gpu: Gpu | null) => ReadonlySet<Gpu>;
  /** Cards in falling order of the most that a stage can be worth with them and a processor. */
  readonly gpusInOrder: (chip: Cpu, stage: number) => readonly { readonly gpu: Gpu; readonly most: number }[];
  readonly fittingOf: (
    holding: Holding,
    canFlash: boolean,
    stage: number,
    needs: Brief['needs'],
  ) => Fitting | null;
  /** No more than this can all stages from one on be worth from a holding with money left; see `boundFor`. */
  readonly bound: (holding: Holding, money: number, stage: number, soldFrom?: number) => number;
  /** How often rules were asked about a whole build. */
  readonly checks: () => number;
}

export const platformId = ({ cpu, motherboard, memory }: Core): string =>
  `${cpu.id}|${motherboard.id}|${memory.id}`;

/** Keeps what a function gives for each part and stage, which are asked for most. */
function memoizeByStage<R>(work: (part: Part, stage: number) => R) {
  const known = new Map<string, R[]>();
  return (part: Part, stage: number): R => {
    let row = known.get(part.id);
    if (!row) known.set(part.id, (row = []));
    return (row[stage] ??= work(part, stage));
  };
}

export function searchCacheFor(world: GrowthWorld): SearchCache {
  const { years, stages, outlook, lists } = world;
  const ends = [...stages.map((stage) => stage.month), years.count];
  let checks = 0;
  const keyOf = shortKeys();
  const core = ({ cpu, motherboard, memory }: Core) => keyOf(cpu) + keyOf(motherboard) + keyOf(memory);
  const idealSums = idealSumsIn(world, keyOf);
  const cache: Omit<SearchCache, 'bound'> = {
    world,
    ends,
    priceAt: memoizeByStage((part, stage) => outlook.priceAt(part, stages[stage].month)),
    resaleAt: memoizeByStage((part, stage) => outlook.resaleAt(part, stages[stage].month)),
    idealSums,
    sumsOf: memoize(
      (platform: Core, gpu: Gpu | null) => core(platform) + keyOf(gpu),
      (platform, gpu) => {
        const system = coreSystem(world, platform, gpu);
        return system ? years.sums(system) : null;
      },
    ),
    platformsOf: memoize(
      ({ set: { cpu, motherboard, memory } }: Holding) =>
        cpu && motherboard && memory ? core({ cpu, motherboard, memory }) : '',
      (holding) => platformsFrom(world, holding),
    ),
    allowedFrom: memoize(
      (gpu: Gpu | null) => keyOf(gpu),
      (gpu) => new Set(gpusFrom(world, gpu)),
    ),
    gpusInOrder: memoize(
      (chip: Cpu, stage: number) => keyOf(chip) + stage,
      (chip, stage) => {
        const all = lists.gpus.flatMap((gpu) => {
          const sums = idealSums(chip, gpu);
          return sums ? [{ gpu, most: sums[ends[stage + 1]] - sums[ends[stage]] }] : [];
        });
        const base = (gpu: Gpu) => outlook.base(gpu) ?? 0;
        return all.sort((a, b) => b.most - a.most || base(a.gpu) - base(b.gpu));
      },
    ),
    fittingOf: memoize(
      (holding: Holding, canFlash: boolean, stage: number, needs: Brief['needs']) => {
        const wishes = stages[stage].wishes.length > 0 ? stage : '';
        let key = `${canFlash ? 1 : 0}${needs.memoryGb}${needs.gpuRequired ? 1 : 0}${wishes}|`;
        for (const slot of SLOTS) key += keyOf(holding.set[slot]);
        for (const drive of holding.drives) key += keyOf(drive);
        return key;
      },
      (holding, canFlash, stage, needs) => {
        checks++;
        return fittingFor(world, holding, canFlash, needs, stages[stage]);
      },
    ),
    checks: () => checks,
  };
  return { ...cache, bound: boundFor(cache) };
}
