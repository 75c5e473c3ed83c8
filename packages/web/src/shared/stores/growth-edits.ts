import type { StoredPathStep } from '@ripe-pick/contract';
import { watchesOf, type Path, type StageReport } from '@ripe-pick/core/growth';
import type { Part, Slot } from '@ripe-pick/core/parts';
import { money } from '../format/format.ts';
import type { useWorkspace } from './workspace.ts';

/** Targets and events that a workspace keeps. */
const MOST_KEPT_DAYS = 500;
/** Slots whose later parts today's picks can be held to having room for. */
const PREPARABLE = ['gpu', 'memory', 'cpu'] as const;
const isPreparable = (slot: Slot): slot is (typeof PREPARABLE)[number] =>
  PREPARABLE.some((each) => each === slot);

export const storedSteps = (steps: Path['steps']): StoredPathStep[] =>
  steps.map(({ on, changes }) => ({
    on,
    changes: changes.map(({ slot, part, beside }) => ({ slot, part, beside })),
  }));

/** A later step as an event of the calendar. */
function stepEvent({ on, lines }: Pick<StageReport, 'on' | 'lines'>) {
  const ins = lines.filter((line) => line.way === 'in');
  const names = ins.map((line) => line.part.name).join(', ');
  return {
    id: `growth-${on}`,
    kind: 'other' as const,
    name: `Step: ${names || 'a part comes out'}`.slice(0, 200),
    from: on,
    to: on,
    touches: [...new Set(ins.map((line) => line.slot))],
    factor: 1,
  };
}

/** What can be done with a path, each by a named step. */
export function growthEdits(workspace: ReturnType<typeof useWorkspace>) {
  return {
    /** Changes the steps of the candidate that is open. */
    editSteps: (label: string, change: (steps: Path['steps']) => Path['steps']) =>
      workspace.editCandidate(label, workspace.active.id, (candidate) => ({
        ...candidate,
        path: storedSteps(change(candidate.path)),
      })),
    /** Targets for the parts of later steps, each from its day on; how many there are. */
    watchParts(stages: Parameters<typeof watchesOf>[0]): number {
      const watches = watchesOf(stages);
      const { currency } = workspace.brief.money;
      const fresh = watches.map(({ part, from, price, most }) => ({
        id: `target-${crypto.randomUUID().slice(0, 8)}`,
        part: part.id,
        currency,
        priceMinor: Math.max(1, price),
        from,
        by: null,
        note: `A step of a path. Up to ${money(most, currency)} the step can still be paid.`,
      }));
      const ids = new Set(watches.map(({ part }) => part.id));
      workspace.edit(`watch the ${watches.length} parts of a path`, (saved) => {
        const others = saved.targets.filter((target) => !ids.has(target.part));
        return { ...saved, targets: [...others, ...fresh].slice(-MOST_KEPT_DAYS) };
      });
      return watches.length;
    },
    /** The days of later steps in the calendar of prices, in place of those of an earlier path; how many there are. */
    toCalendar(stages: readonly Pick<StageReport, 'on' | 'lines'>[]): number {
      const events = stages.slice(1).map(stepEvent);
      workspace.edit(`put ${events.length} steps into the calendar`, (saved) => {
        const others = saved.events.filter((event) => !event.id.startsWith('growth-'));
        return { ...saved, events: [...others, ...events].slice(-MOST_KEPT_DAYS) };
      });
      return events.length;
    },
    isPrepared: (slot: Slot, part: string) =>
      isPreparable(slot) && workspace.brief.planned.isFirm && workspace.brief.planned[slot] === part,
    /** Holds today's picks to having room for a later part, or lets go of it again. */
    prepare(slot: Slot, part: Pick<Part, 'id' | 'name'>): void {
      if (!isPreparable(slot)) return;
      const { planned } = workspace.brief;
      const off = planned.isFirm && planned[slot] === part.id;
      const next = { ...planned, [slot]: off ? null : part.id };
      const isFirm = PREPARABLE.some((each) => next[each] !== null);
      workspace.editBrief(
        off ? `no longer prepare for ${part.name}` : `prepare for ${part.name}`,
        (brief) => ({ ...brief, planned: { ...next, isFirm } }),
      );
    },
  };
}
