import type { Api } from '@ripe-pick/contract';
import type { z } from 'zod';
import type { ReadyJson } from './ready-json.ts';

type RequestOf<K extends keyof Api> = Api[K]['request'] extends z.ZodType
  ? z.output<Api[K]['request']>
  : null;

/** One function a call of the API: from a body that its schema has judged to what is answered. */
export type Handlers = {
  readonly [K in keyof Api]: (request: RequestOf<K>) => Promise<z.input<Api[K]['response']> | ReadyJson>;
};
