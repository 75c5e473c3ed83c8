import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import type { IncomingMessage } from 'node:http';
import { request, type RequestOptions } from 'node:https';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkServerIdentity } from 'node:tls';
import {
  api,
  changesNothing,
  EVENTS_PATH,
  PAIR_PATH,
  SHARING_PATH,
  sharingApi,
  type Api,
} from '@ripe-pick/contract';
import { drawsFrom } from '@ripe-pick/core/stats';
import { Hono } from 'hono';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { Events } from '../host/events.ts';
import { apiRoutes } from '../routes/api.ts';
import { withErrors } from '../routes/errors-in-words.ts';
import { openStore, type Store } from '../store/index.ts';
import { contextFor } from '../test/app.ts';
import { SharingDesk } from './sharing.ts';

/* The app from a second address of the loopback network, as a device of the home network meets it. */

const HOST = '127.0.0.2';
const TRIES = process.env.RIPE_PICK_CHECK === 'whole' ? 1000 : 100;
const COOKIE = '__Host-ripe-pick-device';

let folder = '';
let store: Store;
let desk: SharingDesk;
let port = 0;

interface Call {
  readonly method: string;
  readonly path: string;
  readonly body?: unknown;
  readonly headers?: Record<string, string>;
  /** The address that it comes from. */
  readonly from?: string;
}
interface Answer {
  readonly status: number;
  readonly text: string;
  readonly cookie: string;
}

/** How a device calls: its certificate is checked by Node.js against the very one that the machine shows. */
const optionsOf = ({ method, path, headers = {}, from = '127.0.0.3' }: Call): RequestOptions => ({
  ...{ host: HOST, port, method, path, headers, localAddress: from, agent: false },
  ca: readFileSync(join(folder, 'sharing', 'certificate.pem')),
  checkServerIdentity: (_, certificate) => checkServerIdentity(HOST, certificate), // whatever the Host field says
});

const ask = ({ body, headers, ...rest }: Call): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const sent = body === undefined ? undefined : JSON.stringify(body);
    const type: Record<string, string> = sent === undefined ? {} : { 'content-type': 'application/json' };
    const outgoing = request(optionsOf({ ...rest, headers: { ...type, ...headers } }), (incoming) => {
      const pieces: Buffer[] = [];
      incoming.on('data', (piece: Buffer) => pieces.push(piece));
      incoming.on('end', () =>
        resolve({
          status: incoming.statusCode ?? 0,
          text: Buffer.concat(pieces).toString(),
          cookie: (incoming.headers['set-cookie'] ?? []).join(),
        }),
      );
      incoming.on('error', reject);
    });
    outgoing.on('error', reject);
    outgoing.end(sent);
  });

/** A port that is free at both addresses, as likely as can be. */
const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, HOST, () => {
      const { port: free } = probe.address() as AddressInfo; // it listens at a port
      probe.close(() => resolve(free));
    });
  });

/** Lets a device in as a person does. @returns what its calls carry */
async function letIn(access: 'look' | 'change', from: string): Promise<Record<string, string>> {
  desk.makeCode(access);
  const code = desk.state.code?.code ?? '';
  const { status, cookie } = await ask({
    method: 'POST',
    path: PAIR_PATH,
    body: { code, name: access },
    from,
  });
  expect(status).toBe(200);
  expect(cookie).toMatch(/HttpOnly; Secure; SameSite=Strict$/);
  return { cookie: cookie.split(';', 1)[0] };
}

