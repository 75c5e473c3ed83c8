import { PRESETS, RECORD_CLOCKS } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { MOST } from './limits.ts';
import { dateSchema, idSchema, nameSchema } from './primitives.ts';
import { recordSchema } from './records.ts';

const fps = z.number().min(0.1).max(20_000);
const ms = z.number().min(0).max(60_000);
const share = z.number().min(0).max(1);

/** The user's own machine, as it was benched. */
export const rigSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  cpu: idSchema,
  motherboard: idSchema,
  memory: idSchema,
  gpu: idSchema.nullable(),
  isCounted: z.boolean().default(true),
});

/** What is kept of a frame-time file: its distribution and picture, not its frames. */
export const frameTimesSchema = z.strictObject({
  name: z.string().max(300),
  unit: z.enum(['ms', 's', 'us', 'ns', 'fps', 'running-ms', 'running-s', 'running-us', 'running-ns']),
  column: z.string().max(200),
  skipped: z.int().min(0),
  frames: z.int().min(2),
  seconds: z.number().min(0),
  average: fps,
  quantiles: z.array(z.strictObject({ p: share, ms })).max(20),
  low: fps,
  slowest: fps,
  low01: fps,
  stutters: z.int().min(0),
  stutterSeconds: z.number().min(0),
  driftLn: z.number().min(-10).max(10),
  histogram: z.strictObject({ fromMs: ms, toMs: ms, counts: z.array(z.int().min(0)).max(200) }),
  trace: z.array(z.strictObject({ minMs: ms, meanMs: ms, maxMs: ms })).max(1000),
});
export type FrameTimesKept = z.infer<typeof frameTimesSchema>;

/** One measured pass. */
export const benchRunSchema = z.strictObject({
  id: idSchema,
  rig: idSchema,
  game: idSchema,
  preset: z.enum(PRESETS),
  widthPx: z.int().min(160).max(16384),
  heightPx: z.int().min(120).max(16384),
  renderScale: z.number().min(0.1).max(1),
  background: z.enum(['none', 'voice', 'stream-cpu', 'stream-gpu']),
  state: z.strictObject({
    profile: z.boolean(),
    clocks: z.enum(RECORD_CLOCKS),
    rayTracing: z.boolean().optional(),
    generatedFrames: z.boolean().optional(),
    settings: z.string().trim().max(300).optional(),
  }),
  tool: z.string().trim().max(100).optional(),
  spread: recordSchema.shape.spread.optional(),
  watts: recordSchema.shape.watts.optional(),
  on: dateSchema,
  average: fps,
  low: fps.nullable(),
  slowest: fps.nullable(),
  seconds: z.number().min(0.1).max(100_000).nullable(),
  isWarmUp: z.boolean(),
  gpuBusy: share.nullable(),
  driftLn: z.number().min(-10).max(10).nullable(),
  file: frameTimesSchema.nullable(),
});
export type BenchRunKept = z.infer<typeof benchRunSchema>;

export const benchSchema = z.strictObject({
  rigs: z.array(rigSchema).max(MOST.rigs),
  runs: z.array(benchRunSchema).max(MOST.runs),
});
export type BenchKept = z.infer<typeof benchSchema>;

/** The bench as a file. */
export const benchFileSchema = benchSchema.extend({
  format: z.literal('ripe-pick/bench'),
  version: z.literal(2),
});

/** A change of the bench, all of it or nothing: what is put in place under its id, and what is taken out. */
export const benchChangeSchema = z.strictObject({
  putRigs: z.array(rigSchema).max(MOST.rigs).default([]),
  removeRigs: z.array(idSchema).max(MOST.rigs).default([]),
  putRuns: z.array(benchRunSchema).max(MOST.runs).default([]),
  removeRuns: z.array(idSchema).max(MOST.runs).default([]),
});
export type BenchChange = z.input<typeof benchChangeSchema>;
