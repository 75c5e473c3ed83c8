import { getConnInfo } from '@hono/node-server/conninfo';
import { changesNothing, PAIR_PATH, SHARING_PATH, sharingApi, type Device } from '@ripe-pick/contract';
import type { Context, MiddlewareHandler } from 'hono';
import { getCookie, setCookie } from 'hono/cookie';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { isData } from '../host/paths.ts';
import { body } from '../routes/body.ts';
import { ApiError, errorResponse } from '../routes/errors.ts';
import { callOf } from '../routes/reads.ts';
import { fromElsewhere } from '../security.ts';
import type { DeviceList } from './devices.ts';
import type { CodeDesk } from './one-time-code.ts';

/* The door for other devices: who may come in, and what may be done there. */

/** The prefix binds the cookie to this very host, over TLS alone (RFC 6265bis, 4.1.3.2). */
const COOKIE = 'ripe-pick-device';
/** As long as browsers keep one at most (RFC 6265bis, 5.5). */
const COOKIE_SECONDS = 400 * 86_400;
const MINUTE_S = 60;
/** Tries with a code, and wrong ones with a token, that one address has a minute. */
const MOST_TRIES = { codes: 5, tokens: 30 };

/** Counts tries by address; each is counted before it is judged, so that many at once are no way round. */
class CountedTries {
  private readonly limiter: RateLimiterMemory;

  constructor(most: number) {
    this.limiter = new RateLimiterMemory({ points: most, duration: MINUTE_S });
  }

  /** Counts a try. @returns whether it may be made */
  mayTry(address: string): Promise<boolean> {
    return this.limiter.consume(address).then(
      () => true,
      () => false,
    );
  }

  forget(address: string): void {
    void this.limiter.delete(address);
  }
}

const refuse = (c: Context, ...[code, words]: ConstructorParameters<typeof ApiError>) =>
  errorResponse(c, new ApiError(code, words));
const tooMany = (c: Context) => {
  c.header('retry-after', String(MINUTE_S));
  return refuse(c, 'too-many', 'Too many wrong tries. Wait a minute, then try again.');
};
const tokenOf = (c: Context) => getCookie(c, COOKIE, 'host');
const addressOf = (c: Context) => getConnInfo(c).remote.address ?? 'unknown';

interface Rooms {
  readonly devices: DeviceList;
  readonly codes: CodeDesk;
  /** Hosts, as they are written in a Host field, under which other devices reach this machine now. */
  readonly hosts: () => ReadonlySet<string>;
}

/** Who comes in from another device. */
export class GuestDoor {
  private readonly codes = new CountedTries(MOST_TRIES.codes);
  private readonly tokens = new CountedTries(MOST_TRIES.tokens);

  constructor(private readonly rooms: Rooms) {}

  /** The device that a call comes from, by the token in it. */
  deviceOf(c: Context): Device | null {
    const token = tokenOf(c);
    return token === undefined ? null : this.rooms.devices.byToken(token);
  }

  /** Lets calls through to data only from devices that were let in, as far as they may go; pages carry no data, and are for everybody. */
  readonly mayCall: MiddlewareHandler = async (c, next) => {
    const refused = this.wrongAddress(c) ?? (isData(c.req.path) ? await this.refusal(c) : null);
    if (refused) return refused;
    await next();
    return undefined;
  };

  private wrongAddress(c: Context): Response | null {
    if (!this.rooms.hosts().has(c.req.header('host') ?? ''))
      return refuse(c, 'forbidden', 'This server does not answer under that name.');
    return fromElsewhere(c, 'https');
  }

  private async refusal(c: Context): Promise<Response | null> {
    const { method, path } = c.req;
    if (path === PAIR_PATH) return null;
    const device = this.deviceOf(c);
    if (!device) return this.stranger(c);
    if (path === SHARING_PATH || path.startsWith(`${SHARING_PATH}/`))
      return refuse(c, 'forbidden', 'Other devices are let in and shut out at the machine itself.');
    const call = callOf(method, path);
    const isRead = method === 'GET' || method === 'HEAD' || (call !== undefined && changesNothing(call));
    if (device.access === 'look' && !isRead)
      return refuse(c, 'forbidden', 'This device may look, and change nothing. Nothing was changed.');
    return null;
  }

  private async stranger(c: Context): Promise<Response> {
    if (tokenOf(c) !== undefined && !(await this.tokens.mayTry(addressOf(c)))) return tooMany(c);
    return refuse(c, 'not-paired', 'This device is not let in. Open the app anew, and type a code.');
  }

  /** Lets a device in by a code: it gets a token of its own. */
  async pair(c: Context): Promise<Response> {
    const address = addressOf(c);
    if (!(await this.codes.mayTry(address))) return tooMany(c);
    const { code, name } = await body(c, sharingApi.pair.request);
    const access = this.rooms.codes.take(code);
    if (!access)
      return refuse(
        c,
        'forbidden',
        'This code does not count, or no longer. Ask for a new one at the machine.',
      );
    this.codes.forget(address);
    const token = this.rooms.devices.add(name, access);
    setCookie(c, COOKIE, token, {
      ...{ prefix: 'host', path: '/', secure: true, httpOnly: true, sameSite: 'Strict' },
      maxAge: COOKIE_SECONDS,
    });
    return c.json({ access });
  }
}
