import { openSession } from '@ripe-pick/core/session';
import {
  today as localToday,
  dailyPrices,
  type Series,
  type Target,
  type CalendarEvent,
  type Watching,
} from '@ripe-pick/contract';
import {
  usualSeasons,
  type BacktestRow,
  type BacktestSummary,
  type JointPlan,
  type Observation,
  type PriceEvent,
  type Reliability,
  type Ripeness,
} from '@ripe-pick/core/prices';
import { slotWords, type Picks, type Slot } from '@ripe-pick/core/parts';
import { dayNumber } from '@ripe-pick/core/units';
import { daysAhead, trackedOffers, watchList, type Watched } from '@ripe-pick/core/watch';
import { proxy, wrap, type Remote } from 'comlink';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import type { JudgeWish, Judging, PartToJudge, Pooled, Verdict } from '../../workers/prices.worker.ts';
import { call, failureText } from '../api/client.ts';
import { useBench } from './bench.ts';
import { givingWay } from './give-way.ts';
import { useMarket } from './market.ts';
import { useWorkspace } from './workspace.ts';

/** Offers outside the watch list whose histories teach the prior. */
const POOL = 60;
/** Edits in a row are judged once. */
const REST_MS = 250;

/** So long the forecast lets a plan go first, which someone waits for. */
const GIVES_WAY_MS = 4000;

