import type { Brief, Offer, Slot } from '../parts/index.ts';
import { SLOTS } from '../parts/index.ts';
import { prepare, type Answer } from '../search/index.ts';
import { openSession, type Session } from '../session/index.ts';
import { tradesFor } from '../swaps/index.ts';
import { convertMinor, findRate } from '../units/index.ts';
import { finish } from '../work/index.ts';

/** Largest price move looked at, as a share of the price. Chosen. */
export const LARGEST_MOVE = 0.5;
/** Rivals whose fall is worked out exactly: those that need the smallest by a first estimate. */
const MOST_FALLS = 8;

interface Rival {
  readonly slot: Slot;
  readonly offer: Offer;
  /** A fall that is enough, by a first estimate, in the shop's minor units. */
  readonly fall: number;
}

/** The rivals found, each part by the offer that needs the smallest fall. */
class Rivals {
  private readonly found = new Map<string, Rival>();
  private readonly currencies: ReadonlyMap<string, string>;

  constructor(private readonly session: Session) {
    this.currencies = new Map(session.catalogue.shops.map((shop) => [shop.id, shop.currency]));
  }

  /** @param fall in the brief's currency; 0 or less is none */
  add(slot: Slot, offer: Offer | null | undefined, fall: number): void {
    const converted = offer && fall > 0 ? this.atShop(offer, fall) : null;
    if (!offer || converted === null) return;
    const own = Math.ceil(converted) + 1;
    if (own >= offer.priceMinor * LARGEST_MOVE) return;
    const known = this.found.get(offer.part);
    if (!known || own < known.fall) this.found.set(offer.part, { slot, offer, fall: own });
  }

  /** An amount of the brief's currency in a shop's; null without a rate, direct or the other way round. */
  private atShop(offer: Offer, minor: number): number | null {
    const { catalogue, brief } = this.session;
    const { currency } = brief.money;
    const own = this.currencies.get(offer.shop) ?? currency;
    if (own === currency) return minor;
    const rate = findRate(catalogue.currencyRates, currency, own);
    return rate && convertMinor(Math.ceil(minor), rate);
  }

  get nearest(): Rival[] {
    const share = ({ fall, offer }: Rival) => fall / offer.priceMinor;
    return [...this.found.values()].sort((a, b) => share(a) - share(b)).slice(0, MOST_FALLS);
  }
}

/** Rivals that a fall of price would bring in, those that need the smallest share of their price first. */
export function rivalsOf(session: Session, best: Answer): Rival[] {
  const { catalogue, brief, limit } = session;
  const rivals = new Rivals(session);
  const { lanes } = tradesFor(session)(best.picks);
  for (const trade of SLOTS.flatMap((slot) => lanes[slot])) {
    const { score, money } = trade;
    if (trade.isCurrent || trade.barrier || !trade.part || score === null || score < 0) continue;
    rivals.add(trade.slot, trade.offer, score > 0 ? best.cost + money - limit : money + 1);
  }
  const { cpus, gpus } = catalogue.frameModel;
  const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  for (const { part: id } of [...cpus, ...gpus]) {
    const part = parts.get(id);
    const isLocked = brief.locks.some((lock) => lock.slot === part?.kind);
    if (!part || isLocked || best.picks[part.kind]?.part === id) continue;
    const wish: Brief = { ...brief, locks: [...brief.locks, { slot: part.kind, part: id, offer: null }] };
    const pass = prepare(openSession(catalogue, wish)).frontier(Math.round(limit * 1.5), best.score);
    for (const step of finish(pass).steps) {
      const offer = catalogue.offers.find((each) => each.id === step.picks[part.kind]?.offer);
      rivals.add(part.kind, offer, step.score > best.score ? step.cost - limit : step.cost - best.cost + 1);
    }
  }
  return rivals.nearest;
}
