import { minorPlaces } from '@ripe-pick/core/units';
import type { Ripeness } from '@ripe-pick/core/prices';
import { money } from './format.ts';

/** Ripeness in words; green means not yet. */
export const RIPENESS_WORDS: Readonly<Record<Ripeness, string>> = {
  unripe: 'unripe',
  turning: 'turning',
  ripe: 'ripe',
  past: 'past',
  none: 'sold out',
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
  return `1 in ${Math.round(1 / share)}`;
}

export interface JudgedPart {
  readonly ripeness: Ripeness;
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

/** What to do, in a line. `promise`: share of a stated saving that may be promised. */
export function adviceLine(verdict: JudgedPart, currency: string, promise: number): string {
  switch (verdict.ripeness) {
    case 'none':
      return 'Not for sale anywhere that the brief allows.';
    case 'past':
      return `Last seen ${verdict.age} days ago: look again before anything else.`;
    case 'turning':
      return 'Nearly even: buying now and waiting come to the same.';
    case 'ripe':
      return `Pick it now: waiting would lose ${about(-verdict.saving, currency)}.`;
    case 'unripe':
      return `Wait: ${about(verdict.saving * promise, currency)} saved, ${oneIn(verdict.dearerChance)} chance that it ends dearer.`;
  }
}

export const lookWords = (days: number) => (days <= 1 ? 'look again tomorrow' : `look again in ${days} days`);
