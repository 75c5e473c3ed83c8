import type { FoundPair } from './sweep.ts';
import { basketFor, type Pairs, type SearchWorld } from './world.ts';

/** A sum that is no limit. */
const ANY = Number.MAX_SAFE_INTEGER - 1;

const rising = (least: Float64Array): number[] =>
  Array.from(least, (_, n) => n).sort((a, b) => least[a] - least[b] || a - b);

/** Whether a pair may be built at all: something draws the picture, and no side loses more than the brief allows. */
function isAllowed({ session, baskets }: SearchWorld, { space }: Pairs, platform: number, gpuClass: number) {
  const { brief, rates } = session;
  if (!space.gpuClasses[gpuClass].gpu) {
    const cpu = baskets.domains.cpus[space.platforms[platform].cpu].part;
    if (cpu?.kind !== 'cpu' || cpu.integratedGraphics !== true || !rates.integrated.has(cpu.id)) return false;
  }
  return brief.play.objective.balanceLimit === null || space.scores().score(platform, gpuClass) >= 0;
}

/** The cheapest basket of any pair, or the first that is found within a sum: cheap sides first. */
export function cheapestOfAll(
  world: SearchWorld,
  budget: number = ANY,
  isAnyEnough = false,
): FoundPair | null {
  const { pairs } = world;
  if (!pairs) return null;
  const { platformLeast, gpuLeast, of } = pairs.costBound;
  const gpus = rising(gpuLeast);
  let most = Math.min(budget - world.countedAnyway, ANY);
  let best: FoundPair | null = null;
  for (const platform of rising(platformLeast)) {
    if (platformLeast[platform] + gpuLeast[gpus[0]] > most) break;
    for (const gpuClass of gpus) {
      if (platformLeast[platform] + gpuLeast[gpuClass] > most) break;
      if (of(platform, gpuClass) > most || !isAllowed(world, pairs, platform, gpuClass)) continue;
      const basket = basketFor(world, pairs, platform, gpuClass, most);
      if (!basket) continue;
      best = { platform, gpuClass, score: null, basket };
      if (isAnyEnough) return best;
      most = basket.cost - 1;
    }
  }
  return best;
}
