import { today as localToday } from '@ripe-pick/contract';
import type { PickState } from '@ripe-pick/core/money';
import type { Picks } from '@ripe-pick/core/parts';
import { usualSeasons, type PriceEvent } from '@ripe-pick/core/prices';
import { dayNumber } from '@ripe-pick/core/units';
import { daysAhead, trackedOffers, watchList, type Watched } from '@ripe-pick/core/watch';
import { useDebounceFn } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { useBench } from './bench.ts';
import { useCatalogue } from './catalogue.ts';
import { useNames } from './names.ts';
import { priceEdits } from './price-edits.ts';
import { dailyOf, usePriceHistories } from './price-histories.ts';
import { useVerdicts, type ToJudge } from './price-verdicts.ts';
import { useWorkspace } from './workspace.ts';

/** Edits in a row are judged once. */
const REST_MS = 250;
/** What of a promised saving is told while no own forecast has been judged. Chosen. */
const FIRST_PROMISE = 0.85;

/** Picks that wait for no price. */
const SETTLED: ReadonlySet<PickState> = new Set(['owned', 'ordered', 'arrived']);

/** What a forecast is made for: the parts, the days, and the events in them. */
function useWatched() {
  const catalogueStore = useCatalogue();
  const bench = useBench();
  const workspace = useWorkspace();
  const today = computed(() => dayNumber(catalogueStore.catalogue?.today ?? localToday()));
  const watched = computed<readonly Watched[]>(() =>
    bench.session
      ? watchList(bench.session, {
          active: workspace.picks,
          others: workspace.shown.map((each) => each.picks as Picks),
          targets: workspace.targets.map((each) => each.part),
        })
      : [],
  );
  const days = computed(() =>
    daysAhead(workspace.brief, catalogueStore.catalogue?.today ?? '1970-01-01', workspace.watching.days),
  );
  const events = computed<readonly PriceEvent[]>(() => [
    ...workspace.events,
    ...(workspace.watching.seasons ? usualSeasons(today.value, days.value) : []),
  ]);
  return { today, watched, days, events };
}

/** What the forecast is given: the watched parts with their offers' histories, and the pool that all of them make. */
function useToJudge(
  { watched, today, days, events }: ReturnType<typeof useWatched>,
  histories: Pick<ReturnType<typeof usePriceHistories>, 'observations' | 'pool'>,
) {
  const workspace = useWorkspace();
  const bench = useBench();
  const names = useNames();
  const kindOf = (part: string) => names.parts.get(part)?.kind ?? null;
  const offersOf = (part: string) =>
    bench.index
      ? trackedOffers(part, bench.index, (offer) => histories.observations.value.get(offer) ?? [])
      : [];

  /** What is learnt from beside them: worked through once, not at each edit. */
  const pool = computed(() =>
    histories.pool.value.map((each) => ({
      part: each.part,
      kind: kindOf(each.part),
      observations: dailyOf(each),
    })),
  );

  /** What each candidate has still to buy: neither owned nor ordered. */
  const toBuy = (): ToJudge['toBuy'] =>
    new Map(
      workspace.shown.map(({ id }) => [
        id,
        (bench.summaries.get(id)?.standings ?? [])
          .filter(({ state }) => !SETTLED.has(state))
          .map(({ part }) => part),
      ]),
    );

  function toJudge(): ToJudge | null {
    if (!bench.index || watched.value.length === 0) return null;
    const parts = watched.value.map(({ part }) => {
      const target = workspace.targets.find((each) => each.part === part && each.currency === bench.currency);
      const by = target?.by ? dayNumber(target.by) : today.value + days.value;
      return {
        part,
        kind: kindOf(part),
        offers: offersOf(part).map((offer) => ({
          ...offer,
          observations:
            offer.observations === histories.observations.value.get(offer.id) ? null : offer.observations,
        })),
        target: target ? { minor: target.priceMinor, by } : null,
      };
    });
    const wish = {
      today: today.value,
      days: days.value,
      waitPerDay: workspace.watching.waitPerDayMinor,
      events: JSON.parse(JSON.stringify(events.value)) as PriceEvent[], // plain, to cross into the worker
    };
    return { parts, wish, toBuy: toBuy(), histories: histories.observations.value, pool: pool.value };
  }
  return { offersOf, toJudge };
}

/** What is watched, its histories, and what the forecast makes of them. */
export const usePrices = defineStore('prices', () => {
  const catalogueStore = useCatalogue();
  const workspace = useWorkspace();
  const bench = useBench();
  const failure = ref<string | null>(null);
  const seen = useWatched();
  const { today, watched, days, events } = seen;
  const { read, hasRead, ...histories } = usePriceHistories(
    () => watched.value.map((each) => each.part),
    failure,
  );
  const { offersOf, toJudge } = useToJudge(seen, histories);
  const { judge, ...forecast } = useVerdicts(toJudge, failure);
  const soon = useDebounceFn(() => read(false).then(judge), REST_MS);
  watch([watched, events, days, () => workspace.targets, () => workspace.watching, () => bench.index], () =>
    soon(),
  );
  watch(
    () => catalogueStore.loads,
    () => void read(true).then(judge),
    { immediate: true },
  );

  return {
    ...histories,
    ...forecast,
    ...priceEdits(workspace),
    watched,
    failure,
    today,
    days,
    events,
    offersOf,
    read: () => read(true).then(judge),
    /** How what the active candidate lacks is best bought together; null while that is not known. */
    joint: computed(() => forecast.joints.value.get(workspace.active.id) ?? null),
    /** A saving as it may be promised: no more than own forecasts have delivered. */
    promise: computed(() => histories.reliability.value?.promise ?? FIRST_PROMISE),
    /** The histories of what is watched are here. */
    isReady: computed(() => bench.index !== null && hasRead.value && !histories.isReading.value),
  };
});
