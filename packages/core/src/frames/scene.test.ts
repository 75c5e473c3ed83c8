import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BRIEF, GAME, MODEL, SYSTEM } from '../test/fixtures.ts';
import { frameTimeQuantile, meanFrameTime } from './frame-time.ts';
import { bandwidthGbs, firstWordLatencyNs, memoryEffect, memoryState } from './memory.ts';
import { counted, meanOf, meanValue, scoreOf, sideBound, figureOf } from './objective.ts';
import {
  gpuEffects,
  gpuSide,
  frameTimeOf,
  cpuEffects,
  cpuSide,
  scenesOf,
  type CpuRate,
  type GraphicsRate,
  type Scene,
} from './scene.ts';
import { shortfall } from './shortfall.ts';

const scene = (change: Partial<typeof BRIEF.play> = {}): Scene =>
  scenesOf({ ...BRIEF, play: { ...BRIEF.play, ...change } }, MODEL).scenes[0];
const { cpu, memory } = SYSTEM;
const gpuOf = (rateLn: number, videoMemoryGb = 8): GraphicsRate => ({
  kind: 'gpu',
  name: 'gpu:gpu',
  rateLn,
  videoMemoryGb,
  linkLn: 0,
});
function average(s: Scene, p: Omit<CpuRate, 'name'> = cpu, g: GraphicsRate = gpuOf(0), m = memory): number {
  const named = { ...p, name: 'cpu:cpu' };
  return (
    1000 / meanFrameTime(frameTimeOf(s, cpuSide(s, named, m, g.kind === 'integrated'), gpuSide(s, g, m)))
  );
}

describe('memory', () => {
  it.each([
    [3200, 16],
    [3600, 18],
    [6000, 30],
  ])('%i MT/s at CL %i waits 10 ns for the first word (2000 x CL / rate)', (mts, cl) => {
    expect(firstWordLatencyNs(mts, cl)).toBeCloseTo(10, 12);
  });
  it.each([
    [3200, 1, 25.6],
    [3200, 2, 51.2],
    [6000, 1, 48],
    [6000, 2, 96],
  ])(
    '%i MT/s on %i channels moves %f GB/s (JEDEC JESD79-4, JESD79-5: 8 bytes a transfer)',
    (mts, channels, gbs) => {
      expect(bandwidthGbs(mts, channels)).toBeCloseTo(gbs, 12);
    },
  );
  const kit = { modules: 2, gbPerModule: 8, ratedMts: 3600, ratedCl: 16, jedecMts: 2400, jedecCl: 17 };
  it('runs at its base rate with the profile off, or on a board without profiles', () => {
    const on = memoryState(kit, { maxMts: 4400, profile: true }, true);
    expect(on.bandwidthGbs).toBeCloseTo(57.6, 9);
    for (const [profile, wanted] of [
      [true, false],
      [false, true],
      [false, false],
    ] as const)
      expect(memoryState(kit, { maxMts: 4400, profile }, wanted).bandwidthGbs).toBeCloseTo(38.4, 9);
  });
  it('is held by the board’s limit, and halves its bandwidth with one stick', () => {
    expect(memoryState(kit, { maxMts: 3200, profile: true }, true).bandwidthGbs).toBeCloseTo(51.2, 9);
    expect(
      memoryState({ ...kit, modules: 1 }, { maxMts: 4400, profile: true }, true).bandwidthGbs,
    ).toBeCloseTo(28.8, 9);
  });
  it('has no effect at the reference kit', () => {
    const reference = scene().referenceMemory;
    expect(memoryEffect(reference, reference)).toBe(0);
  });
});

describe('shortfall', () => {
  it('costs nothing while the need fits, and grows smoothly from zero', () => {
    expect(shortfall(8, 8, 1)).toBe(0);
    expect(shortfall(6, 8, 1)).toBe(0);
    expect(shortfall(8.001, 8, 1)).toBeLessThan(1e-6);
    expect(shortfall(10, 8, 1)).toBeGreaterThan(shortfall(9, 8, 1));
  });
  it('is finite with nothing at all', () => {
    expect(Number.isFinite(shortfall(8, 0, 1))).toBe(true);
  });
});

