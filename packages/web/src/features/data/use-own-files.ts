import { useBriefSwitch } from '../../shared/stores/brief-switch.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useNames } from '../../shared/stores/names.ts';
import { keepReceipts } from '../../shared/stores/plan-file.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import type { OwnFile } from './own-file.ts';

/** What comes in by one button: a pack has a look at it first. */
type PlainFile = Exclude<OwnFile, { kind: 'pack' }>;

const counted = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`;

/** Files of one's own that are no catalogue: what they hold, in words, and how each comes in. */
export function useOwnFiles() {
  const choose = useChoose();
  const names = useNames();
  const records = useRecords();
  const workspace = useWorkspace();
  const briefSwitch = useBriefSwitch();

  function wordsOf(file: PlainFile): string {
    switch (file.kind) {
      case 'passes': {
        const { runs, rigs } = file.passes;
        return `holds ${counted(runs.length, 'run', 'runs')} of ${counted(rigs.length, 'system')}. Those with the same id are replaced, the others stay.`;
      }
      case 'brief':
        return `holds the brief “${file.brief.name}”. It takes the place of “${workspace.brief.name}”; your candidates stay. Undo on Brief takes it back.`;
      case 'plan': {
        const { brief, candidates, orders } = file.workspace;
        const receipts = Object.keys(file.receipts).length;
        return `holds the brief “${brief.name}” with ${counted(candidates.length, 'candidate')}, ${counted(orders.length, 'order')} and ${counted(receipts, 'receipt')}. It comes beside yours and is opened.`;
      }
      case 'build': {
        const lost = Object.values(file.picks).filter(({ part }) => !names.parts.has(part)).length;
        const left = lost > 0 ? `, ${lost} of which are not in the catalogue here` : '';
        return `holds the candidate “${file.name}” with ${counted(Object.keys(file.picks).length, 'part')}${left}. It comes beside yours.`;
      }
    }
  }

  /** Brings a file in; what was done, in words. */
  async function bringIn(file: PlainFile): Promise<string> {
    switch (file.kind) {
      case 'passes': {
        const { rigs: putRigs, runs: putRuns } = file.passes;
        await records.changeBench(`${putRuns.length} runs of a file imported`, { putRigs, putRuns });
        return `Imported: ${counted(putRuns.length, 'run', 'runs')} of ${counted(putRigs.length, 'system')}.`;
      }
      case 'brief':
        workspace.editBrief('import a brief', () => file.brief);
        return `Imported: the brief “${file.brief.name}”.`;
      case 'plan':
        await keepReceipts(file.receipts);
        await briefSwitch.add(file.workspace);
        return `Imported and opened: the brief “${workspace.brief.name}”.`;
      case 'build':
        choose.keep(file.name, 'imported from a file', file.picks, {
          like: null,
          path: file.path,
        });
        return `Imported: the candidate “${file.name}”.`;
    }
  }
  return { wordsOf, bringIn };
}
