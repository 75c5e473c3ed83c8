import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { run } from './run.ts';

const demo = (name: string) => fileURLToPath(new URL(`../../demo/files/${name}`, import.meta.url));
const text = (name: string) => readFileSync(demo(name), 'utf8');

/** Runs the command on files that are held in memory; unnamed ones are the demo's. */
function pick(argv: readonly string[], files: Record<string, string> = {}, size?: number) {
  const out: string[] = [];
  const err: string[] = [];
  const wrote: Record<string, string> = {};
  const all: Record<string, string> = {
    'brief.json': text('brief-league-seat.json'),
    'catalogue.json': text('catalogue.json'),
    'build.json': text('build-first-idea.json'),
    'records.csv': text('records.csv'),
    ...files,
  };
  const code = run(argv, {
    size: (path) => (path in all ? (size ?? all[path].length) : null),
    read: (path) => all[path],
    cannotWrite: (path) => (path.endsWith('/') ? 'is a folder' : null),
    write: (path, written) => (wrote[path] = written),
    now: () => '2026-11-20T18:00:00Z',
    out: (line) => out.push(line),
    err: (line) => err.push(line),
  });
  return { code, out: out.join('\n'), err, wrote };
}
const FILES = ['--brief', 'brief.json', '--catalogue', 'catalogue.json'];
const spoilt = (name: string, change: (raw: never) => void) => {
  const raw = JSON.parse(text(name)) as never;
  change(raw);
  return JSON.stringify(raw);
};

describe('pick solve', () => {
  it('prints the proved best set as JSON, with lines that add up', () => {
    const { code, out } = pick(['solve', ...FILES, '--k', '3', '--json']);
    const report = JSON.parse(out);
    expect(code).toBe(0);
    expect(report.status).toBe('optimal');
    expect(report.runnersUp).toHaveLength(2);
    const { dueNow, expected, after, counted, lines, budget, left, shipping, parts, deals, tax, aside } =
      report.best.totals;
    expect(lines.reduce((sum: number, line: { amount: number }) => sum + line.amount, 0)).toBe(dueNow);
    expect(shipping + parts + deals + tax).toBe(dueNow);
    expect(aside.reduce((sum: number, line: { amount: number }) => sum + line.amount, dueNow)).toBe(counted);
    expect(after <= expected && expected <= dueNow).toBe(true);
    expect(budget - counted).toBe(left);
    expect(report.best.rates.games[0]).toMatchObject({ game: 'netfall', preset: 'high' });
    const { cpu, gpu, cap } = report.best.rates.games[0].limitedBy;
    expect(cpu + gpu + cap).toBeCloseTo(1, 6);
    for (const each of report.best.picks)
      expect(each).toMatchObject({ slot: expect.any(String), part: expect.any(String) });
  });
  it('says the same for people, and what would help when nothing fits', () => {
    expect(pick(['solve', ...FILES]).out).toContain('Proved best');
    const poor = spoilt(
      'brief-league-seat.json',
      (raw: { money: { budgetMinor: number } }) => (raw.money.budgetMinor = 9000),
    );
    const { code, out } = pick(['solve', ...FILES], { 'brief.json': poor });
    expect(code).toBe(1);
    expect(out).toContain('Nothing fits this brief');
    expect(out).toContain('more money');
  });
  it('answers the demo’s other briefs', () => {
    for (const name of ['brief-new-only.json', 'brief-no-card.json']) {
      const report = JSON.parse(pick(['solve', ...FILES, '--json'], { 'brief.json': text(name) }).out);
      expect(report.status).toBe('optimal');
      if (name === 'brief-no-card.json')
        expect(report.best.picks.some((each: { slot: string }) => each.slot === 'gpu')).toBe(false);
    }
  });
});

