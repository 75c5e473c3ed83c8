import { lookup as systemLookup, type LookupAddress } from 'node:dns';
import { request as requestHttp, type IncomingMessage } from 'node:http';
import { request as requestHttps } from 'node:https';
import { BlockList, isIP, type LookupFunction } from 'node:net';

/*
 * Fetches one address, and nothing but it: no redirects, no frames, no pictures, no scripts. With limits of size and time, and not into this
 * machine or its own network unless that is allowed.
 */

export interface FetchRequest {
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

/** Addresses that are not out in the world: RFC 1918, 6598, 3927, 4193, 4291 and the IANA registries of special-purpose addresses. */
const PRIVATE = new BlockList();
for (const [net, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.0.2.0', 24],
  ['192.88.99.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['198.51.100.0', 24],
  ['203.0.113.0', 24],
  ['224.0.0.0', 4],
  ['240.0.0.0', 4],
] as const)
  PRIVATE.addSubnet(net, bits, 'ipv4');
for (const [net, bits] of [
  ['::', 128],
  ['::1', 128],
  ['64:ff9b::', 96],
  ['64:ff9b:1::', 48],
  ['100::', 64],
  ['2001::', 23],
  ['2001:db8::', 32],
  ['2002::', 16],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const)
  PRIVATE.addSubnet(net, bits, 'ipv6');

/** Whether an IP address lies in this machine or in a network of its own. IPv4 written as IPv6 counts as IPv4. */
export function isPrivateAddress(address: string): boolean {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1];
  if (mapped) return PRIVATE.check(mapped, 'ipv4');
  if (/^::ffff:/i.test(address)) return true;
  return PRIVATE.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4');
}

class Refused extends Error {}

/** Looks a name up and refuses it when it leads inside; the very address that was judged is the one that is used. */
const guardedLookup =
  (allowPrivate: boolean): LookupFunction =>
  (host, options, done) => {
    systemLookup(host, { ...options, all: true }, (error, found) => {
      const addresses = found as LookupAddress[] | undefined; // asked for all
      if (error || !addresses || addresses.length === 0) {
        done(error ?? new Error('no address'), '', 0);
        return;
      }
      if (!allowPrivate && addresses.some(({ address }) => isPrivateAddress(address))) {
        done(new Refused(), '', 0);
        return;
      }
      if (options.all)
        (done as unknown as (error: null, all: LookupAddress[]) => void)(null, addresses); // the form that asks for all
      else done(null, addresses[0].address, addresses[0].family);
    });
  };

const INSIDE =
  'The address leads into this machine or its own network. If that is meant, allow it for this source.';

export function fetchOnce(wish: FetchRequest, limits: FetchLimits = FETCH_LIMITS): Promise<Fetched> {
  const failed = (error: string, retryAfterSeconds: number | null = null): Fetched => ({
    kind: 'failed',
    error,
    retryAfterSeconds,
  });
  return new Promise((resolve) => {
    let url: URL;
    try {
      url = new URL(wish.url);
    } catch {
      resolve(failed('This is no address. It begins with http:// or https://.'));
      return;
    }
    if (url.protocol !== 'http:' && url.protocol !== 'https:')
      return resolve(failed('Only http:// and https:// are fetched.'));
    if (url.username !== '' || url.password !== '')
      return resolve(failed('An address with a name and a password in it is not fetched.'));
    const host = url.hostname.replace(/^\[|\]$/g, '');
    if (!wish.allowPrivate && isIP(host) !== 0 && isPrivateAddress(host)) return resolve(failed(INSIDE));
    let isDone = false;
    const finish = (result: Fetched) => {
      if (isDone) return;
      isDone = true;
      clearTimeout(timer);
      resolve(result);
      call.destroy();
    };
    const headers: Record<string, string> = {
      'user-agent': 'RipePick/0.1 (personal price log)',
      accept: 'text/html, application/json, text/csv, */*;q=0.1',
      // Nothing that could unfold to many times its size.
      'accept-encoding': 'identity',
      ...(wish.etag ? { 'if-none-match': wish.etag } : {}),
      ...(wish.modified ? { 'if-modified-since': wish.modified } : {}),
    };
    const onAnswer = (answer: IncomingMessage) => {
      const status = answer.statusCode ?? 0;
      const header = (name: string) => {
        const value = answer.headers[name];
        return typeof value === 'string' ? value : null;
      };
      if (status === 304) return finish({ kind: 'unchanged' });
      if (status >= 300 && status < 400)
        return finish(
          failed(
            `It has moved to ${(header('location') ?? 'an unknown address').slice(0, 300)}. Only the listed address is fetched: list the new one if you trust it.`,
          ),
        );
      if (status !== 200) {
        const after = Number(header('retry-after'));
        const seconds =
          status === 429 || status === 503 ? (Number.isFinite(after) && after > 0 ? after : null) : null;
        return finish(
          failed(
            status === 404 || status === 410
              ? `The page is gone (${status}). Look the address up again.`
              : `The other side answered ${status}. It is tried again later.`,
            seconds,
          ),
        );
      }
      const encoding = header('content-encoding');
      if (encoding && encoding !== 'identity')
        return finish(failed('It was sent packed, though that was not asked for.'));
      const tooLarge = `It is larger than the ${Math.round(limits.maxBytes / 1e6)} MB that are fetched.`;
      if (Number(header('content-length') ?? 0) > limits.maxBytes) return finish(failed(tooLarge));
      const pieces: Buffer[] = [];
      let size = 0;
      answer.on('data', (piece: Buffer) => {
        size += piece.length;
        if (size > limits.maxBytes) finish(failed(tooLarge));
        else pieces.push(piece);
      });
      answer.on('aborted', () => finish(failed('It broke off in the middle. Nothing of it was taken.')));
      answer.on('error', () => finish(failed('It broke off in the middle. Nothing of it was taken.')));
      answer.on('end', () => {
        if (!answer.complete) return finish(failed('It broke off in the middle. Nothing of it was taken.'));
        const bytes = new Uint8Array(Buffer.concat(pieces));
        const isPacked = bytes[0] === 0x50 && bytes[1] === 0x4b;
        const charset = /charset=["']?([\w-]+)/i.exec(header('content-type') ?? '')?.[1] ?? 'utf-8';
        let text: string | null = null;
        if (!isPacked)
          try {
            text = new TextDecoder(charset).decode(bytes);
          } catch {
            text = new TextDecoder().decode(bytes);
          }
        finish({ kind: 'ok', text, bytes, etag: header('etag'), modified: header('last-modified') });
      });
    };
    const call = (url.protocol === 'https:' ? requestHttps : requestHttp)(
      url,
      { method: 'GET', headers, lookup: guardedLookup(wish.allowPrivate), agent: false },
      onAnswer,
    );
    // The whole of it, not the pauses in it: what drips for ever ends too.
    const timer = setTimeout(
      () =>
        finish(failed(`It took longer than ${limits.timeoutMs / 1000} seconds. It is tried again later.`)),
      limits.timeoutMs,
    );
    call.on('error', (error: NodeJS.ErrnoException) =>
      finish(
        failed(
          error instanceof Refused
            ? INSIDE
            : error.code === 'ENOTFOUND'
              ? 'There is no such address.'
              : error.code === 'ECONNREFUSED'
                ? 'Nobody answers there.'
                : 'The line broke off. It is tried again later.',
        ),
      ),
    );
    call.end();
  });
}
