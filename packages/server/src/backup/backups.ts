import { rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Backup } from '@ripe-pick/contract';
import { Cron } from 'croner';
import type { RunArchiveJob } from '../archive/jobs.ts';
import type { Store } from '../store/index.ts';
import { receiptsBeside } from '../store/receipts.ts';
import { backupsIn } from './copy.ts';
import { isDue, outlived } from './keep.ts';

/** Where the backups of a database lie. */
export const backupsBeside = (database: string) => join(dirname(database), 'backups');

/** Backups of an instance: made by hand and once a day, the old ones deleted. One at a time. */
export class BackupDesk {
  private job: Cron | null = null;
  private last: Promise<unknown> = Promise.resolve();
  private readonly folder: string;

  constructor(
    private readonly store: Pick<Store, 'path' | 'countRows'>,
    private readonly run: RunArchiveJob,
    private readonly now: () => Date = () => new Date(),
  ) {
    this.folder = backupsBeside(store.path);
  }

  readonly list = (): Backup[] => backupsIn(this.folder);

  /** Makes one now. */
  make(kind: Backup['kind']): Promise<void> {
    const own = this.last.then(async () => {
      const { path: database } = this.store;
      const done = await this.run({
        ...{ do: 'backup', database, receipts: receiptsBeside(database), folder: this.folder, kind },
        now: this.now().toISOString(),
      });
      if (!done.ok) throw new Error(done.problems[0]?.message);
      for (const { id } of outlived(this.list())) this.remove(id);
    });
    this.last = own.catch(() => {});
    return own;
  }

  remove(id: string): void {
    rmSync(join(this.folder, id), { recursive: true, force: true });
  }

  /** Makes one where the last is a day old and there is anything to keep. */
  async makeDue(): Promise<void> {
    if (!isDue(this.list(), this.now())) return;
    const kept = Object.values(await this.store.countRows());
    if (kept.some((count) => count > 0)) await this.make('daily');
  }

  /** Looks every hour from now on whether one is due. */
  start(): void {
    const due = () => this.makeDue().catch(console.error);
    this.job = new Cron('17 * * * *', { protect: true, unref: true }, due);
    void due();
  }

  async stop(): Promise<void> {
    this.job?.stop();
    await this.last;
  }
}
