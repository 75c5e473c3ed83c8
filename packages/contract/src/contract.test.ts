import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { briefFileSchema, buildFileSchema } from './brief.ts';
import { catalogueFileSchema, catalogueOf, type CatalogueFile } from './catalogue.ts';
import { crossCheckBrief, crossCheckCatalogue } from './crosscheck.ts';
import { jsonSchemas } from './json-schemas.ts';
import { asPart, partSchema } from './parts.ts';
import { issuePath, problemLine, problemsOf } from './problems.ts';
import { workspaceSchema } from './workspace.ts';

const demoText = (name: string) => readFileSync(new URL(`../../demo/files/${name}`, import.meta.url), 'utf8');
const demo = (): CatalogueFile => catalogueFileSchema.parse(JSON.parse(demoText('catalogue.json')));
const brief = () => briefFileSchema.parse(JSON.parse(demoText('brief-league-seat.json')));

/** The problems of a catalogue that was spoilt in one place. */
function spoil(
  change: (raw: {
    parts: Record<string, unknown>[];
    offers: Record<string, unknown>[];
    shops: Record<string, unknown>[];
    [key: string]: unknown;
  }) => void,
) {
  const raw = JSON.parse(demoText('catalogue.json'));
  change(raw);
  const result = catalogueFileSchema.safeParse(raw);
  return result.success ? crossCheckCatalogue(result.data) : problemsOf(result.error, raw);
}

describe('catalogue files', () => {
  it('take the demo whole, and give it back unchanged', () => {
    const file = demo();
    expect(crossCheckCatalogue(file)).toEqual([]);
    expect(catalogueFileSchema.parse(JSON.parse(JSON.stringify(file)))).toEqual(file);
    expect(catalogueOf(file).parts).toHaveLength(file.parts.length);
  });
  it('read a specification that is left out as unknown, never as zero', () => {
    const part = asPart(partSchema.parse({ id: 'a', kind: 'case', brand: 'M', name: 'N' }));
    expect(part.kind === 'case' && part.maxGpuLengthMm).toBeNull();
  });
  it.each([
    ['an unknown field', (raw) => (raw.parts[0].packageWats = 65), 'parts[0]', 'unknown field "packageWats"'],
    [
      'text where a number belongs',
      (raw) => (raw.parts[0].packagePowerWatts = '65'),
      'parts[0].packagePowerWatts',
      'number is needed, got "65"',
    ],
    [
      'a negative price',
      (raw) => (raw.offers[0].priceMinor = -5),
      'offers[0].priceMinor',
      'got -5, at least 1 is needed',
    ],
    ['a fraction of a cent', (raw) => (raw.offers[0].priceMinor = 10.5), 'offers[0].priceMinor', 'got 10.5'],
    [
      'a word that is not one of a list',
      (raw) => (raw.offers[0].condition = 'worn'),
      'offers[0].condition',
      'got "worn"; one of',
    ],
    [
      'a date that is none',
      (raw) => (raw.offers[0].seenOn = '31.12.2026'),
      'offers[0].seenOn',
      'a date is written as 2026-11-20',
    ],
    [
      'a currency that is none',
      (raw) => (raw.shops[0].currency = 'euro'),
      'shops[0].currency',
      'three capital letters',
    ],
    [
      'an id that stands twice',
      (raw) => (raw.parts[3].id = raw.parts[2].id),
      'parts[3].id',
      'stands already at parts[2]',
    ],
    [
      'an offer for a part that is not there',
      (raw) => (raw.offers[1].part = 'nothing'),
      'offers[1].part',
      'no part has the id "nothing"',
    ],
    [
      'an offer in a shop that is not there',
      (raw) => (raw.offers[1].shop = 'nowhere'),
      'offers[1].shop',
      'no shop has the id "nowhere"',
    ],
    ['a missing list', (raw) => Object.assign(raw, { shops: undefined }), 'shops', 'is missing'],
    ['another format', (raw) => (raw.format = 'other'), 'format', 'ripe-pick/catalogue'],
  ] satisfies [string, (raw: Parameters<Parameters<typeof spoil>[0]>[0]) => unknown, string, string][])(
    'refuse %s, with its place and a mend',
    (_, change, path, message) => {
      const problem = spoil(change).find((each) => each.path === path);
      expect(problem?.message).toContain(message);
      expect(problem?.mend.length).toBeGreaterThan(5);
    },
  );
});

