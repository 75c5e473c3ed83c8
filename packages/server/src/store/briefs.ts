import type { BriefCard, HistoryChange, Workspace } from '@ripe-pick/contract';
import { partsBought } from '@ripe-pick/core/buying';
import type { Kysely } from 'kysely';
import type { Tables } from './tables.ts';
import { currentBrief, makeCurrent, readWorkspace, writeWorkspace } from './workspace.ts';

function cardOf(
  id: string,
  isArchived: boolean,
  { brief, candidates, orders, claims }: Workspace,
): BriefCard {
  return {
    id,
    name: brief.name,
    isArchived,
    candidates: candidates.filter((each) => !each.isArchived).length,
    orders: orders.length,
    currency: brief.money.currency,
    budgetMinor: brief.money.budgetMinor,
    owned: brief.owned,
    ordered: partsBought(orders),
    claims,
  };
}

/** Every brief, in their order, with what of it concerns the others. */
export async function readBriefs(db: Kysely<Tables>): Promise<{ briefs: BriefCard[]; current: string }> {
  const rows = await db.selectFrom('briefs').select(['id', 'is_archived']).orderBy('position').execute();
  const briefs: BriefCard[] = [];
  for (const { id, is_archived: isArchived } of rows) {
    const { workspace } = await readWorkspace(db, id);
    if (workspace) briefs.push(cardOf(id, isArchived === 1, workspace));
  }
  return { briefs, current: await currentBrief(db) };
}

const isThere = async (db: Kysely<Tables>, id: string) =>
  (await db.selectFrom('briefs').select('id').where('id', '=', id).executeTakeFirst()) !== undefined;

/** Opens a brief; false where there is none of the id. */
export const openBrief = (db: Kysely<Tables>, id: string): Promise<boolean> =>
  db.transaction().execute(async (tx) => {
    if (!(await isThere(tx, id))) return false;
    await makeCurrent(tx, id);
    return true;
  });

/** Adds a brief and opens it; false where its id is taken. */
export const addBrief = (
  db: Kysely<Tables>,
  id: string,
  workspace: Workspace,
  history: HistoryChange,
): Promise<boolean> =>
  db.transaction().execute(async (tx) => {
    if (await isThere(tx, id)) return false;
    await writeWorkspace(tx, id, 1, workspace, history);
    await makeCurrent(tx, id);
    return true;
  });

/** Puts a brief away, or takes it out again; false where there is none of the id. */
export async function archiveBrief(db: Kysely<Tables>, id: string, isArchived: boolean): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('briefs')
    .set({ is_archived: isArchived ? 1 : 0 })
    .where('id', '=', id)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
}
