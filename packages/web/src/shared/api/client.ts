import {
  api,
  apiErrorSchema,
  changesNothing,
  sharingApi,
  type Api,
  type Problem,
  type SharingApi,
} from '@ripe-pick/contract';
import type { z } from 'zod';
import { isLookingOnly, pathHere } from './place.ts';

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

/** What to show when a call failed: the server's own words with the places it names, or those given. */
export function failureText(error: unknown, otherwise: string): string {
  if (!(error instanceof CallFailed)) return otherwise;
  return [error.message, ...error.problems.map((each) => `${each.path}: ${each.message}. ${each.mend}`)].join(
    ' ',
  );
}

/** Browsers refuse to keep larger bodies alive (64 KiB in all, Fetch Standard); some room for other calls. */
const MOST_KEPT_ALIVE = 50_000;

/** Bytes of a text as it is sent: a letter has up to four. */
const bytesOf = (text: string) => new TextEncoder().encode(text).length;

type Calls = Api & SharingApi;
const calls: Calls = { ...api, ...sharingApi };
const isOfData = (name: keyof Calls): name is keyof Api => name in api;

type Request<K extends keyof Calls> = Calls[K]['request'] extends z.ZodType
  ? z.input<Calls[K]['request']>
  : undefined;
type Response<K extends keyof Calls> = z.infer<Calls[K]['response']>;

interface CallOptions {
  /** Let the call outlive the page, where the browser allows it for a body of this size. */
  readonly keepalive?: boolean;
  /** A body that is text already (a file that the server is to judge). */
  readonly text?: string;
}

const OFFLINE = 'The server does not answer. Is it still running? What you typed is kept here.';

interface ServerAnswer {
  readonly value: unknown;
  /** What this state of it is known by (RFC 9110); null where the server says nothing of it. */
  readonly etag: string | null;
}

/** What the server answered, as JSON; an error of it, or no answer, is thrown with its words. */
async function answerOf(asking: () => Promise<globalThis.Response>): Promise<ServerAnswer> {
  let answer: globalThis.Response;
  let value: unknown;
  try {
    answer = await asking();
    value = await answer.json();
  } catch {
    throw new CallFailed('offline', OFFLINE, []);
  }
  if (answer.ok) return { value, etag: answer.headers.get('etag') };
  const error = apiErrorSchema.safeParse(value);
  if (error.success)
    throw new CallFailed(error.data.error.code, error.data.error.message, error.data.error.problems);
  throw new CallFailed('internal', `The server answered with status ${answer.status}.`, []);
}

/** The server refuses it as well; nothing is sent only to be told so. */
function mayChange(): void {
  if (isLookingOnly)
    throw new CallFailed('forbidden', 'This device may look, and keep nothing. Nothing was changed.', []);
}

/** Sends a file as it is. */
export async function sendFile(path: string, file: Blob): Promise<unknown> {
  mayChange();
  return (await answerOf(() => fetch(pathHere(path), { method: 'PUT', body: file }))).value;
}

/** Reads that ask by their body are told apart for what keeps them, see `workers/page-keeper.ts`. */
const headersOf = (name: keyof Calls): Record<string, string> => ({
  'content-type': 'application/json',
  ...(isOfData(name) && changesNothing(name) ? { 'x-read': 'yes' } : {}),
});

async function asked<K extends keyof Calls>(
  name: K,
  body: Request<K>,
  options: CallOptions,
): Promise<{ readonly value: Response<K>; readonly etag: string | null }> {
  const { method, path, response } = calls[name];
  if (isOfData(name) && !changesNothing(name)) mayChange();
  const text = method === 'GET' ? undefined : (options.text ?? JSON.stringify(body ?? null));
  const { value, etag } = await answerOf(() =>
    fetch(pathHere(path), {
      method,
      keepalive: options.keepalive === true && bytesOf(text ?? '') < MOST_KEPT_ALIVE,
      ...(method === 'GET' ? {} : { headers: headersOf(name), body: text ?? null }),
    }),
  );
  return { value: response.parse(value) as Response<K>, etag }; // the schema of this very call
}

/** Calls the server and checks what comes back against the contract. */
export const call = async <K extends keyof Calls>(
  name: K,
  body: Request<K>,
  options: CallOptions = {},
): Promise<Response<K>> => (await asked(name, body, options)).value;

/** What is kept as a whole, with the number of its newest change. */
export async function callWhole<K extends 'catalogue' | 'records' | 'bench'>(
  name: K,
): Promise<{ readonly value: Response<K>; readonly revision: number }> {
  const { value, etag } = await asked(name, undefined as Request<K>, {}); // none of these sends anything
  return { value, revision: Number(/\d+/.exec(etag ?? '')?.[0] ?? 0) };
}
