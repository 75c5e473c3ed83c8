import { onBeforeUnmount, shallowRef, watch, type ComputedRef } from 'vue';
import type { Candidate } from '@ripe-pick/contract';
import type { Picks } from '@ripe-pick/core/parts';
import { useGrowth } from '../../shared/stores/growth.ts';
import { useNames } from '../../shared/stores/names.ts';
import { pathLine } from '../../shared/format/paths.ts';
import type { GrowthCell, GrowthOf } from './table.ts';

/** The best path of every candidate in the line-up, worked out one after the other in a worker. */
export function useLineUpGrowth(chosen: ComputedRef<readonly Candidate[]>): GrowthOf {
  const growth = useGrowth();
  const names = useNames();
  const cells = shallowRef<ReadonlyMap<string, GrowthCell | null>>(new Map());
  let ticket = 0;
  watch(
    [() => chosen.value.map((each) => [each.id, each.picks]), () => growth.key],
    async () => {
      const own = ++ticket;
      cells.value = new Map();
      for (const { id, picks } of chosen.value) {
        let cell: GrowthCell | null = null;
        try {
          const found = await growth.bestFrom(picks as Picks);
          if (found) {
            const { value, paid, back, stages } = found.report;
            cell = {
              value,
              net: paid - back,
              steps: pathLine(stages, (part) => names.parts.get(part)?.name ?? part),
            };
          }
        } catch (error) {
          console.error(error);
        }
        if (own !== ticket) return;
        cells.value = new Map([...cells.value, [id, cell]]);
      }
    },
    { immediate: true },
  );
  onBeforeUnmount(() => ticket++);
  return (entry) => {
    const candidate = chosen.value[entry];
    return candidate ? cells.value.get(candidate.id) : null;
  };
}
