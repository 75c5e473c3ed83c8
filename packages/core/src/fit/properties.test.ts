import { finish } from '../work/index.ts';
import { describe, expect, it } from 'vitest';
import { BOARD, BRIEF, CARD, GAME, GOOD, MEMORY, MODEL, PROCESSOR } from '../test/fixtures.ts';
import { uncertaintyOf } from '../frames/index.ts';
import type { BenchRecord, FrameModel, Part, PartSet } from '../parts/index.ts';
import { recordsBehind } from './behind.ts';
import { fingerprint } from './fingerprint.ts';
import { fitModel } from './fit.ts';
import { recordJudge } from './held-back.ts';
import { knowledgeOf } from './knowledge.ts';
import { narrowing } from './narrow.ts';
import { newGame } from './new-game.ts';
import { predictor } from './predict.ts';

/* What must hold of any fit, on a small invented world. */
const PARTS: readonly Part[] = [
  PROCESSOR,
  { ...PROCESSOR, id: 'eight', cores: 8, boostMhz: 4900 },
  CARD,
  { ...CARD, id: 'strong', chip: 'big', tflops: 18, memoryGbs: 450 },
  { ...CARD, id: 'unseen', chip: 'rare', tflops: 14, memoryGbs: 380 },
  BOARD,
  MEMORY,
];
const GAMES: FrameModel = {
  ...MODEL,
  cpus: [],
  gpus: [],
  integrated: [],
  games: [GAME, { ...GAME, id: 'other' }],
};
const RECORD: BenchRecord = {
  id: 'r',
  game: 'game',
  preset: 'high',
  widthPx: 1920,
  heightPx: 1080,
  renderScale: 1,
  generatedFrames: false,
  cpu: 'cpu',
  gpu: 'gpu',
  memory: { gb: 16, channels: 2, mts: 3200, cl: 16, profile: true },
  link: null,
  background: 'none',
  clocks: 'stock',
  rayTracing: null,
  settings: '',
  tool: '',
  spread: null,
  watts: null,
  average: 90,
  low: null,
  source: { name: 'Press', on: '2026-11-01' },
  trust: 'good',
  rig: null,
  note: '',
  excluded: null,
};
/** A plain grid of both games, processors and cards, with a little jitter. */
const RECORDS: readonly BenchRecord[] = ['game', 'other'].flatMap((game, g) =>
  ['cpu', 'eight'].flatMap((cpu, p) =>
    ['gpu', 'strong'].flatMap((gpu, c) =>
      (['low', 'high'] as const).map((preset, s): BenchRecord => {
        const jitter = 1 + 0.02 * Math.sin(13 * g + 7 * p + 5 * c + 3 * s);
        return {
          ...RECORD,
          id: `${game}-${cpu}-${gpu}-${preset}`,
          game,
          cpu,
          gpu,
          preset,
          average: (preset === 'low' ? 130 : 90) * (1 + 0.25 * c) * (1 + 0.06 * p) * (1 - 0.1 * g) * jitter,
        };
      }),
    ),
  ),
);

function fit(records: readonly BenchRecord[], parts = PARTS) {
  const search = fitModel({ parts, model: GAMES, records, start: null, now: '2026-11-20T00:00:00Z' });
  const ended = finish(search);
  if (ended.status !== 'fitted') throw new Error(ended.status);
  return ended;
}
const judge = recordJudge(PARTS, GAMES);
function expected(model: FrameModel, record: BenchRecord) {
  const judged = judge(record);
  const found = 'usable' in judged ? predictor(model)(judged.usable) : null;
  if (!found) throw new Error('the benchmark has a rate');
  return found;
}
const BASE = fit(RECORDS);

