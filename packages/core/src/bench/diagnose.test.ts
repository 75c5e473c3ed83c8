import { describe, expect, it } from 'vitest';
import { BOARD, CARD, GAME, MEMORY, MODEL, PROCESSOR } from '../test/fixtures.ts';
import {
  indexModel,
  meanFrameTime,
  sceneMaker,
  systemOf,
  timeOn,
  type SystemRates,
} from '../frames/index.ts';
import type { FrameModel, Preset } from '../parts/index.ts';
import { CAUSE_WORDS, CAUSES, type Cause } from './causes.ts';
import { diagnose, type Diagnosis } from './diagnose.ts';
import type { BenchObservation } from './observation.ts';
import type { OwnRig } from './variants.ts';

/* One quick and one heavy game on the fixture's system; what is measured is computed here, apart from the diagnosis. */
const preset = (gpuTimeLn: number, cpuTimeLn: number) => ({ ...GAME.presets.high, gpuTimeLn, cpuTimeLn });
const presets = (gpuTimeLn: number, cpuTimeLn: number) => ({
  low: preset(gpuTimeLn, cpuTimeLn),
  medium: preset(gpuTimeLn, cpuTimeLn),
  high: preset(gpuTimeLn, cpuTimeLn),
  ultra: preset(gpuTimeLn, cpuTimeLn),
});
const model: FrameModel = {
  ...MODEL,
  cpus: [{ part: 'cpu', rateLn: 0, sdLn: 0.02 }],
  gpus: [{ part: 'gpu', rateLn: 0, sdLn: 0.02 }],
  games: [
    { ...GAME, id: 'quick', presets: presets(0.9, 2.0) },
    { ...GAME, id: 'busy', presets: presets(1.1, 2.2) },
    { ...GAME, id: 'heavy', presets: presets(2.9, 1.6) },
    { ...GAME, id: 'grand', presets: presets(3.1, 1.9) },
  ],
};
const OWN: OwnRig = { cpu: PROCESSOR, motherboard: BOARD, memory: MEMORY, gpu: CARD, profileOn: true };
const conditions = {
  preset: 'high' as Preset,
  widthPx: 1920,
  heightPx: 1080,
  renderScale: 1,
  background: 'none' as const,
};
const base = systemOf(OWN, indexModel(model), true);
if (!('cpu' in base)) throw new Error('the fixture has rates');
const whole: SystemRates = base;

function measured(
  change: (system: SystemRates) => SystemRates,
  more: Partial<BenchObservation> = {},
  games = ['quick', 'busy', 'heavy', 'grand'],
): BenchObservation[] {
  const make = sceneMaker(model);
  return games.map((id) => {
    const game = model.games.find((each) => each.id === id) ?? model.games[0];
    const average = 1000 / meanFrameTime(timeOn(make(game, conditions), change(whole)));
    return { game: id, conditions, average, sdLn: 0.01, low: null, gpuBusy: null, driftLn: null, ...more };
  });
}
function found(observations: readonly BenchObservation[], own = OWN, using = model): Diagnosis {
  const result = diagnose(using, own, observations);
  if (result.status !== 'done') throw new Error(result.missing.join());
  return result.diagnosis;
}
const slower =
  (side: 'cpu' | 'graphics', ln: number) =>
  (system: SystemRates): SystemRates =>
    side === 'cpu'
      ? { ...system, cpu: { ...system.cpu, rateLn: system.cpu.rateLn - ln } }
      : { ...system, graphics: { ...system.graphics, rateLn: system.graphics.rateLn - ln } };
const causesOf = (diagnosis: Diagnosis) => diagnosis.causes.map((each) => each.cause);

describe('expected against measured', () => {
  it('is quiet about a system that does what is expected, with standard scores near zero', () => {
    const diagnosis = found(measured((same) => same));
    expect(diagnosis.isQuiet).toBe(true);
    expect(diagnosis.healthy).toBeGreaterThan(0.5);
    for (const each of diagnosis.compared) expect(Math.abs(each.z)).toBeLessThan(1e-6);
    expect(diagnosis.compared.map((each) => each.limit)).toEqual(['cpu', 'cpu', 'gpu', 'gpu']);
    expect([diagnosis.cpuSide, diagnosis.gpuSide]).toEqual([1, 1].map((one) => expect.closeTo(one, 9)));
  });
  it('shows which side lost how much', () => {
    const diagnosis = found(measured(slower('cpu', 0.3)));
    expect(diagnosis.cpuSide).toBeCloseTo(Math.exp(-0.3), 1);
    expect(diagnosis.gpuSide).toBeGreaterThan(0.95);
  });
  it('has chances that add up to one, where two at once count for both', () => {
    for (const observations of [measured((same) => same), measured(slower('graphics', 0.2))]) {
      const { healthy, causes, several } = found(observations);
      expect(causes.reduce((sum, each) => sum + each.probability, healthy - several)).toBeCloseTo(1, 12);
      expect([...causes].sort((a, b) => b.probability - a.probability)).toEqual(causes);
    }
  });
});

