import {
  alertSchema,
  judgedSchema,
  loggedForecastSchema,
  watchPointSchema,
  type Alert,
  type WatchPoint,
} from '@ripe-pick/contract';
import type { JudgedForecast, LoggedForecast } from '@ripe-pick/core/prices';
import { sql, type Kysely } from 'kysely';
import type { Tables } from './tables.ts';

/** An alert before it is kept. The key tells what it says: the same is never kept twice. */
interface NewAlert extends Pick<Alert, 'kind' | 'at' | 'day' | 'title' | 'text'> {
  readonly key: string;
}

/** Points that are kept: two years of daily ones. */
const MOST_POINTS = 750;
const MOST_ALERTS = 1000;

export async function readPoints(db: Kysely<Tables>): Promise<WatchPoint[]> {
  const rows = await db.selectFrom('watch_points').selectAll().orderBy('serial').execute();
  return rows.map((row) => watchPointSchema.parse(JSON.parse(row.body)));
}

/** Adds a point, in the place of an earlier one of the same day. */
export async function addPoint(db: Kysely<Tables>, point: WatchPoint): Promise<void> {
  await db.transaction().execute(async (tx) => {
    await sql`delete from watch_points where json_extract(body, '$.day') = ${point.day}`.execute(tx);
    await tx
      .insertInto('watch_points')
      .values({ body: JSON.stringify(point) })
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
  return rows.map(({ serial, kind, at, day, title, body, is_read }) =>
    alertSchema.parse({ serial, kind, at, day, title, text: body, isRead: is_read === 1 }),
  );
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

export async function keepForecasts(db: Kysely<Tables>, forecasts: readonly LoggedForecast[]): Promise<void> {
  for (let at = 0; at < forecasts.length; at += 200)
    await db
      .insertInto('forecasts')
      .values(
        forecasts.slice(at, at + 200).map((each) => ({
          id: each.id,
          made_on: each.madeOn,
          by_day: each.by,
          body: JSON.stringify(each),
          judged: null,
        })),
      )
      .onConflict((c) => c.column('id').doNothing())
      .execute();
}

/** Forecasts whose time is up and that nobody has judged. */
export async function openForecasts(db: Kysely<Tables>, until: number): Promise<LoggedForecast[]> {
  const rows = await db
    .selectFrom('forecasts')
    .select('body')
    .where('judged', 'is', null)
    .where('by_day', '<=', until)
    .limit(2000)
    .execute();
  return rows.map((row) => loggedForecastSchema.parse(JSON.parse(row.body)));
}

/** Null: too little was looked at to judge it; it is not asked again. */
export async function saveJudged(
  db: Kysely<Tables>,
  judged: readonly { readonly id: string; readonly judged: JudgedForecast | null }[],
): Promise<void> {
  await db.transaction().execute(async (tx) => {
    for (const each of judged)
      await tx
        .updateTable('forecasts')
        .set({ judged: JSON.stringify(each.judged) })
        .where('id', '=', each.id)
        .execute();
  });
}

export async function readJudged(db: Kysely<Tables>): Promise<{ judged: JudgedForecast[]; open: number }> {
  const rows = await db.selectFrom('forecasts').select('judged').where('judged', 'is not', null).execute();
  const { open = 0 } =
    (await db
      .selectFrom('forecasts')
      .select(({ fn }) => fn.countAll<number>().as('open'))
      .where('judged', 'is', null)
      .executeTakeFirst()) ?? {};
  return {
    judged: rows.flatMap((row) => judgedSchema.nullable().parse(JSON.parse(row.judged ?? 'null')) ?? []),
    open,
  };
}
