import { readFileSync } from 'node:fs';
import { catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import { ESSENTIALS } from '@ripe-pick/core/assumptions';
import { PartFinder, type Catalogue, type Part } from '@ripe-pick/core/parts';
import { columnsOf, entriesIn, entriesOfTable, readSpecs, templateHeadings } from '@ripe-pick/core/specs';
import { describe, expect, it } from 'vitest';
import { PART_KINDS, SLOT_NAMES } from '../../shared/format/slots.ts';
import {
  asKind,
  carriedOver,
  changesOfRows,
  draftOfRow,
  problemsOfRows,
  entryRow,
  twinOf,
} from './part-entries.ts';

const demo = catalogueOf(
  catalogueFileSchema.parse(
    JSON.parse(readFileSync(new URL('../../../../demo/files/catalogue.json', import.meta.url), 'utf8')),
  ),
);
const EMPTY: Catalogue = { ...demo, parts: [], shops: [], offers: [], deals: [], currencyRates: [] };
const rowsOf = (text: string) =>
  entriesIn(text).map((entry) => entryRow(entry, readSpecs(entry.lines, entry.kind)));

const LIST = [
  'Wrenlow Spar 2x8 GB DDR4-3200 CL16, 45,90 EUR at Corner',
  'Wattlewood Mast 600 W 80+ Bronze power supply, 55.00 EUR',
].join('\n');

describe('several parts', () => {
  it('become parts, one shop for all of them, and an offer each, in one go', () => {
    const changes = changesOfRows(rowsOf(LIST), 'Corner', EMPTY, 'EUR');
    expect(changes.map((change) => change.do)).toEqual([
      'put-part',
      'put-shop',
      'put-offer',
      'put-part',
      'put-offer',
    ]);
    const offers = changes.flatMap((change) => (change.do === 'put-offer' ? [change.item] : []));
    expect(offers.map(({ shop, priceMinor }) => [shop, priceMinor])).toEqual([
      ['corner', 4590],
      ['corner', 5500],
    ]);
  });
  it('say what they need first: a shop, a kind, a choice', () => {
    const [spar, mast] = rowsOf(LIST);
    expect(problemsOfRows([spar], '', EMPTY, 'EUR')[0]).toEqual([]);
    expect(problemsOfRows([mast], '', EMPTY, 'EUR')[0].map(({ field }) => field)).toEqual(['Shop']);
    const [unknown] = rowsOf('Umberline thing');
    expect(problemsOfRows([unknown], '', EMPTY, 'EUR')[0].map(({ field }) => field)).toEqual(['Kind']);
    expect(problemsOfRows([asKind(unknown, 'extras')], '', EMPTY, 'EUR')[0]).toEqual([]);
  });
  it('keep what was typed into them when the text grows', () => {
    const [spar, mast] = rowsOf(LIST);
    const typed = { ...mast, typed: { brand: 'Other' } };
    const grown = carriedOver([spar, typed], rowsOf(`${LIST}\nFennimark Race 1 TB M.2 NVMe SSD`));
    expect(grown.map((row) => row.typed.brand)).toEqual([undefined, 'Other', undefined]);
  });
  it('of a part that comes twice are filled in one after the other', () => {
    const there = {
      ...demo.parts.find(({ kind }) => kind === 'psu'),
      brand: 'Wattlewood',
      name: 'Keel',
      gtin: undefined,
      mpn: undefined,
      efficiency: null,
      lengthMm: null,
    } as unknown as Part;
    const rows = rowsOf(
      'Wattlewood Keel\nKind: PSU\nEfficiency: 80 PLUS Gold\n\nWattlewood Keel\nKind: PSU\nDepth: 140 mm',
    );
    const changes = changesOfRows(rows, 'Corner', { ...EMPTY, parts: [there] }, 'EUR');
    expect(changes.at(-1)).toMatchObject({ item: { id: there.id, efficiency: 'Gold', lengthMm: 140 } });
  });
  it('never read a price in another currency than its shop sells in', () => {
    const shop = {
      id: 'corner',
      name: 'Corner',
      kind: 'shop' as const,
      currency: 'NOK',
      shipping: { feeMinor: 0, freeFromMinor: null },
    };
    const [spar] = rowsOf(LIST);
    const [[problem]] = problemsOfRows([spar], '', { ...EMPTY, shops: [shop] }, 'EUR');
    expect(problem.message).toBe('It is in EUR, and Corner sells in NOK.');
    const rows = rowsOf(`${LIST}\nMarrow Lark 65 graphics card, 99 NOK`);
    const last = problemsOfRows(rows, 'Corner', EMPTY, 'EUR')[2];
    expect(last.map(({ message }) => message)).toEqual([
      'It is in NOK, and another row has Corner sell in EUR.',
    ]);
  });
  it('of a part that is there fill in what it lacks, and leave what it has', () => {
    const there = {
      ...demo.parts.find(({ kind }) => kind === 'psu'),
      brand: 'Wattlewood',
      name: 'Mast 600 W 80+ Bronze power supply',
      efficiency: null,
      ratedWatts: 650,
    } as Part;
    const catalogue = { ...EMPTY, parts: [there] };
    const [, mast] = rowsOf(LIST);
    expect(twinOf(draftOfRow(mast, ''), new PartFinder(catalogue.parts))?.id).toBe(there.id);
    const [change] = changesOfRows([mast], 'Corner', catalogue, 'EUR');
    expect(change).toMatchObject({
      do: 'put-part',
      item: { id: there.id, efficiency: 'Bronze', ratedWatts: 650 },
    });
  });
});

/** A figure as somebody would write it into a cell. */
const cell = (value: unknown): string =>
  Array.isArray(value)
    ? value.join(', ')
    : typeof value === 'boolean'
      ? value
        ? 'yes'
        : 'no'
      : value === null
        ? ''
        : String(value);

/** Lists of a part’s figures are sets. */
const unordered = (value: unknown) => (Array.isArray(value) ? [...(value as unknown[])].sort() : value);

describe('the table to fill in', () => {
  it.each(PART_KINDS.filter((kind) => kind !== 'os' && kind !== 'extras'))(
    'of %s is read back to the figure',
    (kind) => {
      const part = demo.parts.find((each) => each.kind === kind);
      const figures = part as unknown as Record<string, unknown>;
      const essentials = ESSENTIALS[kind];
      const head = templateHeadings(kind, essentials);
      const row = [
        SLOT_NAMES[kind],
        'Umberline',
        'Thing',
        '',
        ...essentials.map((figure) => cell(figures[figure])),
        '10.00',
        'NOK',
        'Corner',
        'used',
      ];
      expect(row).toHaveLength(head.length);
      const columns = columnsOf(head);
      expect(columns.filter(({ label }) => label === null)).toEqual([]);
      const [entry] = entriesOfTable(columns, [row]);
      const read = readSpecs(entry.lines, entry.kind);
      expect({ kind: read.kind, brand: read.brand, name: read.name }).toEqual({
        kind,
        brand: 'Umberline',
        name: 'Thing',
      });
      const stated = essentials.filter((figure) => (figures[figure] ?? null) !== null);
      expect(Object.fromEntries(read.figures.map((each) => [each.figure, unordered(each.value)]))).toEqual(
        Object.fromEntries(stated.map((figure) => [figure, unordered(figures[figure])])),
      );
      expect(entry.offer).toEqual({ price: '10.00', currency: 'NOK', shop: 'Corner', condition: 'used' });
    },
  );
});