/** Parts that are known well, so that small losses can be seen. */
const sharp: FrameModel = {
  ...model,
  cpus: [{ part: 'cpu', rateLn: 0, sdLn: 0.003 }],
  gpus: [{ part: 'gpu', rateLn: 0, sdLn: 0.003 }],
  games: model.games.map((game) => ({ ...game, residualSd: 0.006 })),
};

describe('two causes at once', () => {
  const doubly = measured((system) => slower('graphics', 0.32)(slower('cpu', 0.4)(system)), { driftLn: 0 });
  it('are said as two, each with its chance, and what both would show is what was measured', () => {
    const { two, several, causes } = found(doubly, OWN, sharp);
    expect([...(two?.causes ?? [])].sort()).toEqual(['card-held', 'processor-held']);
    expect(several).toBeGreaterThan(0.5);
    expect(
      causes
        .slice(0, 2)
        .map(({ cause }) => cause)
        .sort(),
    ).toEqual(['card-held', 'processor-held']);
    for (const { predicted } of causes.slice(0, 2))
      doubly.forEach(({ average, game }, n) => {
        const whole = measured((same) => same).find((each) => each.game === game)?.average ?? NaN;
        expect(Math.abs(Math.log(average / whole / predicted[n]))).toBeLessThan(0.2);
      });
  });
  it('are not said of one cause, nor of a healthy system', () => {
    for (const one of [
      measured(slower('cpu', 0.3)),
      measured(slower('graphics', 0.35)),
      measured((same) => same),
    ])
      expect(found(one, OWN, sharp).two).toBeNull();
  });
});

describe('causes', () => {
  const cases: readonly (readonly [Cause, BenchObservation[]])[] = [
    ['processor-held', measured(slower('cpu', 0.3), { driftLn: -0.04 })],
    ['card-held', measured(slower('graphics', 0.35), { driftLn: -0.04 })],
    [
      'wrong-output',
      measured((system) => ({
        ...system,
        graphics: { kind: 'integrated', name: 'integrated:cpu', rateLn: -1.3 },
      })),
    ],
    [
      'background',
      measured((system) => ({
        ...system,
        cpu: { ...system.cpu, rateLn: system.cpu.rateLn - 0.16, threads: 8 },
      })).map((each) => ({ ...each, low: each.average * 0.55 })),
    ],
    [
      'memory-profile',
      measured((system) => ({ ...system, memory: { latencyNs: 14.17, bandwidthGbs: 38.4, gb: 16 } }), {
        sdLn: 0.002,
      }),
    ],
  ];
  it.each(cases)('%s comes first when the pattern is its own', (cause, observations) => {
    const diagnosis = found(observations, OWN, sharp);
    expect(diagnosis.causes[0].cause).toBe(cause);
    // A loss of 4 % is little more than two copies of a part differ by: it leads, but nothing is accused of it.
    expect(diagnosis.isQuiet).toBe(cause === 'memory-profile');
    // What it would show, scene by scene, is what was measured.
    diagnosis.compared.forEach((each, n) =>
      expect(
        Math.abs(Math.log(each.measured / each.expected) - Math.log(diagnosis.causes[0].predicted[n])),
      ).toBeLessThan(0.12),
    );
  });
  it('are only those that the system can have', () => {
    const observations = measured(slower('cpu', 0.2));
    expect(causesOf(found(observations)).sort()).toEqual([...CAUSES].sort());
    const without = (own: Partial<OwnRig>) => causesOf(found(observations, { ...OWN, ...own }));
    expect(without({ profileOn: false })).not.toContain('memory-profile');
    expect(without({ memory: { ...MEMORY, ratedMts: 2400, ratedCl: 17 } })).not.toContain('memory-profile');
    expect(without({ memory: { ...MEMORY, modules: 1, gbPerModule: 16 } })).not.toContain('one-stick');
    const noGraphics = { ...model, integrated: [] };
    expect(causesOf(found(observations, OWN, noGraphics))).not.toContain('wrong-output');
    const bare = found(
      measured((system) => ({
        ...system,
        graphics: { kind: 'integrated', name: 'integrated:cpu', rateLn: -1.3 },
      })),
      { ...OWN, gpu: null },
    );
    for (const cause of ['slow-slot', 'wrong-output'] as const) expect(causesOf(bare)).not.toContain(cause);
    expect(bare.isQuiet).toBe(true);
  });
  it('tell heat from a processor by what the card does: a busy card is not held back', () => {
    const busy = (share: number) => measured(slower('cpu', 0.25), { gpuBusy: share }, ['quick', 'busy']);
    const probability = (diagnosis: Diagnosis) =>
      diagnosis.causes.find((each) => each.cause === 'processor-held')?.probability ?? 0;
    expect(probability(found(busy(0.2)))).toBeGreaterThan(probability(found(busy(0.98))));
  });
  it('are surer with more scenes, and less sure with passes that scatter', () => {
    const one = found(measured(slower('cpu', 0.2), {}, ['quick']));
    const four = found(measured(slower('cpu', 0.2)));
    expect(four.healthy).toBeLessThan(one.healthy);
    expect(found(measured(slower('cpu', 0.2), { sdLn: 0.15 })).healthy).toBeGreaterThan(four.healthy);
  });
  it('count no single wild low more than its share', () => {
    const observations = measured((same) => same);
    const wild = observations.map((each, n) => (n === 0 ? { ...each, low: each.average * 0.05 } : each));
    expect(found(wild).healthy).toBeGreaterThan(1e-6);
  });
  it('say what is not known in place of guessing', () => {
    expect(diagnose(model, OWN, [])).toEqual({ status: 'unknown', missing: [] });
    expect(diagnose(model, OWN, [{ ...measured((same) => same)[0], game: 'lost' }])).toEqual({
      status: 'unknown',
      missing: ['lost'],
    });
    expect(
      diagnose(
        { ...model, gpus: [] },
        OWN,
        measured((same) => same),
      ),
    ).toMatchObject({ status: 'unknown' });
  });
  it('each have words: a name, a pattern, and checks of which no dangerous one lacks its caution', () => {
    for (const cause of CAUSES) {
      const { name, pattern, checks } = CAUSE_WORDS[cause];
      expect(name.length).toBeGreaterThan(5);
      expect(pattern.endsWith('.')).toBe(true);
      expect(checks.length).toBeGreaterThan(1);
      for (const check of checks)
        if (/seat the sticks|power plugs|fan turning/.test(check))
          expect(check).toMatch(/[Ss]witch off and unplug|mains plug out/);
    }
  });
});

