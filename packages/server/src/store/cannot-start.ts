import { statfsSync } from 'node:fs';
import { dirname } from 'node:path';

/** Why the app cannot start on its data, in a sentence that says what to do. Nothing was changed. */
export class CannotStart extends Error {}

/** Errors of the driver and of the system have codes. */
export const codeOf = (error: unknown): string =>
  error instanceof Error && 'code' in error && typeof error.code === 'string' ? error.code : '';

const isDamage = (error: unknown) => /^SQLITE_(NOTADB|CORRUPT)/.test(codeOf(error));
/** Room below which a failure that has no better reason is taken for a full disk. */
const LITTLE_ROOM = 1024 * 1024;

function hasLittleRoom(path: string): boolean {
  try {
    const { bavail, bsize } = statfsSync(dirname(path));
    return bavail * bsize < LITTLE_ROOM;
  } catch {
    return false;
  }
}

/** Whether something failed because the disk is full. A transaction that SQLite itself ended says only that it is none any more. */
export const isFullDisk = (error: unknown, path: string): boolean =>
  /^(SQLITE_FULL|ENOSPC|EDQUOT)/.test(codeOf(error)) ||
  (error instanceof Error &&
    /^SQLITE_IOERR|cannot rollback/.test(codeOf(error) + error.message) &&
    hasLittleRoom(path));

const isForbidden = (error: unknown) =>
  /^(EACCES|EPERM|EROFS|ENOTDIR|EISDIR|EEXIST|SQLITE_READONLY|SQLITE_CANTOPEN)/.test(codeOf(error)) ||
  (error instanceof Error && /Unable to open connection/.test(error.message));

export const damaged = (path: string, detail: string) =>
  new CannotStart(
    `The data file ${path} is damaged (${detail}). Nothing was changed. Put a backup in its place: ` +
      'npm start -- --restore lists those that are there.',
  );

/** A failure while data were opened, in words; failures that are not known stay as they are. */
export function inWords(error: unknown, path: string): unknown {
  if (error instanceof CannotStart) return error;
  if (isDamage(error)) return damaged(path, error instanceof Error ? error.message : '');
  if (isFullDisk(error, path))
    return new CannotStart(
      `The disk that ${path} lies on is full. Nothing was changed. Make room, then start again.`,
    );
  if (isForbidden(error))
    return new CannotStart(
      `${path} cannot be opened or written. Give yourself the right to write there, ` +
        'or name another folder with RIPE_PICK_DATA, then start again.',
    );
  return error;
}
