import type { BriefCard, Workspace } from '@ripe-pick/contract';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { call } from '../api/client.ts';

interface BriefsAnswer {
  readonly briefs: readonly BriefCard[];
  readonly current: string;
}

/** The briefs that stand side by side. The shelf is theirs together; candidates, orders and steps are each one's own. */
export const useBriefs = defineStore('briefs', () => {
  const all = shallowRef<readonly BriefCard[]>([]);
  const current = ref('first');
  const take = ({ briefs, current: id }: BriefsAnswer) => {
    all.value = briefs;
    current.value = id;
  };
  const others = computed(() => all.value.filter(({ id }) => id !== current.value));
  /** Parts that another brief has or has ordered, put away or not, by its name: they cannot go into this build too. */
  const promised = computed(
    () =>
      new Map(
        others.value.flatMap(({ name, owned, ordered }) =>
          [...owned, ...ordered].map((part) => [part, name] as const),
        ),
      ),
  );
  return {
    all,
    current,
    others,
    promised,
    inSight: computed(() => all.value.filter(({ id, isArchived }) => !isArchived || id === current.value)),
    /** What the other briefs have claimed: limits of a household are for all of it. */
    claimsElsewhere: computed(() => others.value.flatMap(({ claims }) => claims)),
    load: async () => take(await call('briefs', undefined)),
    open: async (id: string) => take(await call('openBrief', { id })),
    add: async (id: string, workspace: Workspace) => take(await call('addBrief', { id, workspace })),
    archive: async (id: string, isArchived: boolean) => take(await call('archiveBrief', { id, isArchived })),
  };
});
