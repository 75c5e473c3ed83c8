import { SLOTS, type Brief, type Catalogue, type Picks, type Slot } from '@ripe-pick/core/parts';
import { hasReadyByPassed } from '@ripe-pick/core/money';
import { withLiveOffers, type LiveBasket } from '@ripe-pick/core/search/orders';
import { openSession, type Session } from '@ripe-pick/core/session';
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
  /** The same parts at offers that can be bought; null where nothing is gone, or all is since its day has passed. */
  readonly live: LiveBasket | null;
}

let catalogue: Catalogue | null = null;
/** What the brief makes of the catalogue. */
let known: { readonly session: Session; readonly trades: ReturnType<typeof tradesFor> } | null = null;

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
    known = null;
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
      const session = openSession(catalogue, brief);
      known = { session, trades: tradesFor(session) };
      before = new Map(); // the page has other parts and offers then
    }
    if (!known) return null;
    const { session, trades } = known;
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
      live: hasReadyByPassed(session.priceIndex) ? null : withLiveOffers(picks, session),
    };
  },
};
export type LanesWorker = typeof lanes;
serveWork(lanes);
