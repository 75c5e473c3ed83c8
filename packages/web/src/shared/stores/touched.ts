import type { CatalogueChange, CatalogueFile } from '@ripe-pick/contract';

type TouchableLists = Pick<CatalogueFile, 'parts' | 'offers' | 'shops' | 'deals'> & {
  readonly frameModel: Pick<CatalogueFile['frameModel'], 'games'>;
};

/** TouchableLists of a catalogue by what changes of their items are called. */
const listOf = (catalogue: TouchableLists, what: string): readonly { readonly id: string }[] => {
  if (what === 'part') return catalogue.parts;
  if (what === 'offer') return catalogue.offers;
  if (what === 'shop') return catalogue.shops;
  if (what === 'deal') return catalogue.deals;
  return what === 'game' ? catalogue.frameModel.games : [];
};

/** What of a catalogue some changes touch, as it stands. */
export function touchedBy(catalogue: TouchableLists | null, changes: readonly CatalogueChange[]): unknown[] {
  if (!catalogue) return [];
  const ids = new Map<string, Set<string>>();
  for (const change of changes) {
    const [, what] = /^(?:put|remove|merge)-(part|offer|shop|deal|game)$/.exec(change.do) ?? [];
    if (what === undefined) continue;
    const id = 'id' in change ? [change.id] : [];
    const item = 'item' in change && 'id' in change.item ? [change.item.id] : [];
    ids.set(what, new Set([...(ids.get(what) ?? []), ...id, ...item]));
  }
  return [...ids].flatMap(([what, some]) => listOf(catalogue, what).filter(({ id }) => some.has(id)));
}
