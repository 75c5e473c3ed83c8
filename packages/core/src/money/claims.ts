import { addDays, cents, daysBetween, type Cents } from '../units/index.ts';
import type { Claim, ClaimHabits, PayoutForm } from '../parts/index.ts';

/** What a payout is worth beside the same sum in cash. Chosen: prepaid cards and credit are rarely spent whole. */
const FORM_WORTH: Readonly<Record<PayoutForm, number>> = {
  cash: 1,
  cheque: 0.98,
  card: 0.9,
  credit: 0.8,
};

/** Days before the postmark day in which the chance to make it falls away. Chosen. */
const LAST_WEEK = 7;

/**
 * How often a claim may be made in a purchase, by a household that has made it `used` times. A rebate that names no parts
 * is for the purchase, not for each part of it: once, where no limit says more (common practice, no source).
 */
export function claimsLeft(claim: Claim, used: number): number {
  if (claim.kind === 'cashback') return Infinity;
  if (claim.householdLimit !== null) return Math.max(0, claim.householdLimit - used);
  return claim.parts === null ? 1 : Infinity;
}

/** When a claim has to be posted for a purchase on a day; null when it has no such day. */
export function sendByOf(claim: Claim, boughtOn: string): string | null {
  if (claim.kind === 'cashback') return null;
  const days = claim.postmarkDays === null ? null : addDays(boughtOn, claim.postmarkDays);
  if (days === null || claim.postmarkBy === null) return days ?? claim.postmarkBy;
  return days < claim.postmarkBy ? days : claim.postmarkBy;
}

/**
 * Chance that a claim is sent in, in time: the habit, falling in proportion to the days left in the last week, and 0
 * when the part arrives after the postmark day (the papers come with it).
 */
export function filingChance(habit: number, sendBy: string | null, arrivesOn: string): number {
  if (sendBy === null) return habit;
  const left = daysBetween(arrivesOn, sendBy);
  return left < 0 ? 0 : habit * Math.min(1, left / LAST_WEEK);
}

/**
 * Expected worth of a claim today, in minor units, rounded half up:
 * filing chance × (chance of being paid × face × worth of the form × (1 + i)^(−delay / 365) − cost), at least 0 and at
 * most the face. Chosen model, no source; checked against simulation.
 *
 * Example: 20.00 on a card after 70 days, filed in 85 %, paid in 90 %, 8 % a year, 0.60 postage: 13.06.
 */
export function expectedWorth(
  face: number,
  claim: Pick<Claim, 'form' | 'payoutDays' | 'chance' | 'kind'>,
  habits: ClaimHabits,
  filing: number,
): Cents {
  const paid = claim.chance ?? habits.acceptChance;
  const later = Math.pow(1 + habits.yearlyRate, -claim.payoutDays / 365);
  const cost = claim.kind === 'rebate' ? habits.costMinor : 0;
  const worth = filing * (paid * face * FORM_WORTH[claim.form] * later - cost);
  return cents(Math.min(face, Math.max(0, Math.floor(worth + 0.5))));
}

/**
 * Expected worth of money that a list says comes back, with nothing said of how: as cash, at once, by the brief's habits, in
 * minor units.
 */
export function expectedOfListed(face: number, kind: Claim['kind'], habits: ClaimHabits): Cents {
  return expectedWorth(face, { form: 'cash', payoutDays: 0, chance: null, kind }, habits, habits.fileChance);
}

/** Outcomes that the user's own figures weigh as much as, before any has come. Chosen. */
const PRIOR_OUTCOMES = 10;

/**
 * Habits after so many outcomes: means of beta posteriors whose priors have the given means. With 0.85 and 0.9 these
 * are Beta(8.5, 1.5) and Beta(9, 1).
 */
export function learntHabits(
  prior: { readonly fileChance: number; readonly acceptChance: number },
  outcomes: {
    readonly filed: number;
    readonly missed: number;
    readonly paid: number;
    readonly refused: number;
  },
): { readonly fileChance: number; readonly acceptChance: number } {
  const mean = (before: number, good: number, bad: number) =>
    (before * PRIOR_OUTCOMES + good) / (PRIOR_OUTCOMES + good + bad);
  return {
    fileChance: mean(prior.fileChance, outcomes.filed, outcomes.missed),
    acceptChance: mean(prior.acceptChance, outcomes.paid, outcomes.refused),
  };
}
