import { minorPlaces } from '@ripe-pick/core/units';
import type { Percentile, Ripeness, Silence } from '@ripe-pick/core/prices';
import { money, percent } from './format.ts';

/** Ripeness in words. */
export const RIPENESS_WORDS: Readonly<Record<Ripeness, string>> = {
  unripe: 'unripe',
  turning: 'turning',
  ripe: 'ripe',
  past: 'past',
  none: 'sold out',
  unknown: 'no view',
};

/** A chance for reading: rounded to five points, and never said to be certain. */
export function chance(share: number): string {
  const points = Math.round(share * 20) * 5;
  return points <= 0 ? 'under 5 %' : points >= 100 ? 'over 95 %' : `${points} %`;
}

/** A small chance as people say it: 1 in 5. */
export function oneIn(share: number): string {
  if (share < 0.03) return 'hardly any';
  if (share > 0.45) return `${chance(share)}`;
  // Beyond ten a forecast knows it by fives at the most.
  return `1 in ${share > 0.1 ? Math.round(1 / share) : 5 * Math.round(0.2 / share)}`;
}

export interface JudgedPart {
  readonly ripeness: Ripeness;
  readonly silence: Silence | null;
  readonly limit: number | null;
  readonly now: number | null;
  readonly age: number;
  readonly saving: number;
  readonly dearerChance: number;
  readonly lookIn: number;
}

/** Money without cents: a forecast knows no more. What rounds to nothing is said to be less than one unit. */
function about(minor: number, currency: string): string {
  const one = 10 ** minorPlaces(currency);
  const text = (sum: number) => money(sum, currency, { short: true });
  return minor < one / 2 ? `less than ${text(one)}` : `about ${text(minor)}`;
}

/** Why nothing is advised, and what can be done all the same. */
export const SILENCE_WORDS: Readonly<Record<Silence, string>> = {
  short: 'No view yet: it takes twenty offers that were looked at on ten days, up to now.',
  busy: 'No view yet: these prices are set anew nearly every day, and show their ways after two months.',
  weekly: 'No view: these prices go by the days of the week. Look on each, and buy on the cheapest.',
  clearing: 'No view: like parts sell out here and do not come back. A price that falls may be the last one.',
  now: 'No view: of late, who waited paid more than who bought at once.',
  deadline: 'No view: of late, waiting to the last day did better than the forecast.',
  tenthOff: 'No view: of late, “a tenth below the median of what was seen” did better than the forecast.',
  percentile: 'No view: of late, “as low as its lowest tenth” did better than the forecast.',
  target: 'No view: of late, “five per cent below today” did better than the forecast.',
  savings: 'No view: of late, savings by waiting did not come.',
};

const looksOf = (n: number) => `${n} ${n === 1 ? 'price check' : 'price checks'}`;

/** Where a price stands, by the looks that were taken; shares of days only where days lie between them. */
export function standingWords(standing: Percentile | null): string {
  if (!standing) return 'no price seen in 90 days';
  const { lower, equal, observations, days, low, high } = standing;
  if (observations === 1) return 'one price check so far';
  if (lower === 0)
    return `${equal > 1 ? 'as low as ever there' : 'lowest there'} in ${looksOf(observations)} over ${days} days`;
  const seen = `cheaper there on ${lower} of ${looksOf(observations)}`;
  return `${seen}: on ${percent(low)} to ${percent(high)} of ${days} days`;
}

/** What to do, in a line. `promise`: share of a stated saving that may be promised. */
export function adviceLine(verdict: JudgedPart, currency: string, promise: number): string {
  switch (verdict.ripeness) {
    case 'none':
      return 'Not for sale anywhere that the brief allows.';
    case 'past':
      return `Last seen ${verdict.age} days ago: look again before anything else.`;
    case 'unknown':
      return `${SILENCE_WORDS[verdict.silence ?? 'short']}${verdict.limit === null ? '' : ` Here: ${money(verdict.limit, currency)}.`}`;
    case 'turning':
      return 'No reason to wait: waiting and buying now come to about the same.';
    case 'ripe':
      return `Pick it now: waiting would lose ${about(-verdict.saving, currency)}.`;
    case 'unripe':
      return `Wait: ${about(verdict.saving * promise, currency)} saved, ${oneIn(verdict.dearerChance)} chance that it ends dearer.`;
  }
}

export const lookWords = (days: number) => (days <= 1 ? 'look again tomorrow' : `look again in ${days} days`);
