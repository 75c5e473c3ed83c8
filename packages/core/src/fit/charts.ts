import type { BenchRecord } from '../parts/index.ts';
import { RANDOM_EFFECTS } from './layout.ts';
import type { Rows } from './rows.ts';
import { normalQuantile, quantile } from '../stats/index.ts';
import { levelVariance, type GamePosterior, type Posterior } from './posterior.ts';
import type { Scales } from './noise.ts';

/** A chart against what all others say of its bars. */
export interface ChartFinding {
  readonly game: string;
  readonly source: string;
  readonly on: string;
  readonly preset: string | null;
  readonly widthPx: number | null;
  readonly heightPx: number | null;
  /** Records of its bars. */
  readonly ids: readonly string[];
  /** By how much the whole chart lies above the rest, as a logarithm, and the same in standard deviations of what sound charts do. */
  readonly offLn: number;
  readonly z: number;
  readonly disagrees: boolean;
}

const CHART = RANDOM_EFFECTS.indexOf('chart');
/** Fewer bars than this are bars that disagree, and no chart. */
const FEWEST_BARS = 3;
/**
 * A chart disagrees as a whole when it is further off than this, and when that speaks so much more for a chart that is wrong (its level strays by
 * `wrongSd`) than for a sound one: the logarithm of the Bayes factor. Where the rest leaves more open than `mostSd` nobody can tell. Found on
 * worlds that are not reported.
 */
const DISAGREES = { ln: 0.13, wrongSd: 0.15, lnFactor: 0.2, mostSd: 0.3 } as const;
/** A chart of which the rest tells less than this share says nothing. */
const LEAST_KNOWN = 1e-4;

/** ln of how much likelier it is to see a chart so far off if it is wrong than if it is sound. @param sd what sound charts are off by */
function lnFactorOf(offLn: number, sd: number): number {
  const ratio = (DISAGREES.wrongSd / sd) ** 2;
  return ((offLn / sd) ** 2 * ratio) / (1 + ratio) / 2 - Math.log1p(ratio) / 2;
}

/** A chart with what it is off by, and the standard deviation that sound charts have. */
interface Strays {
  readonly records: readonly BenchRecord[];
  readonly offLn: number;
  readonly sd: number;
}

/**
 * What every chart of a game is off by: what its level would be if nothing held it to 0 is its mean shift by generalised least squares, without
 * it among those that it is held against (D. A. Harville, 1977).
 */
function straysOf({ prepared, rows }: Rows, { scatters }: Scales, game: GamePosterior): Strays[] {
  const { levels, u, precision } = game.solved;
  const bars = new Map<number, BenchRecord[]>();
  levels.rows.forEach((r, n) => {
    if (rows[r].figure !== 'average') return;
    const level = levels.of[n * RANDOM_EFFECTS.length + CHART];
    bars.set(level, [...(bars.get(level) ?? []), prepared[rows[r].record].usable.record]);
  });
  return [...bars].flatMap(([level, records]): Strays[] => {
    if (records.length < FEWEST_BARS) return [];
    const prior = 1 / precision[level];
    const known = 1 - levelVariance(game, level) / prior;
    if (known < LEAST_KNOWN) return [];
    const doubt = (prior * (1 - known)) / known;
    // Sound charts scatter too.
    return [{ records, offLn: u[level] / known, sd: Math.sqrt(doubt + scatters.chart ** 2) }];
  });
}

/**
 * By how much charts stray more than they should, if they do: all of them are known less well than it seems then. Half of it, in logarithms, since
 * charts that are wrong are among them.
 */
function strayingOf(charts: readonly Strays[]): number {
  if (charts.length === 0) return 1;
  const scores = charts.map(({ offLn, sd }) => Math.abs(offLn) / sd);
  return Math.sqrt(Math.max(1, quantile(scores, 0.8) / normalQuantile(0.9)));
}

/** Every chart against the others. */
export function chartFindingsOf(rows: Rows, scales: Scales, { games }: Posterior): ChartFinding[] {
  const charts = games.flatMap((game) => straysOf(rows, scales, game));
  const straying = strayingOf(charts);
  return charts.map(({ records, offLn, sd: before }) => {
    const sd = before * straying;
    const [{ game: id, source: from, preset, widthPx, heightPx }] = records;
    return {
      ...{ game: id, source: from.name, on: from.on, preset, widthPx, heightPx },
      ids: records.map((record) => record.id),
      ...{ offLn, z: offLn / sd },
      disagrees:
        before < DISAGREES.mostSd &&
        Math.abs(offLn) > DISAGREES.ln &&
        lnFactorOf(offLn, sd) > DISAGREES.lnFactor,
    };
  });
}
