import { describe, expect, it } from 'vitest';
import type { BenchRecord, FrameModel, Part } from '../parts/index.ts';
import { drawsFrom } from '../stats/index.ts';
import { CARD, GAME, MODEL, PROCESSOR } from '../test/fixtures.ts';
import { finish } from '../work/index.ts';
import { fitModel } from './fit.ts';
import { leftUnsaid, recordJudge, type UsableRecord } from './held-back.ts';
import { memoryDoubt, memoryTold } from './memory-told.ts';
import { predictor } from './predict.ts';

const NOWHERE = { gb: null, channels: null, mts: null, cl: null, profile: null };
const PARTS: readonly Part[] = [PROCESSOR, CARD];
const RECORD: BenchRecord = {
  ...{ id: 'r', game: 'game', preset: 'high', widthPx: 1920, heightPx: 1080, renderScale: 1 },
  ...{ generatedFrames: false, cpu: 'cpu', gpu: 'gpu', link: null, background: 'none', clocks: 'stock' },
  memory: { gb: 16, channels: 2, mts: 3200, cl: 16, profile: true },
  ...{ rayTracing: null, settings: '', tool: '', spread: null, watts: null, average: 95, low: null },
  ...{ source: { name: 'Press', on: '2026-11-01' }, trust: 'good', rig: null, note: '', excluded: null },
};
function usable(memory: Partial<BenchRecord['memory']>, change: Partial<BenchRecord> = {}): UsableRecord {
  const record = { ...RECORD, ...change, memory: { ...RECORD.memory, ...memory } };
  const judged = recordJudge(PARTS, MODEL)(record);
  if (!('usable' in judged)) throw new Error('the benchmark can be used');
  return judged.usable;
}

describe('what a record does not say of its memory', () => {
  it('is named, and keeps no record out', () => {
    expect(leftUnsaid(usable({}))).toBeNull();
    expect(leftUnsaid(usable({ cl: null }))).toContain('latency');
    expect(usable(NOWHERE).memory.unsaid).toEqual(['gb', 'channels', 'mts', 'cl']);
  });

  it('is taken as usual beside what is said; a latency in clocks means nothing without the clock', () => {
    expect(memoryTold({ ...RECORD.memory, cl: null })).toMatchObject({ mts: 3200, cl: 16.8, bandwidthSd: 0 });
    const clocks = memoryTold({ ...NOWHERE, cl: 40 });
    expect((2000 * clocks.cl) / clocks.mts).toBeCloseTo(10.5, 9);
    expect(memoryDoubt(memoryTold(RECORD.memory), false)).toBe(0);
  });

  it('the doubt is as wide as rates spread over kits as they are (by drawing kits), where the memory sets every frame', () => {
    // A processor so slow that it sets each frame, or graphics that live from the bandwidth.
    const slow: FrameModel = { ...MODEL, cpus: [{ part: 'cpu', rateLn: -3, sdLn: 0.03 }] };
    const starved: FrameModel = { ...MODEL, integrated: [{ part: 'cpu', rateLn: -3, sdLn: 0.07 }] };
    const game = { ...GAME, memorySensitivity: 0.11, bandwidthExponent: 0.72, frameCap: null };
    for (const [model, gpu] of [
      [slow, 'gpu'],
      [starved, null],
    ] as const) {
      const predict = predictor({ ...model, games: [game] });
      const draws = drawsFrom(3);
      const rates = Array.from({ length: 400 }, () => {
        const mts = 3600 * Math.exp(0.28 * draws.normal());
        const latencyNs = 10.5 * Math.exp(0.12 * draws.normal());
        // One kit in seven is a single module.
        const channels = draws.uniform() < 1 / 7 ? 1 : 2;
        return predict(usable({ gb: 32, channels, mts, cl: (latencyNs * mts) / 2000 }, { gpu }))?.ln ?? NaN;
      });
      const mean = rates.reduce((a, b) => a + b, 0) / rates.length;
      const sd = Math.sqrt(rates.reduce((sum, each) => sum + (each - mean) ** 2, 0) / rates.length);
      const doubt = memoryDoubt(usable(NOWHERE, { gpu }).memory, gpu === null);
      expect(sd / doubt).toBeGreaterThan(0.75);
      expect(sd / doubt).toBeLessThan(1.25);
    }
  });

  it('makes a record count for less, and a prediction of it wider', () => {
    const fitted = (memory: Partial<BenchRecord['memory']>, gpu: string | null) => {
      const records = [0, 1, 2].map((n) => ({
        ...{ ...RECORD, id: `r${n}`, gpu, average: 300, memory: { ...RECORD.memory, ...memory } },
      }));
      const model = { ...MODEL, cpus: [], gpus: [], integrated: [] };
      const result = finish(
        fitModel({ parts: PARTS, model, records, start: null, now: '2026-11-20T00:00:00Z' }),
      );
      if (result.status !== 'fitted') throw new Error(result.status);
      expect(result.heldBack).toEqual([]);
      return result.model;
    };
    for (const gpu of ['gpu', null]) {
      const before = predictor({ ...MODEL, cpus: [], gpus: [], integrated: [] })(usable({}, { gpu }));
      expect(before).toBeNull();
      const [told, untold] = [fitted({}, gpu), fitted(NOWHERE, gpu)];
      const [a, b] = [told, untold].map((model) => predictor(model)(usable({}, { gpu })));
      // With a card the doubt is 1 to 2 %, less than what moves where both sides meet.
      if (gpu === null) expect(a && b && b.sd > a.sd).toBe(true);
      const wide = predictor(told)(usable(NOWHERE, { gpu }));
      expect(a && wide && wide.sd > a.sd).toBe(true);
    }
  });
});
