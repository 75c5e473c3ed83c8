import type { Alert } from '@ripe-pick/contract';
import { descending, groups } from 'd3';

type Kind = Alert['kind'];

/** What kinds of alerts are called, in the order in which they matter. */
export const ALERT_KIND_WORDS: Readonly<Record<Kind, string>> = {
  best: 'another best set',
  target: 'targets reached',
  ripe: 'picks that are ripe',
  gone: 'sold out',
  total: 'totals that moved',
  event: 'events',
  feed: 'sources that fail',
};

/** Where something is done about an alert. */
export const PLACES: Readonly<Record<Kind, { readonly to: string; readonly words: string }>> = {
  best: { to: '/picks', words: 'Open Picks' },
  target: { to: '/ripeness', words: 'Open Ripeness' },
  ripe: { to: '/shopping-day', words: 'Open Shopping day' },
  gone: { to: '/picks', words: 'Open Picks' },
  total: { to: '/line-up', words: 'Compare' },
  event: { to: '/ripeness', words: 'Open Ripeness' },
  feed: { to: '/prices-in', words: 'Open Prices' },
};

/** Alerts of a day, the newest day first, each day's in the order of their coming, newest first. */
export function byDay(
  alerts: readonly Alert[],
): readonly { readonly day: string; readonly alerts: readonly Alert[] }[] {
  const newest = [...alerts].sort((a, b) => b.serial - a.serial);
  return groups(newest, ({ day }) => day)
    .map(([day, each]) => ({ day, alerts: each }))
    .sort((a, b) => descending(a.day, b.day));
}
