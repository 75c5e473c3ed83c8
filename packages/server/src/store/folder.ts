import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { CannotStart, codeOf, inWords } from './cannot-start.ts';
import { lockFile } from './database.ts';

/*
 * The folder that data lie in: who has it, and whether data were ever kept here. The lock is one of the operating system's, on a file of its
 * own, and goes with its process however that ends.
 */

/** Who has a folder, for the next one who comes. */
const ownerSchema = z.object({ pid: z.int(), address: z.string(), since: z.string() });

/** What the folder says of itself, so that a file that vanished is not taken for a new beginning. */
const MARK = 'kept-here.txt';
const MARK_TEXT = `Ripe Pick keeps data in this folder. While this file is here, a data file that is missing or empty is taken for a
loss, and the app does not start over it. To begin anew with nothing, delete this file.
`;

export interface HeldFolder {
  /** Says where the one who has the folder answers. */
  announce(address: string): void;
  release(): void;
}

const writable = (folder: string) => {
  const probe = join(folder, '.writable');
  closeSync(openSync(probe, 'w', 0o600));
  rmSync(probe);
};

function ownerOf(folder: string): z.infer<typeof ownerSchema> | null {
  try {
    return ownerSchema.parse(JSON.parse(readFileSync(join(folder, 'server.json'), 'utf8')));
  } catch {
    return null;
  }
}

/** The folder's lock; refused at once where another process has it. */
function lockOf(folder: string): { close(): void } {
  try {
    return lockFile(join(folder, 'server.lock'));
  } catch (error) {
    if (!codeOf(error).startsWith('SQLITE_BUSY')) throw error;
    const owner = ownerOf(folder);
    throw new CannotStart(
      owner
        ? `Ripe Pick is running on these data already, since ${owner.since}: open ${owner.address}. ` +
            `To start it here instead, end the other one first (process ${owner.pid}).`
        : `Ripe Pick is running on the data in ${folder} already. End the other one first.`,
    );
  }
}

/** Refuses to begin anew where data were kept and are gone. */
function notLost(folder: string, database: string): void {
  if (!existsSync(join(folder, MARK))) return;
  const isThere = existsSync(database);
  if (isThere && statSync(database).size > 0) return;
  throw new CannotStart(
    `The data file ${database} is ${isThere ? 'empty' : 'missing'}, and data were kept here. Nothing was changed. ` +
      'Put a backup in its place: npm start -- --restore lists those that are there. ' +
      `To begin anew with nothing, delete ${join(folder, MARK)} and start again.`,
  );
}

/**
 * Takes a folder for this process alone.
 *
 * @param mayBeLost whether the data may be gone: they are about to be put back
 * @throws {CannotStart} where another one has it, it cannot be written, or data that were there are gone
 */
export function takeFolder(folder: string, database: string, { mayBeLost = false } = {}): HeldFolder {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    writable(folder);
    const lock = lockOf(folder);
    try {
      if (!mayBeLost) notLost(folder, database);
    } catch (error) {
      lock.close();
      throw error;
    }
    const about = join(folder, 'server.json');
    return {
      announce(address) {
        const owner = { pid: process.pid, address, since: new Date().toISOString() };
        writeFileSync(`${about}.part`, JSON.stringify(owner), { mode: 0o600 });
        renameSync(`${about}.part`, about);
      },
      release() {
        rmSync(about, { force: true });
        lock.close();
      },
    };
  } catch (error) {
    throw inWords(error, folder);
  }
}

/** Marks that data are kept here from now on. */
export function markKept(folder: string): void {
  const path = join(folder, MARK);
  if (!existsSync(path)) writeFileSync(path, MARK_TEXT, { mode: 0o600 });
}
