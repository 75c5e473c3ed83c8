import type { RuleContext } from '../compatibility/index.ts';
import type { FormFactor, Motherboard } from '../parts/index.ts';
import { hasBit, members, type Bits } from './bits.ts';
import { AT, type Domains, type Element } from './domains.ts';
import type { Compatibility } from './pair-compatibility.ts';
import type { GpuClass, Platform } from './pair-classes.ts';

/** What a lower bound of costs is worked out from. */
export interface CostTask {
  readonly domains: Domains;
  readonly compatibility: Compatibility;
  readonly platforms: readonly Platform[];
  readonly gpuClasses: readonly GpuClass[];
  readonly rules: RuleContext;
  readonly allowUnknown: boolean;
}

export const OUTLINES: readonly FormFactor[] = ['mini-ITX', 'micro-ATX', 'ATX', 'E-ATX'];
/** Boards and cases with an outline that is not stated, where gaps are allowed: they go with anything. */
export const ANY_OUTLINE = OUTLINES.length;
export const FORMS = OUTLINES.length + 1;

/** Least price among the elements that a row of the compatibility allows; Infinity when there is none. */
export function leastPrice(elements: readonly Element[], row: Bits | null): number {
  let least = Infinity;
  elements.forEach(({ price }, j) => {
    if (price < least && (!row || hasBit(row, j))) least = price;
  });
  return least;
}

/** By board: its price with the cheapest drives and network adapter that go with it. */
function motherboardPrices({ domains: { rest }, compatibility }: CostTask): number[] {
  const { motherboard, storage, secondaryStorage, network } = AT;
  const bothDrives = rest[storage].map((element, j) => {
    const row = compatibility.row(storage, j, secondaryStorage, true);
    return { ...element, price: element.price + leastPrice(rest[secondaryStorage], row) };
  });
  return rest[motherboard].map((element, b) => {
    const drives = leastPrice(bothDrives, compatibility.row(motherboard, b, storage, true));
    const adapters = [true, false].map((hasGpu) =>
      leastPrice(rest[network], compatibility.row(motherboard, b, network, hasGpu)),
    );
    return element.price + drives + Math.min(...adapters);
  });
}

/** By platform and outline: the least that processor, board, memory, drives, adapter and what goes anywhere cost. */
export function platformSides(task: CostTask): Float64Array {
  const { domains, compatibility, platforms } = task;
  const { rest, cpus, added } = domains;
  const motherboards = motherboardPrices(task);
  const anywhere = added.reduce(
    (sum, { elements }) => sum + leastPrice(elements, null),
    leastPrice(rest[AT.os], null),
  );
  const outlines = rest[AT.motherboard].map(({ part }) => {
    const form = (part as Motherboard | null)?.formFactor ?? null; // the boards' own domain
    return form === null ? ANY_OUTLINE : OUTLINES.indexOf(form);
  });
  const kitPrices = new Map<number, number>();
  const kitPrice = ({ memory, memoryKey }: Platform, b: number): number => {
    const key = memoryKey * motherboards.length + b;
    let least = kitPrices.get(key);
    if (least === undefined) {
      const row = compatibility.row(AT.motherboard, b, AT.memory, true);
      const kits = members(memory).filter((j) => !row || hasBit(row, j));
      least = Math.min(...kits.map((j) => rest[AT.memory][j].price));
      kitPrices.set(key, least);
    }
    return least;
  };
  /** By outline: the least of boards and kits that go together, for a set of each. */
  const together = new Map<string, Float64Array>();
  const boardsAndKits = (platform: Platform): Float64Array => {
    const key = `${platform.motherboardsKey}|${platform.memoryKey}`;
    let least = together.get(key);
    if (!least) {
      least = new Float64Array(FORMS).fill(Infinity);
      for (const b of members(platform.motherboards)) {
        const form = outlines[b];
        least[form] = Math.min(least[form], motherboards[b] + kitPrice(platform, b));
      }
      together.set(key, least);
    }
    return least;
  };
  const sides = new Float64Array(platforms.length * FORMS);
  platforms.forEach((platform, p) => {
    const always = cpus[platform.cpu].price + anywhere;
    boardsAndKits(platform).forEach((least, form) => (sides[p * FORMS + form] = always + least));
  });
  return sides;
}
