import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { idSchema } from '@ripe-pick/contract';

/** Receipts and photos, as files in a folder beside the database. Names are ids that the schema has checked. */
interface Receipts {
  put(id: string, bytes: Uint8Array): void;
  /** Null when there is no such file. */
  get(id: string): Uint8Array<ArrayBuffer> | null;
  /** Puts the files of another folder in the place of all that are here. */
  take(from: string): void;
}

/** Where the receipts of a database lie. */
export const receiptsBeside = (database: string) => join(dirname(database), 'receipts');

/** The receipts of a folder, in order of their names; half-written ones are none. */
export const receiptIds = (folder: string): string[] =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter((name) => idSchema.safeParse(name).success)
        .sort()
    : [];

/** Where a file is written before it is whole: a name that no id can be, so that it is never another receipt’s. */
const UNFINISHED = '~';

export function openReceipts(folder: string): Receipts {
  const pathOf = (id: string) => join(folder, id);
  const unfinished = (id: string) => join(folder, `${UNFINISHED}${id}`);
  return {
    put(id, bytes) {
      mkdirSync(folder, { recursive: true });
      // Written aside and moved, so that a stop in the middle leaves no half file.
      writeFileSync(unfinished(id), bytes);
      renameSync(unfinished(id), pathOf(id));
    },
    take(from) {
      mkdirSync(folder, { recursive: true });
      const fresh = receiptIds(from);
      for (const id of fresh) {
        copyFileSync(join(from, id), unfinished(id));
        renameSync(unfinished(id), pathOf(id));
      }
      for (const id of receiptIds(folder)) if (!fresh.includes(id)) rmSync(pathOf(id));
    },
    get: (id) => (existsSync(pathOf(id)) ? new Uint8Array(readFileSync(pathOf(id))) : null),
  };
}
