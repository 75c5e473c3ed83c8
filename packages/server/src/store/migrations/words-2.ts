import { version1 } from '@ripe-pick/contract';
import jsonPatch, { type Operation } from 'fast-json-patch';
import { sql, type Kysely } from 'kysely';

/*
 * The words of version 2 of the file formats, in a database that still speaks those of version 1. What is kept as JSON goes
 * through the very functions that read files of version 1.
 */

type Db = Kysely<unknown>;
type Rewrite = (value: unknown) => unknown;
type Patch = readonly Operation[];

interface WorkspaceHead {
  readonly brief: unknown;
  readonly active: string;
  readonly watching?: unknown;
  readonly done?: number;
}

/** Rewrites one column of JSON, row by row. */
async function rewrite(db: Db, table: string, key: string, column: string, change: Rewrite): Promise<void> {
  const { rows } = await sql<{ readonly key: string | number; readonly body: string }>`
    select ${sql.ref(key)} as key, ${sql.ref(column)} as body from ${sql.table(table)}`.execute(db);
  for (const row of rows)
    await sql`
      update ${sql.table(table)} set ${sql.ref(column)} = ${JSON.stringify(change(JSON.parse(row.body)))}
      where ${sql.ref(key)} = ${row.key}`.execute(db);
}

export async function toVersion2(db: Db): Promise<void> {
  await convertSteps(db);
  await convertWorkspace(db);
  await convertCatalogue(db);
  for (const [table, change] of [
    ['records', version1.recordFrom1],
    ['bench_systems', version1.rigFrom1],
    ['bench_runs', version1.runFrom1],
  ] as const)
    await rewrite(db, table, 'id', 'body', change);
  await sql`alter table bench_systems rename to bench_rigs`.execute(db);
  await rewrite(db, 'watch_points', 'serial', 'body', version1.watchPointFrom1);
}

/**
 * Steps are patches of states in the old words: the states around them are built, put into the new words, and compared
 * again. A step that does not fit its state is left out with all beyond it: it could not have been undone either.
 */
async function convertSteps(db: Db): Promise<void> {
  const head = await readHead(db);
  const { rows: steps } = await sql<{
    readonly serial: number;
    readonly back: string;
    readonly forth: string;
  }>`
    select serial, back, forth from steps order by serial`.execute(db);
  if (!head || steps.length === 0) return;
  const current = await readState(db, head);
  const done = steps.filter((step) => step.serial <= (head.done ?? 0));
  const undone = steps.filter((step) => step.serial > (head.done ?? 0));
  const kept = new Set<number>();
  const walk = async (list: readonly (typeof steps)[number][], direction: 'back' | 'forth') => {
    let state = current;
    for (const step of list) {
      const next = patched(state, JSON.parse(step[direction]) as Patch);
      if (next === null) return;
      const [before, after] = direction === 'back' ? [next, state] : [state, next];
      const [from, to] = [version1.workspaceFrom1(before), version1.workspaceFrom1(after)] as [
        object,
        object,
      ];
      await sql`
        update steps set back = ${JSON.stringify(jsonPatch.compare(to, from))},
          forth = ${JSON.stringify(jsonPatch.compare(from, to))}
        where serial = ${step.serial}`.execute(db);
      kept.add(step.serial);
      state = next;
    }
  };
  await walk([...done].reverse(), 'back');
  await walk(undone, 'forth');
  for (const { serial } of steps)
    if (!kept.has(serial)) await sql`delete from steps where serial = ${serial}`.execute(db);
}

function patched(state: object, patch: Patch): object | null {
  try {
    return jsonPatch.applyPatch(state, [...patch], true, false).newDocument;
  } catch {
    return null;
  }
}

async function readHead(db: Db): Promise<WorkspaceHead | null> {
  const { rows } = await sql<{ readonly body: string }>`
    select body from settings where key = 'workspace'`.execute(db);
  return rows[0] ? (JSON.parse(rows[0].body) as WorkspaceHead) : null; // as version 1 wrote it
}

/** The workspace as version 1 put it together from its rows. */
async function readState(db: Db, head: WorkspaceHead): Promise<object> {
  const { rows: candidates } = await sql<{
    readonly id: string;
    readonly name: string;
    readonly picks: string;
    readonly note: string;
    readonly is_archived: number;
    readonly decisions: string;
    readonly path: string;
  }>`select * from candidates order by position`.execute(db);
  const { rows: kept } = await sql<{ readonly kind: string; readonly body: string }>`
    select kind, body from kept order by position`.execute(db);
  const lists = Object.keys(version1.KEPT_FROM_1).map((kind) => [
    kind,
    kept.filter((row) => row.kind === kind).map((row) => JSON.parse(row.body) as unknown),
  ]);
  return {
    brief: head.brief,
    candidates: candidates.map((row) => ({
      id: row.id,
      name: row.name,
      picks: JSON.parse(row.picks) as unknown,
      note: row.note,
      isArchived: row.is_archived === 1,
      decisions: JSON.parse(row.decisions) as unknown,
      path: JSON.parse(row.path) as unknown,
    })),
    active: head.active,
    watching: head.watching,
    ...Object.fromEntries(lists),
  };
}

