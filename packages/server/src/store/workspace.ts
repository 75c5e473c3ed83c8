import { savedWorkspaceSchema, type SavedWorkspace, type Workspace } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import type { Tables } from './tables.ts';

interface Head {
  readonly revision: number;
  readonly brief: unknown;
  readonly active: string;
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
  const head = await readHead(db);
  if (!head) return { revision: 0, workspace: null };
  const rows = await db.selectFrom('candidates').selectAll().orderBy('position').execute();
  const candidates = rows.map((row) => ({
    id: row.id,
    name: row.name,
    picks: JSON.parse(row.picks) as unknown,
  }));
  return savedWorkspaceSchema.parse({
    revision: head.revision,
    workspace: { brief: head.brief, candidates, active: head.active },
  });
}

/**
 * Saves the workspace if nobody saved since `revision`, in one transaction. Returns the new revision, or null when
 * another window was faster.
 */
export async function saveWorkspace(
  db: Kysely<Tables>,
  revision: number,
  workspace: Workspace,
): Promise<number | null> {
  return db.transaction().execute(async (tx) => {
    const head = await readHead(tx);
    if ((head?.revision ?? 0) !== revision) return null;
    const next = revision + 1;
    const body = JSON.stringify({
      revision: next,
      brief: workspace.brief,
      active: workspace.active,
    } satisfies Head);
    await tx
      .insertInto('settings')
      .values({ key: 'workspace', body })
      .onConflict((conflict) => conflict.column('key').doUpdateSet({ body }))
      .execute();
    await tx.deleteFrom('candidates').execute();
    for (const [position, { id, name, picks }] of workspace.candidates.entries())
      await tx
        .insertInto('candidates')
        .values({ id, position, name, picks: JSON.stringify(picks) })
        .execute();
    return next;
  });
}
