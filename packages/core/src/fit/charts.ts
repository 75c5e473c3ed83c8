import type { BenchRecord } from '../parts/index.ts';
import { RANDOM_EFFECTS } from './layout.ts';
import type { Rows } from './rows.ts';
import { levelVariance, type Posterior } from './posterior.ts';
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
/** A chart further off than so many standard deviations, and by so much, disagrees as a whole. Chosen. */
const DISAGREES = { z: 2.2, ln: 0.1 } as const;
/** A chart of which the rest tells less than this share says nothing. */
const LEAST_KNOWN = 1e-4;

/**
 * Every chart against the others. What its level would be if nothing held it to 0 is its mean shift by generalised least squares, without it
 * among those that it is held against (D. A. Harville, 1977).
 */
export function chartFindingsOf(
  { prepared, rows }: Rows,
  scales: Scales,
  { games }: Posterior,
): ChartFinding[] {
  const { chart: scatter } = scales.scatters;
  return games.flatMap((game) => {
    const { levels, u, precision } = game.solved;
    const bars = new Map<number, BenchRecord[]>();
    levels.rows.forEach((r, n) => {
      if (rows[r].figure !== 'average') return;
      const level = levels.of[n * RANDOM_EFFECTS.length + CHART];
      bars.set(level, [...(bars.get(level) ?? []), prepared[rows[r].record].usable.record]);
    });
    return [...bars].flatMap(([level, records]): ChartFinding[] => {
      if (records.length < FEWEST_BARS) return [];
      const prior = 1 / precision[level];
      const known = 1 - levelVariance(game, level) / prior;
      if (known < LEAST_KNOWN) return [];
      const offLn = u[level] / known;
      const doubt = (prior * (1 - known)) / known;
      // Sound charts scatter too.
      const z = offLn / Math.sqrt(doubt + scatter ** 2);
      const [{ game: id, source: from, preset, widthPx, heightPx }] = records;
      return [
        {
          ...{ game: id, source: from.name, on: from.on, preset, widthPx, heightPx },
          ids: records.map((record) => record.id),
          ...{ offLn, z, disagrees: Math.abs(z) > DISAGREES.z && Math.abs(offLn) > DISAGREES.ln },
        },
      ];
    });
  });
}