async function convertWorkspace(db: Db): Promise<void> {
  const head = await readHead(db);
  if (head) {
    const body = JSON.stringify({ ...head, brief: version1.briefFrom1(head.brief) });
    await sql`update settings set body = ${body} where key = 'workspace'`.execute(db);
  }
  await rewrite(db, 'candidates', 'id', 'picks', version1.picksFrom1);
  await rewrite(db, 'candidates', 'id', 'decisions', version1.decisionsFrom1);
  await rewrite(db, 'candidates', 'id', 'path', version1.pathFrom1);
  const { rows } = await sql<{ readonly kind: string; readonly id: string; readonly body: string }>`
    select kind, id, body from kept`.execute(db);
  for (const { kind, id, body } of rows) {
    const known = version1.KEPT_FROM_1[kind];
    if (!known) continue;
    const changed = JSON.stringify(known.change(JSON.parse(body)));
    await sql`
      update kept set kind = ${known.kind}, body = ${changed} where kind = ${kind} and id = ${id}`.execute(
      db,
    );
  }
}

async function convertCatalogue(db: Db): Promise<void> {
  await rewrite(db, 'parts', 'id', 'body', version1.partFrom1);
  await sql`alter table parts rename column slot to kind`.execute(db);
  await sql`alter table parts rename column maker to brand`.execute(db);
  await sql`update parts set kind = json_extract(body, '$.kind')`.execute(db);
  await rewrite(db, 'games', 'id', 'body', version1.gameFrom1);
  await rewrite(db, 'deals', 'id', 'body', version1.dealFrom1);
  const { rows } = await sql<{ readonly body: string }>`select body from settings where key = 'fit'`.execute(
    db,
  );
  if (rows[0]) {
    const body = JSON.stringify(version1.fitFrom1(JSON.parse(rows[0].body)));
    await sql`update settings set body = ${body} where key = 'fit'`.execute(db);
  }
  await renameKinds(db);
}

/** Lists of allowed words stand in the tables' own checks: those tables are made anew. */
async function renameKinds(db: Db): Promise<void> {
  await sql`
    create table rates_2 (
      kind text not null check (kind in ('cpus', 'gpus', 'integrated')),
      part text not null references parts (id) on delete cascade,
      position integer not null, rate_ln real not null, sd_ln real not null check (sd_ln >= 0),
      primary key (kind, part)
    ) strict`.execute(db);
  await sql`
    insert into rates_2
    select case kind when 'processors' then 'cpus' when 'cards' then 'gpus' else kind end,
      part, position, rate_ln, sd_ln
    from rates`.execute(db);
  await sql`drop table rates`.execute(db);
  await sql`alter table rates_2 rename to rates`.execute(db);
  await sql`
    create table shops_2 (
      id text primary key, position integer not null, name text not null,
      kind text not null check (kind in ('shop', 'used-market')),
      currency text not null check (length(currency) = 3),
      fee_minor integer not null check (fee_minor >= 0), free_from_minor integer check (free_from_minor >= 0),
      more text not null default '{}' check (json_valid(more))
    ) strict`.execute(db);
  await sql`
    insert into shops_2
    select id, position, name, case kind when 'market' then 'used-market' else kind end, currency,
      fee_minor, free_from_minor, more
    from shops`.execute(db);
  // Offers point at shops: they move to the new table before the old one goes, so that none goes with it.
  await sql`
    create table offers_2 (
      id text primary key, position integer not null,
      part text not null references parts (id) on delete cascade,
      shop text not null references shops_2 (id) on delete cascade,
      price_minor integer not null check (price_minor > 0), shipping_minor integer check (shipping_minor >= 0),
      condition text not null check (condition in ('new', 'refurbished', 'used')),
      in_stock integer not null check (in_stock in (0, 1)), seen_on text not null,
      more text not null default '{}' check (json_valid(more))
    ) strict`.execute(db);
  await sql`
    insert into offers_2
    select id, position, part, shop, price_minor, shipping_minor, condition, in_stock, seen_on, more
    from offers`.execute(db);
  await sql`drop table offers`.execute(db);
  await sql`drop table shops`.execute(db);
  await sql`alter table shops_2 rename to shops`.execute(db);
  await sql`alter table offers_2 rename to offers`.execute(db);
  await sql`create index offers_by_part on offers (part)`.execute(db);
}
