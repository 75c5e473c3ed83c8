import { slotWords } from '../parts/index.ts';
import type { Blocker } from './blockers.ts';

const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

/** A blocker in one plain sentence. */
export function blockerWords(blocker: Blocker): string {
  switch (blocker.code) {
    case 'no-game':
      return 'The brief names no game, so no frame rate can be compared.';
    case 'unknown-game':
      return `The catalogue no longer has ${counted(blocker.games.length, 'game')} of the brief: ${blocker.games.join(', ')}.`;
    case 'no-part':
      return `There is no ${slotWords(blocker.slot)} in the catalogue.`;
    case 'no-price':
      return `No ${slotWords(blocker.slot)} has a price that counts (${counted(blocker.parts.length, 'part')} without).`;
    case 'sold-out':
      return `Every ${slotWords(blocker.slot)} is sold out (${counted(blocker.parts.length, 'part')}).`;
    case 'no-rate-of-exchange':
      return `${counted(blocker.offers, 'offer')} in ${blocker.currency} would make a build possible, and no rate of exchange for ${blocker.currency} is known.`;
    case 'specs-missing':
      return `Specs without which there is no frame rate are missing on every ${slotWords(blocker.slot)} that could be bought.`;
    case 'specs-to-state':
      return 'Specs are missing, so that nobody can say whether even the cheapest set fits:';
    case 'no-pair': {
      const [a, b] = blocker.slots.map(slotWords);
      return `No ${a} goes with any ${b} of the catalogue${blocker.rule ? `: ${blocker.rule.toLowerCase()}` : ''}.`;
    }
    case 'no-set':
      return 'The parts of the catalogue go together two by two, and no whole set does.';
  }
}
