import { MAX_PAIR_BYTES, PAIR_PATH } from '@ripe-pick/contract';
import { Hono } from 'hono';
import { limits, upTo } from '../host/door.ts';
import type { Hosted } from '../host/hosted.ts';
import type { ReadBy } from '../host/pages.ts';
import { withErrors } from '../routes/errors-in-words.ts';
import { headers } from '../security.ts';
import type { GuestDoor } from './guests.ts';

const pairLimit = upTo(MAX_PAIR_BYTES, 'A code and a name are shorter.');

/** What other devices reach: the data of one instance, behind a door. Strangers come as far as its first call. */
export function guestApp(door: GuestDoor, instance: Pick<Hosted, 'app' | 'database'>): Hono {
  const app = withErrors(new Hono(), instance.database).use(headers, door.mayCall);
  app.post(PAIR_PATH, pairLimit, (c) => door.pair(c));
  app.use(limits);
  app.all('*', (c) => {
    const reader: ReadBy = { reader: door.deviceOf(c)?.access ?? 'stranger' };
    return instance.app.fetch(c.req.raw, { ...(c.env as object), ...reader });
  });
  return app;
}
