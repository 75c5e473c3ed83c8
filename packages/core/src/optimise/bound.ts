import type { Board, BoardFormFactor, Card, Case, Supply } from '../parts/index.ts';
import type { RuleContext } from '../compatibility/index.ts';
import { wattsFor } from './basket.ts';
import { bitsKey, hasBit, members, type Bits } from './bits.ts';
import type { Compatibility } from './compat.ts';
import { AT, type Domains } from './domains.ts';
import type { CardClass, Platform } from './platforms.ts';

/*
 * A lower bound of what a platform with a card class costs, shipping fees left out: the board's side (processor,
 * board, memory, storage, adapter) and the case's side (case, card, supply, cooler) are each at their cheapest that
 * fits, linked by the board's outline alone.
 */

const OUTLINES: readonly BoardFormFactor[] = ['mini-ITX', 'micro-ATX', 'ATX', 'E-ATX'];
/** Boards and cases with an outline that is not stated, where gaps are allowed: they go with anything. */
const ANY = OUTLINES.length;
const FORMS = OUTLINES.length + 1;

export interface CostBound {
  /** Parts of the bound that need no pair: least cost of a platform's side, and of a card class with case and supply. */
  readonly platformLeast: Float64Array;
  readonly cardLeast: Float64Array;
  /** Never above the true cost of any basket for the pair; Infinity when nothing fits. */
  of(platform: number, cardClass: number): number;
}

export function costBoundOf(
  domains: Domains,
  compatibility: Compatibility,
  platforms: readonly Platform[],
  cardClasses: readonly CardClass[],
  rules: RuleContext,
  allowUnknown: boolean,
): CostBound {
  const cheapest = (slot: number) => Math.min(...domains.rest[slot].map((element) => element.price));
  const constant = cheapest(AT.system) + cheapest(AT.extras);

  /** Least price of both drives, by the main one. */
  const drivesPrice = domains.rest[AT.storage].map((element, j) => {
    const row = compatibility.row(AT.storage, j, AT.bulk, true);
    let least = Infinity;
    domains.rest[AT.bulk].forEach((other, k) => {
      if (other.price < least && (!row || hasBit(row, k))) least = other.price;
    });
    return element.price + least;
  });
  const leastDrives = (b: number): number => {
    const row = compatibility.row(AT.board, b, AT.storage, true);
    return drivesPrice.reduce(
      (least, price, j) => (price < least && (!row || hasBit(row, j)) ? price : least),
      Infinity,
    );
  };

  const neededFor = (draw: number, card: Card | null) => wattsFor(draw, card, rules, allowUnknown);

  // The board's side.
  const restOfBoard = domains.rest[AT.board].map((element, b) => {
    const least = (slot: number, hasCard: boolean): number => {
      const row = compatibility.row(AT.board, b, slot, hasCard);
      let price = Infinity;
      domains.rest[slot].forEach((other, j) => {
        if (other.price < price && (!row || hasBit(row, j))) price = other.price;
      });
      return price;
    };
    const network = Math.min(least(AT.network, true), least(AT.network, false));
    return element.price + leastDrives(b) + network;
  });
  const outline = domains.rest[AT.board].map((element) => {
    const form = (element.part as Board | null)?.formFactor ?? null;
    return form === null ? ANY : OUTLINES.indexOf(form);
  });
  const platformSide = new Float64Array(platforms.length * FORMS).fill(Infinity);
  const kitPrice = new Map<number, number>();
  const boardCount = domains.rest[AT.board].length;
  platforms.forEach((platform, p) => {
    for (const b of members(platform.boards)) {
      const key = platform.memoryKey * boardCount + b;
      let kit = kitPrice.get(key);
      if (kit === undefined) {
        const row = compatibility.row(AT.board, b, AT.memory, true);
        kit = Infinity;
        for (const j of members(platform.memory)) {
          if (!row || hasBit(row, j)) kit = Math.min(kit, domains.rest[AT.memory][j].price);
        }
        kitPrice.set(key, kit);
      }
      const at = p * FORMS + outline[b];
      platformSide[at] = Math.min(platformSide[at], restOfBoard[b] + kit);
    }
    for (let f = 0; f < FORMS; f++)
      platformSide[p * FORMS + f] += domains.processors[platform.processor].price + constant;
  });

  // The case's side, by kind of processor (what cools it and what it draws) and card class.
  const kindOf: number[] = [];
  const kinds: { coolers: Bits; emptyCoolerCases: Bits; deciwatts: number }[] = [];
  const kindIndex = new Map<string, number>();
  domains.processors.forEach((element, processor) => {
    const links = compatibility.linksOf(processor);
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
    const forms = (element.part as Case | null)?.boardFormFactors ?? null;
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
  const suppliesByPrice = domains.rest[AT.supply]
    .map((element, j) => ({ j, price: element.price, rated: (element.part as Supply).ratedWatts ?? NaN }))
    .sort((a, b) => a.price - b.price || a.j - b.j);

  const caseSide = new Map<number, Float64Array>();
  const caseSideOf = (kind: number, g: number): Float64Array => {
    const key = kind * cardClasses.length + g;
    const known = caseSide.get(key);
    if (known) return known;
    const out = new Float64Array(FORMS).fill(Infinity);
    caseSide.set(key, out);
    const cards = members(cardClasses[g].members);
    cases.forEach((element, c) => {
      const cooler = coolerPrice[kind][c];
      if (element.price + cooler === Infinity) return;
      const cardRow = compatibility.row(AT.case, c, AT.card, true);
      const supplyRow = compatibility.row(AT.case, c, AT.supply, true);
      let pairPrice = Infinity;
      for (const j of cards) {
        if (cardRow && !hasBit(cardRow, j)) continue;
        const card = domains.rest[AT.card][j];
        const needed = neededFor(kinds[kind].deciwatts + card.deciwatts, card.part as Card | null);
        const leads = compatibility.row(AT.card, j, AT.supply, true);
        for (const supply of suppliesByPrice) {
          if (card.price + supply.price >= pairPrice) break;
          if (supply.rated < needed || (supplyRow && !hasBit(supplyRow, supply.j))) continue;
          if (leads && !hasBit(leads, supply.j)) continue;
          pairPrice = card.price + supply.price;
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
  const thriftiest = Math.min(...domains.processors.map((element) => element.deciwatts));
  const cheapestCase = cheapest(AT.case);
  const cardLeast = Float64Array.from(cardClasses, ({ members: cards }) => {
    let least = Infinity;
    for (const j of members(cards)) {
      const card = domains.rest[AT.card][j];
      const needed = neededFor(thriftiest + card.deciwatts, card.part as Card | null);
      const supply = suppliesByPrice.find((each) => !(each.rated < needed));
      if (supply) least = Math.min(least, card.price + supply.price);
    }
    return least + cheapestCase;
  });

  return {
    platformLeast,
    cardLeast,
    of(p, g) {
      const side = caseSideOf(kindOf[platforms[p].processor], g);
      let least = Infinity;
      for (let f = 0; f < FORMS; f++) least = Math.min(least, platformSide[p * FORMS + f] + side[f]);
      return least;
    },
  };
}
