import type { Brief } from '@ripe-pick/core/parts';
import { computed } from 'vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** What the brief says of playing, and its changes as named steps. */
export function usePlay() {
  const workspace = useWorkspace();
  return {
    play: computed(() => workspace.brief.play),
    set(label: string, change: Partial<Brief['play']>): void {
      workspace.editBrief(label, (brief) => ({ ...brief, play: { ...brief.play, ...change } }));
    },
  };
}
