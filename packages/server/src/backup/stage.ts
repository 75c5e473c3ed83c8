import { copyFileSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { readEverything } from '../store/archive/judge.ts';
import { countRows } from '../store/archive/take.ts';
import { openDatabase } from '../store/database.ts';
import { receiptIds } from '../store/receipts.ts';
import { DATABASE } from './copy.ts';

/**
 * Lays a copy of a backup ready to be taken, brought to the newest form and read through. The backup itself stays as it is.
 *
 * @throws {CannotStart} where it is damaged or of a newer form
 */
export async function stageBackup(from: string, folder: string) {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(join(folder, 'receipts'), { recursive: true });
  const database = join(folder, 'incoming.sqlite');
  copyFileSync(join(from, DATABASE), database);
  const ids = receiptIds(join(from, 'receipts'));
  for (const id of ids) copyFileSync(join(from, 'receipts', id), join(folder, 'receipts', id));
  const { db, close } = await openDatabase(database);
  try {
    await readEverything(db);
    return { tables: await countRows(db), receipts: ids.length };
  } finally {
    await close();
  }
}
