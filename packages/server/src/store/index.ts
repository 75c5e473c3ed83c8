import { dirname, join } from 'node:path';
import type {
  BenchChange,
  BenchKept,
  BenchRecord,
  CatalogueFile,
  Counts,
  PastFit,
  HistoryChange,
  SavedWorkspace,
  Workspace,
} from '@ripe-pick/contract';
import { countsOf, readStoredCatalogue, replaceCatalogue } from './catalogue.ts';
import { openDatabase } from './database.ts';
import { changeBench, changeRecords, readBench, readFits, readRecords, saveModel } from './records.ts';
import { openReceipts, type Receipts } from './receipts.ts';
import { readWorkspace, saveWorkspace } from './workspace.ts';

/** Everything that is kept. The only door to the database. */
export interface Store {
  catalogue(): Promise<CatalogueFile>;
  replaceCatalogue(file: CatalogueFile): Promise<Counts>;
  counts(): Promise<Counts>;
  workspace(): Promise<SavedWorkspace>;
  /** New revision, or null when the workspace was saved elsewhere meanwhile. */
  saveWorkspace(revision: number, workspace: Workspace, history: HistoryChange): Promise<number | null>;
  records(): Promise<BenchRecord[]>;
  /** How many are kept after the change. */
  changeRecords(put: readonly BenchRecord[], remove: readonly string[]): Promise<number>;
  bench(): Promise<BenchKept>;
  changeBench(change: BenchChange): Promise<BenchKept>;
  saveModel(model: CatalogueFile['frameModel']): Promise<void>;
  pastFits(): Promise<PastFit[]>;
  readonly receipts: Receipts;
  close(): Promise<void>;
}

export async function openStore(path: string): Promise<Store> {
  const { db, close } = await openDatabase(path);
  return {
    catalogue: () => readStoredCatalogue(db),
    replaceCatalogue: async (file) => {
      await replaceCatalogue(db, file);
      return countsOf(file);
    },
    counts: async () => countsOf(await readStoredCatalogue(db)),
    workspace: () => readWorkspace(db),
    saveWorkspace: (revision, workspace, history) => saveWorkspace(db, revision, workspace, history),
    records: () => readRecords(db),
    changeRecords: (put, remove) => changeRecords(db, put, remove),
    bench: () => readBench(db),
    changeBench: (change) => changeBench(db, change),
    saveModel: (model) => saveModel(db, model),
    pastFits: () => readFits(db),
    receipts: openReceipts(join(dirname(path), 'receipts')),
    close,
  };
}

export { countsOf } from './catalogue.ts';
