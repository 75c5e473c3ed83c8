import { fitModel, knowledgeOf, predictor, recordJudge, type FittedModel } from '@ripe-pick/core/fit';
import type { BenchRecord } from '@ripe-pick/core/parts';
import { finish } from '@ripe-pick/core/work';
import { describe, expect, it } from 'vitest';
import { normal, randomSource } from '../../packages/demo/src/random.ts';
import { sizeOf } from '../sample.ts';
import { generation, recordOf, type Generation } from './generations.ts';

/* How wide the intervals are where nobody measured: on worlds whose truth the code does not know. */

function fitted(world: Generation, records: readonly BenchRecord[]): FittedModel['model'] {
  const { parts, model } = world;
  const result = finish(fitModel({ parts, model, records, start: null, now: '2026-11-20T00:00:00Z' }));
  if (result.status !== 'fitted') throw new Error(result.status);
  return result.model;
}

/** Half of the parts are ever measured: of each maker some. */
const MEASURED = { cpus: 8, gpus: 9 };
const WORLDS = sizeOf(80, 12);
/** Questions of one world hang together: over a few worlds the share itself scatters by so much. */
const SLACK = sizeOf(0, 0.04);
const QUESTIONS = 40;

/** Share of 80 % intervals that hold the true rate of a pairing in which one part was never measured. */
function coverage(scatter: number, count: number): number {
  let inside = 0;
  for (let seed = 1; seed <= WORLDS; seed++) {
    const world = generation(seed * 97 + 5, scatter);
    const random = randomSource(seed);
    const below = (n: number) => Math.floor(random() * n);
    const records = Array.from({ length: count }, (_, n) =>
      recordOf(
        world,
        [below(MEASURED.cpus), below(MEASURED.gpus), below(5), below(4)],
        normal(random) * 0.02,
        `r${n}`,
      ),
    );
    const predict = predictor(fitted(world, records));
    const judge = recordJudge(world.parts, world.model);
    for (let n = 0; n < QUESTIONS; n++) {
      const isCpu = n % 2 === 0;
      const cpu = isCpu ? MEASURED.cpus + below(world.cpus.length - MEASURED.cpus) : below(MEASURED.cpus);
      const gpu = isCpu ? below(MEASURED.gpus) : MEASURED.gpus + below(world.gpus.length - MEASURED.gpus);
      const asked = recordOf(world, [cpu, gpu, below(5), below(4)], 0, 'asked');
      const judged = judge(asked);
      const told = 'usable' in judged ? predict(judged.usable) : null;
      if (!told) throw new Error('a pairing of these worlds has a prediction');
      // 80 % of a normal distribution lie within 1.2816 standard deviations.
      if (Math.abs(Math.log(asked.average) - told.ln) < 1.2816 * told.sd) inside++;
    }
  }
  return inside / (WORLDS * QUESTIONS);
}

describe('80 % intervals of parts that nobody measured', () => {
  // At 0.35 the makers differ by a quarter at like specs, and the parts of each by as much again.
  for (const scatter of [0.3, 0.35])
    it.each([0, 8, 40, 150])(
      `cover 74 to 88 % where parts scatter by ${scatter}, with %i records of others`,
      (count) => {
        const share = coverage(scatter, count);
        expect(share).toBeGreaterThan(0.74 - SLACK);
        expect(share).toBeLessThan(0.88 + SLACK);
      },
    );
});

describe('with no record at all', () => {
  const world = generation(7, 0.35);
  it('a rate is claimed to a quarter at best, as a text in the trade would', () => {
    const model = fitted(world, []);
    for (const { sdLn } of [...model.cpus, ...model.gpus]) expect(sdLn).toBeGreaterThan(0.25);
  });
  it('games of different kinds do not look alike, and those of one kind do', () => {
    const families = ['fast shooter', 'open world', 'open world', 'something else', 'strategy'];
    const games = world.model.games.map((game, n) => ({ ...game, family: families[n] }));
    const model = fitted({ ...world, model: { ...world.model, games } }, []);
    const [shooter, open, other, own, strategy] = model.games.map(({ presets }) => presets.medium);
    expect(open.gpuTimeLn - shooter.gpuTimeLn).toBeGreaterThan(Math.log(2));
    expect(other.gpuTimeLn).toBeCloseTo(open.gpuTimeLn, 9);
    expect(own.gpuTimeLn).toBeGreaterThan(shooter.gpuTimeLn);
    expect(own.gpuTimeLn).toBeLessThan(open.gpuTimeLn);
    expect(strategy.cpuTimeLn).toBeGreaterThan(strategy.gpuTimeLn);
  });
  it('a first chart of eight cards narrows these cards and their game, and nothing else', () => {
    const unmeasured = fitted(world, []);
    const before = knowledgeOf(unmeasured, []);
    // Eight cards in a heavy game on the quickest processor, so that the cards decide.
    const heavy = world.model.games.length - 1;
    const quickest = world.cpus.reduce((a, b) => (b.truth.rateLn > a.truth.rateLn ? b : a));
    const chart = Array.from({ length: 8 }, (_, n) =>
      recordOf(world, [world.cpus.indexOf(quickest), n, heavy, 3], 0, `bar-${n}`),
    );
    const measured = fitted(world, chart);
    const after = knowledgeOf(measured, []);
    const judge = recordJudge(world.parts, world.model);
    const widthOf = (model: typeof measured, record: BenchRecord) => {
      const judged = judge(record);
      return ('usable' in judged ? predictor(model)(judged.usable)?.sd : undefined) ?? NaN;
    };
    const kept = (kind: 'cpus' | 'gpus' | 'games', id: string) => {
      const sd = (from: typeof before) => from[kind].find((each) => each.id === id)?.sdLn ?? NaN;
      return sd(after) / sd(before);
    };
    for (let n = 0; n < 8; n++) expect(kept('gpus', `gpu-${n}`)).toBeLessThan(0.6);
    for (const record of chart)
      expect(widthOf(measured, record)).toBeLessThan(0.25 * widthOf(unmeasured, record));
    for (const { id } of world.cpus) expect(kept('cpus', id)).toBeGreaterThan(0.95);
    for (let n = 0; n < heavy; n++) expect(kept('games', `game-${n}`)).toBeGreaterThan(0.85);
  });
});