describe('what must hold of any fit', () => {
  it('the order of records and parts does not matter', () => {
    const turned = fit([...RECORDS].reverse(), [...PARTS].reverse());
    for (const record of RECORDS)
      expect(expected(turned.model, record).ln).toBeCloseTo(expected(BASE.model, record).ln, 4);
  });
  it('names do not matter', () => {
    const rename = (id: string | null) => (id === 'strong' ? 'zz-strong' : id);
    const parts = PARTS.map((part) => ({ ...part, id: rename(part.id) ?? '' }) as Part); // the same part under another id
    const renamed = fit(
      RECORDS.map((record) => ({ ...record, gpu: rename(record.gpu) })),
      parts,
    );
    const rate = (model: FrameModel, id: string) => model.gpus.find((each) => each.part === id);
    expect(rate(renamed.model, 'zz-strong')?.rateLn).toBeCloseTo(
      rate(BASE.model, 'strong')?.rateLn ?? NaN,
      4,
    );
    expect(rate(renamed.model, 'zz-strong')?.sdLn).toBeCloseTo(rate(BASE.model, 'strong')?.sdLn ?? NaN, 4);
  });
  it('a game that is not measured does not move one that is, but for what they share', () => {
    const one = fit(RECORDS.filter((record) => record.game === 'game'));
    for (const record of RECORDS.filter((each) => each.game === 'game'))
      expect(Math.abs(expected(one.model, record).ln - expected(BASE.model, record).ln)).toBeLessThan(0.03);
  });
  it('a pairing is surer the nearer to what was measured: itself, its parts elsewhere, a sheet alone', () => {
    const sd = (record: BenchRecord) => expected(BASE.model, record).sd;
    expect(sd(RECORD)).toBeLessThan(sd({ ...RECORD, preset: 'ultra' }));
    expect(sd({ ...RECORD, gpu: 'strong' })).toBeLessThan(sd({ ...RECORD, gpu: 'unseen' }));
    expect(sd({ ...RECORD, widthPx: 3840, heightPx: 2160 })).toBeGreaterThan(sd(RECORD));
  });
  it('every covariance is one: no variance below zero, and none of a sum above what its terms allow', () => {
    const uncertainty = uncertaintyOf(BASE.model);
    const names = BASE.model.fit.parameters;
    for (let i = 0; i < names.length; i += 3) {
      const a = new Map([[names[i], 1]]);
      const b = new Map([[names[(i * 7 + 5) % names.length], 1]]);
      const [va, vb, ab] = [uncertainty.variance(a), uncertainty.variance(b), uncertainty.covariance(a, b)];
      expect(va).toBeGreaterThan(0);
      expect(Math.abs(ab)).toBeLessThanOrEqual(Math.sqrt(va * vb) * (1 + 1e-5));
      expect(uncertainty.covariance(b, a)).toBeCloseTo(ab, 12);
    }
  });
  it('a rate’s standard deviation beside it is the root of its variance', () => {
    const uncertainty = uncertaintyOf(BASE.model);
    for (const rate of BASE.model.gpus)
      expect(rate.sdLn).toBeCloseTo(Math.sqrt(uncertainty.variance(new Map([[`gpu:${rate.part}`, 1]]))), 4);
  });
  it('records say what all others make of them, and only far ones disagree', () => {
    expect(BASE.findings).toHaveLength(RECORDS.length);
    expect(BASE.findings.filter((finding) => finding.disagrees)).toEqual([]);
    const spoilt = fit(
      RECORDS.map((record, n) => (n === 5 ? { ...record, average: record.average * 2 } : record)),
    );
    expect(spoilt.findings.filter((finding) => finding.disagrees).map((finding) => finding.id)).toEqual([
      RECORDS[5].id,
    ]);
    const [odd] = spoilt.findings.filter((finding) => finding.disagrees);
    expect(Math.exp(odd.offLn)).toBeGreaterThan(1.7);
  });
});

describe('which record would narrow a choice', () => {
  const a: PartSet = { ...GOOD, gpu: { ...CARD, id: 'strong', chip: 'big' } };
  const b: PartSet = { ...GOOD, gpu: { ...CARD, id: 'unseen', chip: 'rare' } };
  const brief = { ...BRIEF, play: { ...BRIEF.play, refreshHz: 500 } };
  it('foretells what a fit with that record then finds', () => {
    const before = narrowing(brief, BASE.model, a, b);
    const best = before?.measurements.find(
      (each) => each.game === 'game' && each.gpu === 'unseen' && each.preset === 'high',
    );
    if (!before || !best) throw new Error('measuring the unseen graphics card narrows the choice');
    const asked: BenchRecord = { ...RECORD, id: 'asked', cpu: best.cpu, gpu: best.gpu };
    // Measured as expected, so that nothing but the uncertainty changes.
    const after = fit([...RECORDS, { ...asked, average: Math.exp(expected(BASE.model, asked).ln) }]);
    const now = narrowing(brief, after.model, a, b);
    expect(best.sdAfter).toBeLessThan(0.8 * before.sdLn);
    expect(Math.abs((now?.sdLn ?? NaN) / best.sdAfter - 1)).toBeLessThan(0.15);
  });
  it('names nothing for two builds that are one', () => {
    const same = narrowing(brief, BASE.model, a, a);
    expect(same?.sdLn).toBe(0);
    expect([same?.chance, same?.measurements.length]).toEqual([0.5, 0]);
  });
});

