import { alertSchema, watchPointSchema, type Alert, type WatchPoint } from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { readable, readBodies } from './set-aside.ts';
import type { Tables } from './tables.ts';
import { written } from './written.ts';
import { currentBrief } from './workspace.ts';

/** An alert before it is kept. The key tells what it says: the same is never kept twice. */
interface NewAlert extends Pick<Alert, 'kind' | 'at' | 'day' | 'title' | 'text'> {
  readonly key: string;
}

/** Points that are kept: two years of daily ones. */
const MOST_POINTS = 750;
const MOST_ALERTS = 1000;

/** Points of a brief, by default of the one that is open. */
export async function readPoints(db: Kysely<Tables>, asked?: string): Promise<WatchPoint[]> {
  const brief = asked ?? (await currentBrief(db));
  const rows = await db
    .selectFrom('watch_points')
    .selectAll()
    .where('brief', '=', brief)
    .orderBy('serial')
    .execute();
  return readBodies(
    db,
    'watch_points',
    rows.map(({ serial, body }) => ({ serial, body })),
    watchPointSchema,
  );
}

/** Adds a point of a brief, in the place of an earlier one of the same day. */
export async function addPoint(db: Kysely<Tables>, brief: string, point: WatchPoint): Promise<void> {
  await db.transaction().execute(async (tx) => {
    await sql`delete from watch_points where brief = ${brief} and json_extract(body, '$.day') = ${point.day}`.execute(
      tx,
    );
    await tx
      .insertInto('watch_points')
      .values({ brief, body: written(watchPointSchema, point) })
      .execute();
    await sql`delete from watch_points where serial <= (select max(serial) from watch_points) - ${MOST_POINTS}`.execute(
      tx,
    );
  });
}

export async function readAlerts(db: Kysely<Tables>): Promise<Alert[]> {
  const rows = await db
    .selectFrom('alerts')
    .selectAll()
    .orderBy('serial', 'desc')
    .limit(MOST_ALERTS)
    .execute();
  return readable(db, rows, {
    table: 'alerts',
    schema: alertSchema,
    keyOf: ({ serial = 0 }) => ({ serial }),
    valueOf: ({ serial, kind, at, day, title, body, is_read }) => ({
      ...{ serial, kind, at, day, title },
      text: body,
      isRead: is_read === 1,
    }),
  });
}

export async function addAlerts(db: Kysely<Tables>, alerts: readonly NewAlert[]): Promise<void> {
  if (alerts.length === 0) return;
  await db
    .insertInto('alerts')
    .values(
      alerts.map(({ key, kind, at, day, title, text }) => ({
        key: key.slice(0, 500),
        kind,
        at,
        day,
        title: title.slice(0, 300),
        body: text.slice(0, 3000),
        is_read: 0,
      })),
    )
    .onConflict((c) => c.column('key').doNothing())
    .execute();
}

export async function markAlerts(
  db: Kysely<Tables>,
  serials: readonly number[],
  isRead: boolean,
): Promise<void> {
  await sql`update alerts set is_read = ${isRead ? 1 : 0} where serial in (select value from json_each(${JSON.stringify(serials)}))`.execute(
    db,
  );
}
