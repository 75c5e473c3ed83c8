import { defineStore } from 'pinia';
import { computed } from 'vue';
import { useMarket } from './market.ts';

/** Names of parts and games by id; an id that is not there is its own name. */
export const useNames = defineStore('names', () => {
  const market = useMarket();
  const parts = computed(() => new Map(market.parts.map((part) => [part.id, part])));
  const games = computed(
    () => new Map((market.catalogue?.frameModel.games ?? []).map((game) => [game.id, game])),
  );
  return {
    parts,
    games,
    part(id: string): string {
      const part = parts.value.get(id);
      return part ? `${part.brand} ${part.name}` : id;
    },
    game: (id: string) => games.value.get(id)?.name ?? id,
  };
});
