import type { Verdict } from '../compatibility/index.ts';
import { unstatedShipping, type CostLine } from '../money/index.ts';
import { SLOTS, type Condition, type Picks, type Slot } from '../parts/index.ts';
import type { Session } from '../session/index.ts';
import { tradesFor, type Summary } from '../swaps/index.ts';
import { daysBetween } from '../units/index.ts';

/** A part of a list to hand on. Amounts in minor units of the brief's currency. */
export interface ListedPart {
  readonly slot: Slot;
  readonly part: string;
  readonly name: string;
  /** At the till with instant discounts; null: no price is known. */
  readonly amountMinor: number | null;
  readonly isOwned: boolean;
  readonly shop: string | null;
  readonly condition: Condition | null;
  /** When the price was seen, and how many days ago that is. */
  readonly seenOn: string | null;
  readonly days: number | null;
  /** Why it was picked, as it was kept; null: nobody said. */
  readonly reason: string | null;
  readonly backs: readonly {
    readonly kind: 'rebate' | 'cashback' | 'review';
    readonly name: string;
    readonly faceMinor: number;
    readonly sendBy: string | null;
  }[];
}

/** What would make another list of it. */
export type ListChange =
  /** The trade with the most frames for the next bit of money. */
  | {
      readonly code: 'trade';
      readonly slot: Slot;
      readonly name: string;
      readonly moneyMinor: number;
      /** In thousandths of the objective. */
      readonly score: number;
    }
  /** No rebate comes: what is then counted, and how much that is over the budget. */
  | { readonly code: 'no-rebates'; readonly dueNowMinor: number; readonly overMinor: number }
  | { readonly code: 'deal-ends'; readonly name: string; readonly on: string }
  | { readonly code: 'old-price'; readonly name: string; readonly days: number }
  | { readonly code: 'sold-out'; readonly name: string }
  /** A figure that is assumed, and what becomes of the build at its worst. */
  | {
      readonly code: 'assumed';
      readonly name: string;
      readonly figure: string;
      readonly breaks: string | null;
      readonly lost: number | null;
    };

/** One candidate as a list that somebody else can read. Its parts and charges add up to what is due at checkout. */
export interface PartsList {
  readonly name: string;
  readonly on: string;
  readonly currency: string;
  readonly parts: readonly ListedPart[];
  /** Codes, combos, shipping, tax, and the rest of lots. */
  readonly charges: readonly {
    readonly kind: CostLine['kind'];
    readonly name: string;
    readonly amountMinor: number;
  }[];
  readonly totals: { readonly dueNow: number; readonly expected: number; readonly after: number };
  /** Kept back from the budget for the risk of used parts, beside what is paid. */
  readonly riskReserveMinor: number;
  /** Shops whose shipping nobody stated: it is counted as nothing. */
  readonly unstatedShipping: readonly string[];
  readonly rates: Summary['rates'];
  /** On the screens beside the brief's own. */
  readonly beside: Summary['beside'];
  /** What else is bought from the same sum. */
  readonly besides: readonly { readonly name: string; readonly priceMinor: number }[];
  readonly checks: readonly { readonly verdict: Verdict; readonly sentence: string }[];
  readonly open: readonly Slot[];
  readonly assumed: Summary['resting'];
  readonly changes: readonly ListChange[];
}

/** From so many days on a price is called old. Chosen. */
const OLD_DAYS = 7;

function partsIn(
  picks: Picks,
  { cost }: Summary,
  session: Session,
  reasonOf: (slot: Slot, part: string) => string | null,
): ListedPart[] {
  const { priceIndex } = session;
  return SLOTS.flatMap((slot): ListedPart[] => {
    const pick = picks[slot];
    const part = pick ? priceIndex.parts.get(pick.part) : undefined;
    if (!pick || !part) return [];
    const lines = cost.lines.filter(
      (line) =>
        line.slot === slot && (line.kind === 'part' || line.kind === 'instant' || line.kind === 'owned'),
    );
    const isOwned = lines.some(({ kind }) => kind === 'owned');
    const offer = pick.offer === null || isOwned ? undefined : priceIndex.offers.get(pick.offer);
    const backs = cost.backs.filter((back) => back.slot === slot);
    return [
      {
        slot,
        part: part.id,
        name: `${part.brand} ${part.name}`,
        amountMinor: lines.length === 0 ? null : lines.reduce((sum, { amount }) => sum + amount, 0),
        isOwned,
        shop: offer ? (priceIndex.shops.get(offer.shop)?.name ?? null) : null,
        condition: offer?.condition ?? null,
        seenOn: offer?.seenOn ?? null,
        days: offer ? daysBetween(offer.seenOn, priceIndex.today) : null,
        reason: reasonOf(slot, part.id),
        backs: backs.map(({ kind, claim, face, sendBy }) => ({
          kind,
          name: claim.name,
          faceMinor: face,
          sendBy,
        })),
      },
    ];
  });
}

