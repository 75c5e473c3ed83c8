import { median } from '../stats/index.ts';
import type { Observation } from './types.ts';

export type SpellKind = 'regular' | 'sale' | 'open';

/** A run of looks at one price: the unit of evidence, since a price that stays says nothing new each day. */
export interface Spell {
  /** First and last day seen, counted from today (0 or less). */
  readonly first: number;
  readonly last: number;
  /** Logarithm of the price. */
  readonly y: number;
  kind: SpellKind;
  /** The level jumped here: a lasting markdown or a rise. */
  jump: boolean;
  /** The regular level before it, as a logarithm. */
  regular: number;
}

/** Below this difference of logarithms two looks are one price; where nearly every look differs, only if they hardly do. */
const SAME = 0.0025;
const SAME_WHEN_BUSY = 0.0002;
/** Fewer exact repeats than this among looks on successive days: a price that a program sets anew all the time. */
const FEW_REPEATS = 0.3;
/** A longer gap ends a spell: nobody knows what happened between. */
const LONGEST_GAP = 12;
const MOST_SPELLS = 70;
/** Least drop that can be a sale, as a logarithm; and no less than so many times what prices scatter by, or chance would pass for sales. */
const LEAST_DROP = 0.04;
const LEAST_DROP_SPREADS = 2;
/** A sale gives back at least this share of its drop, within so many days. */
const COMES_BACK = 0.6;
const LONGEST_SALE = 28;
/** A drop that has not come back for longer than this is a markdown. */
const LONGEST_OPEN = 45;
/** A lasting step of the level is larger than prices scatter: four times the usual spread. */
const JUMP = 0.12;

/** Looks at prices, merged; `today` is the day number that counts as day 0. Later looks are left out. */
export function spellsOf(observations: readonly Observation[], today: number): Spell[] {
  const spells: { first: number; last: number; y: number }[] = [];
  const same = isBusy(observations, today) ? SAME_WHEN_BUSY : SAME;
  for (const { day, price } of observations) {
    if (price === null || price <= 0 || day > today) continue;
    const y = Math.log(price);
    const at = day - today;
    const last = spells.at(-1);
    if (last && Math.abs(last.y - y) < same && at - last.last <= LONGEST_GAP) last.last = at;
    else spells.push({ first: at, last: at, y });
  }
  return spells
    .slice(-MOST_SPELLS)
    .map((spell) => ({ ...spell, kind: 'regular', jump: false, regular: spell.y }));
}

/** Whether a program sets this price anew nearly every day. */
export function isBusy(observations: readonly Observation[], today: number): boolean {
  let pairs = 0;
  let repeats = 0;
  for (let i = 1; i < observations.length && observations[i].day <= today; i++) {
    const { price, day } = observations[i];
    const before = observations[i - 1];
    if (price === null || before.price === null || day - before.day > 1) continue;
    pairs++;
    if (price === before.price) repeats++;
  }
  return pairs >= 5 && repeats < FEW_REPEATS * pairs;
}

/** The level that the first 45 days speak for: 65 % quantile by time, at most 20 days a spell. */
function startLevel(spells: readonly Spell[]): number {
  const until = spells[0].first + 45;
  const weighed = spells
    .filter((spell) => spell.first <= until)
    .map((spell) => ({ y: spell.y, days: Math.min(20, spell.last - spell.first + 1) }))
    .sort((a, b) => a.y - b.y);
  const half = 0.65 * weighed.reduce((sum, each) => sum + each.days, 0);
  let sum = 0;
  for (const { y, days } of weighed) {
    sum += days;
    if (sum >= half) return y;
  }
  return spells[0].y;
}

/**
 * Tells sales from lasting changes: a sale is a drop that comes back (V-shaped). Marks the spells in place. A drop that has not come back
 * yet is open; one that stayed down for long is a markdown.
 */
export function labelSales(spells: Spell[], spread: number): void {
  if (spells.length === 0) return;
  const steps = spells.slice(1).map((spell, i) => Math.abs(spell.y - spells[i].y));
  const days = spells[spells.length - 1].last - spells[0].first;
  const movesDaily = spells.length >= 15 && steps.length > 0.4 * days;
  const usual = Math.max(LEAST_DROP, LEAST_DROP_SPREADS * spread);
  const least = movesDaily ? Math.max(LEAST_DROP, 4 * median(steps)) : usual;
  let regular = startLevel(spells);
  for (let i = 0; i < spells.length;) {
    const spell = spells[i];
    const drop = regular - spell.y;
    spell.regular = regular;
    if (drop >= least) {
      let back = -1;
      for (let k = i + 1; k < spells.length && spells[k].first - spell.first <= LONGEST_SALE; k++)
        if (spells[k].y >= spell.y + COMES_BACK * drop) {
          back = k;
          break;
        }
      if (back > 0) {
        // At the very start nothing regular was seen yet: what it comes back to is the level.
        if (i === 0) regular = spells[back].y;
        for (let k = i; k < back; k++) Object.assign(spells[k], { kind: 'sale', regular });
        i = back;
        continue;
      }
      if (spell.first >= -LONGEST_OPEN && spells.length > 1) {
        for (let k = i; k < spells.length; k++) Object.assign(spells[k], { kind: 'open', regular });
        return;
      }
      spell.jump = i > 0 && drop > JUMP;
    } else if (-drop > JUMP && i > 0) spell.jump = true;
    regular = spell.y;
    i++;
  }
}

/** What a history counts: events, and days on which they could have happened. */
export interface Evidence {
  readonly saleStarts: number;
  readonly saleEnds: number;
  readonly changes: number;
  readonly regularDays: number;
  readonly saleDays: number;
  /** Depths of the sales that ended, as shares. */
  readonly depths: readonly number[];
  /** Days from the end of a sale to the start of the next, where both were seen. */
  readonly between: readonly number[];
  /** Days since the last sale ended; null when none was seen or one is on. */
  readonly sinceSale: number | null;
}

/** A gap counts at most so many days. */
const GAP_COUNTS = 8;

export function evidenceOf(spells: readonly Spell[]): Evidence {
  const found = { saleStarts: 0, saleEnds: 0, changes: 0, regularDays: 0, saleDays: 0 };
  const depths: number[] = [];
  const between: number[] = [];
  let ended: number | null = null;
  let deepest = 0;
  spells.forEach((spell, i) => {
    if (spell.kind === 'open') return;
    const isSale = spell.kind === 'sale';
    const days = spell.last - spell.first;
    if (isSale) {
      found.saleDays += days;
      deepest = Math.max(deepest, spell.regular - spell.y);
    } else found.regularDays += days;
    const next = spells[i + 1];
    if (!next) {
      // What stays until today was looked at until then.
      return;
    }
    const gap = Math.min(GAP_COUNTS, next.first - spell.last);
    if (!isSale && next.kind === 'regular') {
      found.regularDays += gap;
      if (next.y !== spell.y) found.changes++;
    } else if (!isSale) {
      found.regularDays += gap / 2;
      if (next.kind === 'sale') {
        found.saleDays += gap / 2;
        found.saleStarts++;
        if (ended !== null) between.push((spell.last + next.first) / 2 - ended);
        ended = null;
      }
    } else if (next.kind === 'sale') found.saleDays += gap;
    else {
      found.saleDays += gap;
      found.saleEnds++;
      ended = (spell.last + next.first) / 2;
      depths.push(1 - Math.exp(-deepest));
      deepest = 0;
    }
  });
  const isOpen = spells.length > 0 && spells[spells.length - 1].kind === 'open';
  return { ...found, depths, between, sinceSale: ended === null || isOpen ? null : -ended };
}