describe('facts of the trade (common practice, no source): bounds on the shape', () => {
  it('two processors 13 % apart with a fast card are less than 13 % apart with a slow card', () => {
    const faster = { ...cpu, rateLn: cpu.rateLn + Math.log(1.13) };
    const gap = (gpu: GraphicsRate) => average(scene(), faster, gpu) / average(scene(), cpu, gpu);
    expect(gap(gpuOf(3))).toBeCloseTo(1.13, 2);
    expect(gap(gpuOf(-0.5))).toBeLessThan(gap(gpuOf(0.5)));
    expect(gap(gpuOf(0.5))).toBeLessThan(1.13);
  });
  it('a heavy mix that runs 103 at 1080p runs near 74 at 1440p on the same card', () => {
    const ratio = (alpha: number) => {
      const model = { ...MODEL, games: [{ ...GAME, resolutionExponent: alpha }] };
      const at = (widthPx: number, heightPx: number) =>
        average(scenesOf({ ...BRIEF, play: { ...BRIEF.play, widthPx, heightPx } }, model).scenes[0], {
          ...cpu,
          rateLn: 3,
        });
      return at(2560, 1440) / at(1920, 1080);
    };
    expect(ratio(0.58)).toBeCloseTo(0.72, 2);
  });
  it('a card that runs 2160p at about 30 runs 1080p at about 80 to 100 with exponents of 0.7 to 0.87', () => {
    for (const alpha of [0.72, 0.8, 0.86]) {
      const model = { ...MODEL, games: [{ ...GAME, resolutionExponent: alpha }] };
      const at = (widthPx: number, heightPx: number) =>
        average(
          scenesOf({ ...BRIEF, play: { ...BRIEF.play, widthPx, heightPx } }, model).scenes[0],
          { ...cpu, rateLn: 3 },
          gpuOf(0, 64),
        );
      const ratio = at(1920, 1080) / at(3840, 2160);
      expect(30 * ratio).toBeGreaterThan(79);
      expect(30 * ratio).toBeLessThan(101);
    }
  });
  it('the 1 % low stands at 0.7 to 0.9 of the average in well-running games', () => {
    for (const rate of [-0.4, 0, 0.4, 0.8]) {
      const s = scene();
      const time = frameTimeOf(s, cpuSide(s, cpu, memory, false), gpuSide(s, gpuOf(rate), memory));
      const ratio = meanFrameTime(time) / frameTimeQuantile(time, 0.99);
      expect(ratio).toBeGreaterThan(0.65);
      expect(ratio).toBeLessThan(0.92);
    }
  });
  it('integrated graphics gain 18 to 27 % from switching the profile on (2400 to 3000 MT/s and more)', () => {
    const kit = { modules: 2, gbPerModule: 8, ratedMts: 3200, ratedCl: 16, jedecMts: 2400, jedecCl: 17 };
    const run = (on: boolean) =>
      average(
        scene(),
        cpu,
        { kind: 'integrated', name: 'integrated:cpu', rateLn: -1.3 },
        memoryState(kit, { maxMts: 4400, profile: true }, on),
      );
    expect(run(true) / run(false)).toBeGreaterThan(1.18);
    expect(run(true) / run(false)).toBeLessThan(1.27);
  });
  it('with a card, a faster kit gives only about 3 to 4 frames at 80 to 100', () => {
    const slow = memoryState(
      { modules: 2, gbPerModule: 8, ratedMts: 2666, ratedCl: 19, jedecMts: 2133, jedecCl: 15 },
      { maxMts: 4400, profile: true },
      true,
    );
    const fast = memoryState(
      { modules: 2, gbPerModule: 8, ratedMts: 3600, ratedCl: 16, jedecMts: 2133, jedecCl: 15 },
      { maxMts: 4400, profile: true },
      true,
    );
    const held = { ...cpu, rateLn: -0.15 };
    const slowRate = average(scene(), held, gpuOf(0.3), slow);
    expect(slowRate).toBeGreaterThan(75);
    expect(slowRate).toBeLessThan(110);
    expect(average(scene(), held, gpuOf(0.3), fast) - slowRate).toBeGreaterThan(1);
    expect(average(scene(), held, gpuOf(0.3), fast) - slowRate).toBeLessThan(5);
  });
  it('32 GB in place of 16 does not change a game that needs under 16', () => {
    const rich = { ...memory, gb: 32 };
    expect(average(scene(), cpu, gpuOf(0), rich)).toBe(
      average(scene(), cpu, gpuOf(0), { ...memory, gb: 16 }),
    );
  });
});