describe('pick rates and pick check', () => {
  it('rates and checks a given build', () => {
    const rates = JSON.parse(pick(['rates', ...FILES, '--build', 'build.json', '--json']).out);
    expect(rates.rates.status).toBe('known');
    const { code, out } = pick(['check', ...FILES, '--build', 'build.json', '--json']);
    expect(code).toBe(0);
    expect(JSON.parse(out).checks.every((finding: { verdict: string }) => finding.verdict !== 'block')).toBe(
      true,
    );
  });
  it('exits with 1 when something does not fit or is open, and says what', () => {
    const broken = spoilt('build-first-idea.json', (raw: { picks: Record<string, unknown> }) => {
      raw.picks.case = { part: 'hollandale-tin-tin-s2', offer: null };
    });
    const small = JSON.parse(text('catalogue.json')).parts.find(
      (part: { kind: string; name: string }) => part.kind === 'case' && part.name.startsWith('Tin S'),
    );
    const { code, out } = pick(['check', ...FILES, '--build', 'build.json'], {
      'build.json': broken.replace('hollandale-tin-tin-s2', small.id),
    });
    expect(code).toBe(1);
    expect(out).toContain('block: The motherboard is micro-ATX');
    expect(
      pick(['check', ...FILES, '--build', 'build.json'], {
        'build.json': '{"format":"ripe-pick/build","version":1,"picks":{}}',
      }).code,
    ).toBe(1);
  });
});

describe('bad input: exit code 2, one clear line for each error', () => {
  const cases: [string, readonly string[], Record<string, string>, string][] = [
    ['no command', [], {}, 'the first word is one of solve, rates, check'],
    ['a wrong command', ['guess'], {}, 'got "guess"'],
    ['an unknown option', ['solve', ...FILES, '--fast'], {}, '--fast'],
    ['no brief', ['solve', '--catalogue', 'catalogue.json'], {}, '--brief FILE is missing'],
    ['no build', ['rates', ...FILES], {}, '--build FILE is missing'],
    ['an option of another command', ['solve', ...FILES, '--out', 'x.json'], {}, 'solve takes no --out'],
    ['a form of another command', ['rates', ...FILES, '--build', 'build.json', '--md'], {}, 'takes no --md'],
    ['an option twice', ['solve', ...FILES, '--brief', 'b.json'], {}, '--brief is given twice'],
    ['a word too many', ['solve', 'now', ...FILES], {}, 'unexpected word "now"'],
    ['an option without its file', ['solve', '--brief'], {}, '--brief'],
    [
      'an answer that cannot be written, before anything is worked out',
      ['fit', '--catalogue', 'nowhere.json', '--benchmarks', 'records.csv', '--out', 'folder/'],
      {},
      'folder/: file: is a folder',
    ],
    [
      'a catalogue without games to fit',
      ['fit', '--catalogue', 'catalogue.json', '--benchmarks', 'records.csv'],
      {
        'catalogue.json': spoilt('catalogue.json', (raw: { frameModel: Record<string, unknown> }) => {
          raw.frameModel = { ...raw.frameModel, fit: undefined, games: [] };
        }),
        'records.csv': 'game,cpu,average\n',
      },
      'names no game',
    ],
    ['a number of runners-up that is none', ['solve', ...FILES, '--k', 'many'], {}, '--k is a whole number'],
    [
      'a file that is not there',
      ['solve', '--brief', 'nowhere.json', '--catalogue', 'catalogue.json'],
      {},
      'nowhere.json: file: cannot be read',
    ],
    ['text that is not JSON', ['solve', ...FILES], { 'brief.json': '{"name": }' }, 'brief.json: line 1'],
    [
      'an unknown field',
      ['solve', ...FILES],
      { 'brief.json': spoilt('brief-league-seat.json', (raw: { colour: string }) => (raw.colour = 'red')) },
      'brief.json: (the whole file): unknown field "colour"',
    ],
    [
      'text where a number belongs',
      ['solve', ...FILES],
      {
        'brief.json': spoilt(
          'brief-league-seat.json',
          (raw: { money: Record<string, unknown> }) => (raw.money.budgetMinor = '640'),
        ),
      },
      'money.budgetMinor: number is needed, got "640"',
    ],
    [
      'a negative price',
      ['solve', ...FILES],
      {
        'catalogue.json': spoilt(
          'catalogue.json',
          (raw: { offers: Record<string, unknown>[] }) => (raw.offers[0].priceMinor = -1),
        ),
      },
      'catalogue.json: offers[0].priceMinor: got -1',
    ],
    [
      'an id that stands twice',
      ['solve', ...FILES],
      {
        'catalogue.json': spoilt(
          'catalogue.json',
          (raw: { offers: { id: string }[] }) => (raw.offers[1].id = raw.offers[0].id),
        ),
      },
      'stands already at offers[0]',
    ],
    [
      'a game that is not in the catalogue',
      ['solve', ...FILES],
      {
        'brief.json': spoilt(
          'brief-league-seat.json',
          (raw: { play: { games: { game: string }[] } }) => (raw.play.games[0].game = 'tetra'),
        ),
      },
      'the catalogue has no game "tetra"',
    ],
    [
      'a currency that no shop can be counted in',
      ['solve', ...FILES],
      {
        'brief.json': spoilt(
          'brief-league-seat.json',
          (raw: { money: Record<string, unknown> }) => (raw.money.currency = 'USD'),
        ),
      },
      'no shop’s prices can be counted in USD',
    ],
  ];
  it.each(cases)('%s', (_, argv, files, line) => {
    const { code, err, out } = pick(argv, files);
    expect(code).toBe(2);
    expect(out).toBe('');
    expect(err.join('\n')).toContain(line);
    expect(err.every((each) => !each.includes('\n'))).toBe(true);
  });
  it('a file of 50 MB', () => {
    const { code, err } = pick(['solve', ...FILES], {}, 50 * 1024 * 1024);
    expect(code).toBe(2);
    expect(err[0]).toContain('has 50 MB, at most 32 MB are taken');
  });
  it('a thousand problems end in a count', () => {
    const bad = spoilt('catalogue.json', (raw: { offers: Record<string, unknown>[] }) =>
      raw.offers.forEach((offer) => (offer.priceMinor = 0)),
    );
    const { err } = pick(['solve', ...FILES], { 'catalogue.json': bad });
    expect(err.length).toBe(51);
    expect(err.at(-1)).toMatch(/and \d+ more problems/);
  });
});

