import { ordersOf } from '@ripe-pick/core/buying';
import {
  MOST,
  type Candidate,
  type Decision,
  type StoredPathStep,
  type Workspace,
} from '@ripe-pick/contract';
import type { Picks } from '@ripe-pick/core/parts';
import type { Ref, ShallowRef } from 'vue';
import { withDecisions } from './decisions.ts';

type Edit = (label: string, change: (workspace: Workspace) => Workspace) => void;

export const freshCandidate = (id: string, name: string): Candidate => ({
  id,
  name,
  picks: {},
  note: '',
  isArchived: false,
  ordersOf: null,
  decisions: [],
  path: [],
});

const inSight = ({ candidates }: Workspace) => candidates.filter((each) => !each.isArchived);

/** The workspace with other candidates: there is always one in sight, and the active one is in sight. */
function withCandidates(workspace: Workspace, candidates: Workspace['candidates']): Workspace {
  const next = { ...workspace, candidates };
  const seen = inSight(next);
  if (seen.length === 0) return workspace;
  return seen.some((each) => each.id === next.active) ? next : { ...next, active: seen[0].id };
}

function freshId({ candidates }: Workspace): string {
  const taken = new Set(candidates.map((candidate) => candidate.id));
  let n = taken.size + 1;
  while (taken.has(`candidate-${n}`)) n++;
  return `candidate-${n}`;
}

/** Which candidates are in sight, and in what order. */
function sightEdits(edit: Edit, nameOf: (id: string) => string) {
  return {
    removeCandidate: (id: string) =>
      edit(`remove ${nameOf(id)}`, (workspace) =>
        withCandidates(
          workspace,
          workspace.candidates.filter((each) => each.id !== id),
        ),
      ),
    archive: (id: string, isArchived: boolean) =>
      edit(`${isArchived ? 'archive' : 'bring back'} ${nameOf(id)}`, (workspace) =>
        withCandidates(
          workspace,
          workspace.candidates.map((each) => (each.id === id ? { ...each, isArchived } : each)),
        ),
      ),
    /** Puts the candidates in sight in an order given by ids; archived ones stay behind them. */
    order: (ids: readonly string[]) =>
      edit('order candidates', (workspace) => {
        const at = ({ id }: Candidate) => (ids.includes(id) ? ids.indexOf(id) : ids.length);
        const sorted = [...workspace.candidates].sort((a, b) => at(a) - at(b));
        const isSame = sorted.every((each, n) => each === workspace.candidates[n]);
        return isSame ? workspace : { ...workspace, candidates: sorted };
      }),
  };
}

/** What a new candidate comes with. */
export interface CandidateFrom {
  /** Of which candidate it is another idea, whose orders it shares; null: of none. Absent: of the active one. */
  readonly like?: string | null;
  /** What else its coming changes, in the same step. */
  readonly also?: (workspace: Workspace) => Workspace;
  readonly decisions?: readonly Decision[];
  readonly note?: string;
  readonly path?: readonly StoredPathStep[];
}

type AsKept = (picks: Picks, candidate: Candidate | undefined) => Picks;

/** A workspace whose active candidate has other picks, with the decisions behind them. */
const withPicks = (
  workspace: Workspace,
  change: (picks: Picks) => Picks,
  decisions: readonly Decision[],
  asKept: AsKept,
): Workspace => ({
  ...workspace,
  candidates: workspace.candidates.map((candidate) =>
    candidate.id === workspace.active
      ? {
          ...candidate,
          picks: asKept(change(candidate.picks as Picks), candidate) as Candidate['picks'],
          decisions: withDecisions(candidate.decisions, decisions),
        }
      : candidate,
  ),
});

/** What can be done with candidates, each by a named step. */
export function candidateEdits(
  state: ShallowRef<Workspace>,
  edit: Edit,
  failure: Ref<string | null>,
  asKept: AsKept,
) {
  const nameOf = (id: string) => state.value.candidates.find((each) => each.id === id)?.name ?? id;
  const editCandidate = (label: string, id: string, change: (candidate: Candidate) => Candidate) =>
    edit(label, (workspace) => ({
      ...workspace,
      candidates: workspace.candidates.map((each) => (each.id === id ? change(each) : each)),
    }));
  return {
    editCandidate,
    /** Changes the picks of the active candidate, and keeps why; and what else changes with them, in the same step. */
    editPicks: (
      label: string,
      change: (picks: Picks) => Picks,
      decisions: readonly Decision[] = [],
      also: (workspace: Workspace) => Workspace = (workspace) => workspace,
    ) => edit(label, (workspace) => also(withPicks(workspace, change, decisions, asKept))),
    /** The id of the new candidate; of the active one where no more are kept. */
    addCandidate(name: string, picks: Picks, from: CandidateFrom = {}): string {
      if (state.value.candidates.length >= MOST.candidates) {
        failure.value = `There are ${MOST.candidates} candidates, archived ones counted: no more are kept. Remove one first.`;
        return state.value.active;
      }
      const id = freshId(state.value);
      const { like = state.value.active } = from;
      const around = state.value.candidates.find((each) => each.id === like);
      const fresh: Candidate = {
        ...freshCandidate(id, name.slice(0, 200)),
        // Another idea of the same machine: what is ordered for that is there for this one too.
        ordersOf:
          around && state.value.orders.some((order) => order.candidate === ordersOf(around))
            ? ordersOf(around)
            : null,
        picks: asKept(picks, around) as Candidate['picks'],
        note: from.note ?? '',
        decisions: [...(from.decisions ?? [])],
        path: [...(from.path ?? [])],
      };
      const { also = (workspace) => workspace } = from;
      edit(`add ${name}`, (workspace) =>
        also({ ...workspace, candidates: [...workspace.candidates, fresh], active: id }),
      );
      return id;
    },
    renameCandidate: (id: string, name: string) =>
      editCandidate('rename candidate', id, (each) => ({ ...each, name })),
    noteOn: (id: string, note: string) =>
      editCandidate(`type a note on ${nameOf(id)}`, id, (each) => ({ ...each, note: note.slice(0, 5000) })),
    ...sightEdits(edit, nameOf),
  };
}
