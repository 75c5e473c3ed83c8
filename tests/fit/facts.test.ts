import { readFileSync } from 'node:fs';
import { catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import {
  averageSlopes,
  indexModel,
  limitedBy,
  meanFrameTime,
  sceneMaker,
  systemOf,
  timeOn,
  percentileSlopes,
  type SystemRates,
} from '@ripe-pick/core/frames';
import { narrowing, knowledgeOf } from '@ripe-pick/core/fit';
import type { Brief, Game, PartSet, Preset } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';

/*
 * Facts of the trade (common practice, no source) as bounds on the fitted demo: the shape of its results, not their size.
 */
const text = (name: string) =>
  readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8');
const catalogue = catalogueOf(catalogueFileSchema.parse(JSON.parse(text('catalogue.json'))));
const brief = JSON.parse(text('brief-league-seat.json')) as Brief;
const { frameModel: model, parts } = catalogue;
const make = sceneMaker(model);
const free = model.games.filter((game) => game.frameCap === null);
const heavy = free.filter((game) => game.family === 'story');
const byRate = (list: typeof model.gpus) => [...list].sort((a, b) => b.rateLn - a.rateLn);
const part = (id: string) => parts.find((each) => each.id === id);
const threadsOf = (id: string) => {
  const found = part(id);
  return found?.kind === 'cpu' ? (found.threads ?? 8) : 8;
};
const DDR4 = { latencyNs: 10, bandwidthGbs: 51.2, gb: 32 };

function system(
  cpu: string,
  gpu: string | null,
  memory = DDR4,
): Pick<SystemRates, 'cpu' | 'memory' | 'graphics'> {
  const rate = (list: typeof model.gpus, id: string) => list.find((each) => each.part === id)?.rateLn ?? NaN;
  return {
    cpu: { name: `cpu:${cpu}`, rateLn: rate(model.cpus, cpu), threads: threadsOf(cpu) },
    memory,
    graphics: gpu
      ? { kind: 'gpu', name: `gpu:${gpu}`, rateLn: rate(model.gpus, gpu), videoMemoryGb: 24, linkLn: 0 }
      : { kind: 'integrated', name: `integrated:${cpu}`, rateLn: rate(model.integrated, cpu) },
  };
}
const time = (
  game: Game,
  on: ReturnType<typeof system>,
  preset: Preset = 'ultra',
  widthPx = 1920,
  heightPx = 1080,
) => timeOn(make(game, { preset, widthPx, heightPx, renderScale: 1, background: 'none' }), on);
const fps = (...of: Parameters<typeof time>) => 1000 / meanFrameTime(time(...of));
const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;

const [quick] = byRate(model.cpus);
const gpus = byRate(model.gpus);
const middle = gpus[Math.floor(gpus.length / 2)];

describe('resolution', () => {
  it('1440p over 1080p in card-limited heavy games: the exponent lies near 0.58 to 0.87', () => {
    for (const game of heavy) {
      const on = system(quick.part, middle.part);
      expect(limitedBy(time(game, on)).gpu).toBeGreaterThan(0.95);
      const ratio = fps(game, on, 'ultra', 2560, 1440) / fps(game, on);
      const exponent = -Math.log(ratio) / Math.log((2560 * 1440) / (1920 * 1080));
      expect(exponent).toBeGreaterThan(0.55);
      expect(exponent).toBeLessThan(0.9);
    }
  });
  it('a card that runs 2160p at about 30 runs 1080p at about 80 to 100', () => {
    // The story games of the demo: whichever card comes nearest to 30 at 2160p.
    for (const game of heavy) {
      const at = (id: string, width: number, height: number) =>
        fps(game, system(quick.part, id), 'high', width, height);
      const near = gpus
        .map((gpu) => gpu.part)
        .sort((a, b) => Math.abs(at(a, 3840, 2160) - 30) - Math.abs(at(b, 3840, 2160) - 30))[0];
      const scaled = (at(near, 1920, 1080) * 30) / at(near, 3840, 2160);
      expect(scaled).toBeGreaterThan(72);
      expect(scaled).toBeLessThan(104);
    }
  });
});

describe('balance', () => {
  it('when the card is busy 97 % and more, a quicker processor changes the average by under about 1 %', () => {
    let seen = 0;
    for (const game of free)
      for (const gpu of gpus.slice(-20)) {
        const slow = system('tarnholt-dunlin-150', gpu.part);
        if (limitedBy(time(game, slow)).gpu < 0.97) continue;
        seen++;
        expect(fps(game, system(quick.part, gpu.part)) / fps(game, slow)).toBeLessThan(1.012);
      }
    expect(seen).toBeGreaterThan(50);
  });
  it('two processors 13 % apart with a quick card are less than 13 % apart with a slow one', () => {
    const ordered = byRate(model.cpus);
    const apart = ordered.find(
      (each) => quick.rateLn - each.rateLn > Math.log(1.13) && threadsOf(each.part) >= 12,
    );
    const gain = (game: Game, gpu: string) =>
      fps(game, system(quick.part, gpu), 'low') / fps(game, system(apart?.part ?? '', gpu), 'low');
    for (const game of free)
      expect(gain(game, gpus[gpus.length - 6].part)).toBeLessThan(gain(game, gpus[0].part) + 1e-9);
    expect(mean(free.map((game) => gain(game, gpus[0].part)))).toBeGreaterThan(1.08);
  });
  it('the 1 % low over the average lies between about 0.7 and 0.9 in well-running games', () => {
    for (const game of free) {
      const at = time(game, system(quick.part, gpus[8].part), 'high');
      const ratio = Math.exp(percentileSlopes(at, 0.99).ln - averageSlopes(at).ln);
      expect(ratio).toBeGreaterThan(0.64);
      expect(ratio).toBeLessThan(0.92);
    }
  });
});

describe('memory', () => {
  it('with a separate card a faster kit gives only about 3 to 4 frames at 80 to 100', () => {
    // 3200 CL 16 against 3600 CL 16: latency 10 and 8.9 ns.
    const better = { latencyNs: 8.89, bandwidthGbs: 57.6, gb: 32 };
    const gains = free.flatMap((game) =>
      gpus.flatMap((gpu) => {
        const before = fps(game, system(quick.part, gpu.part), 'high');
        return before > 80 && before < 100
          ? [fps(game, system(quick.part, gpu.part, better), 'high') - before]
          : [];
      }),
    );
    expect(gains.length).toBeGreaterThan(20);
    expect(Math.max(...gains)).toBeLessThan(4.5);
    expect(Math.min(...gains)).toBeGreaterThanOrEqual(0);
  });
  it('32 GB in place of 16 changes nothing where 16 suffice', () => {
    for (const game of free) {
      const presetNeeds = game.presets.ultra.memoryGb;
      if (presetNeeds > 16) continue;
      expect(fps(game, system(quick.part, middle.part, { ...DDR4, gb: 16 }))).toBe(
        fps(game, system(quick.part, middle.part)),
      );
    }
  });
  it('the processor’s own graphics gain 18 to 27 % from the memory profile (2133 or 2400 to about 3000 MT/s)', () => {
    const off = { latencyNs: 14, bandwidthGbs: (2266 * 16) / 1000, gb: 16 };
    const on = { latencyNs: 10.7, bandwidthGbs: (3000 * 16) / 1000, gb: 16 };
    const gains = model.integrated.flatMap(({ part: id }) =>
      free.map(
        (game) => fps(game, system(id, null, on), 'low') / fps(game, system(id, null, off), 'low') - 1,
      ),
    );
    expect(mean(gains)).toBeGreaterThan(0.16);
    expect(mean(gains)).toBeLessThan(0.29);
  });
});

describe('what the model knows of itself', () => {
  const set = (cpu: string, gpu: string): PartSet =>
    Object.fromEntries(
      ['wrenlow-mole-y15-3m44', 'pallowick-reef-2x8-6000-cl36', cpu, gpu].map((id) => [
        part(id)?.kind,
        part(id),
      ]),
    );
  const a = set('ysmere-rowan-350u', 'tolvane-tideline-380-duo');
  const b = set('ysmere-rowan-350u', 'kestrand-tideline-380-trio');
  it('names the record that would narrow a choice most: of the part that nobody measured', () => {
    expect('cpu' in systemOf(a, indexModel(model), true)).toBe(true);
    const found = narrowing(brief, model, a, b);
    expect(found?.measurements[0].gpu).toBe('kestrand-tideline-380-trio');
    expect(found?.measurements[0].sdAfter).toBeLessThan(found?.sdLn ?? 0);
    const sds = found?.measurements.map((each) => each.sdAfter) ?? [];
    expect([...sds].sort((x, y) => x - y)).toEqual(sds);
    // The other way round it is the same decision.
    expect((found?.chance ?? 0) + (narrowing(brief, model, b, a)?.chance ?? 0)).toBeCloseTo(1, 9);
    expect(narrowing(brief, model, a, {})).toBeNull();
  });
  it('is least sure of parts without records, and counts those of the others', () => {
    const known = knowledgeOf(model, []);
    expect(known.gpus[0].id).toBe('kestrand-ember-130-solo');
    expect(
      known.cpus
        .slice(0, 3)
        .map((each) => each.id)
        .sort(),
    ).toEqual(['tarnholt-curlew-370g', 'tarnholt-plover-330g', 'ysmere-medlar-390u']);
    expect(known.games).toHaveLength(12);
  });
});