describe('briefs', () => {
  it('have a default for everything but money, games and screen', () => {
    const small = briefFileSchema.parse({
      format: 'ripe-pick/brief',
      version: 2,
      name: 'Small',
      money: { currency: 'EUR', budgetMinor: 50000 },
      play: {
        games: [{ game: 'netfall', preset: 'low', weight: 1 }],
        widthPx: 1920,
        heightPx: 1080,
        refreshHz: 60,
      },
      needs: {},
    });
    expect(small.needs.memoryGb).toBe(8);
    expect(small.play.objective.capAtRefresh).toBe(true);
    expect(crossCheckBrief(small, demo())).toEqual([]);
  });
  it('are checked against the catalogue: games, parts, locks, currencies', () => {
    const file = brief();
    const wrong = {
      ...file,
      money: { ...file.money, currency: 'USD' },
      play: {
        ...file.play,
        games: [
          { game: 'tetra', preset: 'low' as const, weight: 1, target: null },
          ...file.play.games,
          file.play.games[0],
        ],
      },
      owned: ['nothing'],
      excluded: [{ part: 'nothing', reason: '' }],
      locks: [
        { slot: 'gpu' as const, part: 'given-office-case', offer: null },
        { slot: 'gpu' as const, part: null, offer: null },
        { slot: 'case' as const, part: 'given-office-case', offer: 'no-such-offer' },
      ],
    };
    const paths = crossCheckBrief(wrong, demo()).map((problem) => problem.path);
    expect(paths).toEqual(
      expect.arrayContaining([
        'money.currency',
        'play.games[0].game',
        'play.games[4].game',
        'owned[0]',
        'excluded[0].part',
        'locks[0].part',
        'locks[1].slot',
        'locks[2].offer',
      ]),
    );
    expect(crossCheckBrief({ ...file, play: { ...file.play, games: [] } }, demo())[0].path).toBe(
      'play.games',
    );
  });
});

describe('what is to come, in a brief', () => {
  it('may be left out: then nothing is, over three years', () => {
    const { growth: _, planned: __, ...rest } = brief();
    const plain = briefFileSchema.parse(rest);
    expect(plain.growth).toMatchObject({ horizonMonths: 36, sums: [], wishes: [], monthlyMinor: 0 });
    expect(plain.planned).toEqual({ gpu: null, memory: null, cpu: null, isFirm: false });
    // Files from before the processor could be planned still read.
    expect(briefFileSchema.parse({ ...rest, planned: { gpu: null, memory: null } }).planned.isFirm).toBe(
      false,
    );
  });
  it.each([
    ['an end that is too far', { horizonMonths: 500 }, 'growth.horizonMonths'],
    ['a sum without a day', { sums: [{ id: 'a', amountMinor: 100 }] }, 'growth.sums[0].on'],
    ['a day that is none', { sums: [{ id: 'a', on: '2027-02-30', amountMinor: 100 }] }, 'growth.sums[0].on'],
    [
      'half a cent',
      { sums: [{ id: 'a', on: '2027-02-20', amountMinor: 0.5 }] },
      'growth.sums[0].amountMinor',
    ],
    [
      'five sums',
      { sums: ['a', 'b', 'c', 'd', 'e'].map((id) => ({ id, on: '2027-02-20', amountMinor: 1 })) },
      'growth.sums',
    ],
    [
      'a wish of no known kind',
      { wishes: [{ id: 'w', on: '2027-02-20', kind: 'desk' }] },
      'growth.wishes[0].kind',
    ],
    ['a fall of everything', { falls: { gpu: 2 } }, 'growth.falls.gpu'],
    ['a rate for no kind of part', { falls: { desk: 0.1 } }, 'growth.falls'],
    ['a field that nobody knows', { luck: 1 }, 'growth'],
  ])('refuses %s, and says where', (_, growth, path) => {
    const raw = { ...brief(), growth };
    const result = briefFileSchema.safeParse(raw);
    const paths = result.success ? [] : problemsOf(result.error, raw).map((problem) => problem.path);
    expect(paths.some((each) => each.startsWith(path))).toBe(true);
  });
  it('is checked against the catalogue: planned parts, later games, ids', () => {
    const file = brief();
    const wish = {
      kind: 'game' as const,
      id: 'sum-stall',
      on: '2027-02-20',
      note: '',
      game: 'tetra',
      preset: 'low' as const,
      weight: 1,
      timesAsHeavy: 1,
    };
    const wrong = {
      ...file,
      planned: { gpu: 'nowhere', memory: 'given-drive', cpu: null, isFirm: true },
      growth: { ...file.growth, wishes: [wish] },
    };
    const paths = crossCheckBrief(wrong, demo()).map((problem) => problem.path);
    expect(paths).toEqual(['planned.gpu', 'planned.memory', 'growth.wishes[0].id', 'growth.wishes[0].game']);
  });
});

