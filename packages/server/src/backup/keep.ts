import type { Backup } from '@ripe-pick/contract';

/** Days and weeks of which the newest daily backup is kept. */
const DAYS = 7;
const WEEKS = 4;
const DAY_MS = 86_400_000;

/** Weeks begin on Monday (ISO 8601); 1970-01-01 was a Thursday. */
const weekOf = (at: number) => Math.floor((at / DAY_MS + 3) / 7);
const dayOf = (at: number) => Math.floor(at / DAY_MS);

/** The newest of each period, of the newest periods that have any. */
function newestOf(backups: readonly Backup[], periodOf: (at: number) => number, most: number): Set<string> {
  const newest = new Map<number, Backup>();
  for (const each of backups) {
    const period = periodOf(Date.parse(each.madeAt));
    const there = newest.get(period);
    if (!there || there.madeAt < each.madeAt) newest.set(period, each);
  }
  const periods = [...newest.keys()].sort((a, b) => b - a).slice(0, most);
  return new Set(periods.map((period) => newest.get(period)?.id ?? ''));
}

/**
 * Backups that have had their time: of the daily ones the newest of seven days and of four weeks are kept; those that were
 * made by hand stay until somebody deletes them.
 */
export function outlived(backups: readonly Backup[]): Backup[] {
  const daily = backups.filter(({ kind }) => kind === 'daily');
  const kept = new Set([...newestOf(daily, dayOf, DAYS), ...newestOf(daily, weekOf, WEEKS)]);
  return daily.filter(({ id }) => !kept.has(id));
}

/** Whether it is time for the next daily backup. */
export function isDue(backups: readonly Backup[], now: Date): boolean {
  const last = Math.max(...backups.map(({ madeAt }) => Date.parse(madeAt)), 0);
  return now.getTime() - last >= DAY_MS || last > now.getTime();
}
