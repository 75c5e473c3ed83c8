import {
  idSchema,
  savedWorkspaceSchema,
  type HistoryChange,
  type SavedWorkspace,
  type Workspace,
} from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import type { Tables } from './tables.ts';
import { KEPT, keepSteps, replaceLists } from './workspace-save.ts';

interface Head {
  readonly revision: number;
  readonly brief: unknown;
  readonly active: string;
  readonly watching?: unknown;
  /** Serial of the last step that is done. */
  readonly done?: number;
}

/** The brief that an instance begins with. */
const FIRST = 'first';
const CURRENT = 'current-brief';

/** The brief that was opened last. */
export async function currentBrief(db: Kysely<Tables>): Promise<string> {
  const row = await db.selectFrom('settings').select('body').where('key', '=', CURRENT).executeTakeFirst();
  return row ? idSchema.parse(JSON.parse(row.body)) : FIRST;
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

async function readHead(db: Kysely<Tables>, brief: string): Promise<Head | null> {
  const row = await db.selectFrom('briefs').select('body').where('id', '=', brief).executeTakeFirst();
  return row ? (JSON.parse(row.body) as Head) : null; // checked as a whole below
}

/** A brief with its candidates as last saved, by default the one that is open; revision 0 and null when there is nothing yet. */
export async function readWorkspace(db: Kysely<Tables>, brief?: string): Promise<SavedWorkspace> {
  return db.transaction().execute((tx) => readWorkspaceWithin(tx, brief));
}

async function readWorkspaceWithin(tx: Kysely<Tables>, asked?: string): Promise<SavedWorkspace> {
  const id = asked ?? (await currentBrief(tx));
  const head = await readHead(tx, id);
  if (!head) return { id, revision: 0, workspace: null, history: { steps: [], done: 0 } };
  const steps = await tx
    .selectFrom('steps')
    .select(['serial', 'label', 'at', 'back', 'forth'])
    .where('brief', '=', id)
    .orderBy('serial')
    .execute();
  const rows = await tx
    .selectFrom('candidates')
    .selectAll()
    .where('brief', '=', id)
    .orderBy('position')
    .execute();
  const kept = await tx.selectFrom('kept').selectAll().where('brief', '=', id).orderBy('position').execute();
  const of = (kind: (typeof KEPT)[number]) =>
    kept.filter((row) => row.kind === kind).map((row) => JSON.parse(row.body) as unknown);
  const candidates = rows.map((row) => ({
    id: row.id,
    name: row.name,
    picks: JSON.parse(row.picks) as unknown,
    note: row.note,
    isArchived: row.is_archived === 1,
    ordersOf: row.orders_of,
    decisions: JSON.parse(row.decisions) as unknown,
    path: JSON.parse(row.path) as unknown,
  }));
  return savedWorkspaceSchema.parse({
    id,
    revision: head.revision,
    workspace: {
      brief: head.brief,
      candidates,
      active: head.active,
      ...(head.watching === undefined ? {} : { watching: head.watching }),
      ...Object.fromEntries(KEPT.map((kind) => [kind, of(kind)])),
    },
    history: {
      steps: steps.map(({ back, forth, ...step }) => ({
        ...step,
        back: JSON.parse(back) as unknown,
        forth: JSON.parse(forth) as unknown,
      })),
      done: head.done ?? 0,
    },
  });
}

/**
 * Saves a brief with its candidates, and what was done to its history, if nobody saved it since `revision`, in one
 * transaction. Returns the new revision, or null when another window was faster.
 *
 * @param asked the brief; by default the one that is open
 */
export async function saveWorkspace(
  db: Kysely<Tables>,
  revision: number,
  workspace: Workspace,
  history: HistoryChange,
  asked?: string,
): Promise<number | null> {
  return db.transaction().execute(async (tx) => {
    const id = asked ?? (await currentBrief(tx));
    const head = await readHead(tx, id);
    if ((head?.revision ?? 0) !== revision) return null;
    await writeWorkspace(tx, id, revision + 1, workspace, history);
    return revision + 1;
  });
}

/** Writes a brief under its id, behind the others when it is new. */
export async function writeWorkspace(
  tx: Kysely<Tables>,
  id: string,
  revision: number,
  workspace: Workspace,
  history: HistoryChange,
): Promise<void> {
  const { brief, active, watching } = workspace;
  const body = JSON.stringify({ revision, brief, active, watching, done: history.done } satisfies Head);
  const last = await tx
    .selectFrom('briefs')
    .select(({ fn }) => fn.max('position').as('position'))
    .executeTakeFirst();
  await tx
    .insertInto('briefs')
    .values({ id, position: (last?.position ?? -1) + 1, is_archived: 0, body })
    .onConflict((conflict) => conflict.column('id').doUpdateSet({ body }))
    .execute();
  await replaceLists(tx, id, workspace);
  await keepSteps(tx, id, history);
}
