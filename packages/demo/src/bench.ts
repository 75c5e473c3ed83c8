import { seedOf } from '@ripe-pick/core/stats';
import type { BenchKept, BenchRunKept, CatalogueFile } from '@ripe-pick/contract';
import { summariseFrameTimes } from '@ripe-pick/core/bench';
import {
  frameTimeQuantile,
  indexModel,
  meanFrameTime,
  meanOfSlowest,
  sceneMaker,
  sideMean,
  systemOf,
  timeOn,
  type FrameTime,
  type SystemRates,
} from '@ripe-pick/core/frames';
import type { PartSet } from '@ripe-pick/core/parts';
import { normal, randomSource } from './random.ts';

/*
 * The seat that was built first: measured one evening, and slower than it should be. Its processor gets too warm. Its
 * passes are left out of the model until that is mended.
 */

const SEAT = {
  id: 'seat-one',
  name: 'Seat one',
  cpu: 'ysmere-rowan-250',
  motherboard: 'kestrand-mole-y12-2m34',
  memory: 'sandgrove-works-keel-2x8-3200-cl18',
  gpu: 'bramfell-ember-270-duo',
};
/** What the heat takes from the processor's rate, and how much more at the end of a pass than at its start. */
const HELD_LN = -0.3;
const DRIFT_LN = -0.045;
const SCENES = [
  ['netfall', 'high', 1920, 1080],
  ['brineball', 'high', 1920, 1080],
  ['ploughshare', 'medium', 1920, 1080],
  ['lantern-deep', 'high', 1920, 1080],
  ['cinder-choir', 'high', 2560, 1440],
] as const;
/** The scene whose last pass was logged frame by frame, and the column of that log. */
const LOGGED = 'lantern-deep';
const COLUMN = 'frame time (ms)';
const PASSES = 3;
const SECONDS = 60;

/** Frame times in ms of one pass: both sides vary slowly, as scenes do, and quickly, as frames do. */
function frames(time: FrameTime, seconds: number, driftLn: number, seed: number): Float64Array {
  const random = randomSource(seed);
  const out: number[] = [];
  let slow = [normal(random), normal(random)];
  for (let at = 0; at < seconds * 1000;) {
    slow = slow.map((value) => 0.995 * value + Math.sqrt(1 - 0.995 ** 2) * normal(random));
    const side = (which: 'cpu' | 'gpu', n: number) =>
      Math.exp(time[which].mean + time[which].spread * (0.8 * slow[n] + 0.6 * normal(random)));
    const warm = warming(at / (seconds * 1000), driftLn);
    const hitch = random() < 0.0008 ? 24 + 30 * random() : 0;
    const ms = Math.max(time.shortestMs, side('cpu', 0) * warm, side('gpu', 1)) + hitch;
    out.push(Number(ms.toFixed(3)));
    at += ms;
  }
  return Float64Array.from(out);
}
const warming = (share: number, driftLn: number) => Math.exp(-driftLn * (share - 0.5));

const tenth = (value: number) => Math.round(value * 10) / 10;
const figure = (value: number) => Number(value.toFixed(3));

/** The seat as the model sees it, slowed by the heat. */
function heldSystem({ parts, frameModel }: CatalogueFile): SystemRates {
  const slots = ['cpu', 'motherboard', 'memory', 'gpu'] as const;
  const set = Object.fromEntries(
    slots.map((slot) => [slot, parts.find((part) => part.id === SEAT[slot])]),
  ) as PartSet; // found by id, and checked below
  const found = systemOf(set, indexModel(frameModel), true);
  if (!('cpu' in found))
    throw new Error(`demo: the seat lacks ${found.map((each) => `${each.slot} ${each.fact}`).join(', ')}`);
  return { ...found, cpu: { ...found.cpu, rateLn: found.cpu.rateLn + HELD_LN } };
}

