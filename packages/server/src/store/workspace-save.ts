import { MOST, type HistoryChange, type Workspace } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import type { Tables } from './tables.ts';

/** Lists of a workspace that are kept row by row. */
export const KEPT = [
  'listings',
  'orders',
  'claims',
  'versions',
  'targets',
  'events',
  'assemblies',
  'tunings',
] as const;

/** Candidates, and what is kept of buying and watching, as they stand now. */
export async function replaceLists(tx: Kysely<Tables>, brief: string, workspace: Workspace): Promise<void> {
  await tx.deleteFrom('candidates').where('brief', '=', brief).execute();
  const candidates = workspace.candidates.map(
    ({ id, name, picks, note, isArchived, ordersOf, decisions, path }, position) => ({
      brief,
      id,
      position,
      name,
      note,
      picks: JSON.stringify(picks),
      is_archived: isArchived ? 1 : 0,
      orders_of: ordersOf,
      decisions: JSON.stringify(decisions),
      path: JSON.stringify(path),
    }),
  );
  await tx.insertInto('candidates').values(candidates).execute();
  await tx.deleteFrom('kept').where('brief', '=', brief).execute();
  const rows = KEPT.flatMap((kind) =>
    workspace[kind].map((each, position) => ({
      brief,
      kind,
      id: each.id,
      position,
      body: JSON.stringify(each),
    })),
  );
  if (rows.length > 0) await tx.insertInto('kept').values(rows).execute();
}

/** Steps that undo no longer knows go, new ones come. */
export async function keepSteps(
  tx: Kysely<Tables>,
  brief: string,
  { keepFrom, keepTo, add }: HistoryChange,
): Promise<void> {
  await tx
    .deleteFrom('steps')
    .where('brief', '=', brief)
    .where((where) => where.or([where('serial', '<', keepFrom), where('serial', '>', keepTo)]))
    .execute();
  const steps = add.map(({ serial, label, at, back, forth }) => ({
    brief,
    serial,
    label,
    at,
    back: JSON.stringify(back),
    forth: JSON.stringify(forth),
  }));
  if (steps.length > 0) await tx.insertInto('steps').values(steps).execute();
  // Counted in total: what is kept and what comes may be too many together.
  await tx
    .deleteFrom('steps')
    .where('brief', '=', brief)
    .where('serial', 'not in', (all) =>
      all
        .selectFrom('steps')
        .select('serial')
        .where('brief', '=', brief)
        .orderBy('serial', 'desc')
        .limit(MOST.steps),
    )
    .execute();
}
