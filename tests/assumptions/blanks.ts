import type { Catalogue, Part } from '@ripe-pick/core/parts';
import { drawsOf } from '@ripe-pick/demo/random';
import { tinyCase, type TinyCase } from '../search/tiny.ts';

/** What a person types of a part; everything else may be missing. */
const TYPED: Readonly<Record<string, readonly string[]>> = {
  cpu: ['socket', 'cores', 'threads', 'packagePowerWatts'],
  motherboard: ['socket', 'formFactor', 'memoryType'],
  memory: ['type', 'modules', 'gbPerModule', 'ratedMts'],
  gpu: ['lengthMm', 'boardPowerWatts', 'videoMemoryGb'],
  storage: ['interface', 'gb', 'solidState'],
  cooler: ['sockets', 'heightMm'],
  case: ['motherboardFormFactors', 'maxGpuLengthMm', 'maxCoolerHeightMm'],
  psu: ['ratedWatts'],
  network: ['interface', 'wireless'],
};
const IDENTITY = ['id', 'kind', 'brand', 'name'];

/** A part of which each figure beyond the typed ones is missing by a chance. */
function blanked(part: Part, isMissing: () => boolean): Part {
  const kept = [...IDENTITY, ...(TYPED[part.kind] ?? [])];
  const entries = Object.entries(part).map(
    ([figure, value]) => [figure, kept.includes(figure) || !isMissing() ? value : null] as const,
  );
  return Object.fromEntries(entries) as unknown as Part; // the same figures, some of them null
}

/** A tiny market of which a share of the figures is not stated. */
export function blankCase(seed: number, share: number): TinyCase {
  const { catalogue, brief } = tinyCase(seed);
  const draws = drawsOf(seed * 104729 + 7);
  const parts = catalogue.parts.map((part) => blanked(part, () => draws.chance(share)));
  const blank: Catalogue = { ...catalogue, parts };
  // Easy wishes, and money for some of the sets: what stands in the way is to be what is missing.
  const easy = {
    ...{ maxNoiseDb: null, overclock: false, psuQuality: null, maxLitres: null, memoryGb: 4 },
    ...{ capacityFloors: false, wireless: false, stockCooler: true, borrowCpu: false, gpuRequired: false },
    psuRule: { kind: 'load', factor: 1.1 },
  } as const;
  const { objective } = brief.play;
  return {
    catalogue: blank,
    brief: {
      ...brief,
      money: { ...brief.money, budgetMinor: draws.int(60_000, 140_000) },
      play: { ...brief.play, objective: { ...objective, balanceLimit: null } },
      needs: { ...brief.needs, ...easy },
      whereToBuy: { ...brief.whereToBuy, conditions: ['new', 'refurbished', 'used'], conditionsBySlot: {} },
      locks: [],
      excluded: [],
    },
  };
}
