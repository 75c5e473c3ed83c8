import type { ListedBack, Slot } from '../parts/index.ts';
import { apportion } from '../units/index.ts';
import type { Booked } from './audit.ts';
import type { ListLine } from './line.ts';

/** A list's parts at its own prices, in minor units of its currency. */
interface FoundPrices {
  readonly lines: readonly {
    readonly slot: Slot;
    readonly part: string;
    readonly priceMinor: number;
    readonly backs: readonly ListedBack[];
  }[];
  /** Shipping and tax, of all lines and of the list as a whole. */
  readonly chargesMinor: number;
}

/**
 * The prices of a list for the parts that its lines were matched to. What comes off the list as a whole is spread over all its
 * parts by their price, and what comes back for the whole goes with the dearest part, so that the sums stay the list's where
 * every part has a place.
 */
export function foundPrices(
  booked: readonly Booked[],
  placed: readonly { readonly line: ListLine; readonly slot: Slot; readonly part: string }[],
): FoundPrices {
  const parts = booked.filter(({ line }) => line !== null);
  const whole = booked.find(({ line }) => line === null);
  const shares = apportion(
    whole?.goods ?? 0,
    parts.map(({ goods }) => goods),
  );
  const dearest = parts.reduce((most, each, n) => (each.goods > parts[most].goods ? n : most), 0);
  return {
    chargesMinor: booked.reduce((sum, { charges }) => sum + charges, 0),
    lines: placed.flatMap(({ line, slot, part }, place) => {
      const at = parts.findIndex((each) => each.line === line);
      if (at < 0) return [];
      const backs = at === dearest ? [...parts[at].backs, ...(whole?.backs ?? [])] : parts[at].backs;
      // A line for several pieces: each slot has its share, and what comes back goes with the first.
      const pieces = placed.filter((each) => each.line === line);
      const nth = placed.slice(0, place).filter((each) => each.line === line).length;
      const goods = Math.max(0, parts[at].goods + shares[at]);
      const priceMinor = apportion(
        goods,
        pieces.map(() => 1),
      )[nth];
      return [{ slot, part, priceMinor, backs: nth === 0 ? backs : [] }];
    }),
  };
}
