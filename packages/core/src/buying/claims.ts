import { learntHabits, type Cost } from '../money/index.ts';
import type { Brief, Deal } from '../parts/index.ts';
import { addDays, dayText, daysBetween } from '../units/index.ts';
import type { ClaimState, LineState, RebateClaim } from './types.ts';

/** What may follow on each state. Exhaustive, so that a new state has to say where it leads. */
export const NEXT: Readonly<Record<ClaimState, readonly ClaimState[]>> = {
  eligible: ['bought', 'missed'],
  bought: ['sent', 'missed'],
  sent: ['approved', 'paid', 'refused'],
  approved: ['paid', 'refused'],
  paid: [],
  refused: [],
  missed: [],
};

/** What a step records beside the state. */
interface StepFacts {
  readonly on: string;
  /** What was paid; only with the step to `paid`. */
  readonly paidMinor?: number;
}

/**
 * Takes a slip one step on; a string says why it cannot go there. A purchase after the last day, or a postmark after its
 * day, is no step to `bought` or `sent`: such a claim is missed.
 */
export function stepClaim(slip: RebateClaim, to: ClaimState, facts: StepFacts): RebateClaim | string {
  if (!NEXT[slip.state].includes(to)) return `A claim that is ${slip.state} cannot become ${to}.`;
  switch (to) {
    case 'bought':
      if (slip.lastPurchase !== null && facts.on > slip.lastPurchase)
        return `The last day to buy was ${dayText(slip.lastPurchase)}.`;
      return { ...slip, state: to, boughtOn: facts.on };
    case 'sent': {
      const missing = slip.papers.filter((paper) => !paper.have).map((paper) => paper.name);
      if (missing.length > 0) return `Still missing: ${missing.join(', ')}.`;
      if (slip.sendBy !== null && facts.on > slip.sendBy)
        return `The last postmark day was ${dayText(slip.sendBy)}.`;
      return { ...slip, state: to, sentOn: facts.on };
    }
    case 'paid':
      return { ...slip, state: to, paidOn: facts.on, paidMinor: facts.paidMinor ?? slip.faceMinor };
    default:
      return { ...slip, state: to };
  }
}

/** The next thing that a slip waits for, with its day where it has one. */
export interface ClaimWaits {
  readonly what: 'buy' | 'papers' | 'send' | 'payout' | 'nothing';
  readonly by: string | null;
  /** Days from today to that day; negative when it has passed. */
  readonly left: number | null;
  /** Whether the day has passed, or lies within the reminder lead. */
  readonly urgency: 'late' | 'soon' | 'none';
}

export function waitsFor(slip: RebateClaim, today: string): ClaimWaits {
  const waiting = (what: ClaimWaits['what'], by: string | null): ClaimWaits => {
    const left = by === null ? null : daysBetween(today, by);
    const urgency = left === null ? 'none' : left < 0 ? 'late' : left <= slip.remindDays ? 'soon' : 'none';
    return { what, by, left, urgency };
  };
  switch (slip.state) {
    case 'eligible':
      return waiting('buy', slip.lastPurchase);
    case 'bought':
      return waiting(slip.papers.every((paper) => paper.have) ? 'send' : 'papers', slip.sendBy);
    case 'sent':
    case 'approved':
      return waiting('payout', payoutDay(slip));
    default:
      return waiting('nothing', null);
  }
}

/** The day on which the money is expected: so many days after it was sent, else after it could be; null when nothing is dated. */
export function payoutDay(slip: RebateClaim): string | null {
  const from = slip.sentOn ?? slip.sendBy ?? slip.boughtOn;
  return from === null ? null : addDays(from, slip.payoutDays);
}

