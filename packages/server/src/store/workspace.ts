import {
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

async function readHead(db: Kysely<Tables>): Promise<Head | null> {
  const row = await db
    .selectFrom('settings')
    .select('body')
    .where('key', '=', 'workspace')
    .executeTakeFirst();
  return row ? (JSON.parse(row.body) as Head) : null; // checked as a whole below
}

/** The brief and the candidates as last saved; revision 0 and null when there is nothing yet. */
export async function readWorkspace(db: Kysely<Tables>): Promise<SavedWorkspace> {
  return db.transaction().execute(readWorkspaceWithin);
}

async function readWorkspaceWithin(tx: Kysely<Tables>): Promise<SavedWorkspace> {
  const head = await readHead(tx);
  if (!head) return { revision: 0, workspace: null, history: { steps: [], done: 0 } };
  const steps = await tx.selectFrom('steps').selectAll().orderBy('serial').execute();
  const rows = await tx.selectFrom('candidates').selectAll().orderBy('position').execute();
  const kept = await tx.selectFrom('kept').selectAll().orderBy('position').execute();
  const of = (kind: (typeof KEPT)[number]) =>
    kept.filter((row) => row.kind === kind).map((row) => JSON.parse(row.body) as unknown);
  const candidates = rows.map((row) => ({
    id: row.id,
    name: row.name,
    picks: JSON.parse(row.picks) as unknown,
    note: row.note,
    isArchived: row.is_archived === 1,
    decisions: JSON.parse(row.decisions) as unknown,
    path: JSON.parse(row.path) as unknown,
  }));
  return savedWorkspaceSchema.parse({
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
 * Saves the workspace and what was done to its history if nobody saved since `revision`, in one transaction. Returns the new revision, or null when
 * another window was faster.
 */
export async function saveWorkspace(
  db: Kysely<Tables>,
  revision: number,
  workspace: Workspace,
  history: HistoryChange,
): Promise<number | null> {
  return db.transaction().execute(async (tx) => {
    const head = await readHead(tx);
    if ((head?.revision ?? 0) !== revision) return null;
    const next = revision + 1;
    const body = JSON.stringify({
      revision: next,
      brief: workspace.brief,
      active: workspace.active,
      watching: workspace.watching,
      done: history.done,
    } satisfies Head);
    await tx
      .insertInto('settings')
      .values({ key: 'workspace', body })
      .onConflict((conflict) => conflict.column('key').doUpdateSet({ body }))
      .execute();
    await replaceLists(tx, workspace);
    await keepSteps(tx, history);
    return next;
  });
}