describe('effects', () => {
  it('more of anything never lowers the average', () => {
    const rates = fc.record({
      p: fc.double({ min: -1, max: 1, noNaN: true }),
      g: fc.double({ min: -1, max: 1.5, noNaN: true }),
      vram: fc.integer({ min: 2, max: 16 }),
      gb: fc.integer({ min: 4, max: 32 }),
      threads: fc.integer({ min: 2, max: 16 }),
    });
    fc.assert(
      fc.property(rates, ({ p, g, vram, gb, threads }) => {
        const base = average(scene(), { rateLn: p, threads }, gpuOf(g, vram), { ...memory, gb });
        const better = [
          average(scene(), { rateLn: p + 0.1, threads }, gpuOf(g, vram), { ...memory, gb }),
          average(scene(), { rateLn: p, threads: threads + 2 }, gpuOf(g, vram), { ...memory, gb }),
          average(scene(), { rateLn: p, threads }, gpuOf(g + 0.1, vram), { ...memory, gb }),
          average(scene(), { rateLn: p, threads }, gpuOf(g, vram + 2), { ...memory, gb }),
          average(scene(), { rateLn: p, threads }, gpuOf(g, vram), { ...memory, gb: gb + 4 }),
        ];
        return better.every((value) => value >= base - 1e-9);
      }),
      { seed: 11, numRuns: 300 },
    );
  });
  it('too little video memory slows the card’s side, widens it, and hurts more over a narrow link', () => {
    const s = scene();
    const short = gpuSide(s, gpuOf(0, 3), memory);
    const enough = gpuSide(s, gpuOf(0, 16), memory);
    expect(short.mean).toBeGreaterThan(enough.mean);
    expect(short.spread).toBeGreaterThan(enough.spread);
    const link = (gb: number) =>
      gpuEffects(s, { kind: 'gpu', name: 'gpu:gpu', rateLn: 0, videoMemoryGb: gb, linkLn: -0.7 }, memory)
        .link;
    expect(link(16)).toBeGreaterThan(0);
    expect(link(3)).toBeGreaterThan(link(16));
  });
  it('integrated graphics borrow from the memory', () => {
    const s = scene();
    const lean = { ...memory, gb: 8 };
    expect(cpuEffects(s, cpu, lean, true).memoryShort).toBeGreaterThan(
      cpuEffects(s, cpu, lean, false).memoryShort,
    );
  });
  it('background load costs frames, on the side that carries it', () => {
    const s = scene({ background: 'stream-cpu' });
    const c = scene({ background: 'stream-gpu' });
    expect(average(s, { ...cpu, threads: 8 }, gpuOf(2))).toBeLessThan(
      average(scene(), { ...cpu, threads: 8 }, gpuOf(2)),
    );
    expect(average(c, cpu, gpuOf(-0.5))).toBeLessThan(average(scene(), cpu, gpuOf(-0.5)));
  });
  it('upscaling renders fewer pixels, but not for nothing', () => {
    const plain = average(scene(), { ...cpu, rateLn: 3 });
    const half = average(scene({ renderScale: 0.5 }), { ...cpu, rateLn: 3 });
    expect(half).toBeGreaterThan(plain);
    expect(half / plain).toBeLessThan(0.25 ** -GAME.resolutionExponent);
  });
});

describe('the objective', () => {
  const objective = BRIEF.play.objective;
  it('names its means: geometric, arithmetic, harmonic and weakest of 60 and 240 with equal weights', () => {
    const value = (kind: 'geometric' | 'arithmetic' | 'harmonic' | 'weakest') =>
      meanValue({ kind, weights: [0.5, 0.5] }, [60, 240]);
    expect(value('geometric')).toBeCloseTo(120, 9);
    expect(value('arithmetic')).toBeCloseTo(150, 9);
    expect(value('harmonic')).toBeCloseTo(96, 9);
    expect(value('weakest')).toBe(60);
  });
  it('does not pay for frames beyond the screen’s rate, unless asked to', () => {
    expect(counted(objective, scene(), 300)).toBe(BRIEF.play.refreshHz);
    expect(counted({ ...objective, capAtRefresh: false }, scene(), 300)).toBe(300);
  });
  it('counts a reached target as 100 and no more', () => {
    const s = { ...scene(), targetFps: 60 };
    expect(counted({ ...objective, goal: 'targets' }, s, 90)).toBe(100);
    expect(counted({ ...objective, goal: 'targets' }, s, 30)).toBe(50);
    expect(meanOf({ ...objective, goal: 'targets' }, [s]).kind).toBe('weakest');
  });
  it('is a whole number of thousandths', () => {
    expect(scoreOf(129.8174999)).toBe(129817);
  });
  it('never exceeds what either side alone would allow, for every figure', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.constantFrom('average' as const, 'low' as const, 'slowest' as const),
        (p, g, figure) => {
          const s = scene();
          const a = cpuSide(s, { ...cpu, rateLn: p }, memory, false);
          const b = gpuSide(s, gpuOf(g), memory);
          const value = figureOf(figure, frameTimeOf(s, a, b));
          return value <= Math.min(sideBound(figure, s, a), sideBound(figure, s, b)) * (1 + 1e-9);
        },
      ),
      { seed: 5, numRuns: 400 },
    );
  });
});
