import {
  briefSchema,
  candidateSchema,
  idSchema,
  savedWorkspaceSchema,
  stepSchema,
  workspaceSchema,
  type Candidate,
  type HistoryChange,
  type SavedWorkspace,
  type StoredStep,
  type Workspace,
} from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { z } from 'zod';
import { withinLimits } from './limits.ts';
import { parsedColumn, readable, readBodies, reasonOf, setAside } from './set-aside.ts';
import type { Tables } from './tables.ts';
import { KEPT, keepSteps, replaceLists } from './workspace-save.ts';

const headSchema = z.strictObject({
  revision: z.int().min(0),
  brief: briefSchema,
  active: idSchema,
  /** The save that wrote it. */
  operation: idSchema.optional(),
  watching: workspaceSchema.shape.watching.optional(),
  /** Serial of the last step that is done. */
  done: z.int().min(0).default(0),
});
type Head = z.output<typeof headSchema>;

/** The brief that an instance begins with. */
const FIRST = 'first';
const CURRENT = 'current-brief';

/** The brief that was opened last. */
export async function currentBrief(db: Kysely<Tables>): Promise<string> {
  const row = await db.selectFrom('settings').select('body').where('key', '=', CURRENT).executeTakeFirst();
  const read = idSchema.safeParse(row && parsedColumn(row.body));
  return read.success ? read.data : FIRST;
}

/** Makes a brief the one that is opened next time. */
export async function makeCurrent(tx: Kysely<Tables>, brief: string): Promise<void> {
  const body = JSON.stringify(brief);
  await tx
    .insertInto('settings')
    .values({ key: CURRENT, body })
    .onConflict((conflict) => conflict.column('key').doUpdateSet({ body }))
    .execute();
}

/** How often each brief was saved. */
export async function savesOf(db: Kysely<Tables>): Promise<ReadonlyMap<string, number>> {
  const { rows } = await sql<{ id: string; revision: number }>`
    select id, cast(json_extract(body, '$.revision') as bigint) as revision from briefs`.execute(db);
  return new Map(rows.map(({ id, revision }) => [id, revision]));
}

async function readHead(db: Kysely<Tables>, brief: string): Promise<Head | null> {
  const rows = await db.selectFrom('briefs').select(['id', 'body']).where('id', '=', brief).execute();
  const [head] = await readBodies(db, 'briefs', rows, headSchema);
  return head ?? null;
}

/** A brief with its candidates as last saved, by default the one that is open; revision 0 and null when there is nothing yet. */
export async function readWorkspace(db: Kysely<Tables>, brief?: string): Promise<SavedWorkspace> {
  return db.transaction().execute((tx) => readWorkspaceWithin(tx, brief));
}

async function readWorkspaceWithin(tx: Kysely<Tables>, asked?: string): Promise<SavedWorkspace> {
  const id = asked ?? (await currentBrief(tx));
  const nothing: SavedWorkspace = { id, revision: 0, workspace: null, history: { steps: [], done: 0 } };
  const head = await readHead(tx, id);
  if (!head) return nothing;
  const { brief, active, watching, revision, done } = head;
  const candidates = await readCandidates(tx, id);
  const read = savedWorkspaceSchema.safeParse({
    id,
    revision,
    workspace: {
      brief,
      candidates,
      active: candidates.some((each) => each.id === active) ? active : candidates[0].id,
      ...(watching === undefined ? {} : { watching }),
      ...(await readKept(tx, id)),
    },
    history: { steps: await readSteps(tx, id), done },
  });
  if (read.success) return read.data;
  // Each row of it passes, and all together do not: none is guessed to be the wrong one.
  await setAside(tx, 'briefs', { id }, reasonOf(read.error, null));
  return nothing;
}

const EMPTY_CANDIDATE: Candidate = {
  id: 'first',
  name: 'First idea',
  picks: {},
  note: '',
  isArchived: false,
  ordersOf: null,
  decisions: [],
  path: [],
};

