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
  /** By game, the places of the fastest entry and of those that cannot be told from it; null while a rate is missing. */
  readonly fastest: readonly (readonly number[])[] | null;
  /** The same by the brief's figure: the best, and those that no game tells from it. */
  readonly leading: readonly number[];
}

/** A lead this likely is told as one: the level of the intervals that are shown. */
const TOLD_APART = 0.8;

/**
 * Which of some figures are the best, by their places: all that share the best one, none where fewer than two are known or
 * all are alike.
 */
export function bestOf(values: readonly (number | null)[], better: 'more' | 'less'): readonly number[] {
  const known = values.filter((value) => value !== null);
  if (known.length < 2 || new Set(known).size === 1) return [];
  const best = better === 'more' ? Math.max(...known) : Math.min(...known);
  return values.flatMap((value, at) => (value === best ? [at] : []));
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

/** The fastest of some builds in each game, and those that are not slower than it by a lead that can be told. */
function fastestOf(
  summaries: readonly Summary[],
  compare: ReturnType<typeof comparerFor>,
): readonly (readonly number[])[] | null {
  const rates = summaries.map((summary) => (summary.rates.status === 'known' ? summary.rates.games : null));
  if (!rates.every((each) => each !== null)) return null;
  return (rates.at(0) ?? []).map((_, game) => {
    const averages = rates.map((games) => games[game].average);
    const first = averages.indexOf(Math.max(...averages));
    return averages.flatMap((average, at) => {
      const chance = compare(summaries[first].set, summaries[at].set)?.[game].chance ?? 1;
      return average === averages[first] || chance < TOLD_APART ? [at] : [];
    });
  });
}

/** Which are ahead by the brief's figure: the best ones, and all that every game puts beside one of them. */
function leadingOf(
  summaries: readonly Summary[],
  fastest: readonly (readonly number[])[] | null,
): readonly number[] {
  const best = bestOf(
    summaries.map(({ rates }) => (rates.status === 'known' ? rates.objective.value : null)),
    'more',
  );
  const alike = (fastest?.at(0) ?? []).filter((at) => fastest?.every((group) => group.includes(at)));
  return best.some((at) => alike.includes(at)) ? [...new Set([...best, ...alike])] : best;
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
  const fastest = fastestOf(summaries, compare);
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
    fastest,
    leading: leadingOf(summaries, fastest),
  };
}
