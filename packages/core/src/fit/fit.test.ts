import { finish } from '../work/index.ts';
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { describe, expect, it } from 'vitest';
import { CARD, GAME, MODEL, PROCESSOR } from '../test/fixtures.ts';
import type { BenchRecord, FrameModel, Part } from '../parts/index.ts';
import { inverse, Matrix, solve } from 'ml-matrix';
import { fitModel } from './fit.ts';
import { RANDOM_EFFECTS } from './layout.ts';
import { showsOf } from './random-effects.ts';
import { posteriorAt } from './posterior.ts';
import { optimise } from './optimise.ts';
import { startScales } from './noise.ts';
import { fitProblem, normalEquations, objectiveAt, pointAt } from './problem.ts';
import { heldBackSentence, recordJudge, type UsableRecord } from './held-back.ts';
import { modelAt } from './model-at.ts';
import { predictor } from './predict.ts';
import { evaluate } from './rows.ts';

/* Two processors, two cards of two chips, the first processor's own graphics, one game. All invented. */
const PARTS: readonly Part[] = [
  PROCESSOR,
  { ...PROCESSOR, id: 'quick', cores: 8, threads: 4, boostMhz: 5200, integratedGraphics: false },
  CARD,
  { ...CARD, id: 'strong', chip: 'big', videoMemoryGb: 4, tflops: 20, memoryGbs: 500 },
];
const GAMES: FrameModel = {
  ...MODEL,
  cpus: [],
  gpus: [],
  integrated: [],
  games: [GAME, { ...GAME, id: 'capped', frameCap: 120 }],
};

const RECORD: BenchRecord = {
  id: 'r1',
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
  average: 95,
  low: { fps: 70, percent: 1, definition: 'percentile' },
  source: { name: 'Press', on: '2026-11-01' },
  trust: 'good',
  rig: null,
  note: '',
  excluded: null,
};
const RECORDS: readonly BenchRecord[] = [
  RECORD,
  {
    ...RECORD,
    id: 'r2',
    cpu: 'quick',
    average: 104,
    low: { fps: 74, percent: 1, definition: 'slowest' },
  },
  {
    ...RECORD,
    id: 'r3',
    gpu: 'strong',
    average: 140,
    low: { fps: 96, percent: 0.1, definition: 'percentile' },
  },
  {
    ...RECORD,
    id: 'r4',
    gpu: null,
    preset: 'low',
    average: 31,
    low: null,
    memory: { ...RECORD.memory, mts: 2400, cl: 17 },
  },
  { ...RECORD, id: 'r5', widthPx: 2560, heightPx: 1440, renderScale: 0.67, average: 88, trust: 'fair' },
  {
    ...RECORD,
    id: 'r6',
    game: 'capped',
    preset: 'low',
    gpu: 'strong',
    average: 117,
    low: { fps: 99, percent: 1, definition: null },
  },
  {
    ...RECORD,
    id: 'r7',
    widthPx: 3840,
    heightPx: 2160,
    gpu: 'strong',
    average: 44,
    link: { generation: 3, lanes: 4 },
  },
  {
    ...RECORD,
    id: 'r8',
    rig: 'mine',
    trust: 'own',
    average: 99,
    memory: { ...RECORD.memory, gb: 8, channels: 1 },
  },
];

const usableOf = (records: readonly BenchRecord[]): UsableRecord[] =>
  records.flatMap((record) => {
    const judged = recordJudge(PARTS, GAMES)(record);
    return 'usable' in judged ? [judged.usable] : [];
  });
const NOW = '2026-11-20T00:00:00Z';
const fit = (records: readonly BenchRecord[]) => {
  const result = finish(fitModel({ parts: PARTS, model: GAMES, records, start: null, now: NOW }));
  if (result.status !== 'fitted') throw new Error(result.status);
  return result;
};

