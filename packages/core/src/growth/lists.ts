import { firstBarrier, type RuleContext } from '../compatibility/index.ts';
import type { ModelIndex } from '../frames/index.ts';
import type {
  Board,
  Brief,
  Card,
  Case,
  Cooler,
  Memory,
  Part,
  PartKind,
  PartSet,
  Processor,
  Storage,
  Supply,
} from '../parts/index.ts';
import type { Outlook } from './outlook.ts';

/*
 * Parts that later steps may bring in: of each kind those that no other beats in every respect that matters for the
 * same money or less.
 */

export interface Lists {
  readonly cards: readonly Card[];
  readonly processors: readonly Processor[];
  readonly boards: readonly Board[];
  readonly kits: readonly Memory[];
  readonly supplies: readonly Supply[];
  readonly coolers: readonly Cooler[];
  readonly cases: readonly Case[];
  readonly drives: readonly Storage[];
}

/** Most of each kind: enough to keep a search quick; what is left out is thinned evenly by price. */
const MOST = {
  card: 40,
  processor: 24,
  board: 12,
  memory: 12,
  supply: 12,
  cooler: 8,
  case: 8,
  storage: 24,
} as const;

const figure = (value: number | null | undefined, otherwise: number) => value ?? otherwise;
/** Larger is better in each. Parts of different `group`s never beat one another. */
interface Respects<T> {
  readonly group: (part: T) => string;
  readonly of: (part: T) => readonly number[];
}

function beats(a: readonly number[], b: readonly number[]): boolean {
  return a.every((value, n) => value >= b[n]);
}

/** Those that nothing cheaper (or as cheap and named before) beats in every respect, cheapest first. */
export function unbeaten<T extends { readonly id: string }>(
  parts: readonly T[],
  priceOf: (part: T) => number,
  respects: Respects<T>,
): T[] {
  const rows = parts
    .map((part) => ({ part, price: priceOf(part), group: respects.group(part), of: respects.of(part) }))
    .sort((a, b) => a.price - b.price || (a.part.id < b.part.id ? -1 : 1));
  const kept: typeof rows = [];
  for (const row of rows)
    if (!kept.some((each) => each.group === row.group && beats(each.of, row.of))) kept.push(row);
  return kept.map(({ part }) => part);
}

/** At most so many of a list in order, the first and last among them. */
export function thinned<T>(list: readonly T[], most: number): readonly T[] {
  if (list.length <= most) return list;
  return Array.from({ length: most }, (_, n) => list[Math.round((n * (list.length - 1)) / (most - 1))]);
}

export function listsFor(
  parts: readonly Part[],
  brief: Brief,
  context: RuleContext,
  index: ModelIndex,
  outlook: Outlook,
): Lists {
  const excluded = new Set(brief.excluded.map((entry) => entry.part));
  const { allowUnknown } = brief.market;
  const pick = <K extends PartKind>(kind: K, isRated: (part: Part & { slot: K }) => boolean) =>
    parts.filter((part): part is Part & { slot: K } => {
      if (part.slot !== kind || excluded.has(part.id) || outlook.base(part) === null) return false;
      if (firstBarrier({ [kind]: part } as PartSet, context, allowUnknown)) return false; // its own slot
      return isRated(part as Part & { slot: K }); // of this kind
    });
  const list = <T extends Part>(all: readonly T[], respects: Respects<T>): readonly T[] =>
    thinned(
      unbeaten(all, (part) => outlook.base(part) ?? Infinity, respects),
      MOST[all[0]?.slot as keyof typeof MOST] ?? 1,
    );
  const rate = (part: Part) => index.cards.get(part.id)?.rateLn ?? index.processors.get(part.id)?.rateLn ?? 0;
  const one = () => '';
  return {
    cards: list(
      pick(
        'card',
        (card) =>
          index.cards.has(card.id) &&
          card.videoMemoryGb !== null &&
          card.pcieGeneration !== null &&
          card.pcieLanes !== null,
      ),
      {
        group: one,
        of: (card) => [
          rate(card),
          figure(card.videoMemoryGb, 0),
          -figure(card.boardWatts, 999),
          -figure(card.makerSupplyWatts, 9999),
          -figure(card.lengthMm, 999),
          -figure(card.slotsWide, 9),
          -(card.power ? card.power.sixPin + card.power.eightPin + 4 * card.power.sixteenPin : 99),
        ],
      },
    ),
    processors: list(
      pick(
        'processor',
        (chip) => index.processors.has(chip.id) && chip.threads !== null && chip.pcieGeneration !== null,
      ),
      {
        group: (chip) =>
          `${chip.socket}|${chip.memoryTypes?.join()}|${JSON.stringify(chip.firmwareByChipset)}`,
        of: (chip) => [
          rate(chip),
          figure(chip.threads, 0),
          -figure(chip.packageWatts, 999),
          figure(chip.pcieGeneration, 0),
          chip.boxedCooler ? 1 : 0,
        ],
      },
    ),
    boards: list(
      pick(
        'board',
        (board) => board.memoryMaxMts !== null && board.memoryProfile !== null && board.cardSlot !== null,
      ),
      {
        group: (board) => `${board.socket}|${board.chipset}|${board.memoryType}|${board.formFactor}`,
        of: (board) => [
          figure(board.powerStageWatts, 0),
          figure(board.memorySlots, 0),
          figure(board.memoryMaxMts, 0),
          board.wireless ? 1 : 0,
          figure(board.cardSlot?.generation, 0),
          figure(board.firmwareShipped, 0),
        ],
      },
    ),
    kits: list(
      pick('memory', (kit) =>
        [kit.sticks, kit.gbPerStick, kit.ratedMts, kit.ratedCl, kit.baseMts, kit.baseCl].every(
          (value) => value !== null,
        ),
      ),
      {
        group: (kit) => `${kit.type}`,
        of: (kit) => [
          figure(kit.sticks, 0) * figure(kit.gbPerStick, 0),
          figure(kit.ratedMts, 0),
          -figure(kit.ratedCl, 99),
          figure(kit.sticks, 0) >= 2 ? 1 : 0,
          -figure(kit.heightMm, 99),
        ],
      },
    ),
    supplies: list(
      pick('supply', () => true),
      {
        group: (supply) => `${supply.form}`,
        of: (supply) => [
          figure(supply.ratedWatts, 0),
          figure(supply.eightPinLeads, 0),
          figure(supply.sixteenPinLeads, 0),
          figure(supply.processorLeads, 0),
          -figure(supply.lengthMm, 999),
        ],
      },
    ),
    coolers: list(
      pick('cooler', () => true),
      {
        group: (cooler) => `${cooler.sockets?.join()}|${cooler.radiatorMm}`,
        of: (cooler) => [
          figure(cooler.heatWatts, 0),
          -figure(cooler.heightMm, 999),
          -figure(cooler.noiseDb, 99),
          figure(cooler.memoryClearanceMm, 0),
        ],
      },
    ),
    cases: list(
      pick('case', () => true),
      {
        group: (box) => `${box.supplyForms?.join()}|${box.boardFormFactors?.join()}`,
        of: (box) => [
          figure(box.cardMaxMm, 0),
          figure(box.cardSlots, 0),
          figure(box.coolerMaxMm, 0),
          figure(box.supplyMaxMm, 0),
          figure(box.bays25, 0),
          figure(box.bays35, 0),
        ],
      },
    ),
    drives: list(
      pick('storage', () => true),
      {
        group: (drive) => `${drive.kind}|${drive.solidState}|${drive.m2LengthMm}`,
        of: (drive) => [figure(drive.gb, 0)],
      },
    ),
  };
}
