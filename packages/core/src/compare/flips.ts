import { openSession, type Session } from '../session/index.ts';
import { finish, type Work } from '../work/index.ts';
import { prepare, type Answer } from '../search/index.ts';
import { SLOTS, type Brief, type Catalogue, type Offer, type Slot } from '../parts/index.ts';
import { tradesFor } from '../swaps/index.ts';
import { convertMinor, findRate } from '../units/index.ts';

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

export type FlipSearch = Work<FlipProgress, readonly Flip[]>;

/** Largest price move looked at, as a share of the price, and how finely a move is told. Chosen. */
const LARGEST_MOVE = 0.5;
const FINENESS = 1 / 500;
/** Weight factors tried, nearest first. */
const FACTORS = [1.15, 1.4, 2, 3, 5];
/** Rivals whose fall is worked out exactly: those that need the smallest by a first estimate. */
const MOST_FALLS = 8;

/**
 * What would change the best set, nearest first. Every move is confirmed by solving the changed market to its proof: at
 * the move the set differs, and at a step less it does not. Falls are looked for among the rivals that one swap from the
 * best set would reach, and among all processors and cards.
 */
export function* flips(session: Session): FlipSearch {
  const { catalogue, brief, limit } = session;
  const solve = (world: Catalogue, wish: Brief): Answer | null =>
    finish(prepare(openSession(world, wish)).solve(limit)).answers[0] ?? null;
  const best = solve(catalogue, brief);
  if (!best) return [];
  const found: Flip[] = [];
  const offers = new Map(catalogue.offers.map((offer) => [offer.id, offer]));
  const changesTo = (answer: Answer | null): Slot[] =>
    SLOTS.filter((slot) => (best.picks[slot]?.part ?? null) !== (answer?.picks[slot]?.part ?? null));
  const priced = (offer: Offer, priceMinor: number): Catalogue => ({
    ...catalogue,
    offers: catalogue.offers.map((each) => (each.id === offer.id ? { ...each, priceMinor } : each)),
  });
  const picked = SLOTS.flatMap((slot) => {
    const offer = offers.get(best.picks[slot]?.offer ?? '');
    return offer ? [{ slot, offer }] : [];
  });
  const rivals = rivalsOf(session, best);
  const games = brief.play.games.filter((game) => game.weight > 0 && brief.play.games.length > 1);
  const tasks = picked.length * 2 + rivals.length + games.length * 2;
  let done = 0;
  const report = (flip: Flip | null): FlipProgress => {
    if (flip) found.push(flip);
    return { found: flip, done: ++done / tasks };
  };

  /** Smallest move of an offer's price, up or down, at which the set changes; null when none does within reach. */
  const nearestMove = (
    offer: Offer,
    sign: 1 | -1,
    reach: number,
  ): { move: number; answer: Answer | null } | null => {
    const step = Math.max(1, Math.round(offer.priceMinor * FINENESS));
    const at = (steps: number) =>
      solve(priced(offer, Math.max(1, offer.priceMinor + sign * steps * step)), brief);
    let high = Math.max(1, Math.ceil(reach / step));
    let answer = at(high);
    if (changesTo(answer).length === 0) return null;
    let low = 0;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      const tried = at(middle);
      if (changesTo(tried).length > 0) {
        high = middle;
        answer = tried;
      } else low = middle;
    }
    return { move: sign * high * step, answer };
  };

  for (const { slot, offer } of picked) {
    const without = solve(
      { ...catalogue, offers: catalogue.offers.filter((each) => each.id !== offer.id) },
      brief,
    );
    const changes = changesTo(without);
    const base = { slot, part: offer.part, offer: offer.id, game: null };
    if (
      yield report(
        changes.length > 0
          ? { ...base, kind: 'stock', move: 0, distance: null, becomes: without, changes }
          : null,
      )
    )
      return sortedFlips(found);
    const rise = nearestMove(offer, 1, offer.priceMinor * LARGEST_MOVE);
    if (
      yield report(
        rise && {
          ...base,
          kind: 'rise',
          move: rise.move,
          distance: rise.move / offer.priceMinor,
          becomes: rise.answer,
          changes: changesTo(rise.answer),
        },
      )
    )
      return sortedFlips(found);
  }
  for (const { slot, offer, fall } of rivals) {
    const nearest = nearestMove(offer, -1, Math.min(fall, offer.priceMinor - 1));
    const takesIt = nearest?.answer?.picks[slot]?.part === offer.part;
    if (
      yield report(
        nearest && takesIt
          ? {
              kind: 'fall',
              slot,
              part: offer.part,
              offer: offer.id,
              game: null,
              move: nearest.move,
              distance: -nearest.move / offer.priceMinor,
              becomes: nearest.answer,
              changes: changesTo(nearest.answer),
            }
          : null,
      )
    )
      return sortedFlips(found);
  }
  for (const { game } of games) {
    for (const sign of [1, -1] as const) {
      let flip: Flip | null = null;
      for (const factor of FACTORS.map((each) => each ** sign)) {
        const wish = {
          ...brief,
          play: {
            ...brief.play,
            games: brief.play.games.map((each) =>
              each.game === game ? { ...each, weight: each.weight * factor } : each,
            ),
          },
        };
        const answer = solve(catalogue, wish);
        const changes = changesTo(answer);
        if (changes.length === 0) continue;
        flip = {
          kind: 'weight',
          slot: null,
          part: null,
          offer: null,
          game,
          move: factor,
          distance: Math.abs(Math.log(factor)),
          becomes: answer,
          changes,
        };
        break;
      }
      if (yield report(flip)) return sortedFlips(found);
    }
  }
  return sortedFlips(found);
}

