import {
  ALERTS_PATH,
  ASIDE_PATH,
  CALENDAR_PATH,
  calendarOf,
  idSchema,
  MAX_RECEIPT_BYTES,
  PRICES_PATH,
  RECEIPTS_PATH,
} from '@ripe-pick/contract';
import { calendarDays } from '@ripe-pick/core/buying';
import { Hono, type Context } from 'hono';
import { stream } from 'hono/streaming';
import { priceTable } from '../transfer/index.ts';
import { alertsFeedOf } from '../watch/atom.ts';
import type { ServerContext } from './context.ts';
import { ApiError } from './errors.ts';
import type { ReadContext } from './reads.ts';
import { toldAlerts } from './watch.ts';

const RECEIPT_MB = Math.round(MAX_RECEIPT_BYTES / 1024 / 1024);
const MOST_ALERTS = { calendar: 200, feed: 100 };

const receiptId = (c: Context): string => {
  const id = idSchema.safeParse(c.req.param('id'));
  if (!id.success) throw new ApiError('not-found', 'There is no such receipt.');
  return id.data;
};

/** Receipts, in and out. */
export function receiptRoutes({ store }: Pick<ServerContext, 'store'>): Hono {
  const routes = new Hono();
  routes.put(`${RECEIPTS_PATH}/:id`, async (c) => {
    const id = receiptId(c);
    const bytes = new Uint8Array(await c.req.arrayBuffer());
    if (bytes.length > MAX_RECEIPT_BYTES)
      throw new ApiError('too-large', `A receipt has at most ${RECEIPT_MB} MB. Photograph it smaller.`);
    if (bytes.length === 0) throw new ApiError('bad-data', 'The file is empty. Nothing was kept.');
    store.receipts.put(id, bytes);
    return c.json({ bytes: bytes.length });
  });
  routes.get(`${RECEIPTS_PATH}/:id`, (c) => {
    const bytes = store.receipts.get(receiptId(c));
    if (!bytes) throw new ApiError('not-found', 'There is no such receipt.');
    // Never shown by the browser itself: what is in it came from outside.
    c.header('content-disposition', 'attachment');
    c.header('content-type', 'application/octet-stream');
    return c.body(bytes);
  });
  return routes;
}

/** What goes out as files: the calendar, the alerts, the histories, what was set aside. */
export function fileRoutes({ store, now, instance }: ReadContext): Hono {
  const routes = new Hono();
  routes.get(CALENDAR_PATH, async (c) => {
    const { briefs } = await store.briefs();
    const plans = await Promise.all(
      briefs.filter(({ isArchived }) => !isArchived).map(({ id }) => store.workspace(id)),
    );
    const alerts = (await toldAlerts({ store, now })).slice(0, MOST_ALERTS.calendar);
    const names = briefs.filter(({ isArchived }) => !isArchived).map(({ name }) => name);
    c.header('content-type', 'text/calendar; charset=utf-8');
    return c.body(
      calendarOf(
        [...plans.flatMap(({ workspace }) => calendarDays(workspace, [])), ...calendarDays(null, alerts)],
        `Ripe Pick: ${names.join(', ') || 'nothing yet'}`,
        (await now()).toISOString(),
      ),
    );
  });
  routes.get(ASIDE_PATH, async (c) => {
    c.header('content-type', 'application/json; charset=utf-8');
    c.header('content-disposition', 'attachment; filename="set-aside.json"');
    return c.body(await store.asideFile());
  });
  routes.get(ALERTS_PATH, async (c) => {
    c.header('content-type', 'application/atom+xml; charset=utf-8');
    const alerts = (await toldAlerts({ store, now })).slice(0, MOST_ALERTS.feed);
    return c.body(alertsFeedOf(alerts, `${new URL(c.req.url).origin}${instance.base}`));
  });
  routes.get(PRICES_PATH, (c) => {
    c.header('content-type', 'text/csv; charset=utf-8');
    c.header('content-disposition', 'attachment; filename="prices.csv"');
    return stream(c, async (out) => {
      for await (const piece of priceTable(store)) {
        if (out.aborted) return;
        await out.write(piece);
      }
    });
  });
  return routes;
}
