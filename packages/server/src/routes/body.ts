import { problemsOf, upgradedFile } from '@ripe-pick/contract';
import type { Context } from 'hono';
import type { z } from 'zod';
import { readJson } from '../transfer/index.ts';
import { ApiError } from './errors.ts';

async function jsonBody(c: Context): Promise<unknown> {
  const read = readJson(await c.req.text());
  if (!read.ok)
    throw new ApiError('bad-json', 'What was sent is not JSON. Nothing was changed.', read.problems);
  return read.value;
}

/** The body of a call, judged by its schema. */
export async function body<S extends z.ZodType>(c: Context, schema: S): Promise<z.infer<S>> {
  // A file of version 1 is taken as one of version 2.
  const value = upgradedFile(await jsonBody(c));
  const result = schema.safeParse(value);
  if (!result.success) {
    const problems = problemsOf(result.error, value);
    throw new ApiError(
      'bad-data',
      `What was sent was not taken: ${problems.length} problems. Nothing was changed.`,
      problems,
    );
  }
  return result.data;
}
