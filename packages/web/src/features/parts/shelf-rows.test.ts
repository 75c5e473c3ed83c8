import type { Catalogue } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';
import { matchingRows, shelfRows } from './shelf-rows.ts';

const catalogue = {
  parts: [
    {
      id: 'b',
      kind: 'psu',
      brand: 'Wattlewood',
      name: 'Mast',
      ratedWatts: 600,
      form: null,
      efficiency: null,
      eightPinConnectors: 2,
    },
    {
      id: 'a',
      kind: 'cpu',
      brand: 'Tarnholt',
      name: 'Dunlin',
      socket: 'T4',
      cores: 6,
      threads: 12,
      packagePowerWatts: 65,
      boostMhz: 4400,
      integratedGraphics: false,
    },
  ],
  offers: [{ part: 'a', condition: 'used' }],
} as unknown as Catalogue; // what the list reads

const ALL = {
  kind: null,
  filter: 'all',
  brand: null,
  socket: null,
  condition: null,
} as const;

describe('the list of parts', () => {
  const rows = shelfRows(catalogue);
  it('is in the order of a build, and says the essentials in words', () => {
    expect(rows.map(({ part }) => part.id)).toEqual(['a', 'b']);
    expect(rows[0].specs).toBe('T4 · 6 cores · 12 threads · 4400 MHz · 65 W');
    expect(rows[1].specs).toBe('600 W · 2 × 6+2-pin');
    expect(rows.map(({ gaps }) => gaps)).toEqual([0, 2]);
  });
  it('is narrowed by kind, words, gaps, prices and rates', () => {
    const ids = ({ search = '', ...wish }: { search?: string; [key: string]: unknown }) =>
      matchingRows(
        rows,
        search,
        { ...ALL, ...wish },
        () => false,
        (part, condition) => part === 'a' && condition === 'used',
      ).map(({ part }) => part.id);
    expect(ids({ kind: 'psu' })).toEqual(['b']);
    expect(ids({ search: 'dunlin t4' })).toEqual(['a']);
    expect(ids({ search: '600 W' })).toEqual(['b']);
    expect(ids({ filter: 'gaps' })).toEqual(['b']);
    expect(ids({ filter: 'no-price' })).toEqual(['b']);
    expect(ids({ filter: 'no-rate' })).toEqual(['a']);
    expect(ids({ brand: 'Wattlewood' })).toEqual(['b']);
    expect(ids({ socket: 'T4' })).toEqual(['a']);
    expect(ids({ condition: 'used' })).toEqual(['a']);
    expect(ids({ condition: 'new' })).toEqual([]);
  });
});
