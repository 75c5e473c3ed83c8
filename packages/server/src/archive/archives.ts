import { existsSync, mkdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Archives } from '@ripe-pick/contract';
import type { Store } from '../store/index.ts';
import { receiptsBeside } from '../store/receipts.ts';
import { backupsBeside } from '../backup/backups.ts';
import type { ArchiveDone, ArchiveJob, Laid, RunArchiveJob } from './jobs.ts';

/** Archives of everything: written, looked through, taken, and taken back. One thing at a time. */
export class ArchiveDesk {
  private ready: Laid | null = null;
  private count = 0;
  private last: Promise<unknown> = Promise.resolve();
  private readonly before: string;
  private readonly incoming: string;

  constructor(
    private readonly store: Store,
    private readonly run: RunArchiveJob,
  ) {
    this.before = this.at('before.zip');
    this.incoming = this.at('incoming');
  }

  private at(name: string): string {
    return join(dirname(this.store.path), 'archive', name);
  }
  private inTurn<T>(task: () => Promise<T>): Promise<T> {
    const own = this.last.then(task, task);
    this.last = own.catch(() => {});
    return own;
  }

  async status(): Promise<Archives> {
    const { ready, before } = this;
    return {
      here: await this.store.countRows(),
      ready: ready && {
        tables: { ...ready.tables },
        receipts: ready.receipts,
        newerHere: { ...ready.newerHere },
      },
      before: existsSync(before) ? statSync(before).mtime.toISOString() : null,
    };
  }

  /** Writes everything into a file of its own, to be deleted by who asked. */
  readonly write = (): Promise<string> => this.inTurn(() => this.writeTo(this.at(`out-${++this.count}.zip`)));

  /** Looks through what was sent. What is right with it lies ready to be taken. */
  readonly look = (bytes: Uint8Array): Promise<ArchiveDone> =>
    this.inTurn(async () => {
      const path = this.at('in.zip');
      mkdirSync(dirname(path), { recursive: true });
      writeFileSync(path, bytes);
      try {
        return await this.lookAt(path);
      } finally {
        rmSync(path, { force: true });
      }
    });

  /** Looks through a backup, which then lies ready to be taken as well. False where there is none of the id. */
  readonly lookAtBackup = (id: string): Promise<boolean> =>
    this.inTurn(async () => {
      const from = join(backupsBeside(this.store.path), id);
      if (!existsSync(from)) return false;
      await this.lay({ do: 'stage', from, folder: this.incoming, database: this.store.path });
      return true;
    });

  /** Puts what lies ready in place of everything, and keeps what was here. False where nothing lies ready. */
  readonly take = (): Promise<boolean> =>
    this.inTurn(async () => {
      if (!this.ready) return false;
      await this.replace();
      return true;
    });

  /** Puts back what was here before. False where there is nothing. */
  readonly turn = (): Promise<boolean> =>
    this.inTurn(async () => {
      if (!existsSync(this.before)) return false;
      const done = await this.lookAt(this.before);
      if (!done.ok) throw new Error(`before.zip: ${done.problems[0]?.message}`);
      await this.replace();
      return true;
    });

  private async writeTo(path: string): Promise<string> {
    mkdirSync(dirname(path), { recursive: true });
    const { path: database } = this.store;
    await this.run({ do: 'write', database, receipts: receiptsBeside(database), path });
    return path;
  }

  private lookAt(path: string): Promise<ArchiveDone> {
    return this.lay({ do: 'read', path, folder: this.incoming, database: this.store.path });
  }

  private async lay(job: ArchiveJob): Promise<ArchiveDone> {
    this.ready = null;
    const done = await this.run(job);
    this.ready = done.ok ? done.laid : null;
    return done;
  }

  /** What is here is kept first: with the power gone in the middle one of the two is whole. */
  private async replace(): Promise<void> {
    const here = await this.writeTo(this.at('here.zip'));
    await this.store.takeTables(join(this.incoming, 'incoming.sqlite'));
    this.store.receipts.take(join(this.incoming, 'receipts'));
    renameSync(here, this.before);
    rmSync(this.incoming, { recursive: true, force: true });
    this.ready = null;
  }
}
