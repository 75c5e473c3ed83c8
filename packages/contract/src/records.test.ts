import { readFileSync } from 'node:fs';
import { fingerprint } from '@ripe-pick/core/fit';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { catalogueFileSchema, catalogueOf } from './catalogue.ts';
import { readChart } from './records-chart.ts';
import { readNumber, readRecordsTable, writeRecordsTable, type TableDefaults } from './records-table.ts';

const text = (name: string) => readFileSync(new URL(`../../demo/files/${name}`, import.meta.url), 'utf8');
const catalogue = catalogueOf(catalogueFileSchema.parse(JSON.parse(text('catalogue.json'))));
const DEFAULTS: TableDefaults = {
  source: 'Somebody',
  on: '2026-11-20',
  idPrefix: 'row',
  renderScale: 1,
  memory: null,
};
const read = (table: string) => readRecordsTable(table, catalogue, DEFAULTS);
const gpus = catalogue.parts.filter((part) => part.kind === 'gpu');

describe('numbers as people write them', () => {
  it.each([
    ['143.5', 143.5],
    ['143,5', 143.5],
    ['143.5 fps', 143.5],
    ['1,234.5', 1234.5],
    ['1.234,5', 1234.5],
    [' 60 ', 60],
  ])('%s', (written, value) => expect(readNumber(written)).toBe(value));
  it.each(['', 'fast', '1,234', '12-14', '1.2.3'])('“%s” is doubtful and not guessed', (written) =>
    expect(readNumber(written)).toBeNaN(),
  );
});

describe('records as a table', () => {
  it('the demo’s come back as they were written, by our reader and by another one (RFC 4180)', () => {
    const csv = text('records.csv');
    const found = readRecordsTable(csv, catalogue, { ...DEFAULTS, renderScale: null });
    expect(found.problems).toEqual([]);
    expect(found.records).toHaveLength(1200);
    expect(writeRecordsTable(found.records)).toBe(csv);
    expect(Papa.parse<string[]>(csv.trimEnd()).data).toHaveLength(1201);
    expect(fingerprint(catalogue.parts, found.records)).toBe(catalogue.frameModel.fit?.basedOn);
  });
  it('understands names, other headings, semicolons, decimal commas, resolutions and links', () => {
    const found = read(
      'Title;Quality;Resolution;CPU;GPU;RAM;Memory channels;MT/s;CL;Profile;PCIe;FPS;1 % low;Low definition\nNetfall Five;High;2560 x 1440;Ysmere Rowan 350U;bramfell ember 270 duo 8 GB;16;2;6000;36;on;gen4 x 8;143,5;112;percentile',
    );
    expect(found.problems).toEqual([]);
    expect(found.records[0]).toMatchObject({
      game: 'netfall',
      preset: 'high',
      widthPx: 2560,
      heightPx: 1440,
      cpu: 'ysmere-rowan-350u',
      gpu: 'bramfell-ember-270-duo',
      average: 143.5,
      link: { generation: 4, lanes: 8 },
      memory: { gb: 16, channels: 2, mts: 6000, cl: 36, profile: true },
      low: { fps: 112, percent: 1, definition: 'percentile' },
      source: { name: 'Somebody', on: '2026-11-20' },
    });
  });
  it('keeps unknown parts and games as they are written: the fit holds them back, nothing is lost', () => {
    const [record] = read('game,processor,card,average\nLost Game,Strange 9,none,60').records;
    expect(record).toMatchObject({
      game: 'Lost Game',
      cpu: 'Strange 9',
      gpu: null,
      preset: null,
      renderScale: 1,
    });
  });
  it.each([
    ['game,average\nnetfall,60', 'row 1', '“cpu”'],
    ['game,processor,average\nnetfall,ysmere-rowan-350u,fast', 'row 2, average', 'not a plain number'],
    ['game,processor,average\nnetfall,ysmere-rowan-350u,-3', 'row 2, average', 'at least'],
    ['game,processor,average\nnetfall,ysmere-rowan-350u,', 'row 2, average', 'needed'],
    [
      'game,processor,average,resolution\nnetfall,ysmere-rowan-350u,60,full',
      'row 2, resolution',
      'not a resolution',
    ],
    [
      'game,processor,average,profile\nnetfall,ysmere-rowan-350u,60,perhaps',
      'row 2, profile',
      'neither yes nor no',
    ],
    ['game,processor,average,on\nnetfall,ysmere-rowan-350u,60,last week', 'row 2, source.on', '2026-11-20'],
    ['game,processor,average,trust\nnetfall,ysmere-rowan-350u,60,utter', 'row 2, trust', 'one of'],
    ['id,game,processor,average\na,netfall,x,60\na,netfall,x,61', 'row 3, id', 'stands twice'],
  ])('tells what is wrong by row and column: %s', (table, place, words) => {
    const { problems } = read(table);
    expect(problems[0].path).toBe(place);
    expect(problems[0].message).toContain(words);
    expect(problems[0].mend.length).toBeGreaterThan(10);
  });
  it('reads states, settings, further figures and watts, and writes them back the same', () => {
    const { records, problems } = read(
      'game,processor,average,state,rt,own settings,captured with,min,max,p90,cpu watts\nnetfall,x,60,cpu raised,yes,textures low,a lens,31,99,50,88.5\n',
    );
    expect(problems).toEqual([]);
    expect(records[0]).toMatchObject({
      clocks: 'cpu-raised',
      rayTracing: true,
      settings: 'textures low',
      tool: 'a lens',
      spread: { minimum: 31, maximum: 99, percentile90: 50 },
      watts: { cpu: 88.5, gpu: null },
    });
    expect(read(writeRecordsTable(records)).records).toEqual(records);
    expect(read('game,processor,average,state\nnetfall,x,60,turbo\n').problems[0].path).toBe('row 2, clocks');
  });
  it('takes good rows beside bad ones, and counts the rows', () => {
    const found = read(
      'game,processor,average,colour\nnetfall,x,60,red\nnetfall,x,oops,red\n\nnetfall,x,61,red\n',
    );
    expect([found.records.length, found.problems.length, found.rows]).toEqual([2, 1, 3]);
    expect(found.ignored).toEqual(['colour']);
    expect(found.records.map((record) => record.id)).toEqual(['row.2', 'row.4']);
  });
  it('never writes a cell that a spreadsheet would run', () => {
    const [record] = read('game,processor,average,note\nnetfall,x,60,plain').records;
    const out = writeRecordsTable([{ ...record, note: '=1+1', source: { ...record.source, name: '@home' } }]);
    const [, cells] = Papa.parse<string[]>(out.trimEnd()).data;
    expect(cells.filter((cell) => /^[=+@]/.test(cell))).toEqual([]);
    expect(cells).toContain("'=1+1");
  });
});

