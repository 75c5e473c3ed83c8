import {
  briefWithOrders,
  claimsAfter,
  heldFor,
  picksAsKept,
  picksWithOrders,
  plannedOrders,
  slipsFor,
  withHousehold,
  withOrders,
  type ShopOrder,
} from '@ripe-pick/core/buying';
import { costOf } from '@ripe-pick/core/money';
import { SLOTS, type Brief, type Catalogue, type Picks, type Slot } from '@ripe-pick/core/parts';
import { prepare } from '@ripe-pick/core/search';
import { shoppingFor } from '@ripe-pick/core/search/orders';
import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { drawsOf, type DemoDraws } from '@ripe-pick/demo/random';
import { describe, expect, it } from 'vitest';
import { sampleOf } from '../sample.ts';
import { bruteForce, byRank, type BruteBuild } from '../search/brute.ts';
import { tinyCase } from '../search/tiny.ts';

type Claims = Parameters<typeof withOrders>[2];

/** A line of the test's own account: what was bought for which slot, and what it has cost with all that came with it. */
interface Bought {
  readonly slot: Slot;
  readonly part: string;
  readonly paid: number;
}

/** A household that orders, changes its mind, and gives parts back. Its account is kept apart from the product's. */
class Household {
  orders: ShopOrder[] = [];
  claims: Claims = [];
  picks: Picks = {};
  private orderCount = 0;

  constructor(
    private readonly market: Catalogue,
    private readonly plain: Brief,
    private readonly draws: DemoDraws,
  ) {}

  get held() {
    return heldFor(this.orders, 'seat');
  }
  get session() {
    return openSession(
      withOrders(this.market, this.orders, this.claims),
      briefWithOrders(withHousehold(this.plain, this.claims), this.held),
    );
  }
  get now(): Picks {
    return picksWithOrders(this.picks, this.held);
  }
  solve() {
    return finish(prepare(this.session).solve(this.session.limit)).answers[0] ?? null;
  }
  /** Takes what the search proposes. */
  change(): void {
    const best = this.solve();
    if (best) this.picks = picksAsKept(best.picks, this.picks, this.held);
  }
  /** Swaps one slot that is not ordered to something on offer. */
  swap(): void {
    const { priceIndex } = this.session;
    const free = SLOTS.filter(
      (slot) => this.picks[slot] && !this.held.parts.some((each) => each.slot === slot),
    );
    if (free.length === 0) return;
    const slot = this.draws.pick(free);
    const kind = priceIndex.parts.get(this.picks[slot]?.part ?? '')?.kind;
    const others = this.market.offers.filter(({ part }) => priceIndex.parts.get(part)?.kind === kind);
    const { part, id } = this.draws.pick(others);
    this.picks = { ...this.picks, [slot]: { part, offer: id } };
  }
  /** Orders some shops of the cheapest basket. What is held may not be in it again. */
  buy(): void {
    const { session } = this;
    const shopping = finish(shoppingFor(this.now, session));
    if (shopping.status !== 'optimal') return;
    const { cost, picks } = shopping.best;
    const planned = plannedOrders(cost, session.priceIndex, (part) => part);
    const heldNow = new Map(this.held.parts.map(({ slot, part }) => [slot, part]));
    const slots = planned.flatMap(({ lines }) => lines.flatMap(({ slot }) => slot ?? []));
    expect(slots.filter((slot) => heldNow.get(slot) === picks[slot]?.part)).toEqual([]);
    expect(new Set(slots).size).toBe(slots.length);
    const fresh = planned.filter(() => this.draws.chance(0.6));
    this.picks = picksAsKept(picks, this.picks, this.held);
    const slips = slipsFor(cost, session.priceIndex.deals, session.priceIndex.currency, (part) => part);
    for (const { at: _at, gifts: _gifts, ...order } of fresh) {
      const id = `o${this.orderCount++}`;
      this.orders.push({ ...order, id, candidate: 'seat', number: '' });
      const own = slips.filter(({ part }) => order.lines.some((line) => line.part === part));
      this.claims = [
        ...this.claims,
        ...own.map((slip, n) => ({ ...slip, id: `${id}-${n}`, order: id, state: 'bought' as const })),
      ];
    }
  }
  /** Something happens to a line that is held or dead. */
  happen(): void {
    const lines = this.orders.flatMap((order, o) =>
      order.lines.flatMap((line, n) =>
        line.part !== null && ['ordered', 'arrived', 'dead'].includes(line.state) ? [{ o, n, line }] : [],
      ),
    );
    if (lines.length === 0) return;
    const { o, n, line } = this.draws.pick(lines);
    const state = this.draws.pick(['arrived', 'dead', 'returned', 'cancelled', 'sold'] as const);
    const order = this.orders[o];
    const next = { ...line, state, backMinor: state === 'sold' ? Math.floor(line.plannedMinor / 2) : null };
    this.orders[o] = { ...order, lines: order.lines.map((each, at) => (at === n ? next : each)) };
    this.claims = claimsAfter(this.claims, order.id, line.part ?? '', state);
  }
  /** The account: what each held part has cost; shipping, codes and losses stand on the first of its order, else on the first of all. */
  account(basis: Brief['money']['costBasis']): Bought[] {
    const latest = new Map<Slot, Bought>();
    let loose = 0;
    for (const { lines, id } of this.orders) {
      const parts = lines.filter(({ part }) => part !== null);
      const isVoid = parts.every(({ state }) => state === 'cancelled' || state === 'returned');
      const mine: Bought[] = [];
      let rest = 0;
      for (const { slot, part, plannedMinor, state, backMinor, reserveMinor } of lines) {
        if (part === null || slot === null) {
          if (!isVoid && state !== 'cancelled' && state !== 'returned' && state !== 'dead')
            rest += plannedMinor - (state === 'sold' ? (backMinor ?? 0) : 0);
        } else if (state === 'sold') rest += plannedMinor - (backMinor ?? 0);
        else if (state === 'ordered' || state === 'arrived') {
          const back = this.claims
            .filter((claim) => claim.order === id && claim.part === part)
            .reduce((sum, claim) => sum + claim.faceMinor, 0);
          const reserve = this.plain.whereToBuy.usedRisk && state === 'ordered' ? reserveMinor : 0;
          mine.push({ slot, part, paid: plannedMinor + reserve - (basis === 'after' ? back : 0) });
        }
      }
      if (mine.length === 0) loose += rest;
      mine.forEach((each, n) => latest.set(each.slot, n === 0 ? { ...each, paid: each.paid + rest } : each));
    }
    return [...latest.values()].map((each, n) => (n === 0 ? { ...each, paid: each.paid + loose } : each));
  }
}

