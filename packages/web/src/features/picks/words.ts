import {
  MEASURES,
  type KeepReason,
  type Measure,
  type Repair,
  type SwapReason,
  type Trade,
} from '@ripe-pick/core/swaps';
import type { Slot } from '@ripe-pick/core/parts';
import { money, signed } from '../../shared/format/format.ts';
import { EMPTY_NAMES } from '../../shared/format/slots.ts';

export function tradeName(trade: Trade): string {
  return trade.part ? `${trade.part.brand} ${trade.part.name}` : (EMPTY_NAMES[trade.slot] ?? 'left empty');
}

type HeightMeasure = Pick<Measure, 'label' | 'unit' | 'kind'>;

/** What a swap does, in short: money, then frames, then the lane's own measure or what else its height was given. */
export function tradeEffect(
  trade: Trade,
  currency: string,
  measure: HeightMeasure = MEASURES[trade.slot],
): string {
  const { kind, unit, label } = measure;
  const pieces = [money(trade.money, currency, { sign: true })];
  if (trade.score !== null) pieces.push(`${signed(trade.score / 1000)} fps`);
  else pieces.push('frames unknown');
  if (kind === 'own' && unit)
    pieces.push(trade.gain === null ? `${label} unknown` : `${signed(trade.gain, 0)} ${unit} ${label}`);
  else if (kind === 'frames' && label !== MEASURES[trade.slot].label && !trade.barrier)
    pieces.push(`${label} ${trade.gain === null ? 'not known yet' : `${signed(trade.gain / 1000)} ${unit}`}`);
  return pieces.join(', ');
}

/** The same as one sentence for a screen reader. */
export function tradeWords(
  trade: Trade,
  currency: string,
  measure: HeightMeasure = MEASURES[trade.slot],
): string {
  if (trade.isCurrent) return `${tradeName(trade)}, the current pick`;
  const state = trade.barrier ? `, does not fit: ${trade.barrier.sentence}` : '';
  return `${tradeName(trade)}, ${tradeEffect(trade, currency, measure)}${trade.offer ? `, ${trade.offer.condition}` : ''}${state}`;
}

/** The one reason to keep a rival that is neither better nor cheaper. */
export function keepWords(reason: KeepReason | null): string {
  if (!reason) return 'Neither better nor cheaper than the current pick: nothing speaks for it.';
  const what = ((): string => {
    switch (reason.kind) {
      case 'video-memory':
        return `${reason.more} GB more video memory`;
      case 'memory':
        return `${reason.more} GB more memory`;
      case 'space':
        return `${reason.more} GB more space`;
      case 'watts':
        return `${reason.more} W more`;
      case 'warranty':
        return `${reason.more} months more warranty`;
      case 'quieter':
        return `${reason.less} dB quieter`;
      case 'cooler':
        return `draws ${reason.less} W less`;
    }
  })();
  return `Neither better nor cheaper than the current pick. One reason to keep it: ${what}.`;
}

/** What a repair does as a whole: its companions by name, then money and frames. */
export function repairWords(
  repair: Repair,
  slot: Slot | null,
  currency: string,
  nameOf: (swap: Repair['swaps'][number]) => string,
): string {
  const companions = repair.swaps.filter((swap) => swap.slot !== slot).map(nameOf);
  const frames = repair.score === null ? 'frames unknown' : `${signed(repair.score / 1000)} fps`;
  return `all in all ${money(repair.money, currency, { sign: true })}, ${frames}, with ${companions.join('; ')}.`;
}

/** Why a swap is in a proposal, in a line. */
export function reasonWords(reason: SwapReason | null, currency: string, unit: string): string {
  switch (reason?.kind) {
    case 'fits':
      return `without it: ${reason.sentence}`;
    case 'budget':
      return `without it ${money(reason.minor, currency)} over the budget`;
    case 'frames':
      return `worth ${signed(reason.score / 1000)} ${unit} in the whole set`;
    case 'money':
      return `${money(reason.minor, currency)} less for the same frames`;
    default:
      return 'as good as what stands there';
  }
}