/** The passes of one scene, the first of them to warm up. */
function passesOf(scene: (typeof SCENES)[number], time: FrameTime, random: () => number): BenchRunKept[] {
  const [game, preset, widthPx, heightPx] = scene;
  const busy = Math.min(1, sideMean(time.gpu) / meanFrameTime(time));
  return Array.from({ length: PASSES + 1 }, (_, n): BenchRunKept => {
    const isWarmUp = n === 0;
    const shift = 0.008 * normal(random) + (isWarmUp ? 0.03 : 0);
    const low = () => Math.exp(shift + 0.03 * normal(random));
    return {
      id: `${SEAT.id}.${game}.${n}`,
      rig: SEAT.id,
      game,
      preset,
      widthPx,
      heightPx,
      renderScale: 1,
      background: 'none',
      state: { profile: true, clocks: 'stock' },
      on: '2026-11-18',
      average: tenth((1000 / meanFrameTime(time)) * Math.exp(shift)),
      low: tenth((1000 / frameTimeQuantile(time, 0.99)) * low()),
      slowest: tenth((1000 / meanOfSlowest(time, 0.01)) * low()),
      seconds: SECONDS,
      isWarmUp,
      gpuBusy: Math.round(100 * Math.min(1, busy + 0.01 * normal(random))) / 100,
      driftLn: busy < 0.9 ? Math.round(1e4 * (DRIFT_LN + 0.006 * normal(random))) / 1e4 : 0,
      file: null,
    };
  });
}

/** A pass that was logged frame by frame, with its figures from the log. */
function logged(run: BenchRunKept, ms: Float64Array): BenchRunKept {
  const { frames, stutters, quantiles, histogram, trace, ...summary } = summariseFrameTimes(ms);
  const [average, low, slowest, seconds, driftLn] = [
    summary.average,
    summary.low,
    summary.slowest,
    summary.seconds,
    summary.driftLn,
  ].map(figure);
  const file = {
    name: `frame-times-${LOGGED}.csv`,
    unit: 'ms' as const,
    column: COLUMN,
    skipped: 0,
    frames,
    seconds,
    average,
    quantiles: quantiles.map(({ p, ms: at }) => ({ p, ms: figure(at) })),
    low,
    slowest,
    low01: figure(summary.low01),
    stutters,
    stutterSeconds: figure(summary.stutterSeconds),
    driftLn,
    histogram: {
      fromMs: figure(histogram.fromMs),
      toMs: figure(histogram.toMs),
      counts: [...histogram.counts],
    },
    trace: trace.map((each) => ({
      minMs: figure(each.minMs),
      meanMs: figure(each.meanMs),
      maxMs: figure(each.maxMs),
    })),
  };
  return { ...run, average, low, slowest, seconds, driftLn, file };
}

/** The demo's own system and its passes, and one pass as a frame-time file. */
export function makeBench(market: CatalogueFile): { readonly bench: BenchKept; readonly frameTimes: string } {
  const system = heldSystem(market);
  const make = sceneMaker(market.frameModel);
  const random = randomSource(seedOf('seat one'));
  // The last pass of the slow beautiful one was logged frame by frame.
  let ms: Float64Array = new Float64Array();
  const runs = SCENES.flatMap((scene): BenchRunKept[] => {
    const [id, preset, widthPx, heightPx] = scene;
    const game = market.frameModel.games.find((each) => each.id === id);
    if (!game) throw new Error(`demo: no game ${id}`);
    const setting = { preset, widthPx, heightPx, renderScale: 1, background: 'none' } as const;
    const time = timeOn(make(game, setting), system);
    const passes = passesOf(scene, time, random);
    if (id !== LOGGED) return passes;
    ms = frames(time, SECONDS, 0, seedOf('frames', id));
    return passes.map((run, n) => (n === PASSES ? logged(run, ms) : run));
  });
  const lines = Array.from(ms, (each, k) => `${k + 1};${each}`).join('\n');
  return {
    bench: { rigs: [{ ...SEAT, isCounted: false }], runs },
    frameTimes: `frame;${COLUMN}\n${lines}\n`,
  };
}