/** What is watched, its histories, and what the forecast makes of them, in a worker. */
export const usePrices = defineStore('prices', () => {
  const market = useMarket();
  const workspace = useWorkspace();
  const bench = useBench();
  const series = shallowRef<ReadonlyMap<string, Series>>(new Map());
  const pool = shallowRef<readonly Series[]>([]);
  const sources = shallowRef<readonly string[]>([]);
  const verdicts = shallowRef<ReadonlyMap<string, Verdict>>(new Map());
  const pooled = shallowRef<Pooled | null>(null);
  const joint = shallowRef<JointPlan | null>(null);
  const reliability = shallowRef<(Omit<Reliability, 'judged'> & { judged: number; open: number }) | null>(
    null,
  );
  const isReading = ref(false);
  const hasRead = ref(false);
  const isJudging = ref(false);
  const failure = ref<string | null>(null);
  const way = givingWay(GIVES_WAY_MS);
  let remote: Remote<Judging> | null = null;
  let round = 0;
  let timer: ReturnType<typeof setTimeout> | null = null;

  const worker = () =>
    (remote ??= wrap<Judging>(
      new Worker(new URL('../../workers/prices.worker.ts', import.meta.url), { type: 'module' }),
    ));

  const today = computed(() => dayNumber(market.catalogue?.today ?? localToday()));
  const targets = computed(() => workspace.targets);
  const watched = computed<readonly Watched[]>(() =>
    market.catalogue
      ? watchList(openSession(market.catalogue, workspace.brief), {
          active: workspace.picks,
          others: workspace.shown.map((each) => each.picks as Picks),
          targets: targets.value.map((each) => each.part),
        })
      : [],
  );
  const days = computed(() =>
    daysAhead(workspace.brief, market.catalogue?.today ?? '1970-01-01', workspace.watching.days),
  );
  const events = computed<readonly PriceEvent[]>(() => [
    ...workspace.events,
    ...(workspace.watching.seasons ? usualSeasons(today.value, days.value) : []),
  ]);

  /** Reads the histories of what is watched, unless they are there. */
  async function read(again = false): Promise<void> {
    const parts = watched.value.map((each) => each.part);
    const known = new Set([...series.value.values()].map((each) => each.part));
    if (!again && parts.every((part) => known.has(part) || asked.has(part))) return;
    isReading.value = true;
    try {
      for (const part of parts) asked.add(part);
      const answer = await call('priceHistory', { parts, pool: POOL });
      const wanted = new Set(parts);
      series.value = new Map(
        answer.series.filter((each) => wanted.has(each.part)).map((each) => [each.offer, each]),
      );
      pool.value = answer.series.filter((each) => !wanted.has(each.part));
      sources.value = answer.sources;
      hasRead.value = true;
      reliability.value = await call('reliability', undefined);
      failure.value = null;
    } catch (error) {
      failure.value = failureText(error, 'The price histories could not be read.');
    } finally {
      isReading.value = false;
    }
  }
  const asked = new Set<string>();

  const observations = computed(() => {
    const out = new Map<string, Observation[]>();
    for (const [offer, each] of series.value) out.set(offer, dailyPrices(each));
    return out;
  });
  const offersOf = (part: string) =>
    bench.index ? trackedOffers(part, bench.index, (offer) => observations.value.get(offer) ?? []) : [];

  function wishNow(): JudgeWish {
    return {
      today: today.value,
      days: days.value,
      waitPerDay: workspace.watching.waitPerDayMinor,
      events: JSON.parse(JSON.stringify(events.value)) as PriceEvent[], // plain, to cross into the worker
      pool: pool.value.map((each) => ({
        kind: market.parts.find((part) => part.id === each.part)?.kind ?? null,
        observations: dailyPrices(each),
      })),
    };
  }
  function toJudge(): PartToJudge[] {
    const currency = bench.currency;
    return watched.value.map(({ part }) => {
      const target = targets.value.find((each) => each.part === part && each.currency === currency);
      return {
        part,
        kind: market.parts.find((each) => each.id === part)?.kind ?? null,
        offers: offersOf(part),
        target: target
          ? { minor: target.priceMinor, by: target.by ? dayNumber(target.by) : today.value + days.value }
          : null,
      };
    });
  }

  async function judge(): Promise<void> {
    if (!bench.index || watched.value.length === 0) {
      verdicts.value = new Map();
      return;
    }
    const mine = ++round;
    isJudging.value = true;
    try {
      await way.turn();
      if (mine !== round) return;
      const parts = toJudge();
      const wish = wishNow();
      await worker().cancel();
      const found = await worker().pool(parts, wish);
      if (mine !== round) return;
      pooled.value = found;
      const fresh = new Map<string, Verdict>();
      const send = (batch: readonly Verdict[]) => {
        if (mine !== round) return;
        for (const each of batch) fresh.set(each.part, each);
        // While the first ones come in, the others show what was known.
        verdicts.value = new Map([...verdicts.value, ...fresh]);
      };
      await worker().judge(parts, wish, found.prior, proxy(send));
      if (mine !== round) return;
      verdicts.value = fresh;
      const picks = watched.value.filter((each) => each.why === 'pick').map((each) => each.part);
      joint.value = await worker().joint(picks, workspace.watching.waitPerDayMinor);
      failure.value = null;
    } catch (error) {
      if (mine === round)
        failure.value = `The forecast failed: ${error instanceof Error ? error.message : String(error)}`;
    } finally {
      if (mine === round) isJudging.value = false;
    }
  }
  function soon(): void {
    if (timer) clearTimeout(timer);
    timer = setTimeout(() => void read().then(judge), REST_MS);
  }
  watch([watched, events, days, targets, () => workspace.watching, () => bench.index], soon);
  watch(
    () => market.loads,
    () => {
      asked.clear();
      void read(true).then(judge);
    },
    { immediate: true },
  );

  /** The histories of what is watched are here. */
  const isReady = computed(() => bench.index !== null && hasRead.value && !isReading.value);
  const ripeness = (part: string): Ripeness | null => verdicts.value.get(part)?.ripeness ?? null;
  /** A saving as it may be promised: no more than own forecasts have delivered. */
  const promise = computed(() => reliability.value?.promise ?? 0.85);

  async function runBacktest(
    horizon: number,
    every: number,
    report: (done: number, of: number) => void,
  ): Promise<{ rows: readonly BacktestRow[]; summary: BacktestSummary }> {
    const parts = toJudge().map(({ part, kind, offers }) => ({ id: part, kind, offers }));
    return worker().backtest(
      parts,
      { ...wishNow(), days: horizon, every },
      proxy(({ done, of }) => report(done, of)),
    );
  }

  // Changes, all undoable.
  const setTarget = (part: string, slot: Slot | null, target: Omit<Target, 'id' | 'part'> | null) =>
    workspace.edit(
      `${target ? 'set' : 'remove'} a target${slot ? ` for the ${slotWords(slot)}` : ''}`,
      (state) => {
        const others = state.targets.filter((each) => each.part !== part);
        return {
          ...state,
          targets: target
            ? [...others, { ...target, id: `target-${crypto.randomUUID().slice(0, 8)}`, part }]
            : others,
        };
      },
    );
  const putEvent = (event: CalendarEvent) =>
    workspace.edit(`keep “${event.name}” in the calendar`.slice(0, 300), (state) => ({
      ...state,
      events: [...state.events.filter((each) => each.id !== event.id), event],
    }));
  const putEvents = (added: readonly CalendarEvent[]) =>
    workspace.edit(`take ${added.length} events in`, (state) => ({
      ...state,
      events: [...state.events.filter((each) => !added.some((other) => other.id === each.id)), ...added],
    }));
  const removeEvent = (id: string) =>
    workspace.edit('remove an event', (state) => ({
      ...state,
      events: state.events.filter((each) => each.id !== id),
    }));
  const setWatching = (label: string, change: Partial<Watching>) =>
    workspace.edit(label, (state) => ({ ...state, watching: { ...state.watching, ...change } }));

  return {
    watched,
    series,
    pool,
    sources,
    verdicts,
    pooled,
    joint,
    reliability,
    promise,
    isReading,
    isJudging,
    failure,
    today,
    days,
    events,
    observations,
    offersOf,
    ripeness,
    read: () => read(true).then(judge),
    giveWay: way.to,
    runBacktest,
    stopBacktest: () => void worker().cancelBacktest(),
    isReady,
    setTarget,
    putEvent,
    putEvents,
    removeEvent,
    setWatching,
  };
});
