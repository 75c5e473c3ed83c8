import type { Motherboard, FormFactor, Gpu, Case, Psu } from '../parts/index.ts';
import type { RuleContext } from '../compatibility/index.ts';
import { wattsFor } from './cheapest-fit.ts';
import { bitsKey, hasBit, members, type Bits } from './bits.ts';
import type { Compatibility } from './pair-compatibility.ts';
import { AT, type Domains } from './domains.ts';
import type { GpuClass, Platform } from './pair-space.ts';

/*
 * A lower bound of what a platform with a card class costs, shipping fees left out: the board's side (processor,
 * board, memory, storage, adapter) and the case's side (case, card, supply, cooler) are each at their cheapest that
 * fits, linked by the board's outline alone.
 */

const OUTLINES: readonly FormFactor[] = ['mini-ITX', 'micro-ATX', 'ATX', 'E-ATX'];
/** Boards and cases with an outline that is not stated, where gaps are allowed: they go with anything. */
const ANY = OUTLINES.length;
const FORMS = OUTLINES.length + 1;

export interface CostBound {
  /** Parts of the bound that need no pair: least cost of a platform's side, and of a card class with case and supply. */
  readonly platformLeast: Float64Array;
  readonly gpuLeast: Float64Array;
  /** Never above the true cost of any basket for the pair; Infinity when nothing fits. */
  of(platform: number, gpuClass: number): number;
}