/** Candidates of a brief; an empty one where none can be read. */
async function readCandidates(tx: Kysely<Tables>, brief: string): Promise<Candidate[]> {
  const rows = await tx
    .selectFrom('candidates')
    .selectAll()
    .where('brief', '=', brief)
    .orderBy('position')
    .execute();
  const candidates = await readable(tx, rows, {
    table: 'candidates',
    schema: candidateSchema,
    keyOf: ({ id }) => ({ brief, id }),
    valueOf: (row) => ({
      id: row.id,
      name: row.name,
      picks: parsedColumn(row.picks),
      note: row.note,
      isArchived: row.is_archived === 1,
      ordersOf: row.orders_of,
      decisions: parsedColumn(row.decisions),
      path: parsedColumn(row.path),
    }),
  });
  return candidates.length > 0 ? candidates : [EMPTY_CANDIDATE];
}

/** Lists of a brief that are kept row by row. */
async function readKept(tx: Kysely<Tables>, brief: string): Promise<Record<string, unknown[]>> {
  const rows = await tx
    .selectFrom('kept')
    .selectAll()
    .where('brief', '=', brief)
    .orderBy('position')
    .execute();
  const lists: Record<string, unknown[]> = {};
  for (const kind of KEPT) {
    const each = await readable(
      tx,
      rows.filter((row) => row.kind === kind),
      {
        table: 'kept',
        // The list's own schema, of a list with this one in it.
        schema: workspaceSchema.shape[kind] as z.ZodType<unknown[]>,
        keyOf: ({ id }) => ({ brief, kind, id }),
        valueOf: ({ body }) => [parsedColumn(body)],
      },
    );
    lists[kind] = each.flat();
  }
  return lists;
}

/** Steps that can be undone. They stand on one another: where one cannot be read, all of them are set aside. */
async function readSteps(tx: Kysely<Tables>, brief: string): Promise<StoredStep[]> {
  const rows = await tx
    .selectFrom('steps')
    .select(['serial', 'label', 'at', 'back', 'forth'])
    .where('brief', '=', brief)
    .orderBy('serial')
    .execute();
  const steps: StoredStep[] = [];
  for (const { back, forth, ...step } of rows) {
    const value = { ...step, back: parsedColumn(back), forth: parsedColumn(forth) };
    const read = stepSchema.safeParse(value);
    if (!read.success) {
      await setAside(tx, 'steps', { brief }, `step ${step.serial}: ${reasonOf(read.error, value)}`);
      return [];
    }
    steps.push(read.data);
  }
  return steps;
}

interface SaveOf {
  /** The brief; by default the one that is open. */
  readonly id?: string | undefined;
  readonly operation?: string | undefined;
  /** Saves of the same window that were never answered. */
  readonly unanswered?: readonly string[];
}

/**
 * Saves a brief with its candidates, and what was done to its history, if nobody saved it since `revision`, in one
 * transaction. Returns the new revision, or null when another window was faster.
 */
export async function saveWorkspace(
  db: Kysely<Tables>,
  revision: number,
  workspace: Workspace,
  history: HistoryChange,
  { id: asked, operation, unanswered = [] }: SaveOf = {},
): Promise<number | null> {
  return db.transaction().execute(async (tx) => {
    const id = asked ?? (await currentBrief(tx));
    const head = await readHead(tx, id);
    const there = head?.revision ?? 0;
    // A save whose answer was lost is one's own, not somebody else's.
    const isOwn = head?.operation !== undefined && unanswered.includes(head.operation);
    if (there !== revision && !isOwn) return null;
    await writeWorkspace(tx, id, there + 1, workspace, history, operation);
    return there + 1;
  });
}

/** Writes a brief under its id, behind the others when it is new. */
export async function writeWorkspace(
  tx: Kysely<Tables>,
  id: string,
  revision: number,
  workspace: Workspace,
  history: HistoryChange,
  operation?: string,
): Promise<void> {
  const { brief, active, watching } = workspace;
  const { done } = history;
  const body = JSON.stringify({ revision, brief, active, operation, watching, done } satisfies Head);
  const last = await tx
    .selectFrom('briefs')
    .select(({ fn }) => fn.max('position').as('position'))
    .executeTakeFirst();
  await tx
    .insertInto('briefs')
    .values({ id, position: (last?.position ?? -1) + 1, is_archived: 0, body })
    .onConflict((conflict) => conflict.column('id').doUpdateSet({ body }))
    .execute();
  await withinLimits(tx, ['briefs']);
  await replaceLists(tx, id, workspace);
  await keepSteps(tx, id, history);
}
