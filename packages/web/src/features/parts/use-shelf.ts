import { refDebounced } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { matchingRows, shelfRows, type ShelfWish } from './shelf-rows.ts';

/** Parts on the shelf, and those of them that are wanted. */
export function useShelf() {
  const catalogueStore = useCatalogue();
  const wish = ref<ShelfWish>({
    kind: null,
    filter: 'all',
    brand: null,
    socket: null,
    condition: null,
  });
  const search = ref('');
  /** The list follows a moment later: it never keeps the next key waiting. */
  const searched = refDebounced(search, 60);
  const rows = computed(() => (catalogueStore.stored ? shelfRows(catalogueStore.stored) : []));
  const rated = computed(() => {
    const model = catalogueStore.stored?.frameModel;
    return new Set([...(model?.cpus ?? []), ...(model?.gpus ?? [])].map(({ part }) => part));
  });
  const offeredAs = computed(
    () => new Set((catalogueStore.stored?.offers ?? []).map(({ condition, part }) => `${condition} ${part}`)),
  );
  const shown = computed(() =>
    matchingRows(
      rows.value,
      searched.value,
      wish.value,
      (part) => rated.value.has(part),
      (part, condition) => offeredAs.value.has(`${condition} ${part}`),
    ),
  );
  /** Words to search by are made ready while nothing else is to be done, so that the first key finds them. */
  watch(
    rows,
    (all) => {
      if (!('requestIdleCallback' in window)) return; // then the first key takes longer
      let next = 0;
      const prepare = (deadline: IdleDeadline) => {
        while (next < all.length && deadline.timeRemaining() > 1) void all[next++].words;
        if (next < all.length && all === rows.value) requestIdleCallback(prepare);
      };
      requestIdleCallback(prepare);
    },
    { immediate: true },
  );

  return { wish, search, rows, shown };
}
