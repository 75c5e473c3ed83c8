import type { Decision, Workspace } from '@ripe-pick/contract';
import { costOf } from '@ripe-pick/core/money';
import { locksAsAdded, type Brief, type Pick, type Picks } from '@ripe-pick/core/parts';
import { swapsBetween } from '@ripe-pick/core/swaps';
import { defineStore } from 'pinia';
import { useBench } from './bench.ts';
import { useWorkspace } from './workspace.ts';
import type { CandidateFrom } from './workspace-candidates.ts';

/** What the user adds is held by a lock, in the same step: no search fills its slot or empties it. */
function withAddedLocks(workspace: Workspace, before: Picks, after: Picks): Workspace {
  const locks = locksAsAdded(workspace.brief.locks as Brief['locks'], before, after);
  if (locks === workspace.brief.locks) return workspace;
  return { ...workspace, brief: { ...workspace.brief, locks: [...locks] as Workspace['brief']['locks'] } };
}

/** Picks are changed here, so that every one of them keeps what it beat, why, when and at what price. */
export const useChoose = defineStore('choose', () => {
  const bench = useBench();
  const workspace = useWorkspace();

  function decisionsFor(from: Picks, to: Picks, why: string): Decision[] {
    const { session } = bench;
    if (!session) return [];
    const index = session.priceIndex;
    const at = new Date().toISOString();
    const { currency } = workspace.brief.money;
    const choice = (pick: Pick | null): Decision['chose'] => {
      if (!pick) return null;
      const part = index.parts.get(pick.part);
      const price = costOf({ [part?.kind ?? 'extras']: pick }, index).lines.find(
        (line) => line.kind === 'part',
      );
      return {
        part: pick.part,
        name: part ? `${part.brand} ${part.name}` : pick.part,
        offer: pick.offer,
        priceMinor: price?.amount ?? null,
      };
    };
    return swapsBetween(from, to, session).map((swap) => ({
      at,
      slot: swap.slot,
      chose: choice(swap.to),
      beat: choice(swap.from),
      why,
      currency,
      moneyMinor: swap.money,
      score: swap.score,
    }));
  }

  return {
    decisionsFor,
    /** Changes the active candidate's picks by a named step, and what else goes with it. */
    pick(label: string, why: string, change: (picks: Picks) => Picks, also?: CandidateFrom['also']): void {
      const before = workspace.picks;
      const after = change(before);
      workspace.editPicks(
        label,
        () => after,
        decisionsFor(before, after, why),
        (next) => withAddedLocks(also?.(next) ?? next, before, after),
      );
    },
    /** A new candidate with picks that come from somewhere, and how it is to grow. */
    keep(name: string, why: string, picks: Picks, from: Omit<CandidateFrom, 'decisions'> = {}): string {
      return workspace.addCandidate(name, picks, { ...from, decisions: decisionsFor({}, picks, why) });
    },
  };
});
