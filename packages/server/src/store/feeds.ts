import {
  type dealSchema,
  type PriceDoubt,
  MOST_DOUBTS,
  feedSchema,
  feedStateSchema,
  heldSchema,
  matchedSchema,
  type Feed,
  type FeedState,
  type Held,
  type Matched,
} from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { z } from 'zod';
import { readNamed, type NamedIds, type NamedRows } from './read-catalogue.ts';
import { feedSource, type PriceSource } from './observations/sources.ts';
import { takeInWithin, type Intake, type IntakeResult } from './observations/take-in.ts';
import { withinLimits } from './limits.ts';
import { parsedColumn, readable } from './set-aside.ts';
import type { Tables } from './tables.ts';
import { written } from './written.ts';

export interface FeedRow {
  readonly feed: Feed;
  readonly state: FeedState;
}

export async function readFeeds(db: Kysely<Tables>): Promise<FeedRow[]> {
  const rows = await db.selectFrom('feeds').selectAll().orderBy('position').execute();
  return readable(db, rows, {
    table: 'feeds',
    schema: z.strictObject({ feed: feedSchema, state: feedStateSchema }),
    keyOf: ({ id }) => ({ id }),
    valueOf: ({ body, state }) => ({ feed: parsedColumn(body), state: parsedColumn(state) }),
  });
}

export async function putFeed(db: Kysely<Tables>, feed: Feed): Promise<void> {
  await db.transaction().execute(async (tx) => {
    const last = await tx
      .selectFrom('feeds')
      .select(({ fn }) => fn.max('position').as('position'))
      .executeTakeFirst();
    const body = JSON.stringify(feed);
    const state = written(feedStateSchema, { id: feed.id });
    await tx
      .insertInto('feeds')
      .values({ id: feed.id, position: (last?.position ?? -1) + 1, body, state })
      // Another address begins anew: what the old one was known by says nothing of it.
      .onConflict((c) =>
        c.column('id').doUpdateSet({
          body,
          state: sql<string>`case when json_extract(feeds.body, '$.url') = ${feed.url} then feeds.state else ${state} end`,
        }),
      )
      .execute();
    await withinLimits(tx, ['feeds']);
  });
}

export async function removeFeed(db: Kysely<Tables>, id: string): Promise<void> {
  await db.deleteFrom('feeds').where('id', '=', id).execute();
}

export async function saveFeedState(db: Kysely<Tables>, state: FeedState): Promise<void> {
  await db
    .updateTable('feeds')
    .set({ state: written(feedStateSchema, state) })
    .where('id', '=', state.id)
    .execute();
}

export interface FeedHarvest {
  readonly feed: Feed;
  readonly state: FeedState;
  readonly intakes: readonly Intake[];
  readonly held: readonly Matched[];
  readonly deals: readonly z.infer<typeof dealSchema>[];
}

/** Everything that a fetch brought, in one transaction: its prices, what is held for a look, its deals, and the state of the source. */
export async function takeHarvest(
  db: Kysely<Tables>,
  { feed, state, intakes, held, deals }: FeedHarvest,
): Promise<IntakeResult> {
  return db.transaction().execute(async (tx) => {
    const result =
      intakes.length > 0
        ? await takeInWithin(tx, intakes, feedSource(feed))
        : { taken: 0, changed: 0, newOffers: 0, repeated: 0 };
    // What is held is what the newest fetch could not take; what it took or no longer says needs no look.
    await tx.deleteFrom('held').where('feed', '=', feed.id).execute();
    const rows = held.map((row) => ({
      feed: feed.id,
      key: heldKey(row),
      body: written(matchedSchema, row),
    }));
    for (let at = 0; at < rows.length; at += 300)
      await tx
        .insertInto('held')
        .values(rows.slice(at, at + 300))
        .onConflict((c) => c.columns(['feed', 'key']).doNothing())
        .execute();
    const doubts = await putDeals(tx, feed.id, deals);
    await saveFeedState(tx, { ...state, doubts: [...state.doubts, ...doubts].slice(0, MOST_DOUBTS) });
    await withinLimits(tx, ['offers', 'deals']);
    return result;
  });
}

/**
 * Puts deals that a source brought in place under their ids, where no other deal has them: what the user or another source
 * stated stays. Gives what could not be taken.
 */
async function putDeals(
  tx: Kysely<Tables>,
  feed: string,
  deals: readonly z.infer<typeof dealSchema>[],
): Promise<PriceDoubt[]> {
  const doubts: PriceDoubt[] = [];
  for (const deal of deals) {
    const body = JSON.stringify(deal);
    const there = await tx.selectFrom('deals').selectAll().where('id', '=', deal.id).executeTakeFirst();
    if (there && there.feed !== feed) {
      if (there.body !== body)
        doubts.push({
          where: `deal ${deal.id}`,
          what: `a deal of this id is there already and is not from this source; that one was kept, not “${deal.name}”`,
          mend: 'Delete the one that is there if the source is to state it.',
        });
      continue;
    }
    const last = await tx
      .selectFrom('deals')
      .select(({ fn }) => fn.max('position').as('position'))
      .executeTakeFirst();
    const row = { kind: deal.kind, body, feed };
    await tx
      .insertInto('deals')
      .values({ id: deal.id, position: (last?.position ?? -1) + 1, ...row })
      .onConflict((c) => c.column('id').doUpdateSet(row))
      .execute();
  }
  return doubts;
}

const heldKey = ({ found }: Matched) =>
  [found.sku, found.gtin, found.mpn, found.name, found.condition].join('|').slice(0, 600);

/** Rows that are listed at once. */
const MOST_HELD = 2000;

/** Rows that somebody has to look at: those of some numbers, or the first of all. */
export async function readHeld(db: Kysely<Tables>, serials?: readonly number[]): Promise<Held[]> {
  let query = db.selectFrom('held').select(['held.serial', 'held.feed', 'held.body']).orderBy('held.serial');
  query = serials
    ? query.where(sql<boolean>`held.serial in (select value from json_each(${JSON.stringify(serials)}))`)
    : query.limit(MOST_HELD);
  const rows = await query.execute();
  const shops = new Map((await readFeeds(db)).map(({ feed }) => [feed.id, feed.shop]));
  const known = rows.filter(({ feed }) => shops.has(feed));
  return readable(db, known, {
    table: 'held',
    schema: heldSchema,
    keyOf: ({ serial = 0 }) => ({ serial }),
    valueOf: ({ serial, feed, body }) => ({ serial, feed, shop: shops.get(feed), row: parsedColumn(body) }),
  });
}

export async function dropHeld(db: Kysely<Tables>, serials: readonly number[]): Promise<void> {
  await sql`delete from held where serial in (select value from json_each(${JSON.stringify(serials)}))`.execute(
    db,
  );
}

/**
 * Takes rows of the review queue in and off it, all of them or none.
 *
 * @param intakesOf what the rows come to; what it throws leaves everything as it was
 */
export async function takeHeld(
  db: Kysely<Tables>,
  serials: readonly number[],
  source: PriceSource,
  intakesOf: (
    rows: readonly Held[],
    namedOf: (named: NamedIds) => Promise<NamedRows>,
  ) => Promise<readonly Intake[]>,
): Promise<void> {
  await db.transaction().execute(async (tx) => {
    const rows = await readHeld(tx, serials);
    const intakes = await intakesOf(rows, (named) => readNamed(tx, named));
    if (intakes.length > 0) await takeInWithin(tx, intakes, source);
    await dropHeld(tx, serials);
  });
}
