import type { Draws } from '@ripe-pick/core/stats';

/*
 * How shops of ten kinds of market set their prices, a day after the other. What happens to all of them at once (a rise, a shock, a launch)
 * is drawn once a market, on a day that nobody announces. All of it is invented; no real shop's prices are in it.
 */

/** The logarithm of a price on each day in turn; null when it is not for sale. Must be asked day after day. */
export type Course = (day: number) => number | null;

/** What is drawn once for a whole market: the logarithm of what all prices run around, by day. */
export interface Common {
  readonly at: (day: number) => number;
}
export interface MarketLaw {
  readonly common: (draws: Draws) => Common;
  readonly course: (draws: Draws, common: Common) => Course;
}

const between = (draws: Draws, low: number, high: number) => low + (high - low) * draws.uniform();
const whole = (draws: Draws, low: number, high: number) => Math.floor(between(draws, low, high + 1));
const LEVEL = { low: Math.log(30), high: Math.log(600) };
const level = (draws: Draws) => between(draws, LEVEL.low, LEVEL.high);
const still: MarketLaw['common'] = () => ({ at: () => 0 });
const slope = (perDay: (draws: Draws) => number) => (draws: Draws) => {
  const each = perDay(draws);
  return { at: (day: number) => each * day };
};
/** Something that happens once, on a day of its own within a year, and is through after some days. */
const once =
  (days: (draws: Draws) => number, size: (draws: Draws) => number): MarketLaw['common'] =>
  (draws) => {
    const begins = whole(draws, -305, 60);
    const lasts = days(draws);
    const moves = size(draws);
    return { at: (day) => moves * Math.min(1, Math.max(0, (day - begins) / lasts)) };
  };

/** A price that stays for some days and is then set anew, around what the market does. */
function sticky(
  draws: Draws,
  common: Common,
  { every = [7, 22], scatter = [0.008, 0.03] } = {},
): (day: number) => number {
  const base = level(draws);
  const mean = between(draws, every[0], every[1]);
  const sd = between(draws, scatter[0], scatter[1]);
  let left = 0;
  let price = 0;
  return (day) => {
    if (--left <= 0) {
      left = 1 + Math.floor(mean * draws.gamma(2) * 0.5);
      price = base + common.at(day) + sd * draws.normal();
    }
    return price;
  };
}

/** Sales that come as they like and last as long as the stock that was bought for them. */
function withSales(draws: Draws, common: Common): Course {
  const usual = sticky(draws, common);
  const usualDepth = between(draws, 0.08, 0.2);
  const rest = between(draws, 35, 90);
  let wait = rest * draws.gamma(1.3);
  let left = 0;
  let depth = 0;
  return (day) => {
    const price = usual(day);
    if (left > 0) {
      left--;
      return price - depth;
    }
    if (--wait <= 0) {
      wait = rest * draws.gamma(1.3);
      left = whole(draws, 3, 14);
      depth = usualDepth * between(draws, 0.7, 1.4);
    }
    return price;
  };
}

/** A promotion every four to six weeks, and one price between. */
function highLow(draws: Draws): Course {
  const usual = level(draws);
  const depth = between(draws, 0.09, 0.22);
  const cycle = whole(draws, 28, 42);
  const length = whole(draws, 4, 8);
  const phase = whole(draws, 0, 60);
  return (day) => usual - ((((day + phase) % cycle) + cycle) % cycle < length ? depth : 0);
}

/** Programs that undercut each other a little each day until one gives up, and all begin anew. */
function undercutting(draws: Draws): Course {
  let top = level(draws);
  const floor = between(draws, 0.05, 0.13);
  const step = between(draws, 0.004, 0.012);
  let down = between(draws, 0, floor);
  return () => {
    top += 0.004 * draws.normal();
    down += step * draws.gamma(1);
    if (down > floor && draws.uniform() < 0.35) down = 0.02 * draws.uniform();
    return top - down;
  };
}

/** A price that goes where it likes. */
function wandering(draws: Draws, common: Common): Course {
  let price = level(draws);
  const step = between(draws, 0.005, 0.016);
  return (day) => {
    price += step * draws.normal();
    return price + common.at(day);
  };
}

/** Dearer in the week, cheaper on the same days of each. */
function weekly(draws: Draws, common: Common): Course {
  const usual = sticky(draws, common, { every: [25, 60], scatter: [0.005, 0.02] });
  const depth = between(draws, 0.03, 0.08);
  const first = whole(draws, 0, 6);
  const length = whole(draws, 1, 3);
  return (day) => usual(day) - ((((day - first) % 7) + 7) % 7 < length ? depth : 0);
}

/** What is to go: cut again and again, then gone for good. */
function clearOut(draws: Draws, common: Common): Course {
  const usual = sticky(draws, common, { every: [20, 50], scatter: [0.005, 0.02] });
  const begins = whole(draws, -150, 90);
  const every = whole(draws, 7, 15);
  const cut = between(draws, 0.05, 0.11);
  const steps = whole(draws, 3, 6);
  return (day) => {
    if (day < begins) return usual(day);
    const step = 1 + Math.floor((day - begins) / every);
    return step > steps ? null : usual(day) - cut * step;
  };
}

export const MARKET_LAWS = {
  sales: { common: slope((draws) => -between(draws, 0.05, 0.25) / 365), course: withSales },
  'high-low': { common: still, course: highLow },
  undercutting: { common: still, course: undercutting },
  wandering: { common: still, course: wandering },
  'wandering up': { common: slope((draws) => between(draws, 0.001, 0.002)), course: wandering },
  'rising in steps': { common: slope((draws) => between(draws, 0.001, 0.003)), course: sticky },
  shock: {
    common: once(
      (draws) => between(draws, 40, 70),
      (draws) => Math.log(between(draws, 1.2, 1.6)),
    ),
    course: sticky,
  },
  launch: {
    common: once(
      (draws) => between(draws, 10, 35),
      (draws) => Math.log(between(draws, 0.75, 0.92)),
    ),
    course: sticky,
  },
  weekly: { common: still, course: weekly },
  'clear-out': { common: still, course: clearOut },
} as const satisfies Record<string, MarketLaw>;
export type MarketKind = keyof typeof MARKET_LAWS;
export const MARKET_KINDS = Object.keys(MARKET_LAWS) as readonly MarketKind[];
