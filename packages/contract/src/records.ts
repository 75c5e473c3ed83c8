import { RECORD_CLOCKS } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { MOST } from './limits.ts';
import { dateSchema, idSchema, nameSchema } from './primitives.ts';

const known = <S extends z.ZodType>(schema: S) => schema.nullable().default(null);
const wattsSchema = z.number().min(0.1).max(5000);
const fpsSchema = z.number().min(0.1).max(20_000);

export const recordSchema = z.strictObject({
  id: idSchema,
  game: z.string().trim().min(1).max(200),
  preset: known(z.string().trim().min(1).max(100)),
  widthPx: known(z.int().min(160).max(16384)),
  heightPx: known(z.int().min(120).max(16384)),
  renderScale: known(z.number().min(0.1).max(1)),
  generatedFrames: z.boolean().default(false),
  cpu: z.string().trim().min(1).max(200),
  gpu: known(z.string().trim().min(1).max(200)),
  memory: z.strictObject({
    gb: known(z.number().min(0.5).max(16384)),
    channels: known(z.int().min(1).max(12)),
    mts: known(z.number().min(100).max(30000)),
    cl: known(z.number().min(1).max(200)),
    profile: known(z.boolean()),
  }),
  link: known(z.strictObject({ generation: z.int().min(1).max(9), lanes: z.int().min(1).max(16) })),
  background: z.enum(['none', 'voice', 'stream-cpu', 'stream-gpu']).default('none'),
  clocks: z.enum(RECORD_CLOCKS).default('stock'),
  rayTracing: known(z.boolean()),
  settings: z.string().trim().max(300).default(''),
  tool: z.string().trim().max(100).default(''),
  average: fpsSchema,
  low: known(
    z.strictObject({
      fps: fpsSchema,
      percent: z.number().min(0.01).max(20),
      definition: known(z.enum(['percentile', 'slowest'])),
    }),
  ),
  spread: known(
    z.strictObject({
      minimum: known(fpsSchema),
      maximum: known(fpsSchema),
      percentile90: known(fpsSchema),
    }),
  ),
  watts: known(z.strictObject({ cpu: known(wattsSchema), gpu: known(wattsSchema) })),
  source: z.strictObject({ name: nameSchema, on: dateSchema }),
  trust: z.enum(['own', 'good', 'fair', 'poor']).default('good'),
  rig: known(idSchema),
  note: z.string().max(1000).default(''),
  excluded: known(z.string().trim().min(1).max(300)),
});

/** Records as they stand in the database and in the API. */
export const recordsSchema = z.array(recordSchema).max(MOST.records);
