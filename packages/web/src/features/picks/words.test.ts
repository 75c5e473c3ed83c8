import type { Part } from '@ripe-pick/core/parts';
import type { Trade } from '@ripe-pick/core/swaps';
import { describe, expect, it } from 'vitest';
import { factsOf } from '../../shared/format/facts.ts';
import { tradeEffect, tradeName, tradeWords } from './words.ts';

const SUPPLY: Part = {
  id: 's',
  kind: 'psu',
  brand: 'Ohmsby',
  name: 'Mast 500',
  form: 'ATX',
  lengthMm: 140,
  ratedWatts: 500,
  efficiency: 'Bronze',
  eightPinConnectors: null,
  sixteenPinConnectors: 0,
  cpuConnectors: 1,
  quality: null,
};
const trade = (change: Partial<Trade>): Trade => ({
  slot: 'psu',
  part: SUPPLY,
  offer: null,
  isCurrent: false,
  isOwned: false,
  money: -1104,
  isDominated: false,
  keepFor: null,
  score: 0,
  gain: 150,
  barrier: null,
  ...change,
});

describe('trades in words', () => {
  it('say money, then frames, then what else the slot is for', () => {
    expect(tradeEffect(trade({}), 'EUR')).toBe('−€11.04, ±0.0 fps, +150 W watts to spare');
    expect(tradeEffect(trade({ slot: 'gpu', score: -2600, gain: -2600 }), 'EUR')).toBe('−€11.04, −2.6 fps');
  });
  it('say what room to grow is worth where that is the height, but not of what does not fit', () => {
    const room = { label: 'room to grow', unit: 'fps', kind: 'frames' } as const;
    expect(tradeEffect(trade({ gain: 1200 }), 'EUR', room)).toBe('−€11.04, ±0.0 fps, room to grow +1.2 fps');
    expect(tradeEffect(trade({ gain: null }), 'EUR', room)).toBe(
      '−€11.04, ±0.0 fps, room to grow not known yet',
    );
    const barrier = { sentence: 'No.' } as Trade['barrier'];
    expect(tradeEffect(trade({ gain: null, barrier }), 'EUR', room)).toBe('−€11.04, ±0.0 fps');
  });
  it('say unknown where something is not known', () => {
    expect(tradeEffect(trade({ score: null, gain: null }), 'EUR')).toBe(
      '−€11.04, frames unknown, watts to spare unknown',
    );
  });
  it('name the empty slot by what it means', () => {
    expect(tradeName(trade({ slot: 'cooler', part: null }))).toBe('boxed cooler');
    expect(tradeName(trade({ slot: 'gpu', part: null }))).toContain('integrated graphics');
    expect(tradeName(trade({}))).toBe('Ohmsby Mast 500');
  });
  it('tell a screen reader the fit and its reason', () => {
    const barrier = { sentence: 'The power supply is ATX, the case takes SFX.' } as Trade['barrier'];
    expect(tradeWords(trade({ barrier }), 'EUR')).toContain(
      'does not fit: The power supply is ATX, the case takes SFX.',
    );
    expect(tradeWords(trade({ isCurrent: true }), 'EUR')).toBe('Ohmsby Mast 500, the current pick');
  });
});

describe('a sheet in words', () => {
  const facts = factsOf(SUPPLY);
  it('has a line for every figure, with its unit, and none for ids', () => {
    expect(facts.find((fact) => fact.name === 'Rated')?.value).toBe('500 W');
    expect(facts.find((fact) => fact.name === 'Length')?.value).toBe('140 mm');
    expect(facts.some((fact) => fact.name === 'id')).toBe(false);
  });
  it('says "not stated" where the sheet is silent', () => {
    const gap = facts.find((fact) => fact.name === '6+2-pin connectors');
    expect(gap).toEqual({ name: '6+2-pin connectors', value: 'not stated', isKnown: false });
  });
  it('spells lists, nested figures and yes or no', () => {
    const motherboard = factsOf({
      id: 'b',
      kind: 'motherboard',
      brand: 'M',
      name: 'N',
      socket: 'T4',
      chipset: 'Reed 1',
      formFactor: 'ATX',
      memoryType: 'DDR4',
      memorySlots: 2,
      memoryMaxGb: 64,
      memoryMaxMts: 3200,
      memoryProfile: true,
      biosVersion: 1,
      flashesWithoutCpu: false,
      m2: [{ protocols: ['NVMe', 'SATA'], maxLengthMm: 80, disablesSataPorts: 0 }],
      sataPorts: 4,
      pcieSlot: { generation: 4, lanes: 16 },
      smallSlots: 0,
      vrmWatts: 95,
      cpuPowerConnectors: 1,
      wireless: null,
      displayOutputs: [],
      watts: 25,
      overclocking: null,
      fanHeaders: 2,
      frontHeaders: null,
    });
    const value = (name: string) => motherboard.find((fact) => fact.name === name)?.value;
    expect(value('Outputs')).toBe('none');
    expect(value('Memory profiles')).toBe('yes');
    expect(value('Graphics card slot')).toBe('generation 4, 16 lanes');
    expect(value('M.2 places')).toBe('NVMe or SATA up to 80 mm');
    expect(value('Wireless')).toBe('not stated');
  });
});