/** The market with what is held as listings of the test's own making, and a brief that is locked to them. */
function byAccount(market: Catalogue, brief: Brief, bought: readonly Bought[]): [Catalogue, Brief] {
  const purse = {
    ...{ id: 'purse', name: 'Purse', kind: 'used-market' as const, currency: brief.money.currency },
    shipping: { feeMinor: 0, freeFromMinor: null },
  };
  const offers = bought.map(({ slot, part, paid }) => ({
    ...{ id: `purse-${slot}`, part, shop: 'purse', priceMinor: paid, condition: 'refurbished' as const },
    ...{ inStock: true, seenOn: market.today },
  }));
  const locks: Brief['locks'] = bought.map(({ slot, part }) => ({ slot, part, offer: `purse-${slot}` }));
  return [
    { ...market, shops: [...market.shops, purse], offers: [...market.offers, ...offers] },
    {
      ...brief,
      locks: [...brief.locks.filter(({ slot }) => !bought.some((each) => each.slot === slot)), ...locks],
      whereToBuy: {
        ...brief.whereToBuy,
        conditionsBySlot: {
          ...brief.whereToBuy.conditionsBySlot,
          ...Object.fromEntries(bought.map(({ slot }) => [slot, ['refurbished']])),
        },
      },
    },
  ];
}

/** Seeded markets in which something can be built, with money for a few mistakes. */
function markets(count: number): { seed: number; catalogue: Catalogue; brief: Brief }[] {
  const out: { seed: number; catalogue: Catalogue; brief: Brief }[] = [];
  for (let seed = 60_000; out.length < count; seed++) {
    const { catalogue, brief } = tinyCase(seed);
    const least = prepare(openSession(catalogue, brief)).cheapest();
    if (!least) continue;
    const budgetMinor = Math.max(brief.money.budgetMinor, Math.ceil(least.cost * 1.3));
    out.push({ seed, catalogue, brief: { ...brief, money: { ...brief.money, budgetMinor } } });
  }
  return out;
}

describe('ordered parts', () => {
  const cases = markets(sampleOf(200));

  it('are never bought twice, whatever is ordered, changed, faulty or sent back', () => {
    let bought = 0;
    let givenBack = 0;
    for (const { seed, catalogue, brief } of cases) {
      const home = new Household(catalogue, brief, drawsOf(seed));
      const draws = drawsOf(seed + 1);
      home.change();
      for (let n = 0; n < 12; n++) {
        const doing = draws.pick(['buy', 'buy', 'change', 'swap', 'happen', 'happen'] as const);
        home[doing]();
        // Each slot is held once, and a proposal keeps what is held.
        const { held, session } = home;
        expect(new Set(held.parts.map(({ slot }) => slot)).size).toBe(held.parts.length);
        const best = home.solve();
        for (const { slot, part, offer } of best ? held.parts : [])
          expect(best?.picks[slot]).toEqual({ part, offer });
        // The total is what was paid and what is still to be ordered.
        const cost = costOf(home.now, session.priceIndex);
        const sums = plannedOrders(cost, session.priceIndex, (part) => part).flatMap(({ lines }) => lines);
        const own = cost.lines.filter(({ shop }) => shop?.startsWith('order-'));
        expect(
          sums.reduce((sum, line) => sum + line.plannedMinor, 0) +
            own.reduce((sum, line) => sum + line.amount, 0),
        ).toBe(cost.dueNow);
      }
      bought += home.orders.length;
      givenBack += home.orders
        .flatMap(({ lines }) => lines)
        .filter(({ state }) => state === 'returned').length;
    }
    expect(bought).toBeGreaterThan(cases.length);
    expect(givenBack).toBeGreaterThan(0);
  });

  it('leave the best of every build with them in it, as an account of its own adds them up', () => {
    let held = 0;
    for (const { seed, catalogue, brief } of cases) {
      const home = new Household(catalogue, brief, drawsOf(seed));
      const draws = drawsOf(seed + 2);
      home.change();
      home.buy();
      for (let n = 0; n < 4; n++) home[draws.pick(['buy', 'swap', 'happen'] as const)]();
      if (home.held.spare.length > 0) continue;
      held += home.held.parts.length;
      const household = withHousehold(brief, home.claims);
      const [market, locked] = byAccount(catalogue, household, home.account(brief.money.costBasis));
      const best = bruteForce(market, locked)
        .filter(({ cost }) => cost <= home.session.limit)
        .reduce<BruteBuild | null>((a, b) => (a && byRank(a, b) <= 0 ? a : b), null);
      const found = home.solve();
      expect({ seed, ...(found && { score: found.score, cost: found.cost }) }).toEqual({
        seed,
        ...(best && { score: best.score, cost: best.cost }),
      });
    }
    expect(held).toBeGreaterThan(cases.length);
  });
});
