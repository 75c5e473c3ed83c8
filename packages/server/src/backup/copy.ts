import {
  copyFileSync,
  existsSync,
  linkSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { backupIdSchema, backupSchema, type Backup } from '@ripe-pick/contract';
import { tableForm } from '../store/archive/shape.ts';
import { countRows } from '../store/archive/take.ts';
import { checkWhole, copyInto, openDatabase } from '../store/database.ts';
import { receiptIds } from '../store/receipts.ts';

/*
 * A backup is a folder: `ripe-pick.sqlite`, a copy as of one moment; `receipts/`; and `about.json`, which is written last and says what is in
 * it. A folder without it was not finished, and is none.
 */

export const DATABASE = 'ripe-pick.sqlite';
const ABOUT = 'about.json';

/** Receipts are never changed in place: a second name for the same file costs nothing. */
function linked(from: string, to: string): void {
  try {
    linkSync(from, to);
  } catch {
    copyFileSync(from, to);
  }
}

interface BackupWish {
  readonly database: string;
  readonly receipts: string;
  /** Where backups lie. */
  readonly folder: string;
  readonly kind: Backup['kind'];
  readonly now: string;
}

/** Makes a backup, opens it, and looks through it before it counts as one. */
export async function makeBackup({ database, receipts, folder, kind, now }: BackupWish): Promise<Backup> {
  const id = `${now.slice(0, 19).replaceAll(':', '-')}-${kind}`;
  const unfinished = join(folder, `.${id}`);
  rmSync(unfinished, { recursive: true, force: true });
  mkdirSync(join(unfinished, 'receipts'), { recursive: true, mode: 0o700 });
  const copy = join(unfinished, DATABASE);
  copyInto(database, copy);
  const ids = receiptIds(receipts);
  for (const each of ids) linked(join(receipts, each), join(unfinished, 'receipts', each));
  checkWhole(copy);
  const { db, close } = await openDatabase(copy);
  const [tables, form] = [await countRows(db), await tableForm(db)];
  await close();
  for (const ending of ['-wal', '-shm']) rmSync(copy + ending, { force: true });
  const about = backupSchema.parse({
    ...{ id, kind, madeAt: now, form, tables },
    receipts: ids.length,
    bytes: statSync(copy).size,
  });
  writeFileSync(join(unfinished, ABOUT), `${JSON.stringify(about, null, 1)}\n`);
  rmSync(join(folder, id), { recursive: true, force: true });
  renameSync(unfinished, join(folder, id));
  return about;
}

function aboutOf(folder: string, id: string): Backup | null {
  try {
    return backupSchema.parse(JSON.parse(readFileSync(join(folder, id, ABOUT), 'utf8')));
  } catch {
    return null;
  }
}

/** Backups of a folder, the newest first. What is none is passed over. */
export const backupsIn = (folder: string): Backup[] =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter((id) => backupIdSchema.safeParse(id).success)
        .flatMap((id) => aboutOf(folder, id) ?? [])
        .sort((a, b) => b.madeAt.localeCompare(a.madeAt))
    : [];
