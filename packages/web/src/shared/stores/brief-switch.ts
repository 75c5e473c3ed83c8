import type { Workspace } from '@ripe-pick/contract';
import { useBriefs } from './briefs.ts';
import { useWatch } from './watch.ts';
import { blankWorkspace, useWorkspace } from './workspace.ts';

/** A name that none of the others has. */
function nameBeside(wanted: string, taken: readonly string[]): string {
  if (!taken.includes(wanted)) return wanted;
  for (let n = 2; ; n++) if (!taken.includes(`${wanted} ${n}`)) return `${wanted} ${n}`;
}

const freshId = () => `brief-${crypto.randomUUID().slice(0, 13)}`;

/** Going from one brief to another, and adding some: what is open is saved before, and read anew after. */
export function useBriefSwitch() {
  const briefs = useBriefs();
  const workspace = useWorkspace();
  const watched = useWatch();
  async function toOther(change: () => Promise<void>): Promise<void> {
    await workspace.save();
    if (workspace.saveState !== 'saved') throw new Error('what is open could not be saved');
    await change();
    await Promise.all([workspace.load(), watched.load()]);
  }
  const add = (next: Workspace) => {
    const name = nameBeside(
      next.brief.name,
      briefs.all.map((each) => each.name),
    );
    return toOther(() => briefs.add(freshId(), { ...next, brief: { ...next.brief, name } }));
  };
  return {
    open: (id: string) => toOther(() => briefs.open(id)),
    /** A brief with all that hangs on it, as it came from a file. */
    add,
    addBlank: () => add(blankWorkspace()),
    /** The same wishes and candidates. What is there, ordered and claimed stays with the first: it is there only once. */
    duplicate: () => {
      const { state } = workspace;
      const brief = { ...state.brief, owned: [], ownedParts: [], tuned: [] };
      return add({
        ...state,
        brief,
        listings: [],
        orders: [],
        claims: [],
        versions: [],
        assemblies: [],
        tunings: [],
      });
    },
  };
}