/** Lines of the cost that are no part in a slot. */
function chargesIn({ cost }: Summary, { priceIndex }: Session): PartsList['charges'] {
  const nameOf = ({ deal, shop, part }: CostLine) => {
    const known = part === null ? undefined : priceIndex.parts.get(part);
    const ofDeal = priceIndex.deals.find(({ id }) => id === deal)?.name;
    return (
      ofDeal ?? (known ? `${known.brand} ${known.name}` : (priceIndex.shops.get(shop ?? '')?.name ?? ''))
    );
  };
  return cost.lines
    .filter(
      ({ kind, slot }) => !((kind === 'part' || kind === 'instant' || kind === 'owned') && slot !== null),
    )
    .map((line) => ({ kind: line.kind, name: nameOf(line), amountMinor: line.amount }));
}

function changesFor(
  picks: Picks,
  summary: Summary,
  session: Session,
  parts: readonly ListedPart[],
): ListChange[] {
  const { cost } = summary;
  const { priceIndex, limit } = session;
  const { steepest } = tradesFor(session)(picks);
  const dealIds = new Set([
    ...cost.lines.flatMap(({ deal }) => deal ?? []),
    ...cost.backs.map(({ deal }) => deal),
  ]);
  const offers = parts.flatMap(({ slot, name }) => {
    const offer = priceIndex.offers.get(picks[slot]?.offer ?? '');
    return offer ? [{ name, offer }] : [];
  });
  return [
    ...(steepest?.part && steepest.score !== null
      ? [
          {
            code: 'trade' as const,
            slot: steepest.slot,
            name: `${steepest.part.brand} ${steepest.part.name}`,
            moneyMinor: steepest.money,
            score: steepest.score,
          },
        ]
      : []),
    ...(cost.after < cost.dueNow
      ? [
          {
            code: 'no-rebates' as const,
            dueNowMinor: cost.dueNow,
            overMinor: Math.max(0, cost.dueNow - limit),
          },
        ]
      : []),
    ...priceIndex.deals.flatMap(({ id, name, to }) =>
      dealIds.has(id) && to !== null ? [{ code: 'deal-ends' as const, name, on: to }] : [],
    ),
    ...offers.flatMap(({ name, offer }) =>
      offer.inStock || offer.listed ? [] : [{ code: 'sold-out' as const, name }],
    ),
    ...parts.flatMap(({ name, days }) =>
      days !== null && days >= OLD_DAYS ? [{ code: 'old-price' as const, name, days }] : [],
    ),
    ...summary.resting.flatMap(({ assumption, breaks, lost }) => {
      if (breaks === null && lost !== null && lost <= 0) return [];
      const part = priceIndex.parts.get(assumption.part);
      const name = part ? `${part.brand} ${part.name}` : assumption.part;
      return [
        { code: 'assumed' as const, name, figure: assumption.figure, breaks: breaks?.sentence ?? null, lost },
      ];
    }),
  ];
}

/**
 * A candidate as a list to hand on.
 *
 * @param reasonOf why a part was picked, as it was kept; null: nobody said
 */
export function partsListOf(
  name: string,
  picks: Picks,
  summary: Summary,
  session: Session,
  reasonOf: (slot: Slot, part: string) => string | null,
): PartsList {
  const parts = partsIn(picks, summary, session, reasonOf);
  const { dueNow, expected, after } = summary.cost;
  return {
    name,
    on: session.priceIndex.today,
    currency: session.priceIndex.currency,
    parts,
    charges: chargesIn(summary, session),
    totals: { dueNow, expected, after },
    riskReserveMinor: summary.cost.aside.reduce(
      (sum, { kind, amount }) => sum + (kind === 'risk' ? amount : 0),
      0,
    ),
    unstatedShipping: unstatedShipping(summary.cost, session.priceIndex).map((shop) => shop.name),
    rates: summary.rates,
    beside: summary.beside,
    besides: session.brief.money.besides,
    checks: summary.findings.map(({ verdict, sentence }) => ({ verdict, sentence })),
    open: summary.open,
    assumed: summary.resting,
    changes: changesFor(picks, summary, session, parts),
  };
}