describe('pick fit', () => {
  const FIT = ['fit', '--catalogue', 'catalogue.json', '--benchmarks', 'records.csv'];
  it('fits the demo’s records, says how good it is, and writes a catalogue that reads back', () => {
    // Without the model that was fitted before, and without its rates: the games' facts and the records alone.
    const bare = spoilt('catalogue.json', (raw: { frameModel: Record<string, unknown> }) => {
      delete raw.frameModel.fit;
      raw.frameModel = { ...raw.frameModel, cpus: [], gpus: [], integrated: [] };
    });
    const { code, out, wrote } = pick([...FIT, '--out', 'fitted.json', '--json'], { 'catalogue.json': bare });
    expect(code).toBe(0);
    const report = JSON.parse(out);
    expect([report.records, report.heldBack.length]).toEqual([1172, 28]);
    expect(report.heldOut.medianError).toBeLessThan(0.03);
    const fitted = JSON.parse(wrote['fitted.json']) as {
      frameModel: { gpus: { part: string; rateLn: number }[] };
    };
    const shipped = JSON.parse(text('catalogue.json')) as typeof fitted;
    fitted.frameModel.gpus.forEach((rate, n) =>
      expect(rate.rateLn).toBeCloseTo(shipped.frameModel.gpus[n].rateLn, 3),
    );
    expect(
      pick(['rates', ...FILES, '--build', 'build.json'], { 'catalogue.json': wrote['fitted.json'] }).code,
    ).toBe(0);
  });
  it('tells what is wrong with a table by row, and what is missing', () => {
    const bad = pick(FIT, { 'records.csv': 'game,processor,average\nnetfall,x,fast' });
    expect([bad.code, bad.err[0]]).toEqual([2, expect.stringContaining('records.csv: row 2, average')]);
    expect(pick(['fit', '--catalogue', 'catalogue.json']).err[0]).toContain('--benchmarks FILE is missing');
    expect(pick(['solve', '--catalogue', 'catalogue.json']).err[0]).toContain('--brief FILE is missing');
  });
});

