import {
  catalogueFileSchema,
  crossCheckPack,
  mergeCatalogues,
  packOf,
  packFileSchema,
  problemsOf,
  takePackIn,
  upgradedFile,
  type CatalogueFile,
  type Merge,
  type PackFile,
  type PackIn,
  type Problem,
} from '@ripe-pick/contract';
import type { BenchRecord, Catalogue } from '@ripe-pick/core/parts';

let last: { readonly text: string; readonly file: CatalogueFile } | null = null;

/** What a catalogue file adds; null where it is none, which the server says better. Choosing reads the file no second time. */
export function mergePlan(text: string, ours: Catalogue, taken: readonly string[]): Merge | null {
  if (last?.text !== text) {
    const read = catalogueFileSchema.safeParse(upgradedFile(JSON.parse(text)));
    if (!read.success) return null;
    last = { text, file: read.data };
  }
  return mergeCatalogues(ours, last.file, new Set(taken));
}

/** What a pack holds and would add, or what is wrong with it. */
export type PackPlan =
  | { readonly pack: Omit<PackFile, 'records' | 'histories'>; readonly plan: PackIn }
  | { readonly problems: readonly Problem[] };

export function packPlan(
  text: string,
  ours: Catalogue,
  records: readonly BenchRecord[],
  { taken, ...as }: { readonly id: string; readonly today: string; readonly taken: readonly string[] },
): PackPlan {
  const value = JSON.parse(text) as unknown;
  const read = packFileSchema.safeParse(value);
  if (!read.success) return { problems: problemsOf(read.error, value) };
  const problems = crossCheckPack(read.data);
  if (problems.length > 0) return { problems };
  const { records: _records, histories: _histories, ...pack } = read.data;
  return { pack, plan: takePackIn(ours, records, read.data, { ...as, taken: new Set(taken) }) };
}

/** A pack of chosen parts as the text of its file; of many parts with their histories it takes a second. */
export const packText = (...asked: Parameters<typeof packOf>): string =>
  `${JSON.stringify(packOf(...asked))}\n`;