describe('the bars of a chart', () => {
  it.each([
    ['Ember 270 Duo\t143.5\t112', 'bramfell-ember-270-duo', 143.5, 112],
    ['Ember 270 Duo: 143,5 / 112', 'bramfell-ember-270-duo', 143.5, 112],
    ['Bramfell Ember 270 Duo 8 GB  143 fps', 'bramfell-ember-270-duo', 143, null],
    ['tideline 270 solo; 139.2', 'tolvane-tideline-270-solo', 139.2, null],
  ])('%s', (line, part, average, low) =>
    expect(readChart(line, gpus)[0]).toMatchObject({ part, average, low, problem: null }),
  );
  it('asks where a name fits several parts, and reads a number as part of the name where one is called so', () => {
    const [line] = readChart('Ember 270 71.4', gpus);
    expect(line).toMatchObject({ name: 'Ember 270', part: null, average: 71.4, low: null });
    expect(line.suggestions).toHaveLength(3);
  });
  it.each([
    ['Larkspur 9 70', 'No part has this name'],
    ['Ember 270 Duo', 'Write a name and its average'],
    ['Ember 270 Duo 1,234', 'not a plain number'],
    ['Ember 270 Duo 70 90', 'above the average'],
  ])('says what is wrong: %s', (line, words) => expect(readChart(line, gpus)[0].problem).toContain(words));
  it('names a part that stands twice, and skips empty lines', () => {
    const lines = readChart('Ember 270 Duo 70\n\nEmber 270 Duo 71', gpus);
    expect(lines.map((line) => [line.line, line.problem])).toEqual([
      [1, null],
      [3, 'This part stands in the chart twice.'],
    ]);
  });
});