describe('random effects within games', () => {
  const problem = fitProblem(PARTS, GAMES, usableOf(RECORDS));
  const scales = startScales(GAMES, null);
  const theta = problem.layout.start.map((value, i) => value + 0.04 * Math.sin(7 * i + 1));
  const point = pointAt(problem, scales, theta, false);
  const { rows } = problem.rows;
  const n = theta.length;
  const levels = problem.games.flatMap((game) => game.levels.map((level) => ({ game: game.game, ...level })));
  const levelOf = new Map(levels.map(({ game, kind, key }, l) => [`${game} ${kind} ${key}`, l]));

  /* The same by the textbook, with dense matrices of a general library: y = Xβ + Zu + e, V = ZGZᵀ + R. */
  const noise = rows.map(
    (row) =>
      row.noise * (1.2815515655 / 1.4758840488) * (row.figure === 'low' ? scales.low : scales.averageAll),
  );
  const X = Matrix.zeros(rows.length, n);
  const Z = Matrix.zeros(rows.length, levels.length);
  rows.forEach((_, r) =>
    point.evaluated.indices[r].forEach((i, a) => X.set(r, i, point.evaluated.slopes[r][a])),
  );
  for (const game of problem.games)
    game.rows.forEach((r, k) =>
      showsOf(problem.rows, point.evaluated, r).forEach((weight, kind) => {
        const { kind: name, key } = game.levels[game.of[k * RANDOM_EFFECTS.length + kind]];
        const l = levelOf.get(`${game.game} ${name} ${key}`) ?? -1;
        Z.set(r, l, Z.get(r, l) + weight);
      }),
    );
  const G = Matrix.diag(levels.map(({ kind }) => scales.scatters[kind] ** 2));
  const V = Z.mmul(G)
    .mmul(Z.transpose())
    .add(Matrix.diag(noise.map((sd) => sd * sd)));
  const y = Matrix.columnVector(rows.map((row, r) => row.observedLn - point.evaluated.expectedLn[r]));

  it('leave the shared effects the normal matrix and the gradient of generalised least squares (ml-matrix)', () => {
    const { gradient, matrix } = normalEquations(problem, scales, point);
    const priorMatrix = Matrix.zeros(n, n);
    const priorGradient = Matrix.zeros(n, 1);
    for (const { terms, mean, sd, scatter } of problem.layout.priors) {
      const width = scatter ? Math.hypot(sd, scales.scatters[scatter]) : sd;
      const off = terms.reduce((sum, [i, c]) => sum + c * theta[i], -mean);
      for (const [i, c] of terms) {
        priorGradient.set(i, 0, priorGradient.get(i, 0) + (c * off) / width ** 2);
        for (const [j, d] of terms) priorMatrix.set(i, j, priorMatrix.get(i, j) + (c * d) / width ** 2);
      }
    }
    const by = X.transpose().mmul(inverse(V));
    const expected = Matrix.add(by.mmul(X), priorMatrix);
    const slope = Matrix.sub(priorGradient, by.mmul(y));
    for (let i = 0; i < n; i++) {
      expect(gradient[i], problem.layout.names[i]).toBeCloseTo(slope.get(i, 0), 4);
      for (let j = 0; j < n; j++)
        expect(Math.abs(matrix[i * n + j] - expected.get(i, j))).toBeLessThan(
          1e-6 * (1 + Math.abs(expected.get(i, i))),
        );
    }
  });
  it('are the best linear unbiased predictions, G Zᵀ V⁻¹ (y − Xβ)', () => {
    const blup = G.mmul(Z.transpose()).mmul(solve(V, y)).to1DArray();
    const found = point.solved.games.flatMap(({ u }) => [...u]);
    expect(found.length).toBe(blup.length);
    found.forEach((value, l) => expect(value, `${levels[l].kind} ${levels[l].key}`).toBeCloseTo(blup[l], 8));
  });
  it('have the joint covariance of C. R. Henderson’s mixed-model equations (Biometrics 31, 1975)', () => {
    const found = posteriorAt(problem, scales, point);
    const W = Matrix.diag([...found.solved.information]);
    const held = Matrix.diag(found.solved.games.flatMap(({ precision }) => [...precision]));
    const P = Matrix.zeros(n, n);
    for (const { terms, sd, scatter } of problem.layout.priors)
      for (const [i, c] of terms)
        for (const [j, d] of terms)
          P.set(i, j, P.get(i, j) + (c * d) / (sd ** 2 + (scatter ? scales.scatters[scatter] ** 2 : 0)));
    const all = Matrix.zeros(n + levels.length, n + levels.length);
    const product = (a: Matrix, b: Matrix) => a.transpose().mmul(W).mmul(b);
    all.setSubMatrix(Matrix.add(product(X, X), P), 0, 0);
    all.setSubMatrix(product(X, Z), 0, n);
    all.setSubMatrix(product(Z, X), n, 0);
    all.setSubMatrix(Matrix.add(product(Z, Z), held), n, n);
    const C = inverse(all);
    rows.forEach((_, r) => {
      const both = Matrix.rowVector([...X.getRow(r), ...Z.getRow(r)]);
      const expected = both.mmul(C).mmul(both.transpose()).get(0, 0);
      expect(Math.abs(found.rowVariance[r] / expected - 1)).toBeLessThan(1e-5);
    });
  });
});

