import { catalogueOf, keptPackSchema, takePackOut, type KeptPack, type PackOut } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { readCatalogue } from './read-catalogue.ts';
import { readRecords } from './records.ts';
import { readBodies } from './set-aside.ts';
import type { Tables } from './tables.ts';
import { readWorkspace } from './workspace.ts';

/** Packs that were imported, in their order. */
export async function readPacks(db: Kysely<Tables>): Promise<KeptPack[]> {
  const rows = await db.selectFrom('packs').select(['id', 'body']).orderBy('position').execute();
  return readBodies(db, 'packs', rows, keptPackSchema);
}

/** Every word of a value that may be an id. */
function wordsIn(value: unknown, into: Set<string>): void {
  if (typeof value === 'string') into.add(value);
  else if (typeof value === 'object' && value !== null)
    for (const each of Object.values(value)) wordsIn(each, into);
}

/** What would take a pack out; null when there is none of the id. What any brief, system or pass names stays. */
export async function planPackOut(db: Kysely<Tables>, id: string): Promise<PackOut | null> {
  const pack = (await readPacks(db)).find((each) => each.id === id);
  if (!pack) return null;
  const uses = new Set<string>();
  for (const brief of await db.selectFrom('briefs').select('id').execute())
    wordsIn((await readWorkspace(db, brief.id)).workspace, uses);
  for (const table of ['bench_rigs', 'bench_runs', 'feeds'] as const)
    for (const { body } of await db.selectFrom(table).select('body').execute())
      wordsIn(JSON.parse(body), uses);
  return takePackOut(pack, catalogueOf(await readCatalogue(db)), await readRecords(db), uses);
}
