import { drawsFrom, type Draws } from '@ripe-pick/core/stats';

/*
 * Invented markets to judge the forecast in: each offer is a little machine with a hidden state that makes a price a day. The first is the
 * kind of market that the model has in mind; the others are not. All are assumptions: no real shop’s prices are in them.
 */

/** A price a day, Infinity when not for sale, from the state that it is in; `copy` lets several futures run from one state. */
export interface Machine {
  next(draws: Draws): number;
  copy(): Machine;
}
export type World = (draws: Draws) => Machine;

const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));
const around = (draws: Draws, mean: number, shape: number) => (draws.gamma(shape) / shape) * mean;

/** Prices end in .99, or on whole tens in .00: never finer than a shop would. */
function ended(price: number): number {
  const whole = price > 200 ? Math.round(price / 5) * 5 - 1 : Math.round(price) - 1;
  return whole + 0.99;
}

interface HomeSetting {
  readonly fall: number;
  readonly wander: number;
  readonly spread: number;
  readonly change: number;
  readonly start: number;
  readonly end: number;
  readonly depth: number;
  readonly jump: number;
}

class Home implements Machine {
  constructor(
    private readonly s: HomeSetting,
    private level: number,
    private y: number,
    private regular: number,
    private inSale = false,
    private isOut = false,
  ) {}
  copy() {
    return new Home(this.s, this.level, this.y, this.regular, this.inSale, this.isOut);
  }
  next(draws: Draws): number {
    const { s } = this;
    this.level += -s.fall / 365 + s.wander * draws.normal();
    if (draws.uniform() < s.jump) this.level -= draws.uniform() < 0.7 ? 0.09 : -0.07;
    const u = draws.uniform();
    if (this.inSale) {
      if (u < s.end) {
        this.inSale = false;
        if (draws.uniform() < 0.5) this.y = this.regular;
        else this.y = this.regular = this.level + s.spread * draws.normal();
      }
    } else if (u < s.start) {
      this.inSale = true;
      this.y = this.level + Math.log(1 - clamp(s.depth + 0.05 * draws.normal(), 0.04, 0.4));
    } else if (u < s.start + s.change) this.y = this.regular = this.level + s.spread * draws.normal();
    this.isOut = this.isOut ? draws.uniform() > 0.16 : draws.uniform() < 0.008;
    return this.isOut ? Infinity : ended(Math.exp(this.y));
  }
}

/** Level, sales, sticky prices: the model’s own kind, with endings, lasting jumps and settings that differ from offer to offer. */
export const home: World = (draws) => {
  const level = Math.log(40 + 400 * draws.uniform());
  const s: HomeSetting = {
    fall: 0.12 + 0.1 * draws.normal(),
    wander: 0.003 * Math.exp(0.3 * draws.normal()),
    spread: 0.03 * Math.exp(0.25 * draws.normal()),
    change: clamp(around(draws, 0.08, 12), 0.01, 0.5),
    start: clamp(around(draws, 0.016, 20), 0.001, 0.06),
    end: clamp(around(draws, 0.13, 25), 0.04, 0.5),
    depth: 0.12 + 0.07 * draws.uniform(),
    jump: 0.001,
  };
  return new Home(s, level, level, level);
};

/** A regular price that never moves, and a promotion every four to six weeks. */
class HiLo implements Machine {
  constructor(
    private readonly regular: number,
    private readonly depth: number,
    private readonly cycle: number,
    private readonly length: number,
    private day: number,
  ) {}
  copy() {
    return new HiLo(this.regular, this.depth, this.cycle, this.length, this.day);
  }
  next(): number {
    this.day++;
    return this.day % this.cycle < this.length ? ended(this.regular * (1 - this.depth)) : ended(this.regular);
  }
}
const hiLo: World = (draws) =>
  new HiLo(
    40 + 400 * draws.uniform(),
    0.1 + 0.12 * draws.uniform(),
    28 + Math.floor(15 * draws.uniform()),
    4 + Math.floor(5 * draws.uniform()),
    Math.floor(60 * draws.uniform()),
  );

/** A price that a program sets anew nearly each day, about a level that it follows, with cuts against rivals that fade. */
class Repricer implements Machine {
  constructor(
    private level: number,
    private y: number,
    private cut: number,
    private readonly spread: number,
  ) {}
  copy() {
    return new Repricer(this.level, this.y, this.cut, this.spread);
  }
  next(draws: Draws): number {
    this.level += -0.1 / 365 + 0.004 * draws.normal();
    this.cut *= 0.88;
    if (draws.uniform() < 0.04) this.cut += 0.04 + 0.06 * draws.uniform();
    if (draws.uniform() < 0.8) this.y = this.level - this.cut + this.spread * draws.normal();
    return Math.round(Math.exp(this.y) * 100) / 100;
  }
}
const repricer: World = (draws) => {
  const level = Math.log(40 + 400 * draws.uniform());
  return new Repricer(level, level, 0, 0.006 + 0.014 * draws.uniform());
};

/** A price that wanders, and knows no sales. */
class Walk implements Machine {
  constructor(
    private y: number,
    private readonly step: number,
    private readonly drift: number,
  ) {}
  copy() {
    return new Walk(this.y, this.step, this.drift);
  }
  next(draws: Draws): number {
    this.y += this.drift + this.step * draws.normal();
    return Math.round(Math.exp(this.y) * 100) / 100;
  }
}
const walkOf =
  (drift: number): World =>
  (draws) =>
    new Walk(Math.log(40 + 400 * draws.uniform()), 0.006 + 0.012 * draws.uniform(), drift);
const walk: World = walkOf(0);
const rising: World = walkOf(0.0015);

/** Sticky prices without sales that rise by a fifth to three fifths within two months, once. */
class Shock implements Machine {
  constructor(
    private y: number,
    private level: number,
    private day: number,
    private readonly at: number,
    private readonly rise: number,
  ) {}
  copy() {
    return new Shock(this.y, this.level, this.day, this.at, this.rise);
  }
  next(draws: Draws): number {
    this.day++;
    if (this.day >= this.at && this.day < this.at + 60) this.level += this.rise / 60;
    this.level += 0.002 * draws.normal();
    if (draws.uniform() < 0.15) this.y = this.level + 0.01 * draws.normal();
    return ended(Math.exp(this.y));
  }
}
const shock: World = (draws) => {
  const level = Math.log(40 + 400 * draws.uniform());
  return new Shock(
    level,
    level,
    0,
    130 + Math.floor(200 * draws.uniform()),
    Math.log(1.2 + 0.4 * draws.uniform()),
  );
};

export const OTHER_WORLDS: readonly (readonly [string, World])[] = [
  ['hi-lo', hiLo],
  ['re-pricer', repricer],
  ['random walk', walk],
  ['rising', rising],
  ['shock', shock],
];

/** Prices of one offer, day by day, after some days that nobody saw. */
export function run(
  world: World,
  seed: number,
  days: number,
): { readonly machine: Machine; readonly prices: number[]; readonly draws: Draws } {
  const draws = drawsFrom(seed);
  const machine = world(draws);
  for (let i = 0; i < 60; i++) machine.next(draws);
  return { machine, prices: Array.from({ length: days }, () => machine.next(draws)), draws };
}
