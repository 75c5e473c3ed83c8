import {
  type dealSchema,
  feedSchema,
  feedStateSchema,
  heldSchema,
  type Feed,
  type FeedState,
  type Held,
  type Matched,
} from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import type { z } from 'zod';
import { takeInWithin, type Intake, type IntakeResult } from './prices.ts';
import type { Tables } from './tables.ts';

export interface FeedRow {
  readonly feed: Feed;
  readonly state: FeedState;
}

export async function readFeeds(db: Kysely<Tables>): Promise<FeedRow[]> {
  const rows = await db.selectFrom('feeds').selectAll().orderBy('position').execute();
  return rows.map((row) => ({
    feed: feedSchema.parse(JSON.parse(row.body)),
    state: feedStateSchema.parse(JSON.parse(row.state)),
  }));
}

export async function putFeed(db: Kysely<Tables>, feed: Feed): Promise<void> {
  await db.transaction().execute(async (tx) => {
    const last = await tx
      .selectFrom('feeds')
      .select(({ fn }) => fn.max('position').as('position'))
      .executeTakeFirst();
    const body = JSON.stringify(feed);
    const state = JSON.stringify(feedStateSchema.parse({ id: feed.id }));
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
  });
}

export async function removeFeed(db: Kysely<Tables>, id: string): Promise<void> {
  await db.deleteFrom('feeds').where('id', '=', id).execute();
}

export async function saveFeedState(db: Kysely<Tables>, state: FeedState): Promise<void> {
  await db
    .updateTable('feeds')
    .set({ state: JSON.stringify(state) })
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
        ? await takeInWithin(tx, intakes, feed.name)
        : { taken: 0, changed: 0, newOffers: 0, repeated: 0 };
    // What is held is what the newest fetch could not take; what it took or no longer says needs no look.
    await tx.deleteFrom('held').where('feed', '=', feed.id).execute();
    const rows = held.map((row) => ({ feed: feed.id, key: heldKey(row), body: JSON.stringify(row) }));
    for (let at = 0; at < rows.length; at += 300)
      await tx
        .insertInto('held')
        .values(rows.slice(at, at + 300))
        .onConflict((c) => c.columns(['feed', 'key']).doNothing())
        .execute();
    for (const deal of deals) {
      const body = JSON.stringify(deal);
      const last = await tx
        .selectFrom('deals')
        .select(({ fn }) => fn.max('position').as('position'))
        .executeTakeFirst();
      await tx
        .insertInto('deals')
        .values({ id: deal.id, position: (last?.position ?? -1) + 1, kind: deal.kind, body })
        .onConflict((c) => c.column('id').doUpdateSet({ kind: deal.kind, body }))
        .execute();
    }
    await saveFeedState(tx, state);
    return result;
  });
}

const heldKey = ({ found }: Matched) =>
  [found.sku, found.gtin, found.mpn, found.name, found.condition].join('|').slice(0, 600);

export async function readHeld(db: Kysely<Tables>): Promise<Held[]> {
  const rows = await db
    .selectFrom('held')
    .innerJoin('feeds', 'feeds.id', 'held.feed')
    .select(['held.serial', 'held.feed', 'held.body', 'feeds.body as of'])
    .orderBy('held.serial')
    .limit(2000)
    .execute();
  return rows.map((row) => {
    const { shop } = feedSchema.parse(JSON.parse(row.of));
    return heldSchema.parse({
      serial: row.serial,
      feed: row.feed,
      shop,
      row: JSON.parse(row.body) as unknown,
    });
  });
}

export async function dropHeld(db: Kysely<Tables>, serials: readonly number[]): Promise<void> {
  await sql`delete from held where serial in (select value from json_each(${JSON.stringify(serials)}))`.execute(
    db,
  );
}

/** What a source said the last time, to be said again: the page was looked at and had not changed. */
export async function lastLooksOf(db: Kysely<Tables>, source: string): Promise<Intake[]> {
  const { rows } = await sql<{
    offer: string;
    part: string;
    shop: string;
    currency: string;
    last: number;
    price: number | null;
    stock: number | null;
  }>`
    with mine as (select r.* from price_runs r join price_sources s on s.serial = r.source where s.name = ${source}), newest as (select max(last) as last from mine)
    select o.offer, o.part, o.shop, o.currency, m.last, m.price, m.stock from mine m join newest n on m.last = n.last join price_offers o on o.serial = m.offer`.execute(
    db,
  );
  return rows.map(({ last, ...row }) => ({ ...row, at: last }));
}
