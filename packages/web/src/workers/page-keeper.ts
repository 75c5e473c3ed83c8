/*
 * The service worker: keeps what was open, so that it can be read while the server does not answer. Nothing is kept ahead of its being
 * opened, and nothing is answered from here while the server answers. (W3C Service Workers; kept: the pages' code, and answers to reads.)
 */

/** What of the service worker's own world is used; the page's types do not know it. */
interface LongEvent extends Event {
  waitUntil(work: Promise<unknown>): void;
}
interface FetchAsked extends LongEvent {
  readonly request: Request;
  respondWith(answer: Promise<Response>): void;
}
interface MessageTold extends LongEvent {
  readonly data: unknown;
}
interface Keeper {
  skipWaiting(): Promise<void>;
  readonly clients: { claim(): Promise<void> };
  readonly registration: { readonly scope: string };
  addEventListener(type: 'install' | 'activate', listener: (event: LongEvent) => void): void;
  addEventListener(type: 'fetch', listener: (event: FetchAsked) => void): void;
  addEventListener(type: 'message', listener: (event: MessageTold) => void): void;
}
const keeper = self as unknown as Keeper;
const base = new URL(keeper.registration.scope).pathname;
const NAME = `ripe-pick ${base}`;
/** Marks reads that asked by a body; so many of them are kept: each swap asks for something else. */
const ASKED = '?asked=';
const MOST_ASKED = 20;
/** All screens are one page. */
const PAGE = `${base}picks`;

keeper.addEventListener('install', (event) => event.waitUntil(keeper.skipWaiting()));
keeper.addEventListener('activate', (event) => event.waitUntil(keeper.clients.claim()));

const isRefusal = ({ status }: Response) => status === 401 || status === 403;

/** From the server, kept for later; while it does not answer, as it was kept. A device that may no longer look keeps nothing. */
async function newest(request: Request, key: string): Promise<Response> {
  const cache = await caches.open(NAME);
  let answer: Response;
  try {
    answer = await fetch(request);
  } catch (error) {
    const kept = await cache.match(key);
    if (kept) return kept;
    throw error;
  }
  if (isRefusal(answer)) await caches.delete(NAME);
  else if (answer.ok) await cache.put(key, answer.clone());
  return answer;
}

/** Another page names other code: what the one before named is of no use any more. */
async function page(request: Request): Promise<Response> {
  const cache = await caches.open(NAME);
  const before = await (await cache.match(PAGE))?.text();
  const answer = await newest(request, PAGE);
  const isOther = before !== undefined && before !== (await answer.clone().text());
  if (isOther) await drop(cache, ({ url }) => url.includes('/assets/'), 0);
  return answer;
}

/** Drops what is kept of a kind, but for the last ones. */
async function drop(cache: Cache, isOf: (kept: Request) => boolean, last: number): Promise<void> {
  const all = (await cache.keys()).filter(isOf);
  await Promise.all(all.slice(0, Math.max(0, all.length - last)).map((each) => cache.delete(each)));
}

/** Code and fonts: their names tell their contents, so what is kept is right. */
async function kept(request: Request): Promise<Response> {
  const cache = await caches.open(NAME);
  const found = await cache.match(request);
  if (found) return found;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}

/** A read that asks by its body: kept by what was asked. */
async function byBody(request: Request): Promise<Response> {
  const asked = new TextEncoder().encode(await request.clone().text());
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', asked));
  const key = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  const answer = await newest(request, `${request.url}${ASKED}${key}`);
  await drop(await caches.open(NAME), ({ url }) => url.includes(ASKED), MOST_ASKED);
  return answer;
}

keeper.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname, href } = new URL(request.url);
  if (origin !== location.origin || pathname.endsWith('/events')) return;
  if (request.mode === 'navigate') event.respondWith(page(request));
  else if (pathname.includes('/api/')) {
    if (request.method === 'GET') event.respondWith(newest(request, href));
    else if (request.headers.has('x-read')) event.respondWith(byBody(request));
  } else if (request.method === 'GET') event.respondWith(kept(request));
});

/** What the page had fetched before this worker was there. */
keeper.addEventListener('message', (event) => {
  if (!Array.isArray(event.data)) return;
  const addresses = event.data.filter((each) => typeof each === 'string');
  event.waitUntil(
    caches
      .open(NAME)
      .then((cache) =>
        Promise.allSettled(
          addresses.map(async (address) => (await cache.match(address)) ?? (await cache.add(address))),
        ),
      ),
  );
});
