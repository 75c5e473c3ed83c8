/** How far a world lies from what any model of it can know. Standard deviations are of logarithms. */
export interface Harshness {
  /** Parts around their sheets: a maker's whole architecture, and each part by itself. */
  readonly architecture: number;
  readonly part: number;
  /** What one game makes of one part, and of an architecture. */
  readonly partByGame: number;
  readonly architectureByGame: number;
  /** What is particular to a source, to a source in a game, and to one of its charts. */
  readonly source: number;
  readonly sourceByGame: number;
  readonly chart: number;
  /** How far drivers move an architecture from one quarter of a year to the next, in a game. */
  readonly drift: number;
  /** Of a single bar, and the degrees of freedom of its tail (Student's t). */
  readonly noise: number;
  readonly tail: number;
  /** Share of charts that are wrong as a whole, and of bars that are. */
  readonly wrongCharts: number;
  readonly wrongBars: number;
}

export const HARSHNESSES = {
  mild: {
    ...{ architecture: 0.1, part: 0.1, partByGame: 0.015, architectureByGame: 0.01 },
    ...{ source: 0.008, sourceByGame: 0.008, chart: 0.005, drift: 0.003 },
    ...{ noise: 0.015, tail: 12, wrongCharts: 0, wrongBars: 0 },
  },
  real: {
    ...{ architecture: 0.18, part: 0.18, partByGame: 0.04, architectureByGame: 0.03 },
    ...{ source: 0.015, sourceByGame: 0.02, chart: 0.012, drift: 0.01 },
    ...{ noise: 0.02, tail: 5, wrongCharts: 0.02, wrongBars: 0.01 },
  },
  harsh: {
    ...{ architecture: 0.25, part: 0.25, partByGame: 0.08, architectureByGame: 0.06 },
    ...{ source: 0.03, sourceByGame: 0.04, chart: 0.025, drift: 0.02 },
    ...{ noise: 0.035, tail: 3, wrongCharts: 0.05, wrongBars: 0.03 },
  },
} as const satisfies Record<string, Harshness>;
export type HarshnessName = keyof typeof HARSHNESSES;
