import { whole } from '../../shared/format/format.ts';
/** Tables that people know, by what they call their rows. */
const KINDS = [
  ['parts', 'part', 'parts'],
  ['offers', 'offer', 'offers'],
  ['games', 'game', 'games'],
  ['records', 'benchmark', 'benchmarks'],
  ['bench_runs', 'own run', 'own runs'],
  ['price_offers', 'price history', 'price histories'],
  ['briefs', 'brief', 'briefs'],
  ['candidates', 'candidate', 'candidates'],
  ['kept', 'entry of buying and watching', 'entries of buying and watching'],
  ['feeds', 'source of prices', 'sources of prices'],
  ['receipts', 'receipt', 'receipts'],
] as const;

type RowCounts = Readonly<Record<string, number>>;

/** What rows by table come to in words; tables that nobody knows by name are left out. */
export const rowsInWords = (tables: RowCounts, receipts = 0): string =>
  KINDS.flatMap(([table, one, many]) => {
    const count = table === 'receipts' ? receipts : (tables[table] ?? 0);
    return count === 0 ? [] : [`${whole(count)} ${count === 1 ? one : many}`];
  }).join(', ') || 'nothing yet';

/** Rows of all tables together. */
export const total = (tables: RowCounts): number =>
  Object.values(tables).reduce((sum, each) => sum + each, 0);
