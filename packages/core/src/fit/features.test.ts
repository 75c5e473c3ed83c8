import { finish } from '../work/index.ts';
import { linearRegression, linearRegressionLine } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { CARD, GAME, MODEL, PROCESSOR } from '../test/fixtures.ts';
import type { Gpu, FrameModel, Part } from '../parts/index.ts';
import { CARD_FEATURES, chipFeatures, integratedFeatures, cpuFeatures } from './features.ts';
import { fitModel } from './fit.ts';
import { isRandomEffect, layoutFor, SCATTERS } from './layout.ts';
import { statedBy } from './stated.ts';
import { drawsFrom } from '../stats/index.ts';
import { likeliestTail, lossOf, TAILS, USUAL_TAIL, weightOf } from './robust.ts';

const NOTHING = { offsets: new Set<string>(), rates: new Set<string>() };
const SHEET: Gpu = { ...CARD, tflops: 20, memoryGbs: 600, boardPowerWatts: 300 };

describe('what sheets tell of a rate', () => {
  it('is 0 for the middle part, and a logarithm away from it', () => {
    expect(cpuFeatures({ ...PROCESSOR, boostMhz: 4500, cores: 6, pcieGeneration: 4 })).toEqual({
      values: [0, 0, 0],
      missing: 0,
    });
    const { values, missing } = chipFeatures([SHEET]);
    expect(missing).toBe(0);
    expect(values[0]).toBeCloseTo(Math.log(2), 12);
    expect(values[1]).toBeCloseTo(Math.log(2), 12);
  });
  it('averages the cards of a chip where they are stated', () => {
    const { values } = chipFeatures([SHEET, { ...SHEET, tflops: null, boardPowerWatts: 330 }]);
    expect(values[0]).toBeCloseTo(Math.log(2), 12);
    expect(values[2]).toBeCloseTo((Math.log(2) + Math.log(2.2)) / 2, 12);
  });
  it('counts a silent figure as the middle one, and adds its doubt', () => {
    const { values, missing } = chipFeatures([{ ...SHEET, tflops: null }]);
    expect(values[0]).toBe(0);
    const [{ mean, sd, spread }] = CARD_FEATURES;
    expect(missing).toBeCloseTo((mean + sd) ** 2 * spread ** 2, 12);
    expect(integratedFeatures(PROCESSOR).missing).toBeGreaterThan(0);
  });
});

describe('the layout of effects', () => {
  const parts: readonly Part[] = [
    PROCESSOR,
    CARD,
    { ...SHEET, id: 'twin' },
    { ...SHEET, id: 'lone', chip: null },
  ];
  const facts: FrameModel = { ...MODEL, cpus: [], gpus: [], integrated: [], games: [GAME] };
  const layout = layoutFor(parts, facts, {
    offsets: new Set(['offset:source:Press', 'offset:rig:mine']),
    rates: new Set(['gpu:twin']),
  });
  it('names each effect once, those that nobody measured first and apart', () => {
    expect(new Set(layout.names).size).toBe(layout.names.length);
    expect(layout.names.slice(0, layout.apart)).toEqual(['gpu:gpu', 'gpu:lone', 'integrated:cpu', 'cpu:cpu']);
    for (const prior of layout.priors)
      expect(prior.terms.filter(([i]) => i < layout.apart).length).toBeLessThanOrEqual(1);
  });
  it('holds every effect by a prior, so that no record is needed', () => {
    const held = new Set(layout.priors.flatMap((prior) => prior.terms.map(([i]) => i)));
    expect(layout.names.filter((_, i) => !held.has(i))).toEqual([]);
    for (const prior of layout.priors) expect(prior.sd > 0 || prior.scatter !== null).toBe(true);
    expect(
      SCATTERS.filter((scatter) => !isRandomEffect(scatter)).every((scatter) =>
        layout.priors.some((prior) => prior.scatter === scatter),
      ),
    ).toBe(true);
  });
  it('puts cards of one chip on it, and a card without a chip on one of its own', () => {
    expect(layout.names.filter((name) => name.startsWith('chip:'))).toEqual(['chip:chip', 'chip:alone:lone']);
  });
  it('starts from what a catalogue states, and a catalogue without rates states nothing', () => {
    expect(statedBy(facts)).toEqual({});
    const stating = layoutFor(parts, { ...facts, gpus: [{ part: 'twin', rateLn: 0.7, sdLn: 0 }] }, NOTHING);
    expect(stating.start[stating.index.get('gpu:twin') ?? -1]).toBe(0.7);
    expect(
      statedBy({ ...facts, gpus: [{ part: 'twin', rateLn: 0.7, sdLn: 0 }] })['gpu:twin'][1],
    ).toBeGreaterThan(0);
  });
});

