import { isBarred, RULES, type Rule, type RuleContext } from '../compatibility/index.ts';
import { hasRate, type ModelIndex } from '../frames/index.ts';
import { plainOption, termsOf, type Option, type Terms } from './orders/index.ts';
import { salesOf, usableOffers, type PriceIndex } from '../money/index.ts';
import {
  ADDED_SLOTS,
  kindFor,
  OPTIONAL_SLOTS,
  SLOTS,
  type AddedSlot,
  type Brief,
  type Part,
  type PartSet,
  type Slot,
} from '../parts/index.ts';
import { slotDeciwatts } from '../power/index.ts';

/** The slots that a basket fills once the processor is fixed, in the order of its search: tight places first. */
export const REST = [
  'case',
  'gpu',
  'motherboard',
  'cooler',
  'memory',
  'storage',
  'secondaryStorage',
  'network',
  'os',
  'psu',
] as const;
export type RestSlot = (typeof REST)[number];
export const REST_COUNT = REST.length;
export const AT = Object.fromEntries(REST.map((slot, index) => [slot, index])) as Record<RestSlot, number>;

/** A part that may fill a slot, or the empty slot. */
export interface Element {
  readonly part: Part | null;
  readonly options: readonly Option[];
  /** Least price over the options, with every deal that could lower it; never more than what it adds to a basket. */
  readonly price: number;
  /** Draw in tenths of a watt; NaN when not stated (only where the brief allows gaps). */
  readonly deciwatts: number;
}

export interface Domains {
  readonly cpus: readonly Element[];
  /** By index of {@link REST}. */
  readonly rest: readonly (readonly Element[])[];
  /** What the user added by locks: a slot, and the one part that it holds; no element where that cannot be had. */
  readonly added: readonly { readonly slot: AddedSlot; readonly elements: readonly Element[] }[];
  readonly terms: Terms;
}

const FREE: readonly Option[] = [plainOption(null, 0)];

/** The element "left empty". */
const EMPTY: Element = { part: null, options: FREE, price: 0, deciwatts: 0 };

/** A set of parts with one slot decided. */
function only(slot: Slot, part: Part | null): PartSet {
  return { [slot]: part } as PartSet; // the part comes from that slot's own domain
}

const UNARY = new Map<Slot, readonly Rule[]>(
  SLOTS.map((slot) => [
    slot,
    RULES.filter(
      (rule) => !rule.wholeBuild && !rule.advice && rule.slots.length === 1 && rule.slots[0] === slot,
    ),
  ]),
);

function passesAlone(slot: Slot, part: Part | null, context: RuleContext, allowUnknown: boolean): boolean {
  const set = only(slot, part);
  return (UNARY.get(slot) ?? []).every((rule) => !isBarred(rule.judge(set, context).verdict, allowUnknown));
}

/** Slots that are filled only when the brief asks for it: nobody wants an adapter to save on shipping. */
function isWanted(slot: Slot, brief: Brief): boolean {
  switch (slot) {
    case 'network':
      return brief.needs.wireless;
    case 'secondaryStorage':
      return brief.needs.totalStorageGb > brief.needs.fastStorageGb;
    case 'os':
      return brief.needs.osLicence;
    default:
      return true;
  }
}

/** Collects what may stand in every slot: allowed offers, locks, exclusions, rules about one part alone. */
export function domainsOf(
  parts: readonly Part[],
  priceIndex: PriceIndex,
  brief: Brief,
  context: RuleContext,
  index: ModelIndex,
): Domains {
  const terms = termsOf(priceIndex);
  /** What using an owned part keeps from being sold. */
  const sales = new Map(salesOf(priceIndex).map(({ part, amount }) => [part, amount]));
  const excluded = new Set(brief.excluded.map((entry) => entry.part));
  const locks = new Map(brief.locks.map((lock) => [lock.slot, lock]));
  const owned = new Set(brief.owned);
  const { allowUnknown } = brief.whereToBuy;

  const optionsOf = (part: Part, slot: Slot): Option[] => {
    const lock = locks.get(slot);
    const options: Option[] = [];
    if (owned.has(part.id) && part.kind !== 'storage' && !lock?.offer)
      options.push(plainOption(null, sales.get(part.id) ?? 0));
    for (const offer of usableOffers(priceIndex, brief, part.id, slot)) {
      if (lock?.offer && lock.offer !== offer.id) continue;
      const priced = priceIndex.priced(offer);
      if (priced) options.push(terms.optionOf(priced, slot));
    }
    if (!part.looksOnly || !brief.money.looksOutside || options.length === 0) return options;
    // Outside the sum: it costs nothing here, and takes the cheapest offer.
    const cheapest = options.reduce((a, b) => (b.net < a.net ? b : a));
    return [plainOption(cheapest.offer, 0)];
  };

  const elementsOf = (slot: Slot): Element[] => {
    const lock = locks.get(slot);
    const elements: Element[] = [];
    const mayBeEmpty = !lock || lock.part === null;
    if (mayBeEmpty && OPTIONAL_SLOTS.includes(slot) && passesAlone(slot, null, context, allowUnknown))
      elements.push(EMPTY);
    if (lock ? lock.part === null : !isWanted(slot, brief)) return elements;
    for (const part of parts) {
      if (part.kind !== kindFor(slot) || (lock && lock.part !== part.id) || (!lock && excluded.has(part.id)))
        continue;
      if (!hasRate(part, index) || !passesAlone(slot, part, context, allowUnknown)) continue;
      const options = optionsOf(part, slot);
      const draw = slotDeciwatts(only(slot, part), slot);
      if (options.length === 0 || (draw === null && !allowUnknown)) continue;
      const price = Math.min(...options.map((option) => option.least));
      elements.push({ part, options, price, deciwatts: draw ?? NaN });
    }
    return elements;
  };

  const isFilled = (slot: Slot) => (locks.get(slot)?.part ?? null) !== null;
  return {
    cpus: elementsOf('cpu'),
    rest: REST.map(elementsOf),
    added: ADDED_SLOTS.filter(isFilled).map((slot) => ({ slot, elements: elementsOf(slot) })),
    terms,
  };
}
