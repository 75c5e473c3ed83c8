import type { PartKind, Slot } from '../parts/index.ts';
import { dateOf, dayNumber } from '../units/index.ts';
import type { Launch, Season } from './types.ts';

export const EVENT_KINDS = ['sale', 'launch', 'deadline', 'other'] as const;
export type EventKind = (typeof EVENT_KINDS)[number];

/** Something on the calendar of prices: a sale season, a successor that is expected, a deadline. ISO dates, both ends included. */
export interface PriceEvent {
  readonly id: string;
  readonly kind: EventKind;
  readonly name: string;
  readonly from: string;
  readonly to: string;
  /** Kinds of parts that it touches; none named: all. */
  readonly touches: readonly Slot[];
  /** Sales: how many times more often one begins. */
  readonly factor: number;
}

/** A launch is taken to press prices by so much, as a logarithm, with this spread. Assumed. */
const LAUNCH_FALL = 0.1;
const LAUNCH_FALL_SD = 0.04;

/** The usual sale seasons that touch the days from `today` on. Assumed: local, and the user’s to switch off or type in otherwise. */
export function usualSeasons(today: number, days: number): PriceEvent[] {
  const events: PriceEvent[] = [];
  const year = Number(dateOf(today).slice(0, 4));
  for (const each of [year, year + 1])
    for (const { name, from, to, factor } of [
      { name: 'Midsummer sales', from: '07-08', to: '07-19', factor: 4 },
      { name: 'November sales', from: '11-20', to: '11-30', factor: 5 },
    ])
      if (dayNumber(`${each}-${to}`) >= today && dayNumber(`${each}-${from}`) <= today + days)
        events.push({
          id: `usual-${each}-${from}`,
          kind: 'sale',
          name,
          from: `${each}-${from}`,
          to: `${each}-${to}`,
          touches: [],
          factor,
        });
  return events;
}

const touching = (events: readonly PriceEvent[], kind: PartKind | null, wanted: EventKind) =>
  events.filter(
    (event) =>
      event.kind === wanted &&
      (event.touches.length === 0 || (kind !== null && event.touches.includes(kind))),
  );

/** What the calendar says of a kind of part. */
export function seasonsOf(events: readonly PriceEvent[], kind: PartKind | null): Season[] {
  return touching(events, kind, 'sale').map(({ from, to, factor }) => ({
    from: dayNumber(from),
    to: dayNumber(to),
    factor,
  }));
}
export function launchesOf(events: readonly PriceEvent[], kind: PartKind | null): Launch[] {
  return touching(events, kind, 'launch').map(({ from }) => ({
    day: dayNumber(from),
    fall: LAUNCH_FALL,
    fallSd: LAUNCH_FALL_SD,
  }));
}
