import { api, apiErrorSchema, type Api, type Problem } from '@ripe-pick/contract';
import type { z } from 'zod';

/** An answer of the server that is not the one asked for; the message is fit to be shown. */
export class CallFailed extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly problems: readonly Problem[],
  ) {
    super(message);
  }
}

type Request<K extends keyof Api> = Api[K]['request'] extends z.ZodType
  ? z.input<Api[K]['request']>
  : undefined;
type Response<K extends keyof Api> = z.infer<Api[K]['response']>;

export interface CallOptions {
  /** Let the call outlive the page. */
  readonly keepalive?: boolean;
  /** A body that is text already (a file that the server is to judge). */
  readonly text?: string;
}

/** Calls the server and checks what comes back against the contract. */
export async function call<K extends keyof Api>(
  name: K,
  body: Request<K>,
  options: CallOptions = {},
): Promise<Response<K>> {
  const { method, path, response } = api[name];
  let answer: globalThis.Response;
  let value: unknown;
  try {
    answer = await fetch(path, {
      method,
      keepalive: options.keepalive ?? false,
      ...(method === 'GET'
        ? {}
        : {
            headers: { 'content-type': 'application/json' },
            body: options.text ?? JSON.stringify(body ?? null),
          }),
    });
    value = await answer.json();
  } catch {
    throw new CallFailed(
      'offline',
      'The server does not answer. Is it still running? What you typed is kept here.',
      [],
    );
  }
  if (!answer.ok) {
    const error = apiErrorSchema.safeParse(value);
    if (error.success)
      throw new CallFailed(error.data.error.code, error.data.error.message, error.data.error.problems);
    throw new CallFailed('internal', `The server answered with status ${answer.status}.`, []);
  }
  return response.parse(value) as Response<K>; // the schema of this very call
}
