import type { BriefCard, HistoryChange, Workspace } from '@ripe-pick/contract';
import { partsBought } from '@ripe-pick/core/buying';
import { sql, type Kysely } from 'kysely';
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

interface KnownCard {
  /** The save that it is of, and what was set aside by then. */
  readonly of: string;
  readonly card: BriefCard | null;
}

/** Briefs as cards: each is read again only once it was saved again. */
export class BriefCards {
  private known: ReadonlyMap<string, KnownCard> = new Map();

  constructor(private readonly db: Kysely<Tables>) {}

  /** Every brief, in their order, with what of it concerns the others. */
  async read(): Promise<{ briefs: BriefCard[]; current: string }> {
    const { rows } = await sql<{ id: string; is_archived: number; of: string }>`
      select id, is_archived, is_archived || ' ' || json_extract(body, '$.revision') || ' '
        || (select coalesce(max(serial), 0) from set_aside) as "of"
      from briefs order by position`.execute(this.db);
    const known = new Map<string, KnownCard>();
    for (const { id, is_archived: isArchived, of } of rows) {
      const there = this.known.get(id);
      known.set(id, there?.of === of ? there : { of, card: await this.card(id, isArchived === 1) });
    }
    this.known = known;
    const briefs = [...known.values()].flatMap(({ card }) => (card ? [card] : []));
    return { briefs, current: await currentBrief(this.db) };
  }

  private async card(id: string, isArchived: boolean): Promise<BriefCard | null> {
    const { workspace } = await readWorkspace(this.db, id);
    return workspace && cardOf(id, isArchived, workspace);
  }
}

/** The same without anything remembered. */
export const readBriefs = (db: Kysely<Tables>) => new BriefCards(db).read();

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