describe('what stands behind', () => {
  it('sorts records by what they share with a rate', () => {
    const found = recordsBehind(RECORDS, { game: 'game', cpu: 'cpu', gpu: 'gpu' });
    expect([found.pairing.length, found.graphics.length, found.cpu.length]).toEqual([2, 2, 2]);
    expect([found.graphicsElsewhere.length, found.cpuElsewhere.length]).toEqual([4, 2]);
    const own = recordsBehind([{ ...RECORD, gpu: null }], { game: 'game', cpu: 'eight', gpu: null });
    // Another processor's own graphics are other graphics.
    expect(Object.values(own).flat()).toEqual([]);
  });
  it('counts records by part, and puts the least known first', () => {
    const { gpus, games } = knowledgeOf(BASE.model, RECORDS);
    expect(gpus.map((each) => [each.id, each.records])).toEqual(
      [
        ['unseen', 0],
        ['gpu', 8],
        ['strong', 8],
      ].sort(
        (x, y) => gpus.findIndex((each) => each.id === x[0]) - gpus.findIndex((each) => each.id === y[0]),
      ),
    );
    expect(gpus[0].id).toBe('unseen');
    expect(games.reduce((sum, each) => sum + each.records, 0)).toBe(RECORDS.length);
  });
  it('has a fingerprint that moves with whatever the fit reads, and with nothing else', () => {
    const print = fingerprint(PARTS, RECORDS);
    expect(fingerprint([...PARTS].reverse(), [...RECORDS].reverse())).toBe(print);
    const [first, ...rest] = RECORDS;
    expect(fingerprint(PARTS, [{ ...first, note: 'read twice' }, ...rest])).toBe(print);
    expect(fingerprint(PARTS, [...RECORDS, { ...first, id: 'aside', excluded: 'wrong' }])).toBe(print);
    for (const change of [
      { average: first.average + 0.1 },
      { preset: 'ultra' },
      { trust: 'poor' as const },
      { memory: { ...first.memory, cl: 18 } },
    ])
      expect(fingerprint(PARTS, [{ ...first, ...change }, ...rest])).not.toBe(print);
    expect(
      fingerprint(
        PARTS.map((part) => (part.id === 'strong' ? ({ ...part, tflops: 19 } as Part) : part)),
        RECORDS,
      ),
    ).not.toBe(print); // one figure changed
    expect(
      fingerprint(
        PARTS.map((part) => ({ ...part, name: 'x' }) as Part),
        RECORDS,
      ),
    ).toBe(print); // a name is no figure
  });
});

describe('a game that nobody measured', () => {
  const game = newGame({
    id: 'fresh',
    name: 'Fresh',
    family: 'test',
    frameCap: 90,
    threads: 6,
    videoMemoryGb: 4,
    memoryGb: 8,
  });
  it('asks for more from preset to preset, and has a wide rate that its family draws in', () => {
    const needs = (['low', 'medium', 'high', 'ultra'] as const).map((preset) => game.presets[preset]);
    for (let n = 1; n < 4; n++) {
      expect(needs[n].videoMemoryGb).toBeGreaterThan(needs[n - 1].videoMemoryGb);
      expect(needs[n].memoryGb).toBeGreaterThanOrEqual(needs[n - 1].memoryGb);
    }
    const search = fitModel({
      parts: PARTS,
      model: { ...GAMES, games: [...GAMES.games, game] },
      records: RECORDS,
      start: null,
      now: '2026-11-20T00:00:00Z',
    });
    const ended = finish(search);
    if (ended.status !== 'fitted') throw new Error(ended.status);
    const { model } = ended;
    const sd = (id: string) => knowledgeOf(model, []).games.find((each) => each.id === id)?.sdLn ?? NaN;
    expect(sd('fresh')).toBeGreaterThan(2 * sd('game'));
    expect(model.games.find((each) => each.id === 'fresh')?.frameCap).toBe(90);
  });
});
