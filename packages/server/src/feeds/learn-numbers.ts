import type { CatalogueChange, StoredPart } from '@ripe-pick/contract';
import { bareNumber, gtinOf } from '@ripe-pick/core/parts';
import type { ChosenRow } from './intake.ts';

/**
 * What somebody said of a row is remembered: a part that has no barcode or part number gets the one that the row states,
 * unless another part has it. The next time the row is matched by it.
 */
export function numbersLearnt(
  rows: readonly ChosenRow[],
  { parts }: { readonly parts: readonly StoredPart[] },
): CatalogueChange[] {
  const byId = new Map(parts.map((part) => [part.id, part]));
  const gtins = new Set(parts.flatMap(({ gtin }) => (gtin ? [gtinOf(gtin)] : [])));
  const mpns = new Set(parts.flatMap(({ mpn }) => (mpn ? [bareNumber(mpn)] : [])));
  const changed = new Map<string, StoredPart>();
  for (const { found, part: id } of rows) {
    const part = changed.get(id) ?? byId.get(id);
    if (!part) continue;
    const gtin = found.gtin && !part.gtin && !gtins.has(gtinOf(found.gtin)) ? found.gtin : undefined;
    const mpn = found.mpn && !part.mpn && !mpns.has(bareNumber(found.mpn)) ? found.mpn : undefined;
    if (gtin === undefined && mpn === undefined) continue;
    if (gtin !== undefined) gtins.add(gtinOf(gtin));
    if (mpn !== undefined) mpns.add(bareNumber(mpn));
    changed.set(id, {
      ...part,
      ...(gtin === undefined ? {} : { gtin }),
      ...(mpn === undefined ? {} : { mpn }),
    });
  }
  return [...changed.values()].map((item) => ({ do: 'put-part', item }));
}
