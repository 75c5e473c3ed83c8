import { money } from '../../shared/format/format.ts';
import { useBench } from '../../shared/stores/bench.ts';

/** An amount in the budget's currency, in words; minor units. */
export function useAmount(): (minor: number | null) => string {
  const bench = useBench();
  return (minor) => (minor === null ? 'unknown' : money(minor, bench.currency));
}
