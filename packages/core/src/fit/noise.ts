import type { FitSummary, FrameModel } from '../parts/index.ts';
import { SCATTER_START, SCATTERS, type Scatter, type Scatters } from './layout.ts';
import { TAILS, USUAL_TAIL, type Tail } from './robust.ts';
import type { FigureRow, Rows } from './rows.ts';

/* How wide everything is while effects are found: the noise of records, and the scatters. */

/** Noise before any record was seen. Chosen. */
const NOISE_START = { average: 0.03, low: 0.06 };

export interface Scales {
  readonly average: ReadonlyMap<string, number>;
  readonly averageAll: number;
  readonly low: number;
  /** How heavy the tails of records are. */
  readonly tail: Tail;
  readonly scatters: Scatters;
}

/** The scales that a fit starts with. */
export function startScales(base: FrameModel, start: FitSummary | null): Scales {
  const noise = start?.noise ?? NOISE_START;
  const scatters = Object.fromEntries(
    SCATTERS.map((scatter) => [scatter, start?.estimates[`scatter:${scatter}`] ?? SCATTER_START[scatter]]),
  ) as Record<Scatter, number>; // one entry for each scatter
  const average = new Map(base.games.map((game) => [game.id, start ? game.residualSd : noise.average]));
  const tail = TAILS.find(({ freedom }) => freedom === start?.estimates.tail) ?? USUAL_TAIL;
  return { average, averageAll: noise.average, low: noise.low, tail, scatters };
}

/** Noise of a good record with the same figure. */
export const goodNoise = (row: FigureRow, scales: Scales): number =>
  row.figure === 'low' ? scales.low : (scales.average.get(row.game) ?? scales.averageAll);

export function noiseOf(row: FigureRow, scales: Scales): number {
  const own = row.noise * goodNoise(row, scales);
  return Math.sqrt(own * own + row.doubt * row.doubt);
}

/** Those of scales that were asked for: rows are gone through at every step of a fit, and keep theirs while the scales stay. */
const known = new WeakMap<Scales, { readonly of: Rows; readonly noise: Float64Array }>();

/** Noise of every row. */
export function noisesOf(rows: Rows, scales: Scales): Float64Array {
  const found = known.get(scales);
  if (found?.of === rows) return found.noise;
  const noise = Float64Array.from(rows.rows, (row) => noiseOf(row, scales));
  known.set(scales, { of: rows, noise });
  return noise;
}
