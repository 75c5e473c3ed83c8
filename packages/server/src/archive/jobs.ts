import type { Backup, Problem } from '@ripe-pick/contract';
import { makeBackup } from '../backup/copy.ts';
import { stageBackup } from '../backup/stage.ts';
import { newerHere } from '../store/archive/newer.ts';
import { readArchive } from '../store/archive/read.ts';
import { BadArchive } from '../store/archive/unpack.ts';
import { writeArchive } from '../store/archive/write.ts';

/** What is done with an archive in a thread of its own. */
export type ArchiveJob =
  | { readonly do: 'write'; readonly database: string; readonly receipts: string; readonly path: string }
  | { readonly do: 'read'; readonly path: string; readonly folder: string; readonly database: string }
  | {
      readonly do: 'backup';
      readonly database: string;
      readonly receipts: string;
      readonly folder: string;
      readonly kind: Backup['kind'];
      readonly now: string;
    }
  /** Lays a backup ready as an archive is. */
  | { readonly do: 'stage'; readonly from: string; readonly folder: string; readonly database: string };

/** What lies ready, or was written: rows by table, and receipts. */
export interface Laid {
  readonly tables: Readonly<Record<string, number>>;
  readonly receipts: number;
  /** Rows of the database in use that it does not have, or has otherwise. */
  readonly newerHere: Readonly<Record<string, number>>;
}

/** What came of it. What is wrong with a file is an answer, not an accident. */
export type ArchiveDone =
  { readonly ok: true; readonly laid: Laid } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Runs a job of archives. */
export type RunArchiveJob = (job: ArchiveJob) => Promise<ArchiveDone>;

const nothingNewer = { newerHere: {} };

async function laidBy(job: ArchiveJob): Promise<Laid> {
  switch (job.do) {
    case 'write':
      return { ...(await writeArchive(job.database, job.receipts, job.path)), ...nothingNewer };
    case 'backup':
      return { ...(await makeBackup(job)), ...nothingNewer };
    case 'read': {
      const manifest = await readArchive(job.path, job.folder);
      return { ...manifest, newerHere: await newerHere(job.folder, job.database) };
    }
    case 'stage': {
      const laid = await stageBackup(job.from, job.folder);
      return { ...laid, newerHere: await newerHere(job.folder, job.database) };
    }
  }
}

export const runJob: RunArchiveJob = async (job) => {
  try {
    return { ok: true, laid: await laidBy(job) };
  } catch (error) {
    if (error instanceof BadArchive) return { ok: false, problems: error.problems };
    throw error;
  }
};
