import type { Against } from '@ripe-pick/core/compare';
import type { PriceIndex } from '@ripe-pick/core/money';
import { decimal, money } from '../../shared/format/format.ts';
import { pickName } from '../../shared/format/swaps.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

/** Half a tenth of a frame: smaller differences are called none. */
const SAME_SCORE = 50;

/** One sentence about a candidate held against the best build: what it costs and runs more or less, and why. */
export function againstWords(
  name: string,
  held: Against,
  currency: string,
  unit: string,
  market: PriceIndex,
): string {
  if (held.swaps.length === 0) return `${name} is the best set.`;
  const cost =
    held.money === 0
      ? 'costs the same'
      : `costs ${money(Math.abs(held.money), currency)} ${held.money > 0 ? 'more' : 'less'}`;
  const frames =
    held.score === null
      ? 'its rates are not known'
      : Math.abs(held.score) < SAME_SCORE
        ? 'is as fast'
        : `is ${decimal(Math.abs(held.score) / 1000, 1)} ${unit} ${held.score > 0 ? 'faster' : 'slower'}`;
  const reasons = held.because.map(
    (swap) =>
      `the ${SLOT_NAMES[swap.slot].toLowerCase()} is ${pickName(swap.to, swap.slot, market)} and not ${pickName(swap.from, swap.slot, market)}`,
  );
  const broken = held.barriers.length > 0 ? ' It also breaks rules: see its checks.' : '';
  return `${name} ${cost} and ${frames}${reasons.length > 0 ? `, because ${reasons.join(', and ')}` : ''}.${broken}`;
}
