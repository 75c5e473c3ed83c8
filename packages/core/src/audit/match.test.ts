import { describe, expect, it } from 'vitest';
import type { Part } from '../parts/index.ts';
import { CARD, MEMORY, PROCESSOR, SUPPLY } from '../test/fixtures.ts';
import { isSure, partMatcher } from './index.ts';
import { slotOfWord } from './line.ts';

const named = <P extends Part>(part: P, id: string, brand: string, name: string): P => ({
  ...part,
  id,
  brand,
  name,
});
const PARTS: readonly Part[] = [
  named(PROCESSOR, 'dunlin-250', 'Tarnholt', 'Dunlin 250'),
  named(PROCESSOR, 'dunlin-350', 'Tarnholt', 'Dunlin 350'),
  named(CARD, 'ember-duo-8', 'Bramfell', 'Ember 270 Duo 8 GB'),
  named(CARD, 'ember-duo-16', 'Bramfell', 'Ember 270 Duo 16 GB'),
  named(CARD, 'ember-kestrand', 'Kestrand', 'Ember 270 Duo 8 GB'),
  named(MEMORY, 'spar', 'Wrenlow', 'Spar 2x8 3600 CL16'),
  named(SUPPLY, 'mast', 'Ohmsby', 'Mast 500 Plain'),
];
const match = partMatcher(PARTS);

describe('what a name in a list may mean', () => {
  it.each([
    ['Tarnholt Dunlin 250', null, 'dunlin-250'],
    ['TARNHOLT dunlin-250', 'cpu', 'dunlin-250'],
    ['Wrenlow Spar 2x8 3600 CL16', 'memory', 'spar'],
    ['Wrenlow Spar (2x8, 3600, CL16)', null, 'spar'],
  ] as const)('%s is sure', (name, slot, part) => {
    const found = match(name, slot);
    expect(found[0].part).toBe(part);
    expect(isSure(found)).toBe(true);
  });
  it('is asked about where two fit as well, or words are missing', () => {
    expect(isSure(match('Ember 270 Duo', 'gpu'))).toBe(false);
    expect(match('Ember 270 Duo', 'gpu').length).toBeGreaterThan(1);
    expect(isSure(match('Bramfell Ember 270 Duo', 'gpu'))).toBe(false);
    expect(isSure(match('Dunlin', null))).toBe(false);
  });
  it('keeps to the slot that the line names', () => {
    expect(match('Tarnholt Dunlin 250', 'gpu')).toEqual([]);
    expect(match('Ohmsby Mast 500 Plain', 'psu')[0].part).toBe('mast');
  });
  it('finds nothing in what is no part', () => {
    expect(match('a poster of the harbour', null)).toEqual([]);
    expect(match('', null)).toEqual([]);
  });
});

describe('words for slots', () => {
  it.each([
    ['CPU', 'cpu'],
    ['Motherboard', 'motherboard'],
    ['**RAM**', 'memory'],
    ['GPU:', 'gpu'],
    ['NVMe', 'storage'],
    ['PSU', 'psu'],
    ['Wi-Fi', 'network'],
    ['OS', 'os'],
  ] as const)('%s is the %s', (word, slot) => {
    expect(slotOfWord(word)).toBe(slot);
  });
  it('other words name none', () => expect(slotOfWord('Ember')).toBeNull());
});