describe('pick grow', () => {
  it('prints the proved best paths as JSON, with stages that add up', () => {
    const { code, out } = pick(['grow', ...FILES, '--k', '3', '--json']);
    const report = JSON.parse(out);
    expect([code, report.status, report.paths.length, report.stages.length]).toEqual([0, 'optimal', 3, 2]);
    for (const path of report.paths) {
      expect(path.isSound).toBe(true);
      expect(path.scoresByMonth).toHaveLength(report.horizonMonths);
      expect(path.stages.reduce((sum: number, stage: { paid: number }) => sum + stage.paid, 0)).toBe(
        path.paidMinor,
      );
      for (const stage of path.stages) expect(stage.available - stage.paid).toBe(stage.left);
    }
    expect(report.paths[0].score).toBeGreaterThan(report.today.score);
  });
  it('says the same for people, and takes a build with a path of its own', () => {
    expect(pick(['grow', ...FILES]).out).toContain('Proved best path: ');
    const own = spoilt('build-first-idea.json', (raw: { path: unknown }) => {
      raw.path = [{ on: '2027-07-20', changes: [{ slot: 'gpu', part: 'tolvane-tideline-380-duo' }] }];
    });
    const { code, out } = pick(['grow', ...FILES, '--build', 'build.json'], { 'build.json': own });
    expect(code).toBe(0);
    expect(out).toMatch(/As planned: [\d.]+ over the time/);
    expect(out).toContain('in  Tolvane Tideline 380 Duo');
  });
  it('refuses a path that is none, by its place', () => {
    const own = spoilt(
      'build-first-idea.json',
      (raw: { path: unknown }) => (raw.path = [{ on: 'soon', changes: [] }]),
    );
    const { code, err } = pick(['grow', ...FILES, '--build', 'build.json'], { 'build.json': own });
    expect(code).toBe(2);
    expect(err.join('\n')).toContain('path[0].on');
  });
  it('answers with 1 where nothing fits', () => {
    const poor = spoilt(
      'brief-league-seat.json',
      (raw: { money: { budgetMinor: number } }) => (raw.money.budgetMinor = 100),
    );
    expect(pick(['grow', ...FILES], { 'brief.json': poor }).code).toBe(1);
  });
});

describe('pick assemble', () => {
  const ABOUT = ['assemble', '--catalogue', 'catalogue.json', '--build', 'build.json'];
  it('prints the steps in order, as a list to tick, and as JSON', () => {
    const { code, out } = pick(ABOUT);
    expect(code).toBe(0);
    expect(out.split('\n')[0]).toBe(
      '1. Lay everything out and tick it off (15 min): Every part of the list lies there.',
    );
    const { out: list } = pick([...ABOUT, '--md', '--brief', 'brief.json']);
    expect(list).toContain('# Build day: First idea');
    expect(list.indexOf('The shield of the ports')).toBeLessThan(
      list.indexOf('The motherboard onto its standoffs'),
    );
    expect(list).toContain('> Never open the power supply');
    const { steps } = JSON.parse(pick([...ABOUT, '--json']).out) as { steps: { code: string }[] };
    expect(steps.map((step) => step.code)).toContain('board-in');
  });
  it('wants a build', () => {
    expect(pick(ABOUT.slice(0, 3))).toMatchObject({ code: 2 });
  });
});
