import { useMessage } from 'naive-ui';
import { watch } from 'vue';
import type { useJournal } from '../shared/stores/journal.ts';
import { useUndoMessage } from '../shared/ui/undo-message.ts';

/** A deletion's name, and how it is told once it is done. */
const DONE = [
  [/^delete /, 'Deleted '],
  [/^remove /, 'Removed '],
] as const;

const told = (label: string): string | null => {
  const found = DONE.find(([verb]) => verb.test(label));
  if (found) return label.replace(found[0], found[1]);
  return label.endsWith(' deleted') ? label : null;
};

/** Says what was deleted, with a button that takes it back, on whichever screen it happens. */
export function useTellDeletions(journal: ReturnType<typeof useJournal>, undo: () => Promise<void>): void {
  const message = useMessage();
  const tell = useUndoMessage();
  let newest = new Date().toISOString();
  watch(
    () => journal.doneAt,
    (at) => {
      // A step that was done again is not a new one.
      if (at === null || at <= newest) return;
      newest = at;
      const label = journal.canUndo;
      const words = label === null ? null : told(label);
      if (words === null) return;
      tell(`${words}.`, () => {
        if (journal.doneAt === at) void undo();
        else message.info('Something was done since: Ctrl+Z takes back step by step.');
      });
    },
  );
}
