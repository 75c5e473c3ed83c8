/**
 * The most of each thing that is kept, counted in total and not by call: what is let in by these limits is read back by
 * the same ones.
 */
export const MOST = {
  parts: 50_000,
  shops: 2000,
  offers: 500_000,
  deals: 20_000,
  games: 2000,
  /** Rates in each of the lists of a frame model. */
  rates: 20_000,
  currencyRates: 1000,
  records: 50_000,
  rigs: 500,
  runs: 20_000,
  packs: 500,
  feeds: 2000,
  briefs: 200,
  /** Candidates of a brief, archived ones counted. */
  candidates: 40,
  /** Steps of a brief that can be undone; older ones are dropped first. */
  steps: 300,
} as const;
