import { partSchema, type CatalogueChange, type StoredPart } from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { z } from 'zod';
import { partRow } from './catalogue.ts';
import { renamed } from './part-rename.ts';
import type { Tables } from './tables.ts';

/** Columns of JSON that may name a part, with what tells their rows apart. */
const NAMING: readonly (readonly [table: keyof Tables, key: readonly string[], column: string])[] = [
  ['briefs', ['id'], 'body'],
  ['candidates', ['brief', 'id'], 'picks'],
  ['candidates', ['brief', 'id'], 'decisions'],
  ['candidates', ['brief', 'id'], 'path'],
  ['kept', ['brief', 'kind', 'id'], 'body'],
  ['steps', ['brief', 'serial'], 'back'],
  ['steps', ['brief', 'serial'], 'forth'],
  ['records', ['id'], 'body'],
  ['bench_rigs', ['id'], 'body'],
  ['deals', ['id'], 'body'],
  ['feeds', ['id'], 'body'],
  ['held', ['serial'], 'body'],
  ['watch_points', ['serial'], 'body'],
  ['forecasts', ['id'], 'body'],
];

const key = z.record(z.string(), z.union([z.string(), z.number()]));
const renamingSchema = z.strictObject({
  table: z.enum([...new Set(NAMING.map(([table]) => table))]),
  column: z.enum([...new Set(NAMING.map(([, , column]) => column))]),
  key,
  before: z.string(),
  after: z.string(),
});
type Renaming = z.infer<typeof renamingSchema>;

/** What two parts were before they became one, and all that was renamed: enough to part them again. */
const mergeSchema = z.strictObject({
  gone: partSchema,
  goneAt: z.int(),
  kept: partSchema,
  item: partSchema,
  offers: z.array(z.string()),
  histories: z.array(z.string()),
  /** Rates of the part that is gone, and the lists in which the other one took them over. */
  rates: z.array(
    z.strictObject({
      kind: z.string(),
      part: z.string(),
      position: z.int(),
      rate_ln: z.number(),
      sd_ln: z.number(),
    }),
  ),
  ratesMoved: z.array(z.string()),
  renamings: z.array(renamingSchema),
});
type PartMerge = z.infer<typeof mergeSchema>;

type JsonRow = Readonly<Record<string, string | number>>;

const whereKey = (key: Readonly<Record<string, string | number>>) =>
  sql.join(
    Object.entries(key).map(([column, value]) => sql`${sql.ref(column)} = ${value}`),
    sql` and `,
  );

async function write(tx: Kysely<Tables>, { table, column, key }: Renaming, text: string): Promise<void> {
  await sql`update ${sql.table(table)} set ${sql.ref(column)} = ${text} where ${whereKey(key)}`.execute(tx);
}

/** Renames a part wherever it is named. */
async function renameEverywhere(tx: Kysely<Tables>, from: string, to: string): Promise<Renaming[]> {
  const done: Renaming[] = [];
  for (const [table, key, column] of NAMING) {
    const { rows } = await sql<JsonRow>`select * from ${sql.table(table)}
      where instr(${sql.ref(column)}, ${JSON.stringify(from)}) > 0`.execute(tx);
    for (const row of rows) {
      const before = String(row[column]);
      const after = JSON.stringify(renamed(JSON.parse(before), from, to));
      if (after === before) continue;
      const one = {
        table,
        column,
        before,
        after,
        key: Object.fromEntries(key.map((each) => [each, row[each]])),
      };
      await write(tx, one, after);
      done.push(one);
    }
  }
  return done;
}

