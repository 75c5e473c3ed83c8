import { fitModel, predictor, recordJudge, validate } from '@ripe-pick/core/fit';
import type { BenchRecord, FrameModel } from '@ripe-pick/core/parts';
import { drawsFrom, median, quantile, seedOf } from '@ripe-pick/core/stats';
import { finish } from '@ripe-pick/core/work';
import {
  buildersQuestions,
  frameWorld,
  HARSHNESSES,
  publishedBars,
  sparseBars,
  type Bar,
  type FrameWorld,
  type HarshnessName,
  type PairingQuestion,
} from '@ripe-pick/worlds/frames';
import { measureChoice, type ChoiceFigures } from './choice.ts';
import { measureFaster, type FasterFigures } from './faster.ts';
import { linearOnSpecs, nearest, slowerOfTwo, type Guess } from './frame-baselines.ts';

/** How much is known: so many bars of published charts, or the two or three charts that a person has. */
export type Known = 60 | 200 | 800 | 3000 | 'sparse';
const QUESTIONS = 250;
/** 80 % of a normal distribution lie within so many standard deviations. */
const Z80 = 1.2815515655446004;

export interface FrameFigures {
  /** Share of the 80 % intervals that hold a careful measurement of an unseen pairing. */
  readonly covered: number;
  /** The same of 1 % lows. */
  readonly lowCovered: number;
  readonly medianError: number;
  readonly error90: number;
  /** What became of builds that were chosen by these figures. */
  readonly choice: ChoiceFigures;
  /** Chances that one build is faster than another. */
  readonly faster: FasterFigures;
  /** Median errors of the simple ways, over the questions that each can answer. */
  readonly simple: Readonly<Record<string, number>>;
}

/** A bench record that asks a question: what it measured is not read. */
export const recordOf = (question: PairingQuestion): BenchRecord => ({
  ...{ id: 'asked', game: question.game, preset: question.preset, cpu: question.cpu, gpu: question.gpu },
  ...{ widthPx: question.widthPx, heightPx: question.heightPx, renderScale: 1, generatedFrames: false },
  memory: { gb: 32, channels: 2, mts: 3200, cl: (question.latencyNs * 3200) / 2000, profile: true },
  ...{ link: null, background: 'none', clocks: 'stock', rayTracing: null, settings: '', tool: '' },
  ...{ average: 1, low: null, spread: null, watts: null, rig: null, note: '', excluded: null },
  ...{ source: { name: 'asked', on: '2026-11-20' }, trust: 'own' },
});

export const barsOf = (world: FrameWorld, known: Known, seed: number): Bar[] =>
  known === 'sparse' ? sparseBars(world, 2 + (seed % 2), seed) : publishedBars(world, known, seed);

/** A fit of a world's bars. */
export function fitted(world: FrameWorld, bars: readonly Bar[]): FrameModel {
  const input = {
    parts: [...world.cpus, ...world.gpus],
    records: bars.map(({ record }) => record),
    now: '2026-11-20T00:00:00Z',
  };
  const result = finish(fitModel({ ...input, model: world.facts, start: null }));
  if (result.status !== 'fitted') throw new Error(result.status);
  const { model } = result;
  const heldOut = finish(validate({ ...input, model, start: model.fit }));
  return { ...model, fit: { ...model.fit, heldOut } };
}

/** Measures one world: what its own intervals claim against what is so. */
export function measureFrames(harshness: HarshnessName, known: Known, seed: number): FrameFigures {
  const world = frameWorld(seed, HARSHNESSES[harshness]);
  const bars = barsOf(world, known, seed);
  const model = fitted(world, bars);
  const predict = predictor(model);
  const judge = recordJudge([...world.cpus, ...world.gpus], model);
  const draws = drawsFrom(seedOf('measured', seed));
  const guesses: Record<string, Guess> = {
    slower: slowerOfTwo(world, bars),
    nearest: nearest(world, bars),
    linear: linearOnSpecs(world, bars),
  };
  const errors: number[] = [];
  const simple = new Map(Object.keys(guesses).map((name) => [name, [] as number[]]));
  let inside = 0;
  let lowInside = 0;
  for (const question of buildersQuestions(world, bars, QUESTIONS, seed)) {
    const truth = world.truth(question);
    const trueLn = Math.log(truth.average);
    // A careful measurement: the mean of three runs at home.
    const runNoise = world.harshness.noise / Math.sqrt(3);
    const shift = runNoise * draws.normal();
    const measuredLn = trueLn + shift;
    const lowLn = Math.log(truth.low) + shift + 1.5 * runNoise * draws.normal();
    const judged = judge(recordOf(question));
    const told = 'usable' in judged ? predict(judged.usable) : null;
    if (!told) throw new Error('a pairing of these worlds has a prediction');
    errors.push(Math.abs(told.ln - trueLn));
    if (Math.abs(told.ln - measuredLn) <= Z80 * told.sd) inside++;
    if (Math.abs(told.low.ln - lowLn) <= Z80 * told.low.sd) lowInside++;
    for (const [name, guess] of Object.entries(guesses)) {
      const ln = guess(question);
      if (ln !== null) simple.get(name)?.push(Math.abs(ln - trueLn));
    }
  }
  return {
    covered: inside / errors.length,
    lowCovered: lowInside / errors.length,
    medianError: median(errors),
    error90: quantile(errors, 0.9),
    choice: measureChoice(world, model),
    faster: measureFaster(world, model),
    simple: Object.fromEntries([...simple].map(([name, each]) => [name, median(each)])),
  };
}
