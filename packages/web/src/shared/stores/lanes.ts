import type { PriceIndex } from '@ripe-pick/core/money';
import type { Brief, Picks, Slot } from '@ripe-pick/core/parts';
import type { LiveBasket } from '@ripe-pick/core/search/orders';
import type { Trade } from '@ripe-pick/core/swaps';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import type { LanesWorker, ToldTrade } from '../../workers/lanes.worker.ts';
import { useBench } from './bench.ts';
import { desksOf } from './desks.ts';
import { useWorkspace } from './workspace.ts';

/** As it can cross into a worker. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Everything that lanes hang on. */
interface LanesWish {
  readonly session: NonNullable<ReturnType<typeof useBench>['session']>;
  readonly picks: Picks;
  readonly isWhole: boolean;
}

/** A trade with the part and the offer that the page has. */
const known = ({ part, offer, ...trade }: ToldTrade, { parts, offers }: PriceIndex): Trade => ({
  ...trade,
  part: part === null ? null : (parts.get(part) ?? null),
  offer: offer === null ? null : (offers.get(offer) ?? null),
});

/** All trades around the picks, worked out in a worker: of many asked for in a row, the newest. */
export const useLanes = defineStore('lanes', () => {
  const bench = useBench();
  const workspace = useWorkspace();
  const { ask } = desksOf<'lanes', LanesWorker>(
    () => new Worker(new URL('../../workers/lanes.worker.ts', import.meta.url), { type: 'module' }),
  );
  /** Whether lanes of slots that only the user fills are drawn too. */
  const allLanes = ref(false);
  const bySlot = shallowRef<ReadonlyMap<Slot, readonly Trade[]> | null>(null);
  const steepest = shallowRef<Trade | null>(null);
  /** The same parts at offers that can be bought now; null where nothing is gone, or nothing takes its place; undefined: not known yet. */
  const live = shallowRef<LiveBasket | null>();
  const failure = ref<string | null>(null);
  const wanted = computed((): LanesWish | null =>
    bench.session ? { session: bench.session, picks: workspace.picks, isWhole: allLanes.value } : null,
  );
  let running: Promise<void> | null = null;
  let told: LanesWish['session'] | undefined; // the worker has its brief

  async function workOut({ session, picks, isWhole }: LanesWish): Promise<void> {
    const around = (brief: Brief | null) =>
      ask('lanes', (worker) => worker.around(brief, { ...picks }, isWhole));
    const isTold = told === session;
    told = session;
    // A worker that was begun anew knows no brief.
    const answer = (isTold ? await around(null) : null) ?? (await around(plain(session.brief)));
    if (!answer) return;
    const here = (trade: ToldTrade) => known(trade, session.priceIndex);
    bySlot.value = new Map([
      ...(bySlot.value ?? []),
      ...answer.lanes.map(([slot, lane]) => [slot, lane.map(here)] as const),
    ]);
    steepest.value = answer.steepest && here(answer.steepest);
    live.value = answer.live;
  }
  async function untilNewest(): Promise<void> {
    let done: LanesWish | null = null;
    while (wanted.value && wanted.value !== done) {
      done = wanted.value;
      await workOut(done);
    }
  }
  /** Works out the newest; resolves when they are there. */
  function fresh(): Promise<void> {
    return (running ??= untilNewest()
      .then(
        () => (failure.value = null),
        (error: unknown) => {
          told = live.value = undefined;
          failure.value = `The lanes could not be worked out: ${error instanceof Error ? error.message : String(error)}`;
        },
      )
      .then(() => {
        running = null;
      }));
  }
  watch(wanted, () => void fresh(), { immediate: true });

  return { bySlot, steepest, live, allLanes, failure, fresh };
});