/** How often a brief was saved, which only rises; nothing else that is kept as JSON begins like this. */
const REVISION = /^\{"revision":(\d+)/;

/** Puts back what a renaming wrote; what was changed since is renamed back as it is now. */
async function takeBack(tx: Kysely<Tables>, one: Renaming, from: string, to: string): Promise<void> {
  const { rows } = await sql<{
    now: string;
  }>`select ${sql.ref(one.column)} as now from ${sql.table(one.table)}
    where ${whereKey(one.key)}`.execute(tx);
  if (rows.length === 0) return;
  const { now } = rows[0];
  const [revision] = REVISION.exec(now) ?? [''];
  const isAsWritten = now === one.after.replace(REVISION, revision);
  const back = isAsWritten
    ? one.before.replace(REVISION, revision)
    : JSON.stringify(renamed(JSON.parse(now), from, to));
  await write(tx, one, back);
}

/** A window that still has one of these briefs open must read it anew before it saves. */
async function touchBriefs(tx: Kysely<Tables>, renamings: readonly Renaming[]): Promise<void> {
  const touched = renamings.flatMap(({ table, key }) =>
    table === 'briefs' ? [key.id] : 'brief' in key ? [key.brief] : [],
  );
  for (const id of new Set(touched.map(String))) {
    const { body } = await tx
      .selectFrom('briefs')
      .select('body')
      .where('id', '=', id)
      .executeTakeFirstOrThrow();
    const later = body.replace(REVISION, (_, revision: string) => `{"revision":${Number(revision) + 1}`);
    await tx.updateTable('briefs').set({ body: later }).where('id', '=', id).execute();
  }
}

async function moved(
  tx: Kysely<Tables>,
  table: 'offers' | 'price_offers',
  from: string,
  to: string,
  only?: readonly string[],
) {
  const id = table === 'offers' ? 'id' : 'offer';
  const list = only
    ? sql`and ${sql.ref(id)} in (select value from json_each(${JSON.stringify(only)}))`
    : sql``;
  const { rows } = await sql<{ id: string }>`update ${sql.table(table)} set part = ${to}
    where part = ${from} ${list} returning ${sql.ref(id)} as id`.execute(tx);
  return rows.map((row) => row.id);
}

/** Gives a part the rates of another in the lists in which it has none; those lists. */
async function takeRatesOver(
  tx: Kysely<Tables>,
  rates: readonly Tables['rates'][],
  to: string,
): Promise<string[]> {
  const taken: string[] = [];
  for (const rate of rates) {
    const { numInsertedOrUpdatedRows: count } = await tx
      .insertInto('rates')
      .values({ ...rate, part: to })
      .onConflict((conflict) => conflict.columns(['kind', 'part']).doNothing())
      .executeTakeFirstOrThrow();
    if (count) taken.push(rate.kind);
  }
  return taken;
}

const parsed = (row: Tables['parts']): StoredPart => partSchema.parse(JSON.parse(row.body));

/**
 * Makes two parts one: prices, histories, records, deals, briefs and what was done to them follow.
 *
 * @param item what the part that stays is from now on
 * @returns what takes it back; null where one of the two is not there, or they are of two kinds
 */
export async function mergePart(
  tx: Kysely<Tables>,
  id: string,
  item: StoredPart,
): Promise<CatalogueChange[] | null> {
  const row = (of: string) => tx.selectFrom('parts').selectAll().where('id', '=', of).executeTakeFirst();
  const [gone, kept] = [await row(id), await row(item.id)];
  if (!gone || !kept || gone.kind !== kept.kind || kept.kind !== item.kind || id === item.id) return null;
  const rates = await tx.deleteFrom('rates').where('part', '=', id).returningAll().execute();
  const merge: PartMerge = {
    gone: parsed(gone),
    goneAt: gone.position,
    kept: parsed(kept),
    item,
    offers: await moved(tx, 'offers', id, item.id),
    histories: await moved(tx, 'price_offers', id, item.id),
    rates,
    ratesMoved: await takeRatesOver(tx, rates, item.id),
    renamings: await renameEverywhere(tx, id, item.id),
  };
  await tx.deleteFrom('parts').where('id', '=', id).execute();
  await tx.updateTable('parts').set(partRow(item, kept.position)).where('id', '=', item.id).execute();
  await touchBriefs(tx, merge.renamings);
  const { serial } = await tx
    .insertInto('part_merges')
    .values({ body: JSON.stringify(merge) })
    .returning('serial')
    .executeTakeFirstOrThrow();
  return [{ do: 'split-part', merge: serial ?? 0 }];
}

/**
 * Parts again what was made one.
 * @returns what makes them one again; null where there is no such merge
 */
export async function splitPart(tx: Kysely<Tables>, serial: number): Promise<CatalogueChange[] | null> {
  const row = await tx
    .deleteFrom('part_merges')
    .where('serial', '=', serial)
    .returning('body')
    .executeTakeFirst();
  if (!row) return null;
  const { gone, goneAt, kept, item, ...all } = mergeSchema.parse(JSON.parse(row.body));
  const stays = await tx.selectFrom('parts').selectAll().where('id', '=', kept.id).executeTakeFirst();
  if (!stays) return null;
  await tx.insertInto('parts').values(partRow(gone, goneAt)).execute();
  await tx.updateTable('parts').set(partRow(kept, stays.position)).where('id', '=', kept.id).execute();
  await moved(tx, 'offers', kept.id, gone.id, all.offers);
  await moved(tx, 'price_offers', kept.id, gone.id, all.histories);
  for (const kind of all.ratesMoved)
    await tx.deleteFrom('rates').where('part', '=', kept.id).where('kind', '=', kind).execute();
  for (const rate of all.rates) await tx.insertInto('rates').values(rate).execute();
  for (const one of all.renamings) await takeBack(tx, one, kept.id, gone.id);
  await touchBriefs(tx, all.renamings);
  return [{ do: 'merge-part', id: gone.id, item }];
}
