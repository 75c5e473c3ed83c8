import { idSchema, MAX_RECEIPT_BYTES, problemsOf, type Problem } from '@ripe-pick/contract';
import { Unzip, UnzipInflate } from 'fflate';
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
/** Bytes that are unpacked at a time: no more than these can be unpacked beyond the limit. */
const PIECE = 64 * 1024;

/** The files of a ZIP by name; stops as soon as they grow beyond what is taken, whatever the archive says of itself. */
function filesOf(zip: Uint8Array, mostBytes: number): Map<string, Uint8Array> {
  const files = new Map<string, Uint8Array>();
  let size = 0;
  let count = 0;
  const unzip = new Unzip((file) => {
    if (++count > MOST_FILES)
      throw bad('the archive', `has more than ${MOST_FILES} files`, 'Take one that was written here.');
    const pieces: Uint8Array[] = [];
    file.ondata = (error, bytes, isLast) => {
      if (error) throw error;
      size += bytes.length;
      if (size > mostBytes)
        throw bad(
          'the archive',
          `unpacks to more than ${mostBytes / 1024 / 1024} MB`,
          'Take one that was written here.',
        );
      pieces.push(bytes);
      if (isLast) files.set(file.name, Buffer.concat(pieces));
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < zip.length; at += PIECE)
      unzip.push(zip.subarray(at, at + PIECE), at + PIECE >= zip.length);
  } catch (error) {
    if (error instanceof BadArchive) throw error;
    throw bad('the archive', 'is damaged: it cannot be unpacked', 'Take another copy of the file.');
  }
  return files;
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
