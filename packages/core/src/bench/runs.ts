import { median } from '../stats/index.ts';

/** One measured pass of a game. */
export interface RunFigures {
  /** Frames per second, frames over time. */
  readonly average: number;
  /** Length of the pass; null when not known, and then all passes count alike. */
  readonly seconds: number | null;
  /** 1 % lows under each definition, where known. */
  readonly low: number | null;
  readonly slowest: number | null;
  /** A pass that only warms the machine up. */
  readonly isWarmUp: boolean;
  /** Share of the time that the card was busy, 0 to 1. */
  readonly gpuBusy: number | null;
  /** ln of the average over the last third of the pass over that of its first third. */
  readonly driftLn: number | null;
}

export interface RunsSummary {
  /** Passes counted; warm-ups are not. */
  readonly count: number;
  /** All frames of all passes over all their time. */
  readonly average: number;
  readonly low: number | null;
  readonly slowest: number | null;
  readonly gpuBusy: number | null;
  readonly driftLn: number | null;
  /** Standard deviation of the passes' log averages; null for a single pass. */
  readonly spreadLn: number | null;
  /** Standard deviation of the summary's log average that the passes leave. */
  readonly sdLn: number;
  /** Indices of passes far from the others. They are named and still counted. */
  readonly outliers: readonly number[];
}

/** Spread of careful passes, until three tell their own. Chosen; common practice is three passes and their mean. */
const SPREAD_START_LN = 0.015;
/** How many passes that start counts for. Chosen. */
const SPREAD_PSEUDO = 3;
/** An outlier is further from the median than so many scaled median deviations, and than a share that anybody would see. */
const OUTLIER_DEVIATIONS = 3.5;
const OUTLIER_LN = 0.04;
/** Scales the median absolute deviation to a normal's standard deviation: 1 / Φ⁻¹(3/4). */
const MAD_SCALE = 1.4826;

/** Mean of rates as frames over time: time-weighted, or harmonic where no pass knows its length. */
export function meanRate(runs: readonly { readonly fps: number; readonly seconds: number | null }[]): number {
  const isTimed = runs.every((run) => run.seconds !== null && run.seconds > 0);
  let frames = 0;
  let time = 0;
  for (const { fps, seconds } of runs) {
    // Without lengths the passes are taken to show the same scene: equal frames, not equal time.
    const counted = isTimed ? fps * (seconds ?? 0) : 1;
    frames += counted;
    time += counted / fps;
  }
  return frames / time;
}

/**
 * Puts passes together; null when none is left after the warm-ups. Outliers after the modified z-score of B. Iglewicz and
 * D. C. Hoaglin, *How to Detect and Handle Outliers* (1993); at least three passes are needed to name one.
 */
export function summariseRuns(runs: readonly RunFigures[]): RunsSummary | null {
  const counted = runs.flatMap((run, index) => (run.isWarmUp ? [] : [{ run, index }]));
  if (counted.length === 0) return null;
  const logs = counted.map(({ run }) => Math.log(run.average));
  const middle = median(logs);
  const deviation = MAD_SCALE * median(logs.map((ln) => Math.abs(ln - middle)));
  const outliers =
    counted.length < 3
      ? []
      : counted
          .filter((_, k) => Math.abs(logs[k] - middle) > Math.max(OUTLIER_LN, OUTLIER_DEVIATIONS * deviation))
          .map(({ index }) => index);
  const mean = logs.reduce((a, b) => a + b, 0) / logs.length;
  const squares = logs.reduce((sum, ln) => sum + (ln - mean) ** 2, 0);
  const n = logs.length;
  const pooled = (SPREAD_PSEUDO * SPREAD_START_LN ** 2 + squares) / (SPREAD_PSEUDO + n - 1);
  const over = (read: (run: RunFigures) => number | null) => {
    const known = counted.flatMap(({ run }) => {
      const fps = read(run);
      return fps === null ? [] : [{ fps, seconds: run.seconds }];
    });
    return known.length === 0 ? null : known;
  };
  const rate = (read: (run: RunFigures) => number | null) => {
    const known = over(read);
    return known && meanRate(known);
  };
  const plain = (read: (run: RunFigures) => number | null) => {
    const known = over(read);
    return known && known.reduce((sum, { fps }) => sum + fps, 0) / known.length;
  };
  return {
    count: n,
    average: meanRate(counted.map(({ run }) => ({ fps: run.average, seconds: run.seconds }))),
    low: rate((run) => run.low),
    slowest: rate((run) => run.slowest),
    gpuBusy: plain((run) => run.gpuBusy),
    driftLn: plain((run) => run.driftLn),
    spreadLn: n < 2 ? null : Math.sqrt(squares / (n - 1)),
    sdLn: Math.sqrt(pooled / n),
    outliers,
  };
}
