import type { ShopOrder, RebateClaim } from './types.ts';
import { payoutDay } from './claims.ts';

/** A day on which something is due. */
export interface Deadline {
  /** The same for the same deadline, so that a calendar updates it. */
  readonly uid: string;
  readonly day: string;
  readonly kind: 'buy' | 'send' | 'payout' | 'arrival' | 'return' | 'warranty' | 'ready' | 'event' | 'alert';
  readonly title: string;
  readonly about: string;
  /** Days before the day on which to be reminded. */
  readonly remindDays: number;
}

/** What is due of a rebate claim. */
function claimDeadlines(slip: RebateClaim): Deadline[] {
  const papers = slip.papers.map(({ have, name }) => `${have ? 'have' : 'needed'}: ${name}`);
  const about = [slip.partName, ...papers].filter(Boolean).join('\n');
  const due = (kind: Deadline['kind'], day: string | null, title: string): Deadline[] =>
    day === null
      ? []
      : [{ uid: `slip-${slip.id}-${kind}`, day, kind, title, about, remindDays: slip.remindDays }];
  switch (slip.state) {
    case 'eligible':
      return [
        ...due('buy', slip.lastPurchase, `Last day to buy for: ${slip.name}`),
        ...due('send', slip.sendBy, `Last postmark day: ${slip.name}`),
      ];
    case 'bought':
      return due('send', slip.sendBy, `Last postmark day: ${slip.name}`);
    case 'sent':
    case 'approved':
      return due('payout', payoutDay(slip), `Money expected: ${slip.name}`);
    default:
      return [];
  }
}

/** What is due of a line that has arrived. */
function lineDeadlines(order: ShopOrder, line: ShopOrder['lines'][number], n: number): Deadline[] {
  if (line.state !== 'arrived' && line.state !== 'dead') return [];
  const uid = `order-${order.id}-${n}`;
  const out: Deadline[] = [];
  if (line.returnBy)
    out.push({
      uid: `${uid}-return`,
      day: line.returnBy,
      kind: 'return',
      title: `Last day to send back: ${line.name}`,
      about: `From ${order.shop}, order ${order.number || 'without a number'}`,
      remindDays: 3,
    });
  if (line.warrantyUntil)
    out.push({
      uid: `${uid}-warranty`,
      day: line.warrantyUntil,
      kind: 'warranty',
      title: `Warranty ends: ${line.name}`,
      about: line.serial ? `Serial number ${line.serial}` : '',
      remindDays: 14,
    });
  return out;
}

function orderDeadlines(order: ShopOrder): Deadline[] {
  const ofLines = order.lines.flatMap((line, n) => lineDeadlines(order, line, n));
  const isOpen = order.lines.some((line) => line.state === 'ordered');
  if (!isOpen || !order.expectedOn) return ofLines;
  const arrival: Deadline = {
    uid: `order-${order.id}-arrival`,
    day: order.expectedOn,
    kind: 'arrival',
    title: `Expected from ${order.shop}`,
    about: order.lines.map((line) => line.name).join('\n'),
    remindDays: 0,
  };
  return [arrival, ...ofLines];
}

/** Every day that is still ahead of claims and orders, and of the brief, in day order. */
export function deadlinesOf(
  slips: readonly RebateClaim[],
  orders: readonly ShopOrder[],
  { name, readyBy }: { readonly name: string; readonly readyBy: string | null },
): Deadline[] {
  const title = `Everything to be there: ${name}`;
  const ready: Deadline[] =
    readyBy === null
      ? []
      : [{ uid: 'brief-ready', day: readyBy, kind: 'ready', title, about: '', remindDays: 7 }];
  const all = [...slips.flatMap(claimDeadlines), ...orders.flatMap(orderDeadlines), ...ready];
  return all.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.uid < b.uid ? -1 : 1));
}

/** What a calendar shows of a workspace. */
interface CalendarSource {
  readonly claims: readonly RebateClaim[];
  readonly orders: readonly ShopOrder[];
  readonly brief: { readonly name: string; readonly dates: { readonly readyBy: string | null } };
  readonly events: readonly {
    readonly id: string;
    readonly name: string;
    readonly from: string;
    readonly to: string;
  }[];
}

interface CalendarAlert {
  readonly serial: number;
  readonly day: string;
  readonly title: string;
  readonly text: string;
}

/** Deadlines, price events and alerts as days of one calendar; of no workspace, the alerts alone. */
export function calendarDays(workspace: CalendarSource | null, alerts: readonly CalendarAlert[]): Deadline[] {
  const {
    claims: slips,
    orders,
    brief,
    events,
  } = workspace ?? { claims: [], orders: [], brief: null, events: [] };
  const deadlines = brief
    ? deadlinesOf(slips, orders, { name: brief.name, readyBy: brief.dates.readyBy })
    : [];
  return [
    ...deadlines,
    ...events.map(({ id, name, from, to }): Deadline => ({
      uid: `event-${id}`,
      day: from,
      kind: 'event',
      title: name,
      about: to === from ? '' : `until ${to}`,
      remindDays: 1,
    })),
    ...alerts.map(({ serial, day, title, text }): Deadline => ({
      uid: `alert-${serial}`,
      day,
      kind: 'alert',
      title,
      about: text,
      remindDays: 0,
    })),
  ];
}
