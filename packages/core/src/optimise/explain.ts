import type { Brief, Catalogue, Condition } from '../parts/index.ts';
import { prepare } from './prepare.ts';

/** A change of the brief that makes a build possible, or cheaper. */
export interface Relaxation {
  readonly kind: 'budget' | 'memory' | 'storage' | 'wireless' | 'system' | 'size' | 'card' | 'conditions' | 'lock' | 'exclusions' | 'gaps' | 'shops'; // prettier-ignore
  /** What to do, in one short sentence. */
  readonly sentence: string;
  /** The brief with the change, and with the money that is still missing. */
  readonly brief: Brief;
  /** Least cost after the change; null when the change is not priced. */
  readonly cost: number | null;
  /** How much more money is needed beside the change; 0 when it is enough by itself. */
  readonly shortMinor: number;
}

interface Wish {
  readonly kind: Relaxation['kind'];
  readonly sentence: string;
  readonly change: (brief: Brief) => Brief;
}

const MEMORY_STEPS_GB = [64, 48, 32, 24, 16, 12, 8, 4];

/** Every single step by which a brief could ask for less, smallest steps first within a wish. */
function wishesOf(brief: Brief): Wish[] {
  const wishes: Wish[] = [];
  const needs =
    (change: Partial<Brief['needs']>) =>
    (b: Brief): Brief => ({ ...b, needs: { ...b.needs, ...change } });
  const { needs: n } = brief;
  for (const gb of MEMORY_STEPS_GB) {
    if (gb < n.memoryGb) wishes.push({ kind: 'memory', sentence: `${n.memoryGb - gb} GB less memory (${gb} in place of ${n.memoryGb})`, change: needs({ memoryGb: gb }) }); // prettier-ignore
  }
  for (const share of [0.5, 0.25, 0]) {
    if (n.fastStorageGb > 0 || n.totalStorageGb > 0) {
      const fast = Math.round(n.fastStorageGb * share);
      const total = Math.round(n.totalStorageGb * share);
      wishes.push({ kind: 'storage', sentence: share === 0 ? 'no storage bought at all' : `less storage (${fast} GB fast, ${total} GB in all)`, change: needs({ fastStorageGb: fast, totalStorageGb: total }) }); // prettier-ignore
    }
  }
  if (n.wireless)
    wishes.push({ kind: 'wireless', sentence: 'no wireless network', change: needs({ wireless: false }) });
  if (n.systemLicence)
    wishes.push({ kind: 'system', sentence: 'no system licence', change: needs({ systemLicence: false }) });
  if (n.maxLitres !== null) wishes.push({ kind: 'size', sentence: `a case larger than ${n.maxLitres} litres`, change: needs({ maxLitres: null }) }); // prettier-ignore
  if (n.cardRequired)
    wishes.push({
      kind: 'card',
      sentence: 'no graphics card of its own',
      change: needs({ cardRequired: false }),
    });
  const all: readonly Condition[] = ['new', 'refurbished', 'used'];
  if (brief.market.conditions.length < all.length)
    wishes.push({ kind: 'conditions', sentence: 'used and refurbished parts too', change: (b) => ({ ...b, market: { ...b.market, conditions: all } }) }); // prettier-ignore
  if (brief.market.shopsOut.length > 0)
    wishes.push({
      kind: 'shops',
      sentence: 'all shops',
      change: (b) => ({ ...b, market: { ...b.market, shopsOut: [] } }),
    });
  if (!brief.market.allowUnknown)
    wishes.push({ kind: 'gaps', sentence: 'parts with gaps in their sheets', change: (b) => ({ ...b, market: { ...b.market, allowUnknown: true } }) }); // prettier-ignore
  for (const lock of brief.locks) {
    wishes.push({ kind: 'lock', sentence: `the lock on the ${lock.slot} taken off`, change: (b) => ({ ...b, locks: b.locks.filter((each) => each.slot !== lock.slot) }) }); // prettier-ignore
  }
  if (brief.excluded.length > 0)
    wishes.push({
      kind: 'exclusions',
      sentence: 'the parts that were ruled out let back in',
      change: (b) => ({ ...b, excluded: [] }),
    });
  return wishes;
}

/** The brief with as much more money as the least cost asks for, so that taking the advice leaves something that fits. */
function withMoney(brief: Brief, limit: number, cost: number): Brief {
  const more = Math.max(0, cost - limit);
  return more === 0
    ? brief
    : { ...brief, money: { ...brief.money, budgetMinor: brief.money.budgetMinor + more } };
}

function leastCost(catalogue: Catalogue, brief: Brief): number | null {
  return prepare(catalogue, brief).cheapest()?.cost ?? null;
}

/**
 * What would have to give when nothing fits a brief: more money, or one wish less, with the least cost after each;
 * where one change does not make any build possible, pairs of changes. Changes that are enough by themselves come
 * first, then those that leave the least money missing. Exact: each cost is that of a proved cheapest build.
 */
export function explainInfeasible(catalogue: Catalogue, brief: Brief): Relaxation[] {
  const limit = brief.money.budgetMinor + brief.money.slackMinor;
  const now = leastCost(catalogue, brief);
  const out: Relaxation[] = [];
  if (now !== null) {
    const more = now - limit;
    out.push({ kind: 'budget', sentence: 'more money', brief: { ...brief, money: { ...brief.money, budgetMinor: now } }, cost: now, shortMinor: Math.max(0, more) }); // prettier-ignore
  }
  const wishes = wishesOf(brief);
  const done = new Set<Relaxation['kind']>();
  for (const wish of wishes) {
    // The smallest step of a wish that is enough is the one to offer.
    if (done.has(wish.kind) && wish.kind !== 'lock') continue;
    const changed = wish.change(brief);
    const cost = leastCost(catalogue, changed);
    if (cost === null || (now !== null && cost >= now)) continue;
    const shortMinor = Math.max(0, cost - limit);
    if (shortMinor === 0) done.add(wish.kind);
    out.push({
      kind: wish.kind,
      sentence: wish.sentence,
      brief: withMoney(changed, limit, cost),
      cost,
      shortMinor,
    });
  }
  if (now === null && out.length === 0) {
    for (let i = 0; i < wishes.length; i++) {
      for (let j = i + 1; j < wishes.length; j++) {
        if (wishes[i].kind === wishes[j].kind && wishes[i].kind !== 'lock') continue;
        const changed = wishes[j].change(wishes[i].change(brief));
        const cost = leastCost(catalogue, changed);
        if (cost === null) continue;
        out.push({ kind: wishes[i].kind, sentence: `${wishes[i].sentence}, and ${wishes[j].sentence}`, brief: withMoney(changed, limit, cost), cost, shortMinor: Math.max(0, cost - limit) }); // prettier-ignore
      }
    }
  }
  // Of the steps of one wish, show those only that ask for less money than the smaller steps before them; and none that
  // is not enough beside one that is.
  const enough = new Set(out.filter((each) => each.shortMinor === 0).map((each) => each.kind));
  const least = new Map<string, number>();
  return out
    .filter((each) => {
      const wish = each.kind === 'lock' ? each.sentence : each.kind;
      const before = least.get(wish) ?? Infinity;
      least.set(wish, Math.min(before, each.shortMinor));
      return (
        each.shortMinor < before &&
        (each.shortMinor === 0 || each.kind === 'budget' || !enough.has(each.kind))
      );
    })
    .sort((a, b) => a.shortMinor - b.shortMinor || (a.cost ?? 0) - (b.cost ?? 0))
    .slice(0, 12);
}
