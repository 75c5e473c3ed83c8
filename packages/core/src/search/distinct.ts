import type { Wanted } from './passes.ts';
import type { DistinctBy, Spread } from './results.ts';
import type { Pair } from './sweep.ts';
import type { SearchWorld } from './world.ts';

const cpuOf = ({ pairs }: SearchWorld, { platform }: Pair) => pairs?.space.platforms[platform].cpu ?? -1;

/** The k best builds that differ in processor and card, or in memory too. */
export function distinctBy(world: SearchWorld, count: number, by: DistinctBy): Wanted {
  const kitOf = ({ platform }: Pair) => world.pairs?.space.platforms[platform].kitClass ?? -1;
  return {
    count,
    keyOf: (found) => [cpuOf(world, found), by === 'pair' ? '' : kitOf(found), found.gpuClass].join('|'),
  };
}

/** Builds of the best pairs, and then of each further processor and card, until there are as many as wanted. */
export function spreadOver(world: SearchWorld, wanted: Spread): Wanted {
  const pairs = new Set<string>();
  const cpus = new Set<number>();
  const gpus = new Set<number>();
  const keyOf = (found: Pair): string | null => {
    const cpu = cpuOf(world, found);
    const isWanted =
      pairs.size < wanted.pairs ||
      (cpus.size < wanted.cpus && !cpus.has(cpu)) ||
      (gpus.size < wanted.gpus && !gpus.has(found.gpuClass));
    return isWanted ? `${cpu}|${found.gpuClass}` : null;
  };
  const isLast = (found: Pair): boolean => {
    pairs.add(`${cpuOf(world, found)}|${found.gpuClass}`);
    cpus.add(cpuOf(world, found));
    gpus.add(found.gpuClass);
    return pairs.size >= wanted.pairs && cpus.size >= wanted.cpus && gpus.size >= wanted.gpus;
  };
  return { count: Infinity, keyOf, isLast };
}
