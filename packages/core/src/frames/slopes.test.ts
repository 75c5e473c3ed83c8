import { describe, expect, it } from 'vitest';
import { BRIEF, GOOD, MODEL } from '../test/fixtures.ts';
import { frameTimeQuantile, meanFrameTime, meanOfSlowest } from './frame-time.ts';
import { objectiveGradient, ratesFor } from './rates.ts';
import { scenesOf } from './scene.ts';
import type { FrameTime } from './sides.ts';
import { averageSlopes, percentileSlopes, slowestSlopes, type RateSlopes } from './slopes.ts';
import { indexModel, systemOf } from './system.ts';

const CASES: FrameTime[] = [];
for (const gap of [-0.9, -0.2, 0, 0.15, 0.8])
  for (const [sc, sg] of [
    [0.1, 0.1],
    [0.25, 0.08],
    [0.06, 0.3],
  ] as const)
    for (const shortestMs of [0, 6, 8.5])
      CASES.push({ cpu: { mean: 2, spread: sc }, gpu: { mean: 2 + gap, spread: sg }, shortestMs });

/** Central differences of ln of a rate in one figure of one side. */
function numeric(
  rate: (time: FrameTime) => number,
  time: FrameTime,
  side: 'cpu' | 'gpu',
  figure: 'mean' | 'spread',
) {
  const h = 1e-5;
  const at = (step: number) =>
    Math.log(rate({ ...time, [side]: { ...time[side], [figure]: time[side][figure] + step } }));
  return (at(h) - at(-h)) / (2 * h);
}

describe.each([
  ['average', (time: FrameTime) => 1000 / meanFrameTime(time), averageSlopes],
  [
    '1 % low as a percentile',
    (time: FrameTime) => 1000 / frameTimeQuantile(time, 0.99),
    (time: FrameTime) => percentileSlopes(time, 0.99),
  ],
  [
    'mean of the slowest 1 %',
    (time: FrameTime) => 1000 / meanOfSlowest(time, 0.01),
    (time: FrameTime) => slowestSlopes(time, 0.01),
  ],
] as const)('slopes of the %s', (_, rate, slopes: (time: FrameTime) => RateSlopes) => {
  it('agree with the rate itself and with central differences, with and without a cap', () => {
    for (const time of CASES) {
      const by = slopes(time);
      expect(by.ln).toBeCloseTo(Math.log(rate(time)), 8);
      const found = [by.cpuMean, by.cpuSpread, by.gpuMean, by.gpuSpread];
      const wanted = [
        numeric(rate, time, 'cpu', 'mean'),
        numeric(rate, time, 'cpu', 'spread'),
        numeric(rate, time, 'gpu', 'mean'),
        numeric(rate, time, 'gpu', 'spread'),
      ];
      found.forEach((value, i) =>
        expect(Math.abs(value - wanted[i]), JSON.stringify([time, i])).toBeLessThan(2e-5),
      );
    }
  });
});

describe('the objective’s gradient', () => {
  it('is what a change of each part’s rate does to ln of the objective', () => {
    const brief = { ...BRIEF, play: { ...BRIEF.play, refreshHz: 400 } };
    const { scenes } = scenesOf(brief, MODEL);
    const system = systemOf(GOOD, indexModel(MODEL), true);
    if (!('cpu' in system)) throw new Error('the fixture has a rate');
    const { gradient } = objectiveGradient(brief, scenes, system);
    const h = 1e-4;
    const at = (kind: 'cpus' | 'gpus', step: number) => {
      const rated = ratesFor(brief, {
        ...MODEL,
        [kind]: MODEL[kind].map((rate) => ({ ...rate, rateLn: rate.rateLn + step })),
      })(GOOD);
      return rated.status === 'known' ? Math.log(rated.objective.value) : NaN;
    };
    expect(gradient.get('cpu:cpu')).toBeCloseTo((at('cpus', h) - at('cpus', -h)) / (2 * h), 5);
    expect(gradient.get('gpu:gpu')).toBeCloseTo((at('gpus', h) - at('gpus', -h)) / (2 * h), 5);
  });
});
