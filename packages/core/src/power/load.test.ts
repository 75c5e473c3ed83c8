import { describe, expect, it } from 'vitest';
import { CARD, GOOD, PROCESSOR, STORAGE } from '../test/fixtures.ts';
import { deciwatts, loadOf, neededPsuWatts } from './load.ts';

describe('load', () => {
  it('adds up to its lines', () => {
    const load = loadOf(GOOD, { ownedDrives: [{ ...STORAGE, id: 'old', watts: 6.5 }] });
    expect(load?.deciwatts).toBe(load?.lines.reduce((sum, line) => sum + deciwatts(line.watts), 0));
    // 88 + 25 + 2 x 3 + 150 + 5 + 3 + 2 + 6.5
    expect(load?.deciwatts).toBe(2855);
  });
  it('does not depend on the order of the slots', () => {
    const reversed = Object.fromEntries(Object.entries(GOOD).reverse());
    expect(loadOf(reversed, { ownedDrives: [] })?.deciwatts).toBe(
      loadOf(GOOD, { ownedDrives: [] })?.deciwatts,
    );
  });
  it('is unknown when the processor’s or the card’s draw is not stated; small parts have typical figures', () => {
    expect(loadOf({ ...GOOD, gpu: { ...CARD, boardPowerWatts: null } }, { ownedDrives: [] })).toBeNull();
    expect(
      loadOf({ ...GOOD, cpu: { ...PROCESSOR, packagePowerWatts: null } }, { ownedDrives: [] }),
    ).toBeNull();
    expect(loadOf({ ...GOOD, storage: { ...STORAGE, watts: null } }, { ownedDrives: [] })).not.toBeNull();
  });
});

describe('supply rules (common practice, no source)', () => {
  it('load at peak times 1.5: 500 W asks for 750 W', () => {
    expect(neededPsuWatts({ kind: 'load', factor: 1.5 }, 5000, 0)).toBe(750);
  });
  it('a system of 300 W sits at half of about 600 to 650 W', () => {
    expect(neededPsuWatts({ kind: 'half', factor: 1 }, 3000, 0)).toBe(600);
  });
  it('the larger of load x 1.3 and the maker’s figure is the default', () => {
    expect(neededPsuWatts({ kind: 'larger', factor: 1.3 }, 3000, 550)).toBe(550);
    expect(neededPsuWatts({ kind: 'larger', factor: 1.3 }, 5000, 550)).toBe(650);
  });
  it('300 W at most is fine on 500 W by every rule but the half', () => {
    for (const kind of ['load', 'larger'] as const)
      expect(neededPsuWatts({ kind, factor: 1.5 }, 3000, 450)).toBeLessThanOrEqual(500);
    expect(neededPsuWatts({ kind: 'maker', factor: 1 }, 3000, 450)).toBe(450);
  });
});
