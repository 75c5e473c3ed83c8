import { slotWords } from '../parts/index.ts';
import type { Obstacle } from './obstacles.ts';

const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;

/** An obstacle in one plain sentence. */
export function obstacleWords(obstacle: Obstacle): string {
  switch (obstacle.code) {
    case 'no-game':
      return 'The brief names no game, so no frame rate can be compared.';
    case 'unknown-game':
      return `The catalogue no longer has ${counted(obstacle.games.length, 'game')} of the brief: ${obstacle.games.join(', ')}.`;
    case 'no-part':
      return `There is no ${slotWords(obstacle.slot)} in the catalogue.`;
    case 'no-price':
      return `No ${slotWords(obstacle.slot)} has a price that counts (${counted(obstacle.parts.length, 'part')} without).`;
    case 'sold-out':
      return `Every ${slotWords(obstacle.slot)} is sold out (${counted(obstacle.parts.length, 'part')}).`;
    case 'no-rate-of-exchange':
      return `${counted(obstacle.offers, 'offer')} in ${obstacle.currency} would make a build possible, and no rate of exchange for ${obstacle.currency} is known.`;
    case 'specs-missing':
      return `Specs without which there is no frame rate are missing on every ${slotWords(obstacle.slot)} that could be bought.`;
    case 'specs-to-state':
      return 'Specs are missing, so that nobody can say whether even the cheapest set fits:';
    case 'no-pair': {
      const [a, b] = obstacle.slots.map(slotWords);
      return `No ${a} goes with any ${b} of the catalogue${obstacle.rule ? `: ${obstacle.rule.toLowerCase()}` : ''}.`;
    }
    case 'no-set':
      return 'The parts of the catalogue go together two by two, and no whole set does.';
  }
}
