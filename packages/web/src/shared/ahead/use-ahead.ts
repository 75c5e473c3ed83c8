import { computed } from 'vue';
import { minorPlaces } from '@ripe-pick/core';
import type { Brief, Growth } from '@ripe-pick/core/parts';
import { useWorkspace } from '../stores/workspace.ts';

/** What is to come, as it is typed, and how it is changed: each field is a named step to undo. */
export function useAhead() {
  const workspace = useWorkspace();
  const growth = computed(() => workspace.typedBrief.growth);
  const scale = computed(() => 10 ** minorPlaces(workspace.typedBrief.money.currency));
  return {
    growth,
    scale,
    currency: computed(() => workspace.typedBrief.money.currency),
    set: (label: string, change: Partial<Growth>) =>
      workspace.editBrief(label, (brief: Brief) => ({ ...brief, growth: { ...brief.growth, ...change } })),
    /** A sum in major units, as typed, in whole minor units. */
    minor: (value: number | null) => Math.max(0, Math.round((value ?? 0) * scale.value)),
    fresh: (kind: string) => `${kind}-${crypto.randomUUID().slice(0, 8)}`,
  };
}
