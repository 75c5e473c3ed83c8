import type { PathReport } from '../model/path-report.ts';

/** How one path runs against another over time. */
export interface Overtaking {
  /** First month from which it is ahead and stays so to the horizon; null when it ends level or behind. */
  readonly aheadFrom: number | null;
  /** First month by whose end its sum over the months so far has caught up and stays so; null when it never does. */
  readonly caughtUpFrom: number | null;
  /** Mean lead before and from `aheadFrom`, in thousandths. */
  readonly before: number;
  readonly after: number;
}

const mean = (values: readonly number[]) =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;

/** Where a path overtakes another; null while a rate of either is not known. Plain months, without the discount. */
export function overtaking(
  path: Pick<PathReport, 'scores'>,
  other: Pick<PathReport, 'scores'>,
): Overtaking | null {
  const { scores } = path;
  const others = other.scores;
  if (!scores || !others) return null;
  const lead = scores.map((score, month) => score - others[month]);
  let aheadFrom: number | null = null;
  for (let month = lead.length - 1; month >= 0 && lead[month] >= 0; month--)
    if (lead[month] > 0) aheadFrom = month;
  let sum = 0;
  const sums = lead.map((each) => (sum += each));
  let caughtUpFrom: number | null = null;
  for (let month = sums.length - 1; month >= 0 && sums[month] >= 0; month--) caughtUpFrom = month;
  const at = aheadFrom ?? lead.length;
  return { aheadFrom, caughtUpFrom, before: mean(lead.slice(0, at)), after: mean(lead.slice(at)) };
}
