import type { NewAlertText } from '@ripe-pick/contract';
import type { PriceEvent } from '@ripe-pick/core/prices';
import type { WatchChange, Move, PriceNews, Turn } from '@ripe-pick/core/watch';
import { slotWords } from '@ripe-pick/core/parts';
import { addDays, moneyText as money } from '@ripe-pick/core/units';

/** Alerts in words: what changed, and why. */

const frames = (score: number) => (Math.abs(score) / 1000).toFixed(1);
const moveText = ({ name, before, now }: Move, currency: string) =>
  before === null
    ? `${name} is for sale again${now === null ? '' : ` at ${money(now, currency)}`}`
    : now === null
      ? `${name} is sold out`
      : `${name} went from ${money(before, currency)} to ${money(now, currency)}`;
function because(moves: readonly Move[], currency: string, turns: readonly Turn[]): string {
  const all = [
    ...moves.map((move) => moveText(move, currency)),
    ...turns.slice(0, 3).map(({ name, turn }) => `${name} ${turn}`),
  ];
  return all.length === 0
    ? 'No price of these parts moved: shipping or dates did.'
    : `Because ${all.join('; ')}.`;
}

export function changeText(
  change: WatchChange,
  currency: string,
  day: string,
  deals: readonly Turn[] = [],
): NewAlertText {
  switch (change.kind) {
    case 'best': {
      const swaps = change.swaps.map(
        ({ slot, from, to }) => `${slotWords(slot)}: ${to ?? 'none'} in place of ${from ?? 'none'}`,
      );
      const parts =
        change.swaps.length === 0
          ? 'the same parts'
          : `other ${change.swaps.map((swap) => slotWords(swap.slot)).join(', ')}`;
      const paid =
        change.minor === 0
          ? 'the same money'
          : `${money(Math.abs(change.minor), currency)} ${change.minor < 0 ? 'less' : 'more'}`;
      const gained =
        Math.abs(change.score) < 50
          ? 'the same frames'
          : `${frames(change.score)} frames ${change.score > 0 ? 'more' : 'less'}`;
      return {
        kind: 'best',
        key: `best|${day}|${swaps.join('|')}|${change.minor}|${change.score}`,
        title: `The best set changed: ${parts}, ${paid}, ${gained}`,
        text: [...swaps, because(change.because, currency, deals)].join('\n'),
      };
    }
    case 'no-best':
      return {
        kind: 'best',
        key: `no-best|${day}`,
        title: 'Nothing fits the brief any more',
        text: because(change.because, currency, deals),
      };
    case 'total':
      return {
        kind: 'total',
        key: `total|${change.candidate}|${day}|${change.to}`,
        title: `${change.name} costs ${money(Math.abs(change.to - change.from), currency)} ${change.to < change.from ? 'less' : 'more'}: ${money(change.to, currency)}`,
        text: because(change.because, currency, deals),
      };
    case 'gone':
      return {
        kind: 'gone',
        key: `gone|${change.candidate}|${day}|${change.parts.join('|')}`,
        title: `${change.name}: ${change.parts.length === 1 ? 'a part is' : 'parts are'} sold out`,
        text: `Not for sale any more where it was picked: ${change.parts.join(', ')}. Another shop may have it.`,
      };
  }
}

/** A price that reached its target, or is ripe. */
export function priceText(news: PriceNews, name: string, currency: string): NewAlertText {
  const { part, now } = news;
  switch (news.kind) {
    case 'target':
      return {
        kind: 'target',
        key: `target|${part}|${news.targetMinor}|${now}`,
        title: `${name} is at ${money(now, currency)}: your target was ${money(news.targetMinor, currency)}`,
        text: 'At this price you wanted it.',
      };
    case 'ripe':
      return {
        kind: 'ripe',
        key: `ripe|${part}|${now}`,
        title: `${name} is ripe at ${money(now, currency)}`,
        text: `Waiting no longer pays for the ${slotWords(news.slot)}, as far as its history tells. Ripeness shows why.`,
      };
  }
}

/** Events of the user's own calendar that begin today or tomorrow. */
export function eventTexts(events: readonly PriceEvent[], today: string): NewAlertText[] {
  const tomorrow = addDays(today, 1);
  return events
    .filter(({ from }) => from === today || from === tomorrow)
    .map(({ id, name, from, to }) => ({
      kind: 'event',
      key: `event|${id}|${from}`,
      title: `${name}: ${from === today ? 'today' : 'tomorrow'}`,
      text: to === from ? from : `${from} to ${to}`,
    }));
}
