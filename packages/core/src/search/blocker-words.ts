import { slotWords } from '../parts/index.ts';
import { countWords, dayText } from '../units/index.ts';
import type { Blocker } from './blockers.ts';

/** A blocker in one plain sentence. */
export function blockerWords(blocker: Blocker): string {
  switch (blocker.code) {
    case 'no-game':
      return 'The brief names no game, so no frame rate can be compared.';
    case 'ready-by-passed':
      return `The day by which all has to be there, ${dayText(blocker.readyBy)}, has passed: nothing that is bought now can arrive by it. Give the brief a later day, or none.`;
    case 'unknown-game':
      return `The catalogue no longer has ${countWords(blocker.games.length, 'game')} of the brief: ${blocker.games.join(', ')}.`;
    case 'no-part':
      return `There is no ${slotWords(blocker.slot)} in the catalogue.`;
    case 'no-price':
      return `No ${slotWords(blocker.slot)} has a price that counts (${countWords(blocker.parts.length, 'part')} without).`;
    case 'sold-out':
      return `Every ${slotWords(blocker.slot)} is sold out (${countWords(blocker.parts.length, 'part')}).`;
    case 'no-rate-of-exchange':
      return `${countWords(blocker.offers, 'offer')} in ${blocker.currency} would make a build possible, and no rate of exchange for ${blocker.currency} is known.`;
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
