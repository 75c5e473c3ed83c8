import { idSchema, MAX_RECEIPT_BYTES, problemsOf, type Problem } from '@ripe-pick/contract';
import { BadZip, unzipped } from '../../zip.ts';
import { MANIFEST, manifestSchema, RECEIPT_FOLDER, type Manifest } from './layout.ts';

/** Something in an archive that cannot be taken, told by its place. */
export class BadArchive extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super('The archive cannot be taken.');
  }
}

export const bad = (path: string, message: string, mend: string) => new BadArchive([{ path, message, mend }]);

/** An archive unpacked: its tables as lines, not judged yet. */
interface Unpacked {
  readonly manifest: Manifest;
  readonly tables: ReadonlyMap<string, string>;
  readonly receipts: ReadonlyMap<string, Uint8Array>;
}

/** Bytes that an archive may unpack to, and files that it may have. */
const MOST_BYTES = 512 * 1024 * 1024;
const MOST_FILES = 20_000;
const OWN = 'Take one that was written here, and that is whole.';

function filesOf(zip: Uint8Array, mostBytes: number): Map<string, Uint8Array> {
  try {
    return unzipped(zip, { mostBytes, mostFiles: MOST_FILES });
  } catch (error) {
    if (error instanceof BadZip) throw bad('the archive', error.message, OWN);
    throw error;
  }
}

function manifestIn(files: ReadonlyMap<string, Uint8Array>): Manifest {
  const bytes = files.get(MANIFEST);
  if (!bytes) throw bad('the archive', `has no ${MANIFEST}`, 'Take a file that “Everything” wrote here.');
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    throw bad(MANIFEST, 'is not JSON', 'Take another copy of the file.');
  }
  const read = manifestSchema.safeParse(value);
  if (!read.success) throw new BadArchive(problemsOf(read.error, value));
  return read.data;
}

function receiptsIn(files: ReadonlyMap<string, Uint8Array>): Map<string, Uint8Array> {
  const receipts = new Map<string, Uint8Array>();
  for (const [name, bytes] of files) {
    if (!name.startsWith(RECEIPT_FOLDER)) continue;
    const id = name.slice(RECEIPT_FOLDER.length);
    // A name is an id: it never leads out of the folder.
    if (!idSchema.safeParse(id).success) throw bad(name, 'is no name of a receipt', 'Take the file out.');
    if (bytes.length > MAX_RECEIPT_BYTES)
      throw bad(name, 'is larger than a receipt may be', 'Take the file out.');
    receipts.set(id, bytes);
  }
  return receipts;
}

/**
 * Unpacks an archive in memory.
 * @throws {BadArchive} when it is none, is damaged, unpacks to too much, or lacks what it says it has
 */
export function unpack(zip: Uint8Array, mostBytes = MOST_BYTES): Unpacked {
  const files = filesOf(zip, mostBytes);
  const manifest = manifestIn(files);
  const tables = new Map<string, string>();
  for (const [name, bytes] of files) {
    const table = /^tables\/([a-z_]+)\.jsonl$/.exec(name)?.[1];
    if (table) tables.set(table, new TextDecoder().decode(bytes));
    else if (name !== MANIFEST && !name.startsWith(RECEIPT_FOLDER))
      throw bad(
        name,
        'is nothing that an archive has',
        'Take the file out, or take one that was written here.',
      );
  }
  for (const table of Object.keys(manifest.tables))
    if (!tables.has(table))
      throw bad(`tables/${table}.jsonl`, 'is missing', 'The archive is not whole: take another copy of it.');
  const receipts = receiptsIn(files);
  if (receipts.size !== manifest.receipts)
    throw bad(
      RECEIPT_FOLDER,
      `has ${receipts.size} receipts; ${manifest.receipts} are listed`,
      'The archive is not whole: take another copy of it.',
    );
  return { manifest, tables, receipts };
}