describe('the fit', () => {
  const problem = fitProblem(PARTS, GAMES, usableOf(RECORDS));
  const started = startScales(GAMES, null);
  // Scatters of a size that the library comes to rest with as well.
  const size = { chip: 0.12, cpu: 0.05, integrated: 0.15 };
  // What is particular to a game has tests of its own below: here it is all but nothing.
  const none = Object.fromEntries(RANDOM_EFFECTS.map((kind) => [kind, 1e-5]));
  const scales = { ...started, scatters: { ...started.scatters, ...size, ...none } };
  // Away from the start, so that no slope is zero by accident.
  const theta = problem.layout.start.map((value, i) => value + 0.04 * Math.sin(7 * i + 1));

  it('has the gradient that central differences show, in every effect', () => {
    const { gradient } = normalEquations(problem, scales, pointAt(problem, scales, theta, true));
    const h = 1e-5;
    theta.forEach((_, i) => {
      const at = (step: number) =>
        objectiveAt(
          problem,
          scales,
          theta.map((value, k) => value + (k === i ? step : 0)),
        );
      const numeric = (at(h) - at(-h)) / (2 * h);
      expect(Math.abs(gradient[i] - numeric), problem.layout.names[i]).toBeLessThan(
        1e-4 * (1 + Math.abs(numeric)),
      );
    });
  });

  it('agrees with a general least-squares library (ml-levenberg-marquardt) on a small case', () => {
    const found = finish(
      optimise(problem, scales, problem.layout.start, { isRobust: false, tolerance: 1e-12, mostSteps: 400 }),
    );
    // Records and priors alike as data points: x is the number of the row, and each is divided by its own width.
    const { rows, layout } = problem;
    const at = (values: readonly number[]) => {
      const model = modelAt(GAMES, layout, values, {
        residualSd: new Map(),
        sdOf: () => 0,
        isRounded: false,
      });
      const expected = evaluate(rows, model, values).expectedLn;
      return [
        ...expected,
        ...layout.priors.map((prior) => prior.terms.reduce((sum, [i, c]) => sum + c * values[i], 0)),
      ];
    };
    const { matrix } = normalEquations(problem, scales, pointAt(problem, scales, layout.start, false));
    expect(matrix.length).toBe(layout.names.length ** 2);
    const widths = [
      ...rows.rows.map(
        (row) => row.noise * (1.2815515655 / 1.4758840488) * (row.figure === 'low' ? 0.06 : 0.03),
      ),
      ...layout.priors.map((prior) =>
        prior.scatter ? Math.hypot(prior.sd, scales.scatters[prior.scatter]) : prior.sd,
      ),
    ];
    const y = [...rows.rows.map((row) => row.observedLn), ...layout.priors.map((prior) => prior.mean)];
    let memo: { key: readonly number[]; values: number[] } | null = null;
    const library = levenbergMarquardt(
      { x: y.map((_, i) => i), y: y.map((value, i) => value / widths[i]) },
      (values: number[]) => {
        if (memo?.key !== values) memo = { key: values, values: at(values) };
        const { values: expected } = memo;
        return (i: number) => expected[i] / widths[i];
      },
      {
        initialValues: [...layout.start],
        gradientDifference: 1e-5,
        centralDifference: true,
        maxIterations: 60,
        errorTolerance: 1e-14,
        damping: 1e-4,
        improvementThreshold: 1e-14,
      },
    );
    expect(found?.converged).toBe(true);
    layout.names.forEach((name, i) =>
      expect(Math.abs((found?.theta[i] ?? NaN) - library.parameterValues[i]), name).toBeLessThan(2e-3),
    );
  });

  it('starts again where it ended: a second and a third fit of the same records move next to nothing', () => {
    const again = (from: ReturnType<typeof fit>) => {
      const result = finish(
        fitModel({ parts: PARTS, model: from.model, records: RECORDS, start: from.model.fit, now: NOW }),
      );
      if (result.status !== 'fitted') throw new Error(result.status);
      return result;
    };
    const second = again(fit(RECORDS));
    const third = again(second);
    expect(third.model.fit.rounds).toBeLessThanOrEqual(4);
    for (const rate of second.model.gpus) {
      const after = third.model.gpus.find((each) => each.part === rate.part);
      expect(Math.abs((after?.rateLn ?? NaN) - rate.rateLn)).toBeLessThan(0.2 * rate.sdLn);
    }
  });

  it('is surer of a part the more it was measured, and never loses one', () => {
    const sd = (records: readonly BenchRecord[]) =>
      fit(records).model.gpus.find((rate) => rate.part === 'strong')?.sdLn ?? NaN;
    const few = RECORDS.filter((record) => record.gpu !== 'strong');
    expect(sd(RECORDS)).toBeLessThan(sd(few));
    expect(sd(few)).toBeLessThan(1);
    expect(fit([]).model.cpus).toHaveLength(2);
  });

  it('gives no interval narrower than its own residual, and follows what is measured', () => {
    const slow = fit(RECORDS);
    const quick = fit(RECORDS.map((record) => ({ ...record, average: record.average * 1.3, low: null })));
    const [usable] = usableOf(RECORDS);
    const [a, b] = [predictor(slow.model)(usable), predictor(quick.model)(usable)];
    expect(a?.sd).toBeGreaterThan(slow.model.games[0].residualSd * 0.99);
    expect((b?.ln ?? NaN) - (a?.ln ?? NaN)).toBeGreaterThan(0.15);
  });

  it('leans on rates that a catalogue states by itself, now and in every later fit', () => {
    const stating: FrameModel = {
      ...GAMES,
      cpus: [{ part: 'cpu', rateLn: 0.1, sdLn: 0.03 }],
      gpus: [{ part: 'gpu', rateLn: 0.3, sdLn: 0.04 }],
    };
    const fitOf = (
      model: FrameModel,
      records: readonly BenchRecord[],
      start: FrameModel['fit'] = undefined,
    ) => {
      const result = finish(fitModel({ parts: PARTS, model, records, start: start ?? null, now: NOW }));
      if (result.status !== 'fitted') throw new Error(result.status);
      return result.model;
    };
    const gpu = (model: FrameModel) => model.gpus.find((rate) => rate.part === 'gpu');
    const alone = fitOf(stating, []);
    expect(gpu(alone)?.rateLn).toBeCloseTo(0.3, 2);
    expect(gpu(alone)?.sdLn).toBeLessThan(0.041);
    const [game] = alone.games;
    expect(game.presets.high.gpuTimeLn).toBeCloseTo(GAME.presets.high.gpuTimeLn, 1);
    // One record moves it within its stated doubt, and a fit after that still knows what was stated.
    const after = fitOf(alone, [RECORD], alone.fit);
    expect(Math.abs((gpu(after)?.rateLn ?? NaN) - 0.3)).toBeLessThan(0.1);
    expect(after.fit?.stated['gpu:gpu']).toEqual([0.3, 0.04]);
    expect(gpu(fitOf(after, []))?.rateLn).toBeCloseTo(0.3, 2);
    expect(gpu(fitOf(GAMES, []))?.sdLn).toBeGreaterThan(0.1);
  });

  it('weighs own runs more than published ones, and those more than hearsay', () => {
    const pull = (trust: BenchRecord['trust']) => {
      const moved = fit([...RECORDS, { ...RECORD, id: 'x', average: 110, trust, low: null }]).model;
      return predictor(moved)(usableOf(RECORDS)[0])?.ln ?? NaN;
    };
    expect(pull('own')).toBeGreaterThan(pull('good'));
    expect(pull('good')).toBeGreaterThan(pull('poor'));
  });

  it('can be cancelled between steps, and needs a game', () => {
    const search = fitModel({ parts: PARTS, model: GAMES, records: RECORDS, start: null, now: NOW });
    search.next();
    expect(search.next(true)).toEqual({ done: true, value: { status: 'cancelled' } });
    expect(
      finish(fitModel({ parts: PARTS, model: { ...GAMES, games: [] }, records: [], start: null, now: NOW })),
    ).toEqual({ status: 'no-games' });
  });
});

