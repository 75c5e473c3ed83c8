import { judgedSchema, loggedForecastSchema } from '@ripe-pick/contract';
import type { JudgedForecast, LoggedForecast } from '@ripe-pick/core/prices';
import type { Kysely } from 'kysely';
import type { Tables } from './tables.ts';

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
