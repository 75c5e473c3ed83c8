import type { Part } from '@ripe-pick/core/parts';
import { computed } from 'vue';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** Parts that the brief rules out, and why; each change is a step to undo. */
export function useRuledOut() {
  const names = useNames();
  const workspace = useWorkspace();
  return {
    ruledOut: computed(() =>
      workspace.brief.excluded.map(({ part, reason }) => ({ id: part, reason, name: names.part(part) })),
    ),
    ruleOut: ({ id }: Pick<Part, 'id'>) =>
      workspace.editBrief(`rule out ${names.part(id)}`, (brief) =>
        brief.excluded.some((entry) => entry.part === id)
          ? brief
          : { ...brief, excluded: [...brief.excluded, { part: id, reason: '' }] },
      ),
    giveReason: (part: string, reason: string) =>
      workspace.editBrief(`type why ${part} is out`, (brief) => ({
        ...brief,
        excluded: brief.excluded.map((entry) => (entry.part === part ? { ...entry, reason } : entry)),
      })),
    letBack: (part: string) =>
      workspace.editBrief('let a part back in', (brief) => ({
        ...brief,
        excluded: brief.excluded.filter((entry) => entry.part !== part),
      })),
  };
}
