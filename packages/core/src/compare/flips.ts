import { openSession, type Session } from '../session/index.ts';
import type { Work } from '../work/index.ts';
import type { Answer } from '../search/index.ts';
import { SLOTS, type Offer, type Slot } from '../parts/index.ts';
import { changedSlots, solved } from './best-set.ts';
import { LARGEST_MOVE, rivalsOf } from './rivals.ts';

/** A change of the world that changes the best set. */
export interface Flip {
  readonly kind: 'rise' | 'fall' | 'stock' | 'weight';
  /** The part whose price moves or that runs out, with its slot and offer; null for weights. */
  readonly slot: Slot | null;
  readonly part: string | null;
  readonly offer: string | null;
  /** The game whose weight changes. */
  readonly game: string | null;
  /** Size of the move: minor units of the shop's currency for prices, a factor for weights, 0 for stock. */
  readonly move: number;
  /** The move as a share of the price, or |ln factor|; what the list is sorted by. Null for stock. */
  readonly distance: number | null;
  /** The best set after the move; null when nothing fits any more. */
  readonly becomes: Answer | null;
  /** Slots whose part changes. */
  readonly changes: readonly Slot[];
}

export interface FlipProgress {
  readonly found: Flip | null;
  /** Share of the work that is done. */
  readonly done: number;
}

type FlipSearch = Work<FlipProgress, readonly Flip[]>;

/** How finely a move is told, as a share of the price. Chosen. */
const FINENESS = 1 / 500;
/** Weight factors tried, nearest first. */
const FACTORS = [1.15, 1.4, 2, 3, 5];

/** The best set of a session, and what becomes of it when the world is changed. */
class BestSet {
  constructor(
    readonly session: Session,
    readonly best: Answer,
  ) {}

  /** The best set of another catalogue or brief, where it is another set. */
  changed(world: Partial<Pick<Session, 'catalogue' | 'brief'>>): Pick<Flip, 'becomes' | 'changes'> | null {
    const { catalogue, brief, limit } = { ...this.session, ...world };
    const becomes = solved(openSession(catalogue, brief), limit);
    const changes = changedSlots(this.best, becomes);
    return changes.length > 0 ? { becomes, changes } : null;
  }

  private withOffers(change: (offer: Offer) => readonly Offer[]) {
    const { catalogue } = this.session;
    return this.changed({ catalogue: { ...catalogue, offers: catalogue.offers.flatMap(change) } });
  }

  without(offer: Offer) {
    return this.withOffers((each) => (each.id === offer.id ? [] : [each]));
  }

  priced(offer: Offer, priceMinor: number) {
    return this.withOffers((each) => [each.id === offer.id ? { ...each, priceMinor } : each]);
  }

  /** Smallest move of an offer's price, up or down, at which the set changes; null when none does within reach. */
  nearestMove(offer: Offer, sign: 1 | -1, reach: number) {
    const step = Math.max(1, Math.round(offer.priceMinor * FINENESS));
    const at = (steps: number) => this.priced(offer, Math.max(1, offer.priceMinor + sign * steps * step));
    let high = Math.max(1, Math.ceil(reach / step));
    let changed = at(high);
    if (!changed) return null;
    let low = 0;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      const tried = at(middle);
      if (tried) [high, changed] = [middle, tried];
      else low = middle;
    }
    const move = sign * high * step;
    return { ...changed, move, distance: (sign * move) / offer.priceMinor };
  }

  /** The smallest factor on a game's weight, up or down, that changes the set. */
  nearestWeight(game: string, sign: 1 | -1) {
    const { brief } = this.session;
    for (const move of FACTORS.map((each) => each ** sign)) {
      const games = brief.play.games.map((each) =>
        each.game === game ? { ...each, weight: each.weight * move } : each,
      );
      const changed = this.changed({ brief: { ...brief, play: { ...brief.play, games } } });
      if (changed) return { ...changed, move, distance: Math.abs(Math.log(move)) };
    }
    return null;
  }
}

/** Everything that is tried, one after the other; each gives the flip that it found. */
function triesOf(set: BestSet): (() => Flip | null)[] {
  const { session, best } = set;
  const { brief, catalogue } = session;
  const offers = new Map(catalogue.offers.map((offer) => [offer.id, offer]));
  const ofOffer = (slot: Slot, offer: Offer) => ({ slot, part: offer.part, offer: offer.id, game: null });
  const ofPicks = SLOTS.flatMap((slot) => {
    const offer = offers.get(best.picks[slot]?.offer ?? '');
    if (!offer) return [];
    const base = ofOffer(slot, offer);
    return [
      (): Flip | null => {
        const changed = set.without(offer);
        return changed && { ...base, ...changed, kind: 'stock', move: 0, distance: null };
      },
      (): Flip | null => {
        const rise = set.nearestMove(offer, 1, offer.priceMinor * LARGEST_MOVE);
        return rise && { ...base, ...rise, kind: 'rise' };
      },
    ];
  });
  const ofRivals = rivalsOf(session, best).map(({ slot, offer, fall }) => (): Flip | null => {
    const nearest = set.nearestMove(offer, -1, Math.min(fall, offer.priceMinor - 1));
    const takesIt = nearest?.becomes?.picks[slot]?.part === offer.part;
    return nearest && takesIt ? { ...ofOffer(slot, offer), ...nearest, kind: 'fall' } : null;
  });
  const games = brief.play.games.filter((game) => game.weight > 0 && brief.play.games.length > 1);
  const ofWeights = games.flatMap(({ game }) =>
    ([1, -1] as const).map((sign) => (): Flip | null => {
      const nearest = set.nearestWeight(game, sign);
      return nearest && { ...nearest, kind: 'weight', slot: null, part: null, offer: null, game };
    }),
  );
  return [...ofPicks, ...ofRivals, ...ofWeights];
}

/**
 * What would change the best set, nearest first. Every move is confirmed by solving the changed market to its proof: at
 * the move the set differs, and at a step less it does not. Falls are looked for among the rivals that one swap from the
 * best set would reach, and among all processors and cards.
 */
export function* flips(session: Session): FlipSearch {
  const best = solved(session, session.limit);
  if (!best) return [];
  const tries = triesOf(new BestSet(session, best));
  const found: Flip[] = [];
  for (const [n, attempt] of tries.entries()) {
    const flip = attempt();
    if (flip) found.push(flip);
    if (yield { found: flip, done: (n + 1) / tries.length }) break;
  }
  return sortedFlips(found);
}

/** Nearest first; what has no distance last. */
export function sortedFlips(found: readonly Flip[]): Flip[] {
  return [...found].sort((a, b) => (a.distance ?? Infinity) - (b.distance ?? Infinity));
}
