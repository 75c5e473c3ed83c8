import { sql, type Kysely, type Migration } from 'kysely';
import { toSeveralBriefs } from './briefs.ts';
import { toCheckedLimits } from './limits.ts';
import { toRevisions } from './revisions.ts';
import { toVersion2 } from './words-2.ts';

/** Forward only, in order of name. Never change one that has been released: add another. */
export const MIGRATIONS: Record<string, Migration> = {
  '0001-first': {
    async up(db: Kysely<unknown>) {
      await sql`create table shops (id text primary key, position integer not null, name text not null, kind text not null check (kind in ('shop', 'market')), currency text not null check (length(currency) = 3), fee_minor integer not null check (fee_minor >= 0), free_from_minor integer check (free_from_minor >= 0)) strict`.execute(
        db,
      );
      await sql`create table parts (id text primary key, position integer not null, slot text not null, maker text not null, name text not null, body text not null check (json_valid(body))) strict`.execute(
        db,
      );
      await sql`create table offers (id text primary key, position integer not null, part text not null references parts (id) on delete cascade, shop text not null references shops (id) on delete cascade, price_minor integer not null check (price_minor > 0), shipping_minor integer check (shipping_minor >= 0), condition text not null check (condition in ('new', 'refurbished', 'used')), in_stock integer not null check (in_stock in (0, 1)), seen_on text not null) strict`.execute(
        db,
      );
      await sql`create index offers_by_part on offers (part)`.execute(db);
      await sql`create table currency_rates (from_currency text not null, to_currency text not null, rate real not null check (rate > 0), seen_on text not null, position integer not null, primary key (from_currency, to_currency)) strict`.execute(
        db,
      );
      await sql`create table games (id text primary key, position integer not null, body text not null check (json_valid(body))) strict`.execute(
        db,
      );
      await sql`create table rates (kind text not null check (kind in ('processors', 'cards', 'integrated')), part text not null references parts (id) on delete cascade, position integer not null, rate_ln real not null, sd_ln real not null check (sd_ln >= 0), primary key (kind, part)) strict`.execute(
        db,
      );
      await sql`create table settings (key text primary key, body text not null check (json_valid(body))) strict`.execute(
        db,
      );
      await sql`create table candidates (id text primary key, position integer not null, name text not null, picks text not null check (json_valid(picks))) strict`.execute(
        db,
      );
    },
  },
  '0002-workbench': {
    async up(db: Kysely<unknown>) {
      await sql`alter table candidates add column note text not null default ''`.execute(db);
      await sql`alter table candidates add column is_archived integer not null default 0 check (is_archived in (0, 1))`.execute(
        db,
      );
      await sql`alter table candidates add column decisions text not null default '[]' check (json_valid(decisions))`.execute(
        db,
      );
      await sql`create table steps (serial integer primary key, label text not null, at text not null, back text not null check (json_valid(back)), forth text not null check (json_valid(forth))) strict`.execute(
        db,
      );
    },
  },
  '0003-records': {
    async up(db: Kysely<unknown>) {
      for (const table of ['records', 'bench_systems', 'bench_runs'])
        await sql`create table ${sql.table(table)} (id text primary key, position integer not null, body text not null check (json_valid(body))) strict`.execute(
          db,
        );
      await sql`create table fits (serial integer primary key, body text not null check (json_valid(body))) strict`.execute(
        db,
      );
    },
  },
  '0004-deals': {
    async up(db: Kysely<unknown>) {
      // What a shop or an offer says beside the columns.
      for (const table of ['shops', 'offers'])
        await sql`alter table ${sql.table(table)} add column more text not null default '{}' check (json_valid(more))`.execute(
          db,
        );
      await sql`create table deals (id text primary key, position integer not null, kind text not null check (kind in ('instant', 'code', 'combo', 'gift', 'rebate', 'cashback')), body text not null check (json_valid(body))) strict`.execute(
        db,
      );
      await sql`create table kept (kind text not null check (kind in ('finds', 'orders', 'slips', 'versions')), id text not null, position integer not null, body text not null check (json_valid(body)), primary key (kind, id)) strict`.execute(
        db,
      );
    },
  },
  '0005-prices': {
    async up(db: Kysely<unknown>) {
      // Kinds of what is kept with the workspace are checked by its schema; a list here would need a new table for each new one.
      await sql`create table kept_by_kind (kind text not null, id text not null, position integer not null, body text not null check (json_valid(body)), primary key (kind, id)) strict`.execute(
        db,
      );
      await sql`insert into kept_by_kind select kind, id, position, body from kept`.execute(db);
      await sql`drop table kept`.execute(db);
      await sql`alter table kept_by_kind rename to kept`.execute(db);
      // Histories stay when a catalogue loses an offer: no foreign keys.
      await sql`create table price_offers (serial integer primary key, offer text not null unique, part text not null, shop text not null, currency text not null) strict`.execute(
        db,
      );
      await sql`create table price_sources (serial integer primary key, name text not null unique) strict`.execute(
        db,
      );
      await sql`create table price_runs (offer integer not null references price_offers (serial), first integer not null, last integer not null, price integer check (price > 0), stock integer, source integer not null, gaps blob not null, primary key (offer, first)) strict, without rowid`.execute(
        db,
      );
      await sql`create table price_corrections (serial integer primary key, offer text not null, at integer not null, before text not null check (json_valid(before)), after text not null check (json_valid(after)), made_at text not null, is_undone integer not null default 0 check (is_undone in (0, 1))) strict`.execute(
        db,
      );
      await sql`create table feeds (id text primary key, position integer not null, body text not null check (json_valid(body)), state text not null check (json_valid(state))) strict`.execute(
        db,
      );
      await sql`create table held (serial integer primary key, feed text not null references feeds (id) on delete cascade, key text not null, body text not null check (json_valid(body)), unique (feed, key)) strict`.execute(
        db,
      );
      await sql`create table forecasts (id text primary key, made_on integer not null, by_day integer not null, body text not null check (json_valid(body)), judged text check (json_valid(judged))) strict`.execute(
        db,
      );
      await sql`create table alerts (serial integer primary key, key text not null unique, kind text not null, at text not null, day text not null, title text not null, body text not null, is_read integer not null default 0 check (is_read in (0, 1))) strict`.execute(
        db,
      );
      await sql`create table watch_points (serial integer primary key, body text not null check (json_valid(body))) strict`.execute(
        db,
      );
    },
  },
  '0006-growth': {
    async up(db: Kysely<unknown>) {
      await sql`alter table candidates add column path text not null default '[]' check (json_valid(path))`.execute(
        db,
      );
    },
  },
  '0007-sources-by-key': {
    async up(db: Kysely<unknown>) {
      // Two feeds may have one name: what tells sources apart is their key.
      await sql`
        create table price_sources_by_key (
          serial integer primary key, key text not null unique, name text not null
        ) strict`.execute(db);
      await sql`
        insert into price_sources_by_key
        select s.serial, coalesce('feed:' || min(f.id), 'manual:' || s.name), s.name
        from price_sources s left join feeds f on json_extract(f.body, '$.name') = s.name
        group by s.serial`.execute(db);
      await sql`drop table price_sources`.execute(db);
      await sql`alter table price_sources_by_key rename to price_sources`.execute(db);
    },
  },
  '0008-words-2': { up: toVersion2 },
  '0009-briefs': { up: toSeveralBriefs },
  '0010-part-merges': {
    async up(db: Kysely<unknown>) {
      await sql`create table part_merges (serial integer primary key, body text not null check (json_valid(body))) strict`.execute(
        db,
      );
    },
  },
  '0011-packs': {
    async up(db: Kysely<unknown>) {
      await sql`create table packs (id text primary key, position integer not null, body text not null check (json_valid(body))) strict`.execute(
        db,
      );
    },
  },
  '0012-candidates-orders': {
    async up(db: Kysely<unknown>) {
      await sql`alter table candidates add column orders_of text`.execute(db);
    },
  },
  '0013-limits': { up: toCheckedLimits },
  '0014-revisions': { up: toRevisions },
};