describe('weights against wild records', () => {
  it('are the slope of the cost over the residual, and fall to nothing', () => {
    for (const tail of TAILS)
      for (const z of [0.1, 0.7, 2, 5, 20]) {
        const slope = (lossOf(z + 1e-6, tail) - lossOf(z - 1e-6, tail)) / 2e-6;
        expect(weightOf(z, tail)).toBeCloseTo(slope / z, 6);
      }
    expect(weightOf(30, USUAL_TAIL)).toBeLessThan(0.01);
  });
  it('have the scale at which the middle 80 % are those of a normal with standard deviation 1', () => {
    // 90 % quantiles from tables (from memory): 1.2816 (normal), and of Student's t with so many degrees of freedom.
    const tables = { 3: 1.6377, 4: 1.5332, 5: 1.4759, 6: 1.4398, 8: 1.3968, 12: 1.3562, 20: 1.3253 };
    for (const { freedom, scale } of TAILS)
      expect(1.2816 / tables[freedom as keyof typeof tables]).toBeCloseTo(scale, 3); // one of these
  });
  it('come from a tail that is told by records: heavy, light, or the usual one where there are few', () => {
    const draws = drawsFrom(7);
    const normal = () => draws.normal();
    // Student's t is a normal over the root of a mean of as many squares (textbook); as wide in the middle as a normal.
    const heavy = () =>
      ((normal() / Math.sqrt((normal() ** 2 + normal() ** 2 + normal() ** 2) / 3)) * 1.2816) / 1.6377;
    const of = (draw: () => number, count: number) =>
      likeliestTail(Array.from({ length: count }, draw)).freedom;
    expect(of(heavy, 1500)).toBeLessThanOrEqual(4);
    expect(of(normal, 1500)).toBeGreaterThanOrEqual(12);
    expect(of(normal, 10)).toBe(5);
  });
});

describe('the regression on sheets', () => {
  it('is found again: rates that follow TFLOPS give a part that nobody measured its place on the line', () => {
    const made = Array.from({ length: 9 }, (_, n): Gpu => ({
      ...SHEET,
      id: `c${n}`,
      chip: `chip ${n}`,
      tflops: 5 * 1.25 ** n,
      memoryGbs: 300,
      boardPowerWatts: 150,
    }));
    const rateOf = (gpu: Gpu) => 0.8 * Math.log((gpu.tflops ?? 10) / 10);
    const facts: FrameModel = {
      ...MODEL,
      cpus: [],
      gpus: [],
      integrated: [],
      games: [{ ...GAME, presets: { ...GAME.presets } }],
    };
    const records = made
      .filter((_, n) => n !== 4)
      .map((gpu) => ({
        id: gpu.id,
        game: 'game',
        preset: 'ultra',
        widthPx: 3840,
        heightPx: 2160,
        renderScale: 1,
        generatedFrames: false,
        cpu: 'cpu',
        gpu: gpu.id,
        memory: { gb: 32, channels: 2, mts: 3200, cl: 16, profile: true },
        link: null,
        background: 'none' as const,
        clocks: 'stock' as const,
        rayTracing: null,
        settings: '',
        tool: '',
        spread: null,
        watts: null,
        average: 20 * Math.exp(rateOf(gpu)),
        low: null,
        source: { name: 'Press', on: '2026-11-01' },
        trust: 'good' as const,
        rig: null,
        note: '',
        excluded: null,
      }));
    const search = fitModel({
      parts: [PROCESSOR, ...made],
      model: facts,
      records,
      start: null,
      now: '2026-11-20T00:00:00Z',
    });
    const ended = finish(search);
    if (ended.status !== 'fitted') throw new Error(ended.status);
    const { gpus } = ended.model;
    const rate = (id: string) => gpus.find((each) => each.part === id)?.rateLn ?? NaN;
    // Against an ordinary regression of the fitted rates of its neighbours (simple-statistics).
    const line = linearRegression(
      made.filter((_, n) => n !== 4).map((gpu) => [Math.log(gpu.tflops ?? 10), rate(gpu.id)]),
    );
    expect(line.m).toBeGreaterThan(0.6);
    expect(Math.abs(rate('c4') - linearRegressionLine(line)(Math.log(made[4].tflops ?? 10)))).toBeLessThan(
      0.06,
    );
    expect(gpus.find((each) => each.part === 'c4')?.sdLn).toBeGreaterThan(
      gpus.find((each) => each.part === 'c3')?.sdLn ?? NaN,
    );
  });
});
