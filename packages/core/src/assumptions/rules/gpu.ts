import { CARD_FEED_WATTS } from '../../compatibility/index.ts';
import { atBest, atWorst, rulesFor, surely, type AssumptionRule } from '../assumption.ts';

const gpu = rulesFor('gpu');

const CEM = 'PCI Express Card Electromechanical specification (values from memory)';

/** Length of cards by their draw, in mm: common, and the longest that is common. Common practice, no source. */
const LENGTHS: readonly (readonly [upToWatts: number, usual: number, most: number])[] = [
  [75, 175, 200],
  [130, 235, 260],
  [200, 270, 310],
  [Infinity, 320, 360],
];

export const GPU_ASSUMPTIONS: readonly AssumptionRule[] = [
  gpu(
    'lengthMm',
    { reach: 'all', reason: 'What graphics cards of this draw commonly measure. Measure before buying.' },
    ({ boardPowerWatts }) => {
      if (boardPowerWatts === null) return null;
      const [, usual, most] = LENGTHS.find(([upTo]) => boardPowerWatts <= upTo) ?? LENGTHS[0];
      return atBest(usual, most);
    },
  ),
  gpu('slotsWide', { reason: 'Two slots are usual up to 200 W, three above.' }, ({ boardPowerWatts }) =>
    atBest(boardPowerWatts !== null && boardPowerWatts > 200 ? 3 : 2, 3),
  ),
  gpu(
    'power',
    { reason: 'The fewest eight-pin sockets that carry its draw beside the slot.', source: CEM },
    ({ boardPowerWatts }) => {
      if (boardPowerWatts === null) return null;
      const eightPin = Math.max(
        0,
        Math.ceil((boardPowerWatts - CARD_FEED_WATTS.slot) / CARD_FEED_WATTS.eightPin),
      );
      const sockets = (count: number) => ({ sixPin: 0, eightPin: count, sixteenPin: 0 });
      return atBest(sockets(eightPin), sockets(eightPin + 1));
    },
  ),
  gpu(
    'recommendedPsuWatts',
    { reason: 'Its draw and 300 W for the rest, in steps of 50 W.' },
    ({ boardPowerWatts }) => {
      if (boardPowerWatts === null) return null;
      const watts = Math.ceil((boardPowerWatts + 300) / 50) * 50;
      return atBest(watts, watts + 100);
    },
  ),
  gpu('pcieGeneration', { reason: 'The generation of the platforms that it may go with.' }, (_part, peers) =>
    surely(peers.slotGeneration ?? 4),
  ),
  gpu('pcieLanes', { reason: 'Sixteen lanes are usual.' }, () => atBest(16, 8)),
  gpu('adapterEightPins', { reason: 'Counted as without an adapter in the box.' }, ({ power }) =>
    power && power.sixteenPin > 0 ? atWorst(0, 2) : surely(0),
  ),
  gpu('displayOutputs', { reason: 'HDMI and DisplayPort are usual.' }, () =>
    atBest(['HDMI' as const, 'DisplayPort' as const], ['DisplayPort' as const]),
  ),
];
