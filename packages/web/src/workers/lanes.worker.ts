import { SLOTS, type Brief, type Catalogue, type Picks, type Slot } from '@ripe-pick/core/parts';
import { openSession } from '@ripe-pick/core/session';
import { tradesFor, type Trade } from '@ripe-pick/core/swaps';
import { serveWork } from './serve.ts';

/** A trade as it crosses to the page: its part and its offer by their ids, which the page has. */
export interface ToldTrade extends Omit<Trade, 'part' | 'offer'> {
  readonly part: string | null;
  readonly offer: string | null;
}
interface ToldLanes {
  /** Lanes that are not as they were told the last time. */
  readonly lanes: readonly (readonly [Slot, readonly ToldTrade[]])[];
  readonly steepest: ToldTrade | null;
}

let catalogue: Catalogue | null = null;
let trades: ReturnType<typeof tradesFor> | null = null;

/** What was told the last time, by slot. */
let before = new Map<Slot, string>();

const told = (trade: Trade): ToldTrade => ({
  ...trade,
  part: trade.part?.id ?? null,
  offer: trade.offer?.id ?? null,
});

const lanes = {
  load(next: Catalogue): void {
    catalogue = next;
    trades = null;
    before = new Map();
  },
  cancel(): void {},
  /**
   * All trades around some picks.
   *
   * @param brief another one than the last time; null: the same
   * @returns null where no brief is known: it is to be given once more
   */
  around(brief: Brief | null, picks: Picks, isWhole: boolean): ToldLanes | null {
    if (!catalogue) throw new Error('lanes: no catalogue was loaded; this is our bug');
    if (brief) {
      trades = tradesFor(openSession(catalogue, brief));
      before = new Map(); // the page has other parts and offers then
    }
    if (!trades) return null;
    const found = trades(picks, isWhole);
    return {
      lanes: SLOTS.flatMap((slot) => {
        const lane = found.lanes[slot].map(told);
        const text = JSON.stringify(lane);
        const isNew = before.get(slot) !== text;
        before.set(slot, text);
        return isNew ? [[slot, lane] as const] : [];
      }),
      steepest: found.steepest && told(found.steepest),
    };
  },
};
export type LanesWorker = typeof lanes;
serveWork(lanes);
