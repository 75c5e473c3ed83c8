import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { readFileSync } from 'node:fs';
import {
  briefFileSchema,
  briefOf,
  buildFileSchema,
  catalogueFileSchema,
  catalogueOf,
  lineUpFileSchema,
} from '@ripe-pick/contract';
import { lineUpOf } from '@ripe-pick/core/compare';
import { priceIndexOf } from '@ripe-pick/core/money';
import { prepare } from '@ripe-pick/core/search';
import type { Picks } from '@ripe-pick/core/parts';
import { csvParseRows } from 'd3';
import { describe, expect, it } from 'vitest';
import { toCsv, toFile, toMarkdown } from './export.ts';
import { SHAPES, shapePath } from './shapes.ts';
import { fastestWords, marksOf } from './figures.ts';
import { rowsOf } from './table.ts';

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../../demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(demo('catalogue.json')));
const brief = briefOf(briefFileSchema.parse(demo('brief-league-seat.json')));
const first = buildFileSchema.parse(demo('build-first-idea.json')).picks as Picks;
const best = finish(prepare(openSession(catalogue, brief)).solve(64_000)).answers[0];
const market = priceIndexOf(catalogue, brief);
const lineUp = lineUpOf(
  [
    { name: 'First idea', picks: first },
    { name: '=SUM(1) | odd', picks: best.picks },
  ],
  openSession(catalogue, brief),
);
const rows = rowsOf(lineUp, brief, market, (id) => id);
const notes = ['one\nline', ''];
const sheet = {
  brief,
  names: lineUp.entries.map((entry) => entry.name),
  notes,
  rows,
  unlike: ['memory: differs'],
};
const row = (id: string) => rows.find((each) => each.id === id);