export function costBoundOf(
  domains: Domains,
  compatibility: Compatibility,
  platforms: readonly Platform[],
  gpuClasses: readonly GpuClass[],
  rules: RuleContext,
  allowUnknown: boolean,
): CostBound {
  const cheapest = (slot: number) => Math.min(...domains.rest[slot].map((element) => element.price));
  const constant = cheapest(AT.os) + cheapest(AT.extras);

  /** Least price of both drives, by the main one. */
  const drivesPrice = domains.rest[AT.storage].map((element, j) => {
    const row = compatibility.row(AT.storage, j, AT.secondaryStorage, true);
    let least = Infinity;
    domains.rest[AT.secondaryStorage].forEach((other, k) => {
      if (other.price < least && (!row || hasBit(row, k))) least = other.price;
    });
    return element.price + least;
  });
  const leastDrives = (b: number): number => {
    const row = compatibility.row(AT.motherboard, b, AT.storage, true);
    return drivesPrice.reduce(
      (least, price, j) => (price < least && (!row || hasBit(row, j)) ? price : least),
      Infinity,
    );
  };

  const neededFor = (draw: number, gpu: Gpu | null) => wattsFor(draw, gpu, rules, allowUnknown);

  // The board's side.
  const restOfMotherboard = domains.rest[AT.motherboard].map((element, b) => {
    const least = (slot: number, hasGpu: boolean): number => {
      const row = compatibility.row(AT.motherboard, b, slot, hasGpu);
      let price = Infinity;
      domains.rest[slot].forEach((other, j) => {
        if (other.price < price && (!row || hasBit(row, j))) price = other.price;
      });
      return price;
    };
    const network = Math.min(least(AT.network, true), least(AT.network, false));
    return element.price + leastDrives(b) + network;
  });
  const outline = domains.rest[AT.motherboard].map((element) => {
    const form = (element.part as Motherboard | null)?.formFactor ?? null;
    return form === null ? ANY : OUTLINES.indexOf(form);
  });
  const platformSide = new Float64Array(platforms.length * FORMS).fill(Infinity);
  const kitPrice = new Map<number, number>();
  const boardCount = domains.rest[AT.motherboard].length;
  platforms.forEach((platform, p) => {
    for (const b of members(platform.motherboards)) {
      const key = platform.memoryKey * boardCount + b;
      let kit = kitPrice.get(key);
      if (kit === undefined) {
        const row = compatibility.row(AT.motherboard, b, AT.memory, true);
        kit = Infinity;
        for (const j of members(platform.memory)) {
          if (!row || hasBit(row, j)) kit = Math.min(kit, domains.rest[AT.memory][j].price);
        }
        kitPrice.set(key, kit);
      }
      const at = p * FORMS + outline[b];
      platformSide[at] = Math.min(platformSide[at], restOfMotherboard[b] + kit);
    }
    for (let f = 0; f < FORMS; f++)
      platformSide[p * FORMS + f] += domains.cpus[platform.cpu].price + constant;
  });

  // The case's side, by kind of processor (what cools it and what it draws) and card class.
  const kindOf: number[] = [];
  const kinds: { coolers: Bits; emptyCoolerCases: Bits; deciwatts: number }[] = [];
  const kindIndex = new Map<string, number>();
  domains.cpus.forEach((element, cpu) => {
    const links = compatibility.linksOf(cpu);
    const coolers = links.allowed[AT.cooler];
    const emptyCoolerCases = links.withoutCooler[AT.case];
    const key = `${bitsKey(coolers)}/${bitsKey(emptyCoolerCases)}/${element.deciwatts}`;
    let kind = kindIndex.get(key);
    if (kind === undefined) {
      kind = kinds.length;
      kinds.push({ coolers, emptyCoolerCases, deciwatts: element.deciwatts });
      kindIndex.set(key, kind);
    }
    kindOf.push(kind);
  });
  const cases = domains.rest[AT.case];
  const caseForms = cases.map((element) => {
    const forms = (element.part as Case | null)?.motherboardFormFactors ?? null;
    return OUTLINES.map((form) => forms === null || forms.includes(form));
  });
  const coolerPrice = kinds.map(({ coolers, emptyCoolerCases }) =>
    cases.map((_, c) => {
      const row = compatibility.row(AT.case, c, AT.cooler, true);
      let price = Infinity;
      for (const j of members(coolers)) {
        const element = domains.rest[AT.cooler][j];
        if (element.price >= price || (row && !hasBit(row, j))) continue;
        if (element.part === null && !hasBit(emptyCoolerCases, c)) continue;
        price = element.price;
      }
      return price;
    }),
  );
  const psusByPrice = domains.rest[AT.psu]
    .map((element, j) => ({ j, price: element.price, rated: (element.part as Psu).ratedWatts ?? NaN }))
    .sort((a, b) => a.price - b.price || a.j - b.j);

  const caseSide = new Map<number, Float64Array>();
  const caseSideOf = (kind: number, g: number): Float64Array => {
    const key = kind * gpuClasses.length + g;
    const known = caseSide.get(key);
    if (known) return known;
    const out = new Float64Array(FORMS).fill(Infinity);
    caseSide.set(key, out);
    const gpus = members(gpuClasses[g].members);
    cases.forEach((element, c) => {
      const cooler = coolerPrice[kind][c];
      if (element.price + cooler === Infinity) return;
      const gpuRow = compatibility.row(AT.case, c, AT.gpu, true);
      const psuRow = compatibility.row(AT.case, c, AT.psu, true);
      let pairPrice = Infinity;
      for (const j of gpus) {
        if (gpuRow && !hasBit(gpuRow, j)) continue;
        const gpu = domains.rest[AT.gpu][j];
        const needed = neededFor(kinds[kind].deciwatts + gpu.deciwatts, gpu.part as Gpu | null);
        const leads = compatibility.row(AT.gpu, j, AT.psu, true);
        for (const psu of psusByPrice) {
          if (gpu.price + psu.price >= pairPrice) break;
          if (psu.rated < needed || (psuRow && !hasBit(psuRow, psu.j))) continue;
          if (leads && !hasBit(leads, psu.j)) continue;
          pairPrice = gpu.price + psu.price;
          break;
        }
      }
      const total = element.price + cooler + pairPrice;
      for (let f = 0; f < OUTLINES.length; f++) if (caseForms[c][f]) out[f] = Math.min(out[f], total);
      out[ANY] = Math.min(out[ANY], total);
    });
    return out;
  };

  const platformLeast = new Float64Array(platforms.length).fill(Infinity);
  platforms.forEach((_, p) => {
    for (let f = 0; f < FORMS; f++)
      platformLeast[p] = Math.min(platformLeast[p], platformSide[p * FORMS + f]);
  });
  const thriftiest = Math.min(...domains.cpus.map((element) => element.deciwatts));
  const cheapestCase = cheapest(AT.case);
  const gpuLeast = Float64Array.from(gpuClasses, ({ members: gpus }) => {
    let least = Infinity;
    for (const j of members(gpus)) {
      const gpu = domains.rest[AT.gpu][j];
      const needed = neededFor(thriftiest + gpu.deciwatts, gpu.part as Gpu | null);
      const psu = psusByPrice.find((each) => !(each.rated < needed));
      if (psu) least = Math.min(least, gpu.price + psu.price);
    }
    return least + cheapestCase;
  });

  return {
    platformLeast,
    gpuLeast,
    of(p, g) {
      const side = caseSideOf(kindOf[platforms[p].cpu], g);
      let least = Infinity;
      for (let f = 0; f < FORMS; f++) least = Math.min(least, platformSide[p * FORMS + f] + side[f]);
      return least;
    },
  };
}
