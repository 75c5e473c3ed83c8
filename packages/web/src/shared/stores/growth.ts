import {
  measuredFalls,
  type ChanceProgress,
  type FlipsProgress,
  type LaneSwap,
  type Path,
  type RoomAfter,
} from '@ripe-pick/core/growth';
import type { Picks } from '@ripe-pick/core/parts';
import { proxy } from 'comlink';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import type { GrowthOptions, GrowthWorker, PlanReport } from '../../workers/growth.worker.ts';
import { desksOf } from './desks.ts';
import { growthEdits, storedSteps } from './growth-edits.ts';
import { useNames } from './names.ts';
import { dailyOf } from './price-histories.ts';
import { usePrices } from './prices.ts';
import { useWorkspace } from './workspace.ts';

/** Plans and quick questions at one desk; what takes long at another. */
type GrowthDesk = 'paths' | 'study' | 'lanes';

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T; // to cross into the worker

/** What the years to come are reckoned with: the brief, launches, and how prices of kinds fall. */
function useOutlook() {
  const names = useNames();
  const prices = usePrices();
  const workspace = useWorkspace();
  /** Falls of prices that histories of a year or more show. */
  const measured = computed(() =>
    measuredFalls(
      [...prices.series.values(), ...prices.pool].flatMap((series) => {
        const kind = names.parts.get(series.part)?.kind;
        return kind ? [{ kind, observations: dailyOf(series) }] : [];
      }),
    ),
  );
  const events = computed(() => workspace.events.filter((event) => event.kind === 'launch'));
  // What leaves the paths as they are must not set off a plan: names, notes, and everything about watching.
  const key = computed(() =>
    JSON.stringify([{ ...workspace.brief, name: '' }, events.value, measured.value]),
  );
  const wish = computed((): GrowthOptions => {
    void key.value;
    return plain({ brief: workspace.brief, events: events.value, measured: measured.value });
  });
  return { measured, key, wish };
}

/** The years to come: what they are reckoned with, the paths of candidates, and the workers that plan. */
export const useGrowth = defineStore('growth', () => {
  const prices = usePrices();
  const workspace = useWorkspace();
  const { ask, stop } = desksOf<GrowthDesk, GrowthWorker>(
    () => new Worker(new URL('../../workers/growth.worker.ts', import.meta.url), { type: 'module' }),
  );
  const outlook = useOutlook();
  const wishNow = () => outlook.wish.value;
  const pathOf = (id: string): Path => {
    const candidate = workspace.candidates.find((each) => each.id === id) ?? workspace.active;
    return { picks: candidate.picks as Picks, steps: candidate.path };
  };
  return {
    ...outlook,
    ...growthEdits(workspace),
    stored: storedSteps,
    /** How the candidate that is open is to grow. */
    path: computed((): Path => pathOf(workspace.active.id)),
    pathOf,
    plan(report: (progress: PlanReport) => void) {
      const planning = ask('paths', (worker) => worker.plan(wishNow(), proxy(report)));
      prices.giveWay(planning);
      return planning;
    },
    evaluate: (path: Path) => ask('paths', (worker) => worker.evaluate(wishNow(), plain(path))),
    bestFrom: (picks: Picks) => ask('paths', (worker) => worker.bestFrom(wishNow(), plain(picks))),
    alternatives: (path: Path, on: string) =>
      ask('paths', (worker) => worker.alternatives(wishNow(), plain(path), on)),
    study: (path: Path) => ask('study', (worker) => worker.study(wishNow(), plain(path))),
    flips: (report: (progress: FlipsProgress) => void) =>
      ask('study', (worker) => worker.flips(wishNow(), proxy(report))),
    chances: (report: (progress: ChanceProgress) => void) =>
      ask('study', (worker) => worker.chances(wishNow(), proxy(report))),
    room: (picks: Picks, swaps: readonly LaneSwap[], send: (rooms: readonly RoomAfter[]) => void) =>
      ask('lanes', (worker) => worker.room(wishNow(), plain(picks), plain(swaps), proxy(send))),
    stop: () => stop('paths'),
    stopStudy: () => stop('study'),
    stopRoom: () => stop('lanes'),
  };
});