describe('a line-up', () => {
  it('shows every candidate’s best path, and says while it is being worked out or cannot be told', () => {
    const cells = [{ value: 128_400, net: 96_365, steps: '2027-07 Tideline 380' }, undefined] as const;
    const grown = rowsOf(
      lineUp,
      brief,
      market,
      (id) => id,
      null,
      (entry) => cells[entry],
    ).filter((each) => each.group === 'growth');
    expect(grown.map((each) => each.cells)).toEqual([
      ['128.4 fps', 'working it out…'],
      ['2027-07 Tideline 380', 'working it out…'],
      ['€963.65', 'working it out…'],
    ]);
    const none = rowsOf(
      lineUp,
      brief,
      market,
      (id) => id,
      null,
      () => null,
    ).filter((each) => each.group === 'growth');
    expect(none.flatMap((each) => each.cells)).toEqual(Array.from({ length: 6 }, () => 'unknown'));
    expect(rows.some((each) => each.group === 'growth')).toBe(false);
  });
  it('has one cell for every candidate in every row, and marks where they differ', () => {
    for (const each of rows) expect(each.cells).toHaveLength(2);
    for (const each of rows)
      if (each.group !== 'parts') expect(each.differs).toBe(each.cells[0] !== each.cells[1]);
    expect(row('dueNow')?.cells[1]).toBe('€556.27');
    expect(row('objective')?.cells[1]).toContain('130.3 fps');
    expect(row('case')?.cells[0]).toContain('owned');
  });
  it('tells differences against the first candidate, and marks the better ones', () => {
    // Sums of money and rates of the demo, as the cells state them.
    expect(row('dueNow')?.marks).toEqual({
      differences: [null, expect.stringMatching(/^[+−]€/)],
      best: expect.anything(),
    });
    const cents = (text: string) => Math.round(Number(text.replace(/[^\d.]/g, '')) * 100);
    const [mine, other] = row('dueNow')!.cells.map(cents);
    expect(cents(row('dueNow')!.marks!.differences[1]!)).toBe(Math.abs(other - mine));
    expect(row('dueNow')!.marks!.best).toEqual([mine < other, other < mine]);
    expect(row('objective')?.marks?.best).toEqual([false, true]);
    expect(row('netfall-average')?.marks?.differences[1]).toMatch(/^\+\d/);
    // Of parts none is better by its price, and the differences of the parts add up to that of their prices.
    expect(row('gpu')?.marks?.best).toEqual([false, false]);
    expect(row('checks')?.marks).toBeNull();
  });
  it('marks as best what cannot be told from the best, and nothing where all are alike', () => {
    const pound = { better: 'more', words: (by: number) => `by ${by}` } as const;
    expect(marksOf({ ...pound, values: [3, 5, 4], best: [1, 2] })).toEqual({
      differences: [null, 'by 2', 'by 1'],
      best: [false, true, true],
    });
    expect(marksOf({ ...pound, values: [5, 5, null] }).best).toEqual([false, false, false]);
    expect(marksOf({ ...pound, values: [4, 5], best: [0, 1] }).best).toEqual([false, false]);
    expect(marksOf({ ...pound, values: [null, 5, 7] })).toEqual({
      differences: [null, null, null],
      best: [false, false, true],
    });
    expect(marksOf({ ...pound, better: 'less', values: [7, 5, 5] }).best).toEqual([false, true, true]);
    expect(marksOf({ ...pound, better: null, values: [7, 5] }).best).toEqual([false, false]);
  });
  it('says who is the fastest, as far as that can be told', () => {
    const of = (fastest: readonly (readonly number[])[] | null) =>
      fastestWords({ entries: lineUp.entries, fastest });
    expect(of([[0], [0]])).toBe('First idea is the fastest in all 2 games');
    expect(of([[0]])).toBe('First idea is the fastest in the game');
    expect(of([[0], [0, 1], [0]])).toBe('Fastest by what can be told, of 3 games: First idea 2, open 1');
    expect(of([[0, 1]])).toBe('In no game can one be told to be the fastest');
    expect(of(null)).toBe('A rate is missing: who is the fastest is not known');
  });
  it('puts the fastest and those with a fair chance to be as fast in one group, game by game', () => {
    const { entries, fastest } = lineUp;
    fastest!.forEach((group, game) => {
      const chance = entries[1].against![game].chance;
      expect(group).toEqual(chance >= 0.8 ? [1] : chance <= 0.2 ? [0] : [0, 1]);
    });
    const twice = lineUpOf(
      [
        { name: 'A', picks: best.picks },
        { name: 'B', picks: best.picks },
      ],
      openSession(catalogue, brief),
    );
    expect(twice.fastest!.every((group) => group.length === 2)).toBe(true);
    expect([lineUp.leading, twice.leading]).toEqual([[1], []]);
  });
  it('gives the chance to beat the first candidate, and none for the first itself', () => {
    const chance = row('netfall-chance');
    expect(chance?.cells[0]).toBe('–');
    expect(chance?.cells[1]).toBe('over 99 %');
  });
  describe('with prices over time', () => {
    const words = ['ripe', 'unripe', 'unripe', 'sold out'];
    const withPrices = rowsOf(
      lineUp,
      brief,
      market,
      (id) => id,
      (entry) => ({ words, savingMinor: entry === 0 ? 1250 : 0 }),
    );
    const cells = (id: string) => withPrices.find((each) => each.id === id)?.cells ?? [];
    it('counts what is said of its parts', () =>
      expect(cells('ripe')[0]).toBe('1 ripe, 2 unripe, 1 sold out'));
    it('says what waiting may save, and which picks are gone', () => {
      expect(cells('waiting')).toEqual(['about €13', 'about €0']);
      // The demo's first idea holds an offer that is sold out.
      expect(cells('gone')).toEqual(['graphics card: sold out', 'nothing']);
    });
    it('says unknown where nothing is known, and has no such rows without a forecast', () => {
      const unknown = rowsOf(
        lineUp,
        brief,
        market,
        (id) => id,
        () => null,
      );
      expect(unknown.find((each) => each.id === 'ripe')?.cells).toEqual(['unknown', 'unknown']);
      expect(unknown.find((each) => each.id === 'waiting')?.cells).toEqual(['unknown', 'unknown']);
      expect(row('ripe')).toBeUndefined();
    });
  });
  it('says when an open candidate is open', () => {
    const open = lineUpOf(
      [
        { name: 'Empty', picks: {} },
        { name: 'Best', picks: best.picks },
      ],
      openSession(catalogue, brief),
    );
    const checks = rowsOf(open, brief, market, (id) => id).find((each) => each.id === 'checks');
    expect(checks?.cells[0]).toContain('open: processor');
    expect(rowsOf(open, brief, market, (id) => id).find((each) => each.id === 'objective')?.cells[0]).toBe(
      'unknown',
    );
  });
  it('tells marks apart by shape', () => {
    expect(new Set(SHAPES.map((_, n) => shapePath(n, 10, 10, 5))).size).toBe(SHAPES.length);
  });
});

describe('what is taken out', () => {
  it('CSV reads back with another reader (RFC 4180), and runs no formula', () => {
    const text = toCsv(sheet);
    expect(text.endsWith('\r\n')).toBe(true);
    const table = csvParseRows(text);
    expect(table).toHaveLength(rows.length + 2);
    expect(new Set(table.map((cells) => cells.length))).toEqual(new Set([3]));
    expect(table[0][2].startsWith("'=")).toBe(true);
    expect(table.at(-1)?.[1]).toBe('one\nline');
    expect(table.find((cells) => cells[0] === 'Due at checkout')?.[2]).toBe('€556.27');
  });
  it('Markdown keeps its columns, whatever names hold, and names the schools', () => {
    const lines = toMarkdown(sheet).split('\n');
    const bars = (line: string) => line.replace(/\\\|/g, '').split('|').length;
    const table = lines.filter((line) => line.startsWith('|'));
    expect(new Set(table.map(bars))).toEqual(new Set([5]));
    expect(lines.join('\n')).toContain('geometric mean of averages, capped at 144 Hz');
    expect(lines.join('\n')).toContain('not alike: memory');
  });
  it('JSON passes its own schema, and its lines add up to the cent', () => {
    const file = lineUpFileSchema.parse(JSON.parse(JSON.stringify(toFile(lineUp, brief, notes))));
    for (const each of file.candidates)
      expect(each.lines.reduce((sum, line) => sum + line.amountMinor, 0)).toBe(each.dueNowMinor);
    expect(file.candidates[1].score).toBe(best.score);
    expect(file.candidates[0].games[0].chanceAgainstFirst).toBeNull();
  });
});
