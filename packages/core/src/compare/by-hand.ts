import { SLOTS, type Brief, type Slot } from '../parts/index.ts';
import { meansOf, type Means } from '../stats/index.ts';
import type { Summary } from '../swaps/index.ts';
import { buildNoise, type BuildNoise } from './noise.ts';

/** What builders work out by hand. Money in minor units of the brief's currency, with fractions; null: not known. */
interface ByHand {
  /** Counted total over the frames of the brief's measure. */
  readonly perFrame: number | null;
  /** Price of the bought drives over what they hold, and of the memory. */
  readonly perStorageGb: number | null;
  readonly perMemoryGb: number | null;
  /** Price of the supply over its rating. */
  readonly perPsuWatt: number | null;
  /** What the counted total is over the budget, as a share of it; below zero: under. Null for a budget of nothing. */
  readonly overShare: number | null;
  /** What each slot takes of the budget, as a share. */
  readonly shares: readonly { readonly slot: Slot; readonly share: number }[];
  /** Load over the supply's rating, and the load share at which its level is most efficient. */
  readonly loadShare: number | null;
  readonly bestLoadShare: number | null;
  /** Means of the averages over the brief's games by name, all games alike; null without rates. */
  readonly means: Means | null;
  /** At full load, by the sheets. */
  readonly noise: BuildNoise;
  /** From the wall in a month, at most. */
  readonly kwhMonth: number | null;
  readonly monthlyMinor: number | null;
}

const WEEKS_A_YEAR = 52;
const ratio = (a: number | null, b: number | null | undefined): number | null =>
  a === null || b === null || b === undefined || b === 0 ? null : a / b;

const plus = (a: number | null, b: number | null | undefined): number | null =>
  a === null || b === null || b === undefined ? null : a + b;

/** What the parts in some slots cost at checkout before what their shops add; null where nothing of it was bought. */
function spentOn({ cost }: Summary, ...slots: readonly Slot[]): number | null {
  const lines = cost.lines.filter(
    ({ kind, slot }) => (kind === 'part' || kind === 'instant') && slot !== null && slots.includes(slot),
  );
  return lines.length === 0 ? null : lines.reduce((sum, { amount }) => sum + amount, 0);
}

/** The load share with the highest published efficiency. */
const bestShare = (curve: readonly (readonly [share: number, efficiency: number])[]): number | null =>
  curve.reduce<readonly [number, number] | null>(
    (best, point) => (best && best[1] >= point[1] ? best : point),
    null,
  )?.[0] ?? null;

/** Figures of a candidate as they are worked out by hand. */
export function byHand(summary: Summary, { money, play }: Brief): ByHand {
  const { cost, rates, set, working } = summary;
  const isFrames = play.objective.goal === 'frames';
  const fps = rates.status === 'known' && isFrames ? rates.objective.value : null;
  const drives = (['storage', 'secondaryStorage', 'tertiaryStorage'] as const).filter(
    (slot) => spentOn(summary, slot) !== null,
  );
  const memoryGb =
    set.memory?.modules && set.memory.gbPerModule ? set.memory.modules * set.memory.gbPerModule : null;
  const budget = money.budgetMinor > 0 ? money.budgetMinor : null;
  const hours = (money.running.hoursPerWeek * WEEKS_A_YEAR) / 12;
  return {
    perFrame: ratio(cost.counted, fps),
    perStorageGb: ratio(
      spentOn(summary, ...drives),
      drives.reduce<number | null>((sum, slot) => plus(sum, set[slot]?.gb), 0),
    ),
    perMemoryGb: ratio(spentOn(summary, 'memory'), memoryGb),
    perPsuWatt: ratio(spentOn(summary, 'psu'), set.psu?.ratedWatts),
    overShare: ratio(budget === null ? null : cost.counted - budget, budget),
    shares: SLOTS.flatMap((slot) => {
      const share = ratio(spentOn(summary, slot), budget);
      return share === null ? [] : [{ slot, share }];
    }),
    means: rates.status === 'known' ? meansOf(rates.games.map(({ average }) => average)) : null,
    noise: buildNoise(set),
    loadShare: working?.share ?? null,
    bestLoadShare: working ? bestShare(working.curve) : null,
    kwhMonth: working?.wallWatts === null || !working ? null : (working.wallWatts * hours) / 1000,
    monthlyMinor: ratio(working?.yearlyMinor ?? null, 12),
  };
}

/** A candidate against a yardstick, as shares: frames of the brief's measure, counted money, and frames for the money; null: not known. */
export function againstYardstick(
  candidate: Summary,
  yardstick: Summary,
): { readonly frames: number | null; readonly money: number | null; readonly value: number | null } {
  const score = ({ rates }: Summary) => (rates.status === 'known' ? rates.objective.value : null);
  const frames = ratio(score(candidate), score(yardstick));
  const money = ratio(candidate.cost.counted, yardstick.cost.counted);
  return { frames, money, value: ratio(frames, money) };
}

/** What each frame more costs against another candidate, in minor units; null where it has none more, or costs less. */
export function perAddedFrame(candidate: Summary, other: Summary, { play }: Brief): number | null {
  if (play.objective.goal !== 'frames') return null;
  if (candidate.rates.status !== 'known' || other.rates.status !== 'known') return null;
  const frames = candidate.rates.objective.value - other.rates.objective.value;
  const minor = candidate.cost.counted - other.cost.counted;
  return frames > 0 && minor > 0 ? minor / frames : null;
}