describe('what is held back from the fit, and why', () => {
  const silentGpu: Part = { ...CARD, id: 'silent', videoMemoryGb: null, pcieLanes: null };
  const noLanes: Part = { ...CARD, id: 'no-lanes', pcieLanes: null };
  const judge = recordJudge(
    [...PARTS, silentGpu, noLanes, { ...PROCESSOR, id: 'mute', threads: null }],
    GAMES,
  );
  it.each([
    ['set-aside', { excluded: 'typed wrong' }],
    ['unknown-game', { game: 'lost' }],
    ['unknown-processor', { cpu: 'gpu' }],
    ['unknown-card', { gpu: 'cpu' }],
    ['no-graphics', { cpu: 'quick', gpu: null }],
    ['threads-unknown', { cpu: 'mute' }],
    ['video-memory-unknown', { gpu: 'silent' }],
    ['link-unknown', { gpu: 'no-lanes', link: { generation: 3, lanes: 4 } }],
    ['preset-missing', { preset: null }],
    ['preset-mixed', { preset: 'high, shadows low' }],
    ['resolution-missing', { heightPx: null }],
    ['upscaling-missing', { renderScale: null }],
    ['generated-frames', { generatedFrames: true }],
    ['clocks-raised', { clocks: 'raised' }],
    ['low-above-average', { low: { fps: 120, percent: 1, definition: 'percentile' } }],
  ] as const)('%s', (code, change) => {
    const judged = judge({ ...RECORD, ...change });
    const reasons = 'heldBack' in judged ? judged.heldBack : [];
    expect(reasons.map((reason) => reason.code)).toEqual([code]);
    expect(heldBackSentence(reasons[0]).length).toBeGreaterThan(20);
  });
  it('lets a full record in, and one whose low has no definition', () => {
    expect('usable' in judge(RECORD)).toBe(true);
    expect('usable' in judge({ ...RECORD, low: { fps: 70, percent: 1, definition: null } })).toBe(true);
  });
});