const addressBy = (n: number) => `127.0.${1 + (n % 200)}.${3 + Math.floor(n / 200)}`;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ripe-pick-stranger-'));
  store = await openStore(join(folder, 'ripe-pick.sqlite'));
  port = await freePort();
  const app = withErrors(new Hono(), store.path)
    .route('/', new Events().routes())
    .route('/', apiRoutes(contextFor(store)));
  const instance = { app, database: store.path };
  desk = new SharingDesk({ folder, port, addresses: [HOST], instance, keepAliveTimeout: 1000 });
});
afterAll(async () => {
  await desk.stop();
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

test('nothing listens before it is opened on purpose, or after it was closed', async () => {
  await desk.begin(false);
  const isRefused = () =>
    new Promise((resolve) => {
      request({ host: HOST, port, path: '/' })
        .on('error', (error: NodeJS.ErrnoException) => resolve(error.code))
        .end();
    });
  expect(await isRefused()).toBe('ECONNREFUSED');
  await desk.open();
  expect(desk.state).toMatchObject({ isOpen: true, addresses: [`https://${HOST}:${port}`], trouble: null });
  expect((await ask({ method: 'GET', path: '/api/status' })).status).toBe(401);
  await desk.close();
  expect(await isRefused()).toBe('ECONNREFUSED');
  await desk.open();
});

test('no wrong code, token, host or origin comes in', async () => {
  const known = await letIn('change', '127.0.0.9');
  desk.makeCode('change');
  const draws = drawsFrom(20_261_129);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(draws.uniform() * list.length)];
  const letters = (count: number) =>
    Array.from({ length: count }, () => pick([...'0123456789ABCDEFGHJKMNPQRSTVWXYZ'])).join('');
  const targets = [...Object.values(api), sharingApi.sharing, sharingApi.openSharing].map(
    ({ method, path }) => ({ method, path }),
  );
  const right = known.cookie.split('=')[1];
  /** Each as near to what is right as a stranger could come. */
  const wrong: readonly (() => Call)[] = [
    () => ({ method: 'POST', path: PAIR_PATH, body: { code: letters(10), name: 'x' } }),
    () => ({
      ...pick(targets),
      headers: {
        cookie: `${COOKIE}=${pick([letters(43), right.slice(0, -1), right.toLowerCase(), `${right}A`, ''])}`,
      },
    }),
    () => ({
      ...pick(targets),
      headers: { cookie: `${pick(['ripe-pick-device', '__Secure-ripe-pick-device'])}=${right}` },
    }),
    () => ({
      ...pick(targets),
      headers: {
        ...known,
        host: pick([
          `127.0.0.1:${port}`,
          'localhost',
          HOST,
          `${HOST}:${port + 1}`,
          `ripe.example:${port}`,
          `${HOST}.ripe.example:${port}`,
        ]),
      },
    }),
    () => ({
      ...pick(targets),
      headers: {
        ...known,
        origin: pick([
          'null',
          `http://${HOST}:${port}`,
          `https://${HOST}`,
          `https://127.0.0.1:${port}`,
          'https://ripe.example',
        ]),
      },
    }),
    () => ({ ...pick(targets), headers: { ...known, 'sec-fetch-site': pick(['cross-site', 'same-site']) } }),
  ];
  const seen = new Map<number, number>();
  for (let n = 0; n < TRIES; n++) {
    const { status, cookie } = await ask({
      ...wrong[n % wrong.length](),
      from: pick([addressBy(n), '127.0.0.3']),
    });
    seen.set(status, (seen.get(status) ?? 0) + 1);
    expect(cookie).toBe('');
  }
  console.log(`strangers: ${TRIES} tries, ${JSON.stringify(Object.fromEntries(seen))}`);
  expect([...seen.keys()].every((status) => [401, 403, 429].includes(status))).toBe(true);
  expect(desk.state.devices.map(({ name }) => name)).toEqual(['change']);
  expect((await ask({ method: 'GET', path: '/api/status', headers: known })).status).toBe(200);
});

test('from one address five codes are tried a minute, however many come at once; another one is not kept waiting', async () => {
  desk.makeCode('look');
  const { code } = desk.state.code ?? {};
  const body = { code: 'AAAAA-AAAAA', name: 'x' };
  const from = '127.0.7.7';
  const answers = await Promise.all(
    Array.from({ length: 20 }, () => ask({ method: 'POST', path: PAIR_PATH, body, from })),
  );
  expect(answers.filter(({ status }) => status === 403)).toHaveLength(5);
  expect(answers.filter(({ status }) => status === 429)).toHaveLength(15);
  const rightOne = { method: 'POST', path: PAIR_PATH, body: { code, name: 'Second' } };
  expect((await ask({ ...rightOne, from })).status).toBe(429);
  expect((await ask({ ...rightOne, from: '127.0.7.8' })).status).toBe(200);
});

test('what is no code, or far too long, is refused before it is read', async () => {
  const pair = (body: unknown, from: string) => ask({ method: 'POST', path: PAIR_PATH, body, from });
  expect((await pair({ code: '' }, '127.0.8.1')).status).toBe(422);
  expect((await pair({ code: 'x', name: 'x'.repeat(3000) }, '127.0.8.2')).status).toBe(413);
  expect((await ask({ method: 'GET', path: PAIR_PATH, from: '127.0.8.3' })).status).toBe(404);
});

test('a device that may look reads everything, and changes nothing; it lets nobody in', async () => {
  const known = await letIn('look', '127.0.9.1');
  const names = Object.keys(api) as (keyof Api)[];
  for (const name of names) {
    const { method, path } = api[name];
    const { status } = await ask({ method, path, headers: known, ...(method === 'GET' ? {} : { body: {} }) });
    if (!changesNothing(name)) expect([name, status]).toEqual([name, 403]);
    else if (method === 'GET') expect([name, status]).toEqual([name, 200]);
    else expect([name, status === 403]).toEqual([name, false]);
  }
  for (const { method, path } of Object.values(sharingApi).filter((each) => each.path !== PAIR_PATH))
    expect((await ask({ method, path, headers: known })).status).toBe(403);
  for (const path of ['/prices.csv', '/api/prices/file', '/api/receipts/a1', '/api/archive'])
    expect((await ask({ method: 'PUT', path, headers: known, body: {} })).status).toBe(403);
});

test('a device that is shut out is out at once, with the lines that it holds', async () => {
  const from = '127.0.9.2';
  const known = await letIn('change', from);
  const { id } = desk.state.devices[desk.state.devices.length - 1];
  expect((await ask({ method: 'GET', path: SHARING_PATH, headers: known, from })).status).toBe(403);
  const outgoing = request(optionsOf({ method: 'GET', path: EVENTS_PATH, headers: known, from })).end();
  const [incoming] = (await once(outgoing, 'response')) as [IncomingMessage];
  expect(incoming.statusCode).toBe(200);
  const isCut = new Promise((resolve) =>
    incoming
      .resume()
      .on('error', () => {})
      .once('close', resolve),
  );
  expect(desk.removeDevice(id)).toBe(true);
  await isCut;
  expect((await ask({ method: 'GET', path: '/api/status', headers: known, from })).status).toBe(401);
});

test('where there are as many devices as there may be, that is said', async () => {
  for (let n = desk.state.devices.length; n < 50; n++) await letIn('look', `127.0.20.${n + 1}`);
  desk.makeCode('look');
  const body = { code: desk.state.code?.code, name: 'One more' };
  const { status, text } = await ask({ method: 'POST', path: PAIR_PATH, body, from: '127.0.21.1' });
  expect([status, text]).toEqual([409, expect.stringContaining('There are 50 devices already')]);
});