/** Slips for everything that a purchase on a day makes claimable; without ids. */
export function slipsFor(
  cost: Cost,
  deals: readonly Deal[],
  currency: string,
  nameOf: (part: string) => string,
): Omit<RebateClaim, 'id' | 'order'>[] {
  const names = new Map(deals.map((deal) => [deal.id, deal]));
  // What is ordered already has its claims.
  const isOrdered = (shop: string) =>
    cost.orders.some((order) => order.shop === shop && order.items[0].priced.offer.ordered);
  const fresh = cost.backs.filter(({ shop }) => !isOrdered(shop));
  return fresh.map((back) => ({
    deal: back.deal,
    name: names.get(back.deal)?.name ?? back.deal,
    part: back.part,
    partName: nameOf(back.part),
    kind: back.kind,
    currency,
    faceMinor: back.face,
    expectedMinor: back.expected,
    form: back.claim.form,
    payoutDays: back.claim.payoutDays,
    lastPurchase: back.claim.to,
    sendBy: back.sendBy,
    boughtOn: null,
    remindDays: 7,
    papers: back.claim.kind === 'rebate' ? back.claim.papers.map((name) => ({ name, have: false })) : [],
    state: 'eligible',
    sentOn: null,
    paidOn: null,
    paidMinor: null,
  }));
}

/** Claims once a part of an order stands otherwise: of what was cancelled nothing was bought; what was sent back earns nothing. */
export function claimsAfter<Claim extends RebateClaim>(
  claims: readonly Claim[],
  order: string,
  part: string,
  state: LineState,
): readonly Claim[] {
  if (state !== 'cancelled' && state !== 'returned') return claims;
  // Of two equal parts in one order each has a claim of its own: one of each deal goes with one part.
  const gone = new Map<string, Claim>();
  for (const claim of claims) {
    const isOpen = ['eligible', 'bought', 'sent', 'approved'].includes(claim.state);
    const key = `${claim.deal}|${claim.kind}`;
    if (claim.order === order && claim.part === part && isOpen && !gone.has(key)) gone.set(key, claim);
  }
  if (gone.size === 0) return claims;
  const isGone = (claim: Claim) => [...gone.values()].includes(claim);
  return state === 'cancelled'
    ? claims.filter((claim) => !isGone(claim))
    : claims.map((claim) => (isGone(claim) ? { ...claim, state: 'missed' as const } : claim));
}

/** A brief with what this household has claimed and learnt from it. The same brief while there are no slips. */
export function withHousehold(brief: Brief, slips: readonly RebateClaim[]): Brief {
  if (slips.length === 0) return brief;
  const { used, ...outcomes } = householdOf(slips);
  const { claimHabits: claims } = brief.money;
  const times = new Map(claims.used.map((each) => [each.deal, each.times]));
  for (const each of used) times.set(each.deal, (times.get(each.deal) ?? 0) + each.times);
  const learnt = {
    ...claims,
    ...learntHabits(claims, outcomes),
    used: [...times].map(([deal, n]) => ({ deal, times: n })),
  };
  return { ...brief, money: { ...brief.money, claimHabits: learnt } };
}

/** What a household has claimed and what came of it, as the brief reckons with it. */
export function householdOf(slips: readonly RebateClaim[]): {
  readonly used: readonly { readonly deal: string; readonly times: number }[];
  readonly filed: number;
  readonly missed: number;
  readonly paid: number;
  readonly refused: number;
} {
  const used = new Map<string, number>();
  let [filed, missed, paid, refused] = [0, 0, 0, 0];
  for (const { deal, state, kind } of slips) {
    // A refused or missed claim does not use up the household's limit; one on its way does.
    if (kind !== 'review' && ['bought', 'sent', 'approved', 'paid'].includes(state))
      used.set(deal, (used.get(deal) ?? 0) + 1);
    if (['sent', 'approved', 'paid', 'refused'].includes(state)) filed++;
    if (state === 'missed') missed++;
    if (state === 'paid') paid++;
    if (state === 'refused') refused++;
  }
  return { used: [...used].map(([deal, times]) => ({ deal, times })), filed, missed, paid, refused };
}
