import { nextTick, ref, watch } from 'vue';
import { useBench } from '../shared/stores/bench.ts';
import type { useJournal } from '../shared/stores/journal.ts';
import { useWorkspace } from '../shared/stores/workspace.ts';
import { fps, money } from '../shared/format/format.ts';
import { roomIn } from '../shared/format/ruler.ts';
import { isTypedIn } from '../shared/ui/typing.ts';

/** Total, rest and figure of the build, in one sentence. */
function buildWords(): string {
  const bench = useBench();
  const { summary } = bench;
  if (!summary) return '';
  const { counted } = summary.cost;
  const { rates } = summary;
  const rate = rates.status === 'known' ? `, ${fps(rates.objective.value)} fps` : '';
  return `${money(counted, bench.currency)} counted, ${roomIn(counted, useWorkspace().brief.money).words}${rate}`;
}

/**
 * What was done last, for those who hear the screen: its name, and where the picks changed what became of the build. What is typed is
 * heard as it is typed.
 *
 * @returns the sentence, and what says another one with the build as it is then
 */
export function useTellSteps(journal: ReturnType<typeof useJournal>) {
  const workspace = useWorkspace();
  const told = ref('');
  let newest = new Date().toISOString();
  let { picks } = workspace;
  async function tell(words: string): Promise<void> {
    await nextTick(); // what became of the build is worked out first
    const isSwap = workspace.picks !== picks;
    picks = workspace.picks;
    told.value = isSwap ? `${words}. ${buildWords()}` : words;
  }
  watch(
    () => journal.doneAt,
    (at) => {
      // A step that was done again is not a new one.
      if (at === null || at <= newest) return;
      newest = at;
      const { activeElement } = document;
      if (activeElement && isTypedIn(activeElement)) return;
      void tell(journal.canUndo ?? '');
    },
  );
  return { told, tell };
}
