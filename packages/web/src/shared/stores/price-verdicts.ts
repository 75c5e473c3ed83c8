import type { BacktestRow, BacktestSummary, JointPlan, Observation } from '@ripe-pick/core/prices';
import { proxy, type Remote } from 'comlink';
import { ref, shallowRef, type Ref } from 'vue';
import type {
  JudgeWish,
  Judging,
  PartToJudge,
  Pooled,
  PoolPart,
  PriceVerdict,
} from '../../workers/prices.worker.ts';
import { givingWay } from './give-way.ts';
import { KeptWorker } from './kept-worker.ts';

/** So long the forecast lets a plan go first, which someone waits for. */
const GIVES_WAY_MS = 4000;

/** What is judged, as it is when a turn comes. */
export interface ToJudge {
  readonly parts: readonly PartToJudge[];
  readonly wish: JudgeWish;
  /** Histories by offer, and those that are learnt from beside them; the same objects while they are the same. */
  readonly histories: ReadonlyMap<string, readonly Observation[]>;
  readonly pool: readonly PoolPart[];
  /** What each candidate still has to buy, by its id. */
  readonly toBuy: ReadonlyMap<string, readonly string[]>;
}

type TellHistories = (judging: Remote<Judging>, asked: ToJudge) => Promise<void>;

/** What the advice would have done on the histories, in the forecast's worker. */
const backtestIn =
  (worker: KeptWorker<Judging>, tellHistories: TellHistories, toJudge: () => ToJudge | null) =>
  async (
    horizon: number,
    every: number,
    report: (done: number, of: number) => void,
  ): Promise<{ rows: readonly BacktestRow[]; summary: BacktestSummary }> => {
    const now = toJudge();
    if (!now) throw new Error('nothing is watched');
    return worker.ask(async (judging) => {
      await tellHistories(judging, now);
      return judging.backtest(
        now.parts.map(({ part, kind, offers }) => ({ id: part, kind, offers: [...offers] })),
        { ...now.wish, days: horizon, every },
        proxy(({ done, of }) => report(done, of)),
      );
    });
  };

/** The worker that forecasts, and what tells it the histories that it does not have yet. */
function judgingWorker() {
  const worker = new KeptWorker<Judging>(
    () => new Worker(new URL('../../workers/prices.worker.ts', import.meta.url), { type: 'module' }),
    () => {
      told = { histories: new Map(), pool: [] };
      return Promise.resolve();
    },
  );
  /** What the worker has. */
  let told: Pick<ToJudge, 'histories' | 'pool'> = { histories: new Map(), pool: [] };
  const tellHistories: TellHistories = async (judging, { histories, pool }) => {
    const fresh = [...histories].filter(([offer, each]) => told.histories.get(offer) !== each);
    const isPoolNew = told.pool !== pool;
    told = { histories, pool };
    if (fresh.length > 0 || isPoolNew) await judging.learn(new Map(fresh), isPoolNew ? [...pool] : null);
  };
  return { worker, tellHistories };
}

/** What the forecast makes of what is watched, in a worker. Of several rounds asked for, the last one counts. */
export function useVerdicts(toJudge: () => ToJudge | null, failure: Ref<string | null>) {
  const verdicts = shallowRef<ReadonlyMap<string, PriceVerdict>>(new Map());
  const pooled = shallowRef<Pooled | null>(null);
  const joints = shallowRef<ReadonlyMap<string, JointPlan | null>>(new Map());
  const isJudging = ref(false);
  const way = givingWay(GIVES_WAY_MS);
  let round = 0;
  const { worker, tellHistories } = judgingWorker();

  /** What was sent stays as it is until it is sent anew: also what comes of a round that another one took the place of. */
  const take = (batch: readonly PriceVerdict[]) => {
    verdicts.value = new Map([...verdicts.value, ...batch.map((each) => [each.part, each] as const)]);
  };

  /** A round to its end; false when another one has begun. */
  async function judged(judging: Remote<Judging>, asked: ToJudge, isLast: () => boolean): Promise<boolean> {
    const { toBuy, parts, wish } = asked;
    await judging.cancel();
    await tellHistories(judging, asked);
    const found = await judging.pool([...parts], wish);
    if (!isLast()) return false;
    pooled.value = found;
    const silent = new Set(await judging.judge([...parts], wish, proxy(take)));
    if (!isLast()) return false;
    const known = new Set(parts.flatMap(({ part }) => (silent.has(part) ? [] : [part])));
    await judging.keepOnly(parts.map(({ part }) => part));
    if (!isLast()) return false;
    if ([...verdicts.value.keys()].some((part) => !known.has(part)))
      verdicts.value = new Map([...verdicts.value].filter(([part]) => known.has(part)));
    const plans = new Map<string, JointPlan | null>();
    for (const [id, own] of toBuy) plans.set(id, await judging.joint([...own], wish.waitPerDay));
    if (isLast()) joints.value = plans;
    return isLast();
  }

  async function judge(): Promise<void> {
    if (!toJudge()) {
      verdicts.value = new Map();
      worker.tell((judging) => void judging.keepOnly([]));
      return;
    }
    const mine = ++round;
    const isLast = () => mine === round;
    isJudging.value = true;
    try {
      await way.turn();
      const now = isLast() ? toJudge() : null;
      if (now && (await worker.ask((judging) => judged(judging, now, isLast)))) failure.value = null;
    } catch (error) {
      if (isLast())
        failure.value = `The forecast failed: ${error instanceof Error ? error.message : String(error)}`;
    } finally {
      if (isLast()) isJudging.value = false;
    }
  }

  const runBacktest = backtestIn(worker, tellHistories, toJudge);
  const stopBacktest = () => worker.tell((judging) => void judging.cancelBacktest());
  return { verdicts, pooled, joints, isJudging, judge, giveWay: way.to, runBacktest, stopBacktest };
}
