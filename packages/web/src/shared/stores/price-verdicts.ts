import type { BacktestRow, BacktestSummary, JointPlan } from '@ripe-pick/core/prices';
import { proxy, wrap, type Remote } from 'comlink';
import { ref, shallowRef, type Ref } from 'vue';
import type { JudgeWish, Judging, PartToJudge, Pooled, PriceVerdict } from '../../workers/prices.worker.ts';
import { givingWay } from './give-way.ts';

/** So long the forecast lets a plan go first, which someone waits for. */
const GIVES_WAY_MS = 4000;

/** What is judged, as it is when a turn comes. */
export interface ToJudge {
  readonly parts: readonly PartToJudge[];
  readonly wish: JudgeWish;
  /** What each candidate still has to buy, by its id. */
  readonly toBuy: ReadonlyMap<string, readonly string[]>;
}

/** What the advice would have done on the histories, in the forecast's worker. */
const backtestIn =
  (worker: () => Remote<Judging>, toJudge: () => ToJudge | null) =>
  (
    horizon: number,
    every: number,
    report: (done: number, of: number) => void,
  ): Promise<{ rows: readonly BacktestRow[]; summary: BacktestSummary }> => {
    const now = toJudge();
    if (!now) return Promise.reject(new Error('nothing is watched'));
    return worker().backtest(
      now.parts.map(({ part, kind, offers }) => ({ id: part, kind, offers })),
      { ...now.wish, days: horizon, every },
      proxy(({ done, of }) => report(done, of)),
    );
  };

/** What the forecast makes of what is watched, in a worker. Of several rounds asked for, the last one counts. */
export function useVerdicts(toJudge: () => ToJudge | null, failure: Ref<string | null>) {
  const verdicts = shallowRef<ReadonlyMap<string, PriceVerdict>>(new Map());
  const pooled = shallowRef<Pooled | null>(null);
  const joints = shallowRef<ReadonlyMap<string, JointPlan | null>>(new Map());
  const isJudging = ref(false);
  const way = givingWay(GIVES_WAY_MS);
  let remote: Remote<Judging> | null = null;
  let round = 0;
  const worker = () =>
    (remote ??= wrap<Judging>(
      new Worker(new URL('../../workers/prices.worker.ts', import.meta.url), { type: 'module' }),
    ));

  /** A round to its end; false when another one has begun. */
  async function judged({ toBuy, parts, wish }: ToJudge, isLast: () => boolean): Promise<boolean> {
    await worker().cancel();
    const found = await worker().pool([...parts], wish);
    if (!isLast()) return false;
    pooled.value = found;
    const fresh = new Map<string, PriceVerdict>();
    const send = (batch: readonly PriceVerdict[]) => {
      if (!isLast()) return;
      for (const each of batch) fresh.set(each.part, each);
      // While the first ones come in, the others show what was known.
      verdicts.value = new Map([...verdicts.value, ...fresh]);
    };
    await worker().judge([...parts], wish, proxy(send));
    if (!isLast()) return false;
    verdicts.value = fresh;
    const plans = new Map<string, JointPlan | null>();
    for (const [id, own] of toBuy) plans.set(id, await worker().joint([...own], wish.waitPerDay));
    if (isLast()) joints.value = plans;
    return isLast();
  }

  async function judge(): Promise<void> {
    if (!toJudge()) {
      verdicts.value = new Map();
      return;
    }
    const mine = ++round;
    const isLast = () => mine === round;
    isJudging.value = true;
    try {
      await way.turn();
      const now = isLast() ? toJudge() : null;
      if (now && (await judged(now, isLast))) failure.value = null;
    } catch (error) {
      if (isLast())
        failure.value = `The forecast failed: ${error instanceof Error ? error.message : String(error)}`;
    } finally {
      if (isLast()) isJudging.value = false;
    }
  }

  const runBacktest = backtestIn(worker, toJudge);
  const stopBacktest = () => void worker().cancelBacktest();
  return { verdicts, pooled, joints, isJudging, judge, giveWay: way.to, runBacktest, stopBacktest };
}
