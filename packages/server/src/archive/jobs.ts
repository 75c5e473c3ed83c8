import type { Problem } from '@ripe-pick/contract';
import type { Manifest } from '../store/archive/layout.ts';
import { readArchive } from '../store/archive/read.ts';
import { BadArchive } from '../store/archive/unpack.ts';
import { writeArchive } from '../store/archive/write.ts';

/** What is done with an archive in a thread of its own. */
export type ArchiveJob =
  | { readonly do: 'write'; readonly database: string; readonly receipts: string; readonly path: string }
  | { readonly do: 'read'; readonly path: string; readonly folder: string };

/** What came of it. What is wrong with a file is an answer, not an accident. */
export type ArchiveDone =
  | { readonly ok: true; readonly manifest: Manifest }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** Runs a job of archives. */
export type RunArchiveJob = (job: ArchiveJob) => Promise<ArchiveDone>;

export const runJob: RunArchiveJob = async (job) => {
  try {
    const manifest =
      job.do === 'write'
        ? await writeArchive(job.database, job.receipts, job.path)
        : await readArchive(job.path, job.folder);
    return { ok: true, manifest };
  } catch (error) {
    if (error instanceof BadArchive) return { ok: false, problems: error.problems };
    throw error;
  }
};
