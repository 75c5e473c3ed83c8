import {
  assemblySteps,
  CAUTIONS,
  companionsOf,
  DRAWINGS,
  PHASES,
  type AssemblyInput,
} from '@ripe-pick/core/assembly';
import { z } from 'zod';
import { assemblySchema, type Assembly } from '../assembly.ts';
import { problemsOf, type Problem } from '../problems.ts';
import { nameSchema } from '../primitives.ts';
import { tuningSchema, type Tuning } from '../tuning.ts';

const words = z.string().max(2000);
const stepSchema = z.strictObject({
  code: z.string().min(1).max(200),
  phase: z.enum(PHASES),
  title: words,
  lines: z.array(words).max(40),
  handles: z.array(z.string().max(200)).max(100),
  after: z.array(z.strictObject({ code: z.string().max(200), reason: words })).max(100),
  cautions: z.array(z.strictObject({ code: z.string().max(60), text: words })).max(20),
  minutes: z.number().min(0).max(10_000),
  tools: z.array(words).max(20),
  check: words,
  wrong: z.array(words).max(20),
  drawing: z.enum(DRAWINGS).nullable(),
});

/** A build day as a file: its steps in order, what became of them, the first start with its readings, and tuning logs. */
export const buildLogFileSchema = z.strictObject({
  format: z.literal('ripe-pick/build-log'),
  version: z.literal(1),
  name: nameSchema,
  steps: z.array(stepSchema).max(300),
  /** Small things to have there. */
  companions: z
    .array(
      z.strictObject({
        code: z.string().max(60),
        name: words,
        why: words,
        count: z.int().min(1).max(1000),
      }),
    )
    .max(50)
    .default([]),
  /** What was ticked, skipped, noted, answered and read off; null: nothing yet. */
  assembly: assemblySchema.nullable().default(null),
  tunings: z
    .array(tuningSchema)
    .max(10)
    .default([])
    .refine((all) => new Set(all.map(({ plan }) => plan.stage)).size === all.length, {
      message: 'every stage has one log',
    }),
});
export type BuildLogFile = z.infer<typeof buildLogFileSchema>;

/** The build day of some parts as a file, with what is kept of it. */
export function buildLogOf(
  name: string,
  input: AssemblyInput,
  assembly: Assembly | null = null,
  tunings: readonly Tuning[] = [],
): BuildLogFile {
  return {
    format: 'ripe-pick/build-log',
    version: 1,
    name,
    steps: assemblySteps(input, assembly?.order ?? []).map((step) => ({
      ...step,
      lines: [...step.lines],
      handles: [...step.handles],
      after: step.after.map((each) => ({ ...each })),
      cautions: step.cautions.map((code) => ({ code, text: CAUTIONS[code] })),
      tools: [...step.tools],
      wrong: [...step.wrong],
    })),
    companions: companionsOf(input).map(({ code, name: what, why, count }) => ({
      code,
      name: what,
      why,
      count,
    })),
    assembly,
    tunings: [...tunings],
  };
}

/** Reads such a file; what is wrong with it stands beside its place. */
export function readBuildLog(
  text: string,
): { readonly log: BuildLogFile } | { readonly problems: readonly Problem[] } {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    const message = `it is no JSON: ${error instanceof Error ? error.message : String(error)}`;
    return { problems: [{ path: '(the whole file)', message, mend: 'Take a build log as it was written.' }] };
  }
  const read = buildLogFileSchema.safeParse(json);
  return read.success ? { log: read.data } : { problems: problemsOf(read.error, json) };
}
