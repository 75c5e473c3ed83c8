import { describe, expect, it } from 'vitest';
import type { Catalogue, Picks } from '../parts/index.ts';
import { openSession } from '../session/index.ts';
import { BOARD, BRIEF, CARD, CATALOGUE, GOOD, MEMORY } from '../test/fixtures.ts';
import { summaryFor } from './summary.ts';

const PICKS = Object.fromEntries(
  Object.entries(GOOD).flatMap(([slot, part]) =>
    part ? [[slot, { part: part.id, offer: `${part.id}.near` }]] : [],
  ),
) as Picks;

/** A build of the good parts with some figures missing, summed up under a brief that lets so much be assumed. */
function summed(blanks: Readonly<Record<string, object>>, assume: 'none' | 'usual') {
  const parts = CATALOGUE.parts.map((part) => ({ ...part, ...blanks[part.id] })) as Catalogue['parts'];
  const brief = { ...BRIEF, whereToBuy: { ...BRIEF.whereToBuy, assume } };
  return summaryFor(openSession({ ...CATALOGUE, parts }, brief)).summarise(PICKS);
}
const gameOf = ({ rates }: ReturnType<typeof summed>) => (rates.status === 'known' ? rates.games[0] : null);

describe('what a build rests on', () => {
  it('is nothing where everything is stated, and what is missing stays unknown where nothing may be assumed', () => {
    expect(summed({}, 'usual').resting).toEqual([]);
    const { resting, findings } = summed({ motherboard: { vrmWatts: null } }, 'none');
    expect(resting).toEqual([]);
    expect(findings.find(({ rule }) => rule === 'power-stage')?.verdict).toBe('unknown');
  });

  it('names the figure that would break it at its worst, and by which rule', () => {
    const { resting, findings } = summed({ motherboard: { vrmWatts: null } }, 'usual');
    expect(findings.some(({ rule }) => rule === 'power-stage')).toBe(false);
    expect(resting).toHaveLength(1);
    // Feeds the hungriest processor of its socket here (88 W); at worst 65 W. Common practice, no source.
    expect(resting[0].assumption).toMatchObject({ part: BOARD.id, figure: 'vrmWatts', value: 88, worst: 65 });
    expect(resting[0]).toMatchObject({ neededFor: 'fit', movesRates: false, lost: 0 });
    expect(resting[0].breaks?.rule).toBe('power-stage');
  });

  it('widens the interval of a rate down to the worst, and leaves the rate where it is', () => {
    // DDR4-3200 runs at CL22 by the standard's common bin (JESD79-4, from memory); kits with a profile at CL16.
    const assumed = summed({ memory: { ratedCl: null } }, 'usual');
    expect(assumed.resting[0].assumption).toMatchObject({
      figure: 'ratedCl',
      value: MEMORY.ratedCl,
      worst: 22,
    });
    expect(assumed.resting[0].movesRates).toBe(true);
    const stated = gameOf(summed({}, 'usual'));
    const atWorst = gameOf(summed({ memory: { ratedCl: 22 } }, 'usual'));
    expect(gameOf(assumed)?.average).toBe(stated?.average);
    expect(gameOf(assumed)?.interval.low).toBe(atWorst?.interval.low);
    expect(atWorst?.interval.low).toBeLessThan(stated?.interval.low ?? 0);
    expect(gameOf(assumed)?.interval.high).toBe(stated?.interval.high);
  });

  it('reads a card’s sockets off its draw by the card specification: 75 W by the slot, 150 W a plug', () => {
    const [power] = summed({ gpu: { power: null } }, 'usual').resting;
    expect(power.assumption.value).toEqual({ sixPin: 0, eightPin: 1, sixteenPin: 0 });
    expect(CARD.boardPowerWatts).toBe(150);
  });

  it('leaves out what nothing reads of these very parts', () => {
    // No radiator, no 3.5-inch drive: the case's places for them matter to nobody.
    expect(summed({ case: { radiatorsMm: null, bays35: null } }, 'usual').resting).toEqual([]);
  });
});
