import type { Session } from '../session/index.ts';
import {
  comparerFor,
  conditionsOf,
  differencesIn,
  type ConditionDifference,
  type GameComparison,
} from '../frames/index.ts';
import { SLOTS, type Picks, type Slot } from '../parts/index.ts';
import { summaryFor, type Summary } from '../swaps/index.ts';

/** What careful builders compare beside frames and money. Null: not known. */
export interface Traits {
  readonly loadWatts: number | null;
  readonly yearlyMinor: number | null;
  /** Noise of the processor's cooler. */
  readonly noiseDb: number | null;
  /** Watts of the supply beyond what the brief's rule asks for. */
  readonly spareWatts: number | null;
  readonly freeMemorySlots: number | null;
  /** Picks bought used or refurbished. */
  readonly secondHand: number;
  readonly blocks: number;
  readonly unknowns: number;
  readonly notes: number;
}

/** One candidate in a line-up. */
export interface LineUpEntry {
  readonly name: string;
  readonly picks: Picks;
  readonly summary: Summary;
  readonly traits: Traits;
  /** Chance to be faster than the first entry, game by game; null for the first, or while a rate is missing. */
  readonly against: readonly GameComparison[] | null;
}

export interface LineUp {
  readonly entries: readonly LineUpEntry[];
  /** Slots in which not all have the same part and offer. */
  readonly different: readonly Slot[];
  /** Conditions that are not the same for all: their rates stand side by side with this said. */
  readonly unlike: readonly ConditionDifference[];
}

const least = (a: number | null | undefined, b: number | null | undefined): number | null =>
  a === null || a === undefined || b === null || b === undefined ? null : a - b;

function traitsOf(summary: Summary, picks: Picks, catalogue: ReadonlyMap<string, string>): Traits {
  const { set, findings } = summary;
  const noise = set.cooler ? set.cooler.noiseDb : set.cpu?.stockCooler ? set.cpu.stockCooler.noiseDb : null;
  const count = (verdict: string) => findings.filter((found) => found.verdict === verdict).length;
  return {
    loadWatts: summary.load ? summary.load.deciwatts / 10 : null,
    yearlyMinor: summary.working?.yearlyMinor ?? null,
    noiseDb: noise,
    spareWatts: least(set.psu?.ratedWatts, summary.neededWatts),
    freeMemorySlots: least(set.motherboard?.memorySlots, set.memory?.modules),
    secondHand: SLOTS.filter((slot) => (catalogue.get(picks[slot]?.offer ?? '') ?? 'new') !== 'new').length,
    blocks: count('block'),
    unknowns: count('unknown'),
    notes: count('note') + count('warn'),
  };
}

/** Puts candidates side by side under one brief. */
export function lineUpOf(
  candidates: readonly { readonly name: string; readonly picks: Picks }[],
  session: Session,
): LineUp {
  const { catalogue, brief } = session;
  const { summarise } = summaryFor(session);
  const compare = comparerFor(brief, catalogue.frameModel);
  const conditions = new Map<string, string>(catalogue.offers.map((offer) => [offer.id, offer.condition]));
  const summaries = candidates.map(({ picks }) => summarise(picks));
  return {
    entries: candidates.map(({ name, picks }, n) => ({
      name,
      picks,
      summary: summaries[n],
      traits: traitsOf(summaries[n], picks, conditions),
      against: n === 0 ? null : compare(summaries[n].set, summaries[0].set),
    })),
    different: SLOTS.filter(
      (slot) => new Set(candidates.map(({ picks }) => `${picks[slot]?.part}|${picks[slot]?.offer}`)).size > 1,
    ),
    unlike: differencesIn(summaries.map(({ set }) => conditionsOf(brief, set))),
  };
}