/** Nearest first; what has no distance last. */
export function sortedFlips(found: readonly Flip[]): Flip[] {
  return [...found].sort((a, b) => (a.distance ?? Infinity) - (b.distance ?? Infinity));
}

interface Rival {
  readonly slot: Slot;
  readonly offer: Offer;
  /** A fall that is enough, by a first estimate, in the shop's minor units. */
  readonly fall: number;
}

/** Rivals that a fall of price would bring in, those that need the smallest share of their price first. */
function rivalsOf(session: Session, best: Answer): Rival[] {
  const { catalogue, brief, limit } = session;
  const { lanes } = tradesFor(session)(best.picks);
  const currencies = new Map(catalogue.shops.map((shop) => [shop.id, shop.currency]));
  /** An amount of the brief's currency in a shop's; null without a rate, direct or the other way round. */
  const atShop = (offer: Offer, minor: number): number | null => {
    const { currency } = brief.money;
    const own = currencies.get(offer.shop) ?? currency;
    if (own === currency) return minor;
    const rate = findRate(catalogue.currencyRates, currency, own);
    return rate && convertMinor(Math.ceil(minor), rate);
  };
  const found = new Map<string, Rival>();
  const add = (slot: Slot, offer: Offer | null | undefined, fall: number) => {
    if (!offer || fall <= 0) return;
    const converted = atShop(offer, fall);
    if (converted === null) return;
    const own = Math.ceil(converted) + 1;
    if (own >= offer.priceMinor * LARGEST_MOVE) return;
    const known = found.get(offer.part);
    if (!known || own < known.fall) found.set(offer.part, { slot, offer, fall: own });
  };
  for (const slot of SLOTS)
    for (const trade of lanes[slot]) {
      if (trade.isCurrent || trade.barrier || !trade.part || trade.score === null || trade.score < 0)
        continue;
      add(slot, trade.offer, trade.score > 0 ? best.cost + trade.money - limit : trade.money + 1);
    }
  const rated = [...catalogue.frameModel.cpus, ...catalogue.frameModel.gpus].map((rate) => rate.part);
  const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  for (const id of rated) {
    const part = parts.get(id);
    const locked = brief.locks.some((lock) => lock.slot === part?.kind);
    if (!part || locked || best.picks[part.kind]?.part === id) continue;
    const wish: Brief = { ...brief, locks: [...brief.locks, { slot: part.kind, part: id, offer: null }] };
    const pass = prepare(openSession(catalogue, wish)).frontier(Math.round(limit * 1.5), best.score);
    const ended = finish(pass);
    for (const step of ended.steps) {
      const offer = catalogue.offers.find((each) => each.id === step.picks[part.kind]?.offer);
      add(part.kind, offer, step.score > best.score ? step.cost - limit : step.cost - best.cost + 1);
    }
  }
  return [...found.values()]
    .sort((a, b) => a.fall / a.offer.priceMinor - b.fall / b.offer.priceMinor)
    .slice(0, MOST_FALLS);
}
