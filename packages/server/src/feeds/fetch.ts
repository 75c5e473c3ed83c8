import { request as requestHttp, type Agent, type IncomingMessage } from 'node:http';
import { request as requestHttps } from 'node:https';
import { isIP } from 'node:net';
import { guardedLookup, isPrivateAddress, Refused } from './addresses.ts';

/*
 * Fetches one address, and nothing but it: no redirects, no frames, no pictures, no scripts. With limits of size and time, and not into this
 * machine or its own network unless that is allowed.
 */

interface FetchRequest {
  readonly url: string;
  readonly allowPrivate: boolean;
  readonly etag?: string | null;
  readonly modified?: string | null;
}

export type Fetched =
  | {
      readonly kind: 'ok';
      readonly text: string | null;
      readonly bytes: Uint8Array;
      readonly etag: string | null;
      readonly modified: string | null;
    }
  | { readonly kind: 'unchanged' }
  | { readonly kind: 'failed'; readonly error: string; readonly retryAfterSeconds: number | null };

export interface FetchLimits {
  readonly timeoutMs: number;
  readonly maxBytes: number;
}
export const FETCH_LIMITS: FetchLimits = { timeoutMs: 15_000, maxBytes: 12_000_000 };

const INSIDE =
  'The address leads into this machine or its own network. If that is meant, allow it for this source.';
const BROKE_OFF = 'It broke off in the middle. Nothing of it was taken.';

const failed = (error: string, retryAfterSeconds: number | null = null): Fetched => ({
  kind: 'failed',
  error,
  retryAfterSeconds,
});

/** The address that is fetched; a string is why it is not. */
function addressOf({ url: text, allowPrivate }: FetchRequest): URL | string {
  if (!URL.canParse(text)) return 'This is no address. It begins with http:// or https://.';
  const url = new URL(text);
  if (url.protocol !== 'http:' && url.protocol !== 'https:') return 'Only http:// and https:// are fetched.';
  if (url.username !== '' || url.password !== '')
    return 'An address with a name and a password in it is not fetched.';
  const host = url.hostname.replace(/^\[|\]$/g, '');
  return !allowPrivate && isIP(host) !== 0 && isPrivateAddress(host) ? INSIDE : url;
}

const headersOf = ({ etag, modified }: FetchRequest): Record<string, string> => ({
  'user-agent': 'RipePick/0.1 (personal price log)',
  accept: 'text/html, application/json, text/csv, */*;q=0.1',
  // Nothing that could unfold to many times its size.
  'accept-encoding': 'identity',
  ...(etag ? { 'if-none-match': etag } : {}),
  ...(modified ? { 'if-modified-since': modified } : {}),
});

function headerOf(answer: IncomingMessage, name: string): string | null {
  const value = answer.headers[name];
  return typeof value === 'string' ? value : null;
}

/** What an answer comes to by its head alone; null when its body is to be read. */
function judgedByHead(answer: IncomingMessage): Fetched | null {
  const status = answer.statusCode ?? 0;
  if (status === 304) return { kind: 'unchanged' };
  if (status >= 300 && status < 400) {
    const to = (headerOf(answer, 'location') ?? 'an unknown address').slice(0, 300);
    return failed(
      `It has moved to ${to}. Only the listed address is fetched: list the new one if you trust it.`,
    );
  }
  if (status === 404 || status === 410)
    return failed(`The page is gone (${status}). Look the address up again.`);
  if (status !== 200) {
    const after = status === 429 || status === 503 ? Number(headerOf(answer, 'retry-after')) : NaN;
    return failed(`The other side answered ${status}. It is tried again later.`, after > 0 ? after : null);
  }
  const encoding = headerOf(answer, 'content-encoding');
  return encoding && encoding !== 'identity'
    ? failed('It was sent packed, though that was not asked for.')
    : null;
}

/** A body as text, by the character set that its head names; null for a packed file. */
function textOf(bytes: Uint8Array, contentType: string): string | null {
  const isPacked = bytes[0] === 0x50 && bytes[1] === 0x4b;
  if (isPacked) return null;
  const charset = /charset=["']?([\w-]+)/i.exec(contentType)?.[1] ?? 'utf-8';
  try {
    return new TextDecoder(charset).decode(bytes);
  } catch {
    return new TextDecoder().decode(bytes);
  }
}

/** Reads an answer; what breaks off, or grows too large, is not taken. */
function readAnswer(answer: IncomingMessage, { maxBytes }: FetchLimits, finish: (result: Fetched) => void) {
  const tooLarge = failed(`It is larger than the ${Math.round(maxBytes / 1e6)} MB that are fetched.`);
  const judged = judgedByHead(answer);
  if (judged) return finish(judged);
  if (Number(headerOf(answer, 'content-length') ?? 0) > maxBytes) return finish(tooLarge);
  const pieces: Buffer[] = [];
  let size = 0;
  answer.on('data', (piece: Buffer) => {
    size += piece.length;
    if (size > maxBytes) finish(tooLarge);
    else pieces.push(piece);
  });
  for (const event of ['aborted', 'error']) answer.on(event, () => finish(failed(BROKE_OFF)));
  answer.on('end', () => {
    if (!answer.complete) return finish(failed(BROKE_OFF));
    const bytes = new Uint8Array(Buffer.concat(pieces));
    finish({
      kind: 'ok',
      text: textOf(bytes, headerOf(answer, 'content-type') ?? ''),
      bytes,
      etag: headerOf(answer, 'etag'),
      modified: headerOf(answer, 'last-modified'),
    });
  });
}

/** Why a call came to nothing. */
function errorWords(error: NodeJS.ErrnoException): string {
  if (error instanceof Refused) return INSIDE;
  if (error.code === 'ENOTFOUND') return 'There is no such address.';
  if (error.code === 'ECONNREFUSED') return 'Nobody answers there.';
  return 'The line broke off. It is tried again later.';
}

/** How names are looked up and lines opened; tests put others in their place. */
interface NetworkDoors {
  readonly resolve?: Parameters<typeof guardedLookup>[1];
  readonly agent?: Agent;
}

/** Fetches one address. Whatever goes wrong is a result that says so in words, never an exception. */
export function fetchOnce(
  wish: FetchRequest,
  limits: FetchLimits = FETCH_LIMITS,
  { resolve: lookUp, agent }: NetworkDoors = {},
): Promise<Fetched> {
  const url = addressOf(wish);
  if (typeof url === 'string') return Promise.resolve(failed(url));
  return new Promise((resolve) => {
    const finish = (result: Fetched) => {
      clearTimeout(timer);
      resolve(result); // the first one counts
      call.destroy();
    };
    const call = (url.protocol === 'https:' ? requestHttps : requestHttp)(
      url,
      {
        method: 'GET',
        headers: headersOf(wish),
        lookup: guardedLookup(wish.allowPrivate, lookUp),
        agent: agent ?? false,
      },
      (answer) => readAnswer(answer, limits, finish),
    );
    // The whole of it, not the pauses in it: what drips for ever ends too.
    const tooLong = `It took longer than ${limits.timeoutMs / 1000} seconds. It is tried again later.`;
    const timer = setTimeout(() => finish(failed(tooLong)), limits.timeoutMs);
    call.on('error', (error) => finish(failed(errorWords(error))));
    call.end();
  });
}
