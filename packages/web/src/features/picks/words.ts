import type { Trade } from '@ripe-pick/core/trades';
import { MEASURES } from '@ripe-pick/core/trades';
import { money, signed } from '../../shared/format/format.ts';
import { EMPTY_NAMES } from '../../shared/format/slots.ts';

export function tradeName(trade: Trade): string {
  return trade.part ? `${trade.part.maker} ${trade.part.name}` : (EMPTY_NAMES[trade.slot] ?? 'left empty');
}

/** What a swap does, in short: money, then frames or the lane's own measure. */
export function tradeEffect(trade: Trade, currency: string): string {
  const { kind, unit } = MEASURES[trade.slot];
  const pieces = [money(trade.money, currency, { sign: true })];
  if (trade.score !== null) pieces.push(`${signed(trade.score / 1000)} fps`);
  else pieces.push('frames unknown');
  if (kind === 'own' && unit)
    pieces.push(
      trade.gain === null
        ? `${MEASURES[trade.slot].label} unknown`
        : `${signed(trade.gain, 0)} ${unit} ${MEASURES[trade.slot].label}`,
    );
  return pieces.join(', ');
}

/** The same as one sentence for a screen reader. */
export function tradeWords(trade: Trade, currency: string): string {
  if (trade.isCurrent) return `${tradeName(trade)}, the current pick`;
  const state = trade.barrier ? `, does not fit: ${trade.barrier.sentence}` : '';
  return `${tradeName(trade)}, ${tradeEffect(trade, currency)}${trade.offer ? `, ${trade.offer.condition}` : ''}${state}`;
}
