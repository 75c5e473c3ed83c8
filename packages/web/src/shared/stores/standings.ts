import { basisTotal, cheaperOffers, hasReadyByPassed, type PickStanding } from '@ripe-pick/core/money';
import type { Offer, Picks, Slot } from '@ripe-pick/core/parts';
import { viewWithin, type Ripeness } from '@ripe-pick/core/prices';
import { addDays } from '@ripe-pick/core/units';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import { money } from '../format/format.ts';
import { goneWords, PICK_STATE_WORDS } from '../format/pick-state.ts';
import { adviceLine, RIPENESS_WORDS } from '../format/ripeness.ts';
import { useBench } from './bench.ts';
import { useChoose } from './choose.ts';
import { useLanes } from './lanes.ts';
import { useNames } from './names.ts';
import { usePrices } from './prices.ts';
import { useWorkspace } from './workspace.ts';

/** What every screen says about buying a pick now or waiting: one mark, a word for it, and a line. */
export interface WaitVerdict {
  /** Null where it is no question of waiting: another offer costs less now. */
  readonly ripeness: Ripeness | null;
  readonly word: string;
  readonly line: string;
}

/** So far off the day of need is put when it has passed. */
const MOVED_DAYS = 14;

const NO_FRUIT: ReadonlySet<PickStanding['state']> = new Set([
  'owned',
  'ordered',
  'arrived',
  'listed',
  'unpriced',
]);

/** What can be had of the active candidate, and what would take the place of the rest. */
function usePicked() {
  const bench = useBench();
  const lanes = useLanes();
  const workspace = useWorkspace();
  const all = computed(() => bench.summary?.standings ?? []);
  /** The day by which all has to be there has passed: told once, and not of every pick. */
  const passed = computed(() =>
    bench.index && hasReadyByPassed(bench.index) ? workspace.brief.dates.readyBy : null,
  );
  const isGone = ({ canBeHad, state }: PickStanding) =>
    // What has no offer yet is told as such: nothing of it was lost.
    !canBeHad && state !== 'unpriced' && !(state === 'late' && passed.value !== null);
  const gone = computed(() => all.value.filter(isGone));
  /** The same parts at offers that can be bought now; null where nothing is gone, or nothing takes its place. */
  const live = computed(() => (gone.value.length > 0 && passed.value === null ? (lanes.live ?? null) : null));
  /** Whether they are still looked for. */
  const isLooking = computed(() => lanes.live === undefined && lanes.failure === null);
  return {
    all,
    bySlot: computed(() => new Map(all.value.map((each) => [each.slot, each]))),
    passed,
    isGone,
    gone,
    live,
    isLooking,
    /** What those offers cost more by the total that the brief looks at, and by all that it counts with it. */
    more: computed(() => {
      const [now, then] = [bench.summary?.cost, live.value?.answer.cost];
      if (!now || !then) return null;
      const { costBasis } = workspace.brief.money;
      return {
        totalMinor: basisTotal(then, costBasis) - basisTotal(now, costBasis),
        countedMinor: then.counted - now.counted,
      };
    }),
  };
}

/** Offers that cost less now, for each candidate; worked out for one when it is asked for. */
function useCheaper() {
  const bench = useBench();
  const workspace = useWorkspace();
  return computed(
    () =>
      new Map(
        workspace.candidates.map(({ id, picks }) => {
          const found = computed(() =>
            bench.index
              ? cheaperOffers(picks as Picks, bench.index, bench.summaries.get(id)?.standings)
              : null,
          );
          return [id, found] as const;
        }),
      ),
  );
}

/** What to do about the price of each pick of any candidate. */
function useWaiting({ isGone, live }: ReturnType<typeof usePicked>) {
  const bench = useBench();
  const names = useNames();
  const prices = usePrices();
  const workspace = useWorkspace();
  const cheaperBy = useCheaper();

  function goneVerdict(standing: PickStanding, isActive: boolean): WaitVerdict {
    const { offer, slot, state } = standing;
    const at = offer ? `The offer picked at ${names.shop(offer.shop)}` : 'What is picked';
    const basket = isActive && live.value?.replaced.includes(slot) ? live.value.answer : null;
    const found = bench.index?.offers.get(basket?.picks[slot]?.offer ?? '');
    const priced = found ? bench.index?.priced(found) : null;
    const now =
      found && priced ? ` It is ${money(priced.dueNow, bench.currency)} at ${names.shop(found.shop)}.` : '';
    return {
      ripeness: state === 'stale' ? 'past' : 'none',
      word: PICK_STATE_WORDS[state],
      line: `${at} ${goneWords(standing)}.${now}`,
    };
  }

  function elsewhere(offer: Offer, lessMinor: number): WaitVerdict {
    const shop = names.shop(offer.shop);
    return {
      ripeness: null,
      word: 'less elsewhere',
      line: `${money(lessMinor, bench.currency)} less at ${shop} than where it is picked, with shipping and deals of the whole basket.`,
    };
  }

  /** What to do about a pick; null where there is nothing to buy any more, or nothing is known yet. */
  function verdictOf(candidate: string, standing: PickStanding): WaitVerdict | null {
    if (NO_FRUIT.has(standing.state)) return null;
    if (isGone(standing)) return goneVerdict(standing, candidate === workspace.active.id);
    const other = cheaperBy.value.get(candidate)?.value?.get(standing.slot);
    if (other) return elsewhere(other.offer, other.lessMinor);
    const verdict = prices.verdicts.get(standing.part);
    if (!verdict) return null;
    const step = prices.joints.get(candidate)?.steps.find(({ id }) => id === standing.part) ?? null;
    const view = { ...verdict, ...viewWithin(verdict, step) };
    return {
      ripeness: view.ripeness,
      word: RIPENESS_WORDS[view.ripeness],
      line: adviceLine(view, bench.currency, prices.promise),
    };
  }
  return verdictOf;
}

/** How the picks of the candidates stand: what can be had, at what price, now or later. All screens read it here. */
export const useStandings = defineStore('standings', () => {
  const bench = useBench();
  const choose = useChoose();
  const lanes = useLanes();
  const workspace = useWorkspace();
  const picked = usePicked();
  const { isGone, live, ...seen } = picked;
  const verdictOf = useWaiting(picked);
  const ofCandidate = (id: string) => bench.summaries.get(id)?.standings ?? [];
  return {
    ...seen,
    live,
    /** What to do about a pick of the active candidate. */
    waiting(slot: Slot): WaitVerdict | null {
      const standing = seen.bySlot.value.get(slot);
      return standing ? verdictOf(workspace.active.id, standing) : null;
    },
    /** The same for every pick of any candidate. */
    verdictsOf: (candidate: string): WaitVerdict[] =>
      ofCandidate(candidate).flatMap((standing) => verdictOf(candidate, standing) ?? []),
    /** How many picks of a candidate cannot be bought any more. */
    goneOf: (candidate: string): number => ofCandidate(candidate).filter(isGone).length,
    async takeLive(): Promise<void> {
      await lanes.fresh(); // what is taken belongs to the picks of this moment
      const basket = live.value;
      if (!basket) return;
      const why = 'what was picked cannot be bought any more';
      choose.pick('take offers that can be bought', why, () => basket.answer.picks);
    },
    /** Where the day of need would be put, and putting it there. */
    movedTo: computed(() => addDays(bench.index?.day ?? '1970-01-01', MOVED_DAYS)),
    moveDay(to: string | null): void {
      workspace.editBrief('change the day to be ready', (brief) => ({
        ...brief,
        dates: { ...brief.dates, readyBy: to },
      }));
    },
  };
});
