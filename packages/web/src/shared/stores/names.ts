import type { PartKind } from '@ripe-pick/core/parts';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import { useCatalogue } from './catalogue.ts';

/** One of several that may be chosen. A type, since the lists of Naive UI take no interface. */
type Choice = { value: string; label: string };

/** Names of parts, games and shops by id, and lists to choose from; an id that is not there is its own name. */
export const useNames = defineStore('names', () => {
  const catalogueStore = useCatalogue();
  const parts = computed(() => new Map(catalogueStore.parts.map((part) => [part.id, part])));
  const games = computed(
    () => new Map((catalogueStore.catalogue?.frameModel.games ?? []).map((game) => [game.id, game])),
  );
  const part = (id: string): string => {
    const known = parts.value.get(id);
    return known ? `${known.brand} ${known.name}` : id;
  };
  const choices = (items: Iterable<{ readonly id: string }>, nameOf: (id: string) => string): Choice[] =>
    [...items].map(({ id }) => ({ value: id, label: nameOf(id) }));
  const byLabel = (a: Choice, b: Choice) => a.label.localeCompare(b.label);
  const game = (id: string) => games.value.get(id)?.name ?? id;
  const shops = computed(() => catalogueStore.stored?.shops ?? []);
  /** Also of shops that only an order or a found list names. */
  const shop = (id: string) => catalogueStore.catalogue?.shops.find((each) => each.id === id)?.name ?? id;
  return {
    parts,
    games,
    part,
    game,
    shop,
    gameOptions: computed(() => choices(games.value.values(), game)),
    shopOptions: computed(() => choices(shops.value, shop)),
    partOptions: computed(() => choices(catalogueStore.parts, part).sort(byLabel)),
    partsOfKind: (kind: PartKind) =>
      choices(
        catalogueStore.parts.filter((each) => each.kind === kind),
        part,
      ).sort(byLabel),
  };
});
