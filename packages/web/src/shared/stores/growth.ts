import { dailyPrices } from '@ripe-pick/contract';
import type { StoredPathStep } from '@ripe-pick/contract';
import {
  measuredFalls,
  watchesOf,
  type ChanceProgress,
  type FlipsProgress,
  type LaneSwap,
  type Path,
  type RoomAfter,
  type StageReport,
} from '@ripe-pick/core/growth';
import type { Part, Picks, Slot } from '@ripe-pick/core/parts';
import { proxy } from 'comlink';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import type { GrowthOptions, GrowthWorker, PlanReport } from '../../workers/growth.worker.ts';
import { money } from '../format/format.ts';
import { desksOf } from './desks.ts';
import { useMarket } from './market.ts';
import { usePrices } from './prices.ts';
import { useWorkspace } from './workspace.ts';

/** Plans and quick questions at one desk; what takes long at another. */
type Desk = 'paths' | 'study' | 'lanes';

/** Targets and events that a workspace keeps. */
const MOST_KEPT_DAYS = 500;
/** Slots whose later parts today's picks can be held to having room for. */
const PREPARABLE = ['gpu', 'memory', 'cpu'] as const;
const isPreparable = (slot: Slot): slot is (typeof PREPARABLE)[number] =>
  PREPARABLE.some((each) => each === slot);

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T; // to cross into the worker

/** The years to come: what they are reckoned with, the paths of candidates, and the workers that plan. */
export const useGrowth = defineStore('growth', () => {
  const market = useMarket();
  const prices = usePrices();
  const workspace = useWorkspace();
  const { at, stop } = desksOf<Desk, GrowthWorker>(
    () => new Worker(new URL('../../workers/growth.worker.ts', import.meta.url), { type: 'module' }),
  );

  /** Falls of prices that histories of a year or more show. */
  const measured = computed(() => {
    const kinds = new Map(market.parts.map((part) => [part.id, part.kind]));
    return measuredFalls(
      [...prices.series.values(), ...prices.pool].flatMap((series) => {
        const kind = kinds.get(series.part);
        return kind ? [{ kind, observations: dailyPrices(series) }] : [];
      }),
    );
  });
  const events = computed(() => workspace.events.filter((event) => event.kind === 'launch'));
  // What leaves the paths as they are must not set off a plan: names, notes, and everything about watching.
  const key = computed(() =>
    JSON.stringify([{ ...workspace.brief, name: '' }, events.value, measured.value]),
  );
  const wish = computed((): GrowthOptions => {
    void key.value;
    return plain({ brief: workspace.brief, events: events.value, measured: measured.value });
  });

  const pathOf = (id: string): Path => {
    const candidate = workspace.candidates.find((each) => each.id === id) ?? workspace.active;
    return { picks: candidate.picks as Picks, steps: candidate.path };
  };
  const stored = (steps: Path['steps']): StoredPathStep[] =>
    steps.map(({ on, changes }) => ({
      on,
      changes: changes.map(({ slot, part, beside }) => ({ slot, part, beside })),
    }));

  return {
    wish,
    key,
    measured,
    plan(report: (progress: PlanReport) => void) {
      const planning = at('paths').then((worker) => worker.plan(wish.value, proxy(report)));
      prices.giveWay(planning);
      return planning;
    },
    evaluate: async (path: Path) => (await at('paths')).evaluate(wish.value, plain(path)),
    bestFrom: async (picks: Picks) => (await at('paths')).bestFrom(wish.value, plain(picks)),
    alternatives: async (path: Path, on: string) =>
      (await at('paths')).alternatives(wish.value, plain(path), on),
    study: async (path: Path) => (await at('study')).study(wish.value, plain(path)),
    flips: async (report: (progress: FlipsProgress) => void) =>
      (await at('study')).flips(wish.value, proxy(report)),
    chances: async (report: (progress: ChanceProgress) => void) =>
      (await at('study')).chances(wish.value, proxy(report)),
    room: async (picks: Picks, swaps: readonly LaneSwap[], send: (rooms: readonly RoomAfter[]) => void) =>
      (await at('lanes')).room(wish.value, plain(picks), plain(swaps), proxy(send)),
    stop: () => stop('paths'),
    stopStudy: () => stop('study'),
    stopRoom: () => stop('lanes'),

    /** How the candidate that is open is to grow. */
    path: computed((): Path => pathOf(workspace.active.id)),
    pathOf,
    /** Changes the steps of the candidate that is open, by a named step to undo. */
    editSteps: (label: string, change: (steps: Path['steps']) => Path['steps']) =>
      workspace.editCandidate(label, workspace.active.id, (candidate) => ({
        ...candidate,
        path: stored(change(candidate.path)),
      })),
    stored,

    /** Targets for the parts of later steps, each from its day on; how many there are. One step to undo. */
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
      workspace.edit(`watch the ${watches.length} parts of a path`, (saved) => ({
        ...saved,
        targets: [
          ...saved.targets.filter((target) => !watches.some(({ part }) => part.id === target.part)),
          ...fresh,
        ].slice(-MOST_KEPT_DAYS),
      }));
      return watches.length;
    },
    /** The days of later steps in the calendar of prices, in place of those of an earlier path; how many there are. */
    toCalendar(stages: readonly Pick<StageReport, 'on' | 'lines'>[]): number {
      const events = stages.slice(1).map(({ on, lines }) => {
        const ins = lines.filter((line) => line.way === 'in');
        const name = `Step: ${ins.map((line) => line.part.name).join(', ') || 'a part comes out'}`.slice(
          0,
          200,
        );
        return {
          id: `growth-${on}`,
          kind: 'other' as const,
          name,
          from: on,
          to: on,
          touches: [...new Set(ins.map((line) => line.slot))],
          factor: 1,
        };
      });
      workspace.edit(`put ${events.length} steps into the calendar`, (saved) => ({
        ...saved,
        events: [...saved.events.filter((event) => !event.id.startsWith('growth-')), ...events].slice(
          -MOST_KEPT_DAYS,
        ),
      }));
      return events.length;
    },
    isPrepared: (slot: Slot, part: string) =>
      isPreparable(slot) && workspace.brief.planned.isFirm && workspace.brief.planned[slot] === part,
    /** Holds today's picks to having room for a later part, or lets go of it again. */
    prepare(slot: Slot, part: Pick<Part, 'id' | 'name'>): void {
      if (!isPreparable(slot)) return;
      const { planned } = workspace.brief;
      const off = planned.isFirm && planned[slot] === part.id;
      workspace.editBrief(
        off ? `no longer prepare for ${part.name}` : `prepare for ${part.name}`,
        (brief) => {
          const next = { ...brief.planned, [slot]: off ? null : part.id };
          return { ...brief, planned: { ...next, isFirm: PREPARABLE.some((each) => next[each] !== null) } };
        },
      );
    },
  };
});
