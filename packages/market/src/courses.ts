import { randomOf } from './random.ts';
import { dateOn, type Habit, type Item, type MarketFile } from './file.ts';

/*
 * How prices move: each shop has a habit of its own, and none of them is the process that the app's forecast assumes. A course gives the
 * logarithm of a price against that of some other day, and whether the item is out of stock.
 */

export const FIRST_DAY = -150;
/** A new generation of cards comes out so many days after day 0, and presses the prices of those that are there. */
export const LAUNCH_DAY = 21;

interface Day {
  readonly log: number;
  readonly out: boolean;
}
type Draw = ReturnType<typeof randomOf>;
type Walk = (d: Draw, item: Item, file: MarketFile) => Generator<Day, never>;

const YEARLY_FALL: Readonly<Record<string, number>> = {
  cpu: 0.2,
  gpu: 0.2,
  storage: 0.18,
  memory: 0.15,
  motherboard: 0.1,
};
const fallOf = (item: Item, d: Draw) => (YEARLY_FALL[item.kind] ?? 0.04) + 0.06 * d.normal();

/** New cards are pressed by the launch, some more than others: what has come off by a day. */
function launchPress(item: Item, d: Draw): (day: number) => number {
  const most = item.kind === 'gpu' && item.condition === 'new' ? 0.05 + 0.08 * d.uniform() : 0;
  return (day) => (day < LAUNCH_DAY ? 0 : most * (1 - (16 / 17) ** (day - LAUNCH_DAY + 1)));
}

/** Promotions are everywhere at the end of November and in the middle of July. */
function isSeason(date: string): boolean {
  const monthDay = date.slice(5);
  return (monthDay >= '11-20' && monthDay <= '11-30') || (monthDay >= '07-08' && monthDay <= '07-19');
}

const stockOf = (d: Draw) => {
  let out = false;
  return () => (out = out ? !d.chance(0.16) : d.chance(0.008));
};

/** A regular price that is set anew twice a year, and a promotion of a few days every few weeks. */
const hiLo: Walk = function* (d, item, file) {
  const press = launchPress(item, d);
  const isOut = stockOf(d);
  const halfYear = fallOf(item, d) / 2;
  const depth = 0.06 + 0.14 * d.uniform();
  const cycle = 26 + Math.floor(24 * d.uniform());
  const length = 3 + Math.floor(6 * d.uniform());
  const shift = Math.floor(cycle * d.uniform());
  const joins = d.chance(0.6);
  for (let day = FIRST_DAY; ; day++) {
    const isOn = (day - FIRST_DAY + shift) % cycle < length || (joins && isSeason(dateOn(file, day)));
    const regular = -halfYear * Math.floor((day - FIRST_DAY + shift * 4) / 182) - press(day);
    yield { log: regular + (isOn ? Math.log(1 - depth) : 0), out: isOut() };
  }
};

/** A program that sets the price nearly each day, about a level that it follows, with cuts against rivals that fade. */
const rePricer: Walk = function* (d, item) {
  const press = launchPress(item, d);
  const isOut = stockOf(d);
  const fall = fallOf(item, d) / 365;
  const noise = 0.005 + 0.01 * d.uniform();
  let [level, cut, log] = [0, 0, 0];
  for (let day = FIRST_DAY; ; day++) {
    level += -fall + 0.004 * d.normal();
    cut *= 0.88;
    if (d.chance(0.035)) cut += 0.03 + 0.07 * d.uniform();
    if (d.chance(0.8)) log = level - cut - press(day) + noise * d.normal();
    yield { log, out: isOut() };
  }
};

/** Months at one price, then down in steps until the shelf is empty; a fortnight later the next lot comes in, a little cheaper. */
const clearsOut: Walk = function* (d, item) {
  const press = launchPress(item, d);
  const step = 0.035 + 0.035 * d.uniform();
  let [level, day] = [0, FIRST_DAY - Math.floor(90 * d.uniform())];
  for (;;) {
    const calm = 50 + Math.floor(70 * d.uniform());
    const every = 6 + Math.floor(6 * d.uniform());
    const gone = 4 + Math.floor(12 * d.uniform());
    for (let n = 0; n < calm + 4 * every + gone; n++, day++) {
      if (day < FIRST_DAY) continue;
      const steps = n < calm ? 0 : Math.min(4, 1 + Math.floor((n - calm) / every));
      yield { log: level - step * steps - press(day), out: n >= calm + 4 * every };
    }
    level -= 0.01 + 0.03 * d.uniform();
  }
};

/** Prices that stand for a week or two and are mostly set a little higher. */
const driftsUp: Walk = function* (d, item) {
  const press = launchPress(item, d);
  const isOut = stockOf(d);
  const rise = (0.06 + 0.18 * d.uniform()) / 365;
  let [level, log] = [0, 0];
  for (let day = FIRST_DAY; ; day++) {
    level += rise;
    if (d.chance(0.09)) log = level - press(day) + 0.012 * d.normal();
    yield { log, out: isOut() };
  }
};

const WALKS: Readonly<Record<Habit, Walk>> = {
  'hi-lo': hiLo,
  're-pricer': rePricer,
  'clears-out': clearsOut,
  'drifts-up': driftsUp,
};

/** The courses of a market's items, drawn once, and longer when a later day is asked for. */
export class Courses {
  private readonly known = new Map<string, { readonly days: Day[]; readonly more: Generator<Day, never> }>();

  constructor(private readonly file: MarketFile) {}

  at(item: Item, day: number): Day {
    let entry = this.known.get(item.id);
    if (!entry) {
      const habit = this.file.shops.find(({ id }) => id === item.shop)?.habit ?? 're-pricer';
      entry = { days: [], more: WALKS[habit](randomOf('course', item.id), item, this.file) };
      this.known.set(item.id, entry);
    }
    while (entry.days.length <= day - FIRST_DAY) entry.days.push(entry.more.next().value);
    return entry.days[day - FIRST_DAY];
  }
}
