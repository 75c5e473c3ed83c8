import type { Order, Slip } from './types.ts';
import { payoutDay } from './slips.ts';

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

/** Every day that is still ahead of slips and orders, and of the brief, in day order. */
export function deadlinesOf(
  slips: readonly Slip[],
  orders: readonly Order[],
  brief: { readonly name: string; readonly readyBy: string | null },
): Deadline[] {
  const out: Deadline[] = [];
  for (const slip of slips) {
    const add = (kind: Deadline['kind'], day: string | null, title: string, about: string) => {
      if (day !== null)
        out.push({ uid: `slip-${slip.id}-${kind}`, day, kind, title, about, remindDays: slip.remindDays });
    };
    const about = [
      slip.partName,
      ...slip.papers.map((paper) => `${paper.have ? 'have' : 'needed'}: ${paper.name}`),
    ]
      .filter(Boolean)
      .join('\n');
    if (slip.state === 'eligible') add('buy', slip.lastPurchase, `Last day to buy for: ${slip.name}`, about);
    if (slip.state === 'eligible' || slip.state === 'bought')
      add('send', slip.sendBy, `Last postmark day: ${slip.name}`, about);
    if (slip.state === 'sent' || slip.state === 'approved')
      add('payout', payoutDay(slip), `Money expected: ${slip.name}`, about);
  }
  for (const order of orders) {
    const isOpen = order.lines.some((line) => line.state === 'ordered');
    if (isOpen && order.expectedOn)
      out.push({
        uid: `order-${order.id}-arrival`,
        day: order.expectedOn,
        kind: 'arrival',
        title: `Expected from ${order.shop}`,
        about: order.lines.map((line) => line.name).join('\n'),
        remindDays: 0,
      });
    order.lines.forEach((line, n) => {
      if (line.state !== 'arrived' && line.state !== 'dead') return;
      const uid = `order-${order.id}-${n}`;
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
    });
  }
  if (brief.readyBy !== null)
    out.push({
      uid: 'brief-ready',
      day: brief.readyBy,
      kind: 'ready',
      title: `Everything to be there: ${brief.name}`,
      about: '',
      remindDays: 7,
    });
  return out.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.uid < b.uid ? -1 : 1));
}

/** What a calendar shows of a workspace. */
interface CalendarSource {
  readonly claims: readonly Slip[];
  readonly orders: readonly Order[];
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