describe('problems', () => {
  it('write paths and lines as people read them', () => {
    expect(issuePath(['parts', 3, 'lengthMm'])).toBe('parts[3].lengthMm');
    expect(problemLine({ path: 'a', message: 'is wrong', mend: 'Fix it.' })).toBe('a: is wrong. Fix it.');
  });
  it('name a whole file that is not even an object', () => {
    const result = catalogueFileSchema.safeParse([]);
    expect(result.success ? [] : problemsOf(result.error, [])[0].path).toBe('(the whole file)');
  });
});

describe('workspaces and builds', () => {
  const candidate = { id: 'a', name: 'A', picks: { gpu: { part: 'x', offer: null } } };
  const whole = () => {
    const { format: _f, version: _v, ...rest } = brief();
    return { brief: rest, candidates: [candidate], active: 'a' };
  };
  it('keep an active candidate that exists, and ids apart', () => {
    expect(workspaceSchema.safeParse(whole()).success).toBe(true);
    expect(workspaceSchema.safeParse({ ...whole(), active: 'b' }).success).toBe(false);
    expect(workspaceSchema.safeParse({ ...whole(), candidates: [candidate, candidate] }).success).toBe(false);
  });
  it('keep how a candidate is to grow; older ones have no path', () => {
    const parsed = workspaceSchema.parse(whole());
    expect(parsed.candidates[0].path).toEqual([]);
    const path = (steps: unknown) =>
      workspaceSchema.safeParse({ ...whole(), candidates: [{ ...candidate, path: steps }] }).success;
    const step = { on: '2027-07-20', changes: [{ slot: 'gpu', part: 'x' }] };
    expect(path([step])).toBe(true);
    expect(path([{ ...step, on: 'next summer' }])).toBe(false);
    expect(path([{ ...step, changes: [] }])).toBe(false);
    expect(path(Array.from({ length: 13 }, () => step))).toBe(false);
  });
  it('know the slots of a build', () => {
    const build = (picks: object) =>
      buildFileSchema.safeParse({ format: 'ripe-pick/build', version: 2, picks }).success;
    expect(build({ gpu: { part: 'x' } })).toBe(true);
    expect(build({ graphics: { part: 'x' } })).toBe(false);
  });
});

describe('the JSON Schemas in docs/formats', () => {
  it.each(Object.entries(jsonSchemas()))(
    '%s is what the code would write now (npm run schemas)',
    (name, text) => {
      const onDisk = readFileSync(
        new URL(`../../../docs/formats/${name}.schema.json`, import.meta.url),
        'utf8',
      );
      expect(JSON.parse(onDisk)).toEqual(JSON.parse(text));
    },
  );
});
