import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Receipts and photos, as files in a folder beside the database. Names are ids that the schema has checked. */
interface Receipts {
  put(id: string, bytes: Uint8Array): void;
  /** Null when there is no such file. */
  get(id: string): Uint8Array<ArrayBuffer> | null;
}

export function openReceipts(folder: string): Receipts {
  const pathOf = (id: string) => join(folder, id);
  return {
    put(id, bytes) {
      mkdirSync(folder, { recursive: true });
      // Written aside and moved, so that a stop in the middle leaves no half file.
      writeFileSync(`${pathOf(id)}.part`, bytes);
      renameSync(`${pathOf(id)}.part`, pathOf(id));
    },
    get: (id) => (existsSync(pathOf(id)) ? new Uint8Array(readFileSync(pathOf(id))) : null),
  };
}
