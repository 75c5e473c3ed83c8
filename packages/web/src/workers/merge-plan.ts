import {
  catalogueFileSchema,
  mergeCatalogues,
  upgradedFile,
  type CatalogueFile,
  type Merge,
} from '@ripe-pick/contract';
import type { Catalogue } from '@ripe-pick/core/parts';

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
