import { afterEach, describe, expect, it } from 'vitest';
import { dayText, monthText, writeDaysFrom, writeNumbersAs } from './index.ts';

afterEach(() => {
  writeNumbersAs('en');
  writeDaysFrom(null);
});

describe('days for reading', () => {
  it('have no year within the year, and one outside of it', () => {
    expect(dayText('2026-11-27', '2026-01-01')).toBe('27 Nov');
    expect(dayText('2027-01-02', '2026-12-31')).toBe('2 Jan 2027');
    expect(dayText('2026-11-27', null)).toBe('27 Nov 2026');
    writeDaysFrom('2026-11-20');
    expect([dayText('2026-11-27'), dayText('2027-11-27')]).toEqual(['27 Nov', '27 Nov 2027']);
    expect(monthText('2027-07')).toBe('Jul 2027');
  });
  // By Unicode CLDR, from memory.
  it('are written as the language writes them', () => {
    writeNumbersAs('de');
    expect(dayText('2026-11-27', null)).toBe('27. Nov. 2026');
    writeNumbersAs('ja');
    expect(dayText('2026-11-27', null)).toBe('2026年11月27日');
    writeNumbersAs('en-US');
    expect(dayText('2026-11-27', null)).toBe('Nov 27, 2026');
    expect(monthText('2026-11')).toBe('Nov 2026');
  });
  it('do not slip to their neighbour in any zone, and what is no day is left as it is', () => {
    expect(dayText('2026-03-29', '2026-03-01')).toBe('29 Mar');
    expect(dayText('some day', null)).toBe('some day');
    expect(monthText('')).toBe('');
  });
});