describe('what to measure next', () => {
  const nextOf = (observations: readonly BenchObservation[], using = model) =>
    found(observations, OWN, using).next;
  it('is a scene of the side that decides between the likeliest explanations', () => {
    // Two heavy scenes are slow: whether the card is held or something else shows where the card decides.
    const next = nextOf(measured(slower('graphics', 0.12), {}, ['heavy']));
    expect(next?.game).toMatch(/grand|heavy/);
    const light = nextOf(measured(slower('cpu', 0.12), {}, ['quick']));
    expect(light?.game).toMatch(/quick|busy/);
  });
  it('is none of those that were measured, nor of games that are hardly known', () => {
    const observations = measured(slower('cpu', 0.12), {}, ['quick']);
    const next = nextOf(observations);
    expect(observations.map(({ game }) => `${game} ${next?.conditions.preset}`)).not.toContain(
      `${next?.game} high`,
    );
    const blurred: FrameModel = {
      ...model,
      games: model.games.map((game) => ({ ...game, residualSd: 0.5 })),
    };
    expect(nextOf(observations, blurred)).toBeNull();
  });
});

describe('scenes of which little is known', () => {
  it('say nothing: a healthy system is not accused for them', () => {
    const blurred: FrameModel = {
      ...model,
      games: model.games.map((game) => (game.id === 'grand' ? { ...game, residualSd: 0.4 } : game)),
    };
    const observations = measured((same) => same).map((each) =>
      each.game === 'grand' ? { ...each, average: each.average * 0.4 } : each,
    );
    const diagnosis = found(observations, OWN, blurred);
    expect(diagnosis.compared.map(({ isTelling }) => isTelling)).toEqual([true, true, true, false]);
    expect(diagnosis.isQuiet).toBe(true);
  });
  it('where there are no others, every chance is what it was beforehand', () => {
    const blurred: FrameModel = {
      ...model,
      games: model.games.map((game) => ({ ...game, residualSd: 0.4 })),
    };
    const { isQuiet, healthy } = found(measured(slower('graphics', 0.4)), OWN, blurred);
    expect(isQuiet).toBe(true);
    expect(healthy).toBeCloseTo(0.5, 1);
  });
});
