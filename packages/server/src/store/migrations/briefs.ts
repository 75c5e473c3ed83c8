import { sql, type Kysely } from 'kysely';

/** Several briefs: each with candidates, lists, steps and points of its own. The one that was there becomes the first. */
export async function toSeveralBriefs(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table briefs (
      id text primary key, position integer not null,
      is_archived integer not null default 0 check (is_archived in (0, 1)),
      body text not null check (json_valid(body))
    ) strict`.execute(db);
  await sql`
    insert into briefs (id, position, body) select 'first', 0, body from settings where key = 'workspace'`.execute(
    db,
  );
  await sql`delete from settings where key = 'workspace'`.execute(db);

  await sql`
    create table candidates_by_brief (
      brief text not null references briefs (id) on delete cascade,
      id text not null, position integer not null, name text not null,
      picks text not null check (json_valid(picks)), note text not null default '',
      is_archived integer not null default 0 check (is_archived in (0, 1)),
      decisions text not null default '[]' check (json_valid(decisions)),
      path text not null default '[]' check (json_valid(path)),
      primary key (brief, id)
    ) strict`.execute(db);
  await sql`
    insert into candidates_by_brief
    select b.id, c.id, c.position, c.name, c.picks, c.note, c.is_archived, c.decisions, c.path
    from candidates c join briefs b`.execute(db);
  await sql`drop table candidates`.execute(db);
  await sql`alter table candidates_by_brief rename to candidates`.execute(db);

  await sql`
    create table kept_by_brief (
      brief text not null references briefs (id) on delete cascade,
      kind text not null, id text not null, position integer not null,
      body text not null check (json_valid(body)), primary key (brief, kind, id)
    ) strict`.execute(db);
  await sql`
    insert into kept_by_brief select b.id, k.kind, k.id, k.position, k.body from kept k join briefs b`.execute(
    db,
  );
  await sql`drop table kept`.execute(db);
  await sql`alter table kept_by_brief rename to kept`.execute(db);

  await sql`
    create table steps_by_brief (
      brief text not null references briefs (id) on delete cascade,
      serial integer not null, label text not null, at text not null,
      back text not null check (json_valid(back)), forth text not null check (json_valid(forth)),
      primary key (brief, serial)
    ) strict`.execute(db);
  await sql`
    insert into steps_by_brief select b.id, s.serial, s.label, s.at, s.back, s.forth from steps s join briefs b`.execute(
    db,
  );
  await sql`drop table steps`.execute(db);
  await sql`alter table steps_by_brief rename to steps`.execute(db);

  await sql`alter table watch_points add column brief text not null default 'first'`.execute(db);
  await sql`update alerts set key = 'first|' || key where kind <> 'feed'`.execute(db);
}
