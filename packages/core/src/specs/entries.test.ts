import { describe, expect, it } from 'vitest';
import { columnsOf, entriesIn, entriesOfTable, isPartsTable, type PartEntry } from './entries.ts';
import { readSpecs } from './read-specs.ts';

const kindsOf = (entries: readonly PartEntry[]) =>
  entries.map(({ lines, kind }) => readSpecs(lines, kind).kind);
const offersOf = (entries: readonly PartEntry[]) =>
  entries.map(({ offer: { price, currency, shop, condition } }) => [price, currency, shop, condition]);

describe('several parts in one text', () => {
  it('one part a line, with price, shop and condition behind it', () => {
    const entries = entriesIn(
      [
        'Wrenlow Spar 2x8 GB DDR4-3200 CL16, 45,90 EUR at Corner',
        'Wattlewood Mast 600 W 80+ Bronze power supply - €55.00 - Corner',
        'Bramfell Ember 270 graphics card 8 GB | 120 EUR used from Market Hall',
        'Fennimark Race 1 TB M.2 NVMe SSD',
      ].join('\n'),
    );
    expect(kindsOf(entries)).toEqual(['memory', 'psu', 'gpu', 'storage']);
    expect(offersOf(entries)).toEqual([
      ['45,90 EUR', 'EUR', 'Corner', null],
      ['€55.00', 'EUR', 'Corner', null],
      ['120 EUR', 'EUR', 'Market Hall', 'used'],
      [null, null, null, null],
    ]);
  });
  it('a line that does not say what it is stays a line of its own where each has its price', () => {
    const entries = entriesIn(
      'Umberline thing, 12 EUR\nMarrow Lark 65 graphics card, 8 GB, 99 NOK at Corner',
    );
    expect(kindsOf(entries)).toEqual([null, 'gpu']);
    expect(offersOf(entries).map(([price]) => price)).toEqual(['12 EUR', '99 NOK']);
  });
  it('takes no figure of a part for a price', () => {
    for (const line of [
      'Fennimark Slab 4 TB hard drive 5400 RPM',
      'Wattlewood Mast 600 W 80+ Bronze power supply, 140 mm long',
      'Wrenlow Spar 2x8 GB DDR4-3200 CL16',
    ])
      expect(offersOf(entriesIn(line))).toEqual([[null, null, null, null]]);
  });
  it('blocks with empty lines between them, with labels of an offer among the specs', () => {
    const entries = entriesIn(
      'Hollandale Tin case\nGPU length: 330 mm\nPrice: 45.00 EUR\nShop: Corner\n\nKestrand Mole motherboard\nSocket: T4\nCondition: used',
    );
    expect(kindsOf(entries)).toEqual(['case', 'motherboard']);
    expect(offersOf(entries)).toEqual([
      ['45.00 EUR', 'EUR', 'Corner', null],
      [null, null, null, 'used'],
    ]);
  });
  it('a case by the outline in its name takes that and the smaller ones', () => {
    const boards = (name: string) =>
      readSpecs(entriesIn(name)[0].lines).figures.find(({ figure }) => figure === 'motherboardFormFactors')
        ?.value;
    expect(boards('Hollandale Tin case ATX')).toEqual(['mini-ITX', 'micro-ATX', 'ATX']);
    expect(boards('Hollandale Pail micro ATX case')).toEqual(['mini-ITX', 'micro-ATX']);
    expect(boards('Hollandale Tin case for an ATX PSU')).toBeUndefined();
  });
  it('drops no word of an offer that it does not understand', () => {
    const [entry] = entriesIn(
      'Kestrand Mole motherboard\nSocket: T4\nCondition: grade B\nCurrency: euro\nPrice: 40',
    );
    expect(entry.offer).toEqual({ price: '40', currency: 'EURO', shop: null, condition: null });
    expect(readSpecs(entry.lines).unread).toContain('Condition: grade B');
  });
  it('a block of specs is one part, however many lines it has', () =>
    expect(entriesIn('Tarnholt Dunlin 250\nSocket: T4\nCores: 6\nThreads: 12')).toHaveLength(1));
});

describe('a table of parts', () => {
  const HEAD = ['Kind', 'Brand', 'Name', 'Board power (W)', 'Colour', 'Price', 'Currency', 'Shop'];
  const ROW = ['Graphics card', 'Bramfell', 'Ember 270', '150', 'red', '190.50', 'NOK', 'Corner'];
  it('is told from text by its headings', () => {
    expect(isPartsTable(HEAD)).toBe(true);
    expect(isPartsTable(['Socket: T4', 'TDP 65 W'])).toBe(false);
  });
  it('is read by its headings, and what they do not say is kept', () => {
    const columns = columnsOf(HEAD);
    expect(columns.filter(({ label }) => label === null).map(({ header }) => header)).toEqual(['Colour']);
    const [entry] = entriesOfTable(columns, [ROW, ['', '', '', '', '', '', '', '']]);
    const read = readSpecs(entry.lines, entry.kind);
    expect(read).toMatchObject({
      kind: 'gpu',
      brand: 'Bramfell',
      name: 'Ember 270',
      unread: ['Colour: red'],
    });
    expect(read.figures.map(({ figure, value }) => [figure, value])).toEqual([['boardPowerWatts', 150]]);
    expect(offersOf([entry])).toEqual([['190.50', 'NOK', 'Corner', null]]);
  });
  it('a column can be told what it stands for, or to be left out', () => {
    const told = columnsOf(['Dinge', 'Name', 'Preis'], { Dinge: 'kind', Preis: 'price', Name: '' });
    expect(told.map(({ label }) => label)).toEqual(['kind', null, 'price']);
    const [entry] = entriesOfTable(told, [['PSU', 'Mast', '55']]);
    expect(entry.kind).toBe('psu');
    expect(entry.offer.price).toBe('55');
  });
});
