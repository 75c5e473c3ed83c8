import type { Forecast } from './forecast.ts';

/** How a price stands: waiting pays; nearly even; buying pays; too old to say; not for sale; nothing can be said. */
export type Ripeness = 'unripe' | 'turning' | 'ripe' | 'past' | 'none' | 'unknown';

/** A price that nobody has looked at for longer is past. Chosen. */
const STALE_DAYS = 10;

export function ripenessOf({
  now,
  age,
  plan,
  silence,
}: Pick<Forecast, 'now' | 'age' | 'plan' | 'silence'>): Ripeness {
  if (now === null) return 'none';
  if (age > STALE_DAYS) return 'past';
  if (silence !== null) return 'unknown';
  if (plan.isClose) return 'turning';
  return plan.advice === 'buy' ? 'ripe' : 'unripe';
}
