import { judgedSchema, loggedForecastSchema } from '@ripe-pick/contract';
import type { JudgedForecast, LoggedForecast } from '@ripe-pick/core/prices';
import type { Kysely } from 'kysely';
import { parsedColumn, readable, readBodies } from './set-aside.ts';
import type { Tables } from './tables.ts';
import { written } from './written.ts';

export async function keepForecasts(db: Kysely<Tables>, forecasts: readonly LoggedForecast[]): Promise<void> {
  for (let at = 0; at < forecasts.length; at += 200)
    await db
      .insertInto('forecasts')
      .values(
        forecasts.slice(at, at + 200).map((each) => ({
          id: each.id,
          made_on: each.madeOn,
          by_day: each.by,
          body: written(loggedForecastSchema, each),
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
    .select(['id', 'body'])
    .where('judged', 'is', null)
    .where('by_day', '<=', until)
    .limit(2000)
    .execute();
  return readBodies(db, 'forecasts', rows, loggedForecastSchema);
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
        .set({ judged: written(judgedSchema.nullable(), each.judged) })
        .where('id', '=', each.id)
        .execute();
  });
}

export async function readJudged(db: Kysely<Tables>): Promise<{ judged: JudgedForecast[]; open: number }> {
  const rows = await db
    .selectFrom('forecasts')
    .select(['id', 'judged'])
    .where('judged', 'is not', null)
    .execute();
  const judged = await readable(db, rows, {
    table: 'forecasts',
    schema: judgedSchema.nullable(),
    keyOf: ({ id }) => ({ id }),
    valueOf: (row) => parsedColumn(row.judged ?? 'null'),
  });
  const { open = 0 } =
    (await db
      .selectFrom('forecasts')
      .select(({ fn }) => fn.countAll<number>().as('open'))
      .where('judged', 'is', null)
      .executeTakeFirst()) ?? {};
  return { judged: judged.flatMap((each) => each ?? []), open };
}
