import { copyFileSync, existsSync, mkdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import type { Backup } from '@ripe-pick/contract';
import { CannotStart, checkWhole, markKept, takeFolder } from '../store/index.ts';
import { receiptIds, receiptsBeside } from '../store/receipts.ts';
import { backupsBeside } from './backups.ts';
import { backupsIn, DATABASE } from './copy.ts';

const lineOf = ({ id, tables, receipts }: Backup) =>
  `  ${id}  ${tables.parts ?? 0} parts, ${tables.offers ?? 0} offers, ${tables.candidates ?? 0} candidates, ${receipts} receipts`;

/** The backups of a folder, for somebody who cannot start the app. */
export function listBackups(folder: string): string {
  const all = backupsIn(backupsBeside(join(folder, DATABASE)));
  if (all.length === 0) return `There are no backups in ${join(folder, 'backups')}.`;
  return [
    `Backups in ${join(folder, 'backups')}, the newest first:`,
    ...all.map(lineOf),
    `To put one in place of what is there: npm start -- --restore ${all[0].id}`,
  ].join('\n');
}

/**
 * Puts a backup in place of the data of a folder. What was there is moved aside, not deleted.
 *
 * @returns what was done, in words
 * @throws {CannotStart} where there is no such backup, it is damaged, or the app runs on the folder
 */
export function restoreBackup(folder: string, id: string, now: Date): string {
  const database = join(folder, DATABASE);
  const held = takeFolder(folder, database, { mayBeLost: true });
  try {
    const from = join(backupsBeside(database), id);
    if (!backupsIn(backupsBeside(database)).some((each) => each.id === id))
      throw new CannotStart(`There is no backup ${id}. npm start -- --restore lists those that are there.`);
    checkWhole(join(from, DATABASE));
    const aside = `.before-restore-${now.toISOString().slice(0, 19).replaceAll(':', '-')}`;
    for (const path of [database, `${database}-wal`, `${database}-shm`, receiptsBeside(database)])
      if (existsSync(path)) renameSync(path, `${path}${aside}`);
    mkdirSync(receiptsBeside(database), { recursive: true, mode: 0o700 });
    for (const each of receiptIds(join(from, 'receipts')))
      copyFileSync(join(from, 'receipts', each), join(receiptsBeside(database), each));
    copyFileSync(join(from, DATABASE), `${database}.part`);
    renameSync(`${database}.part`, database);
    markKept(folder);
    return `The backup ${id} is in place. What was there lies beside it, its names ending in ${aside}.`;
  } finally {
    held.release();
  }
}
