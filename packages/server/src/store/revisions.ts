import type { Area, Revisions } from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { ChangedElsewhere } from './refused.ts';
import { ROWS_A_PIECE } from './migrations/revisions.ts';
import type { Tables } from './tables.ts';

/*
 * What was read once, read again only where it has changed. The triggers of migration 0014 number every change; a table with many rows is
 * numbered in pieces.
 */

/** Tables that make up what windows hold, and hear of when it changes. */
export const AREAS = {
  catalogue: ['parts', 'shops', 'offers', 'deals', 'currency_rates', 'games', 'rates', 'settings'],
  records: ['records'],
  bench: ['bench_rigs', 'bench_runs'],
  briefs: ['briefs'],
  watch: ['alerts', 'watch_points'],
  sources: ['feeds', 'held'],
} as const satisfies Record<Area, readonly (keyof Tables)[]>;

/** The number of the newest change of some tables. */
export async function newestOf(db: Kysely<Tables>, tables: readonly (keyof Tables)[]): Promise<number> {
  const { revision } = await db
    .selectFrom('revisions')
    .select(({ fn }) => fn.max<number | null>('revision').as('revision'))
    .where('of_table', 'in', tables)
    .executeTakeFirstOrThrow();
  return revision ?? 0;
}

/**
 * Holds a change to what it rests on; to be asked within its transaction, before anything is written.
 *
 * @param tables those that it touches
 * @param seen the newest change that its maker has seen; undefined where that is all the same
 * @throws {ChangedElsewhere} when there is a newer one of these tables
 */
export async function restsOnNewest(
  tx: Kysely<Tables>,
  tables: readonly (keyof Tables)[],
  seen: number | undefined,
): Promise<void> {
  if (seen !== undefined && tables.length > 0 && (await newestOf(tx, tables)) > seen)
    throw new ChangedElsewhere();
}

/** The number of the newest change of each area. */
export async function revisionsOf(db: Kysely<Tables>): Promise<Revisions> {
  const areas = Object.keys(AREAS) as Area[];
  const all = await Promise.all(areas.map(async (area) => [area, await newestOf(db, AREAS[area])] as const));
  return Object.fromEntries(all) as Revisions;
}

/**
 * Lets the numbers go on from a moment: after a backup was put back, what had a number before never has the same one again.
 *
 * @param now in milliseconds
 */
export async function beginRevisions(db: Kysely<Tables>, now: number): Promise<void> {
  await sql`insert into revisions
    select 'start', 0, case when max(revision) >= ${now} then max(revision) + 1 else ${now} end
    from revisions where true
    on conflict (of_table, piece) do update set revision = excluded.revision`.execute(db);
}

/** A table that is read in pieces, and what was made of each. */
export class PiecedTable<Piece> {
  private readonly pieces = new Map<number, Piece>();
  private seen = -1;

  /** @param read what stands at positions from the first to before the second */
  constructor(
    private readonly table: 'parts' | 'offers' | 'records',
    private readonly read: (tx: Kysely<Tables>, from: number, to: number) => Promise<Piece | null>,
  ) {}

  /** Reads what has changed since the last time; says whether anything had. */
  async refresh(tx: Kysely<Tables>): Promise<boolean> {
    const changed = await tx
      .selectFrom('revisions')
      .select(['piece', 'revision'])
      .where('of_table', '=', this.table)
      .where('revision', '>', this.seen)
      .execute();
    for (const { piece } of changed) {
      const made = await this.read(tx, piece * ROWS_A_PIECE, (piece + 1) * ROWS_A_PIECE);
      if (made === null) this.pieces.delete(piece);
      else this.pieces.set(piece, made);
    }
    this.seen = Math.max(this.seen, ...changed.map(({ revision }) => revision));
    return changed.length > 0;
  }

  /** Begins anew: what was read was of a transaction that came to nothing. */
  forget(): void {
    this.pieces.clear();
    this.seen = -1;
  }

  /** In the order of their rows. */
  all(): Piece[] {
    return [...this.pieces].sort(([a], [b]) => a - b).map(([, piece]) => piece);
  }
}
