import { fitted } from './fit.ts';
import { median } from '../stats/index.ts';
import { SHIPPED_PRIOR } from './prior.ts';
import { evidenceOf, labelSales, spellsOf } from './spells.ts';
import type { Observation, PricePrior } from './types.ts';

/** The shipped prior weighs as many days as this against pooled offers. */
const SHIPPED_REGULAR_DAYS = 600;
const SHIPPED_SALE_DAYS = 72;
/** An offer joins the pool with at least so many looks, over so many days. */
const LEAST_LOOKS = 8;
const LEAST_HISTORY = 9;
/** Offers are never taken to fall alike closer than this, per year. */
const LEAST_FALL_SD = 0.2;
/**
 * Drops beyond two spreads that come back pass for sales, so that what is left scatters by less. A normal distribution cut there (at 1.41 of
 * a step’s own standard deviation) keeps 0.865 of it; not all of them come back. Chosen between.
 */
const KEPT_SPREAD = 0.89;
/**
 * Histories of so many days say as much of how prices fall as is taken to hold anyway: they share their days, and what moved all of them in
 * those (a launch, a shortage) does not go on for ever. Chosen on worlds that are not reported.
 */
const FALL_DAYS = 90;
/** Rounds of fitting the pool; more change little. */
const ROUNDS = 3;
/** Fewer offers than this say too little together. */
export const LEAST_POOL = 20;

/** What the sales and changes of a pool of offers say: counts and days as sums, depths and stretches as lists. */
function poolEvidence(pool: readonly (readonly Observation[])[], today: number, spread: number) {
  const sum = { saleStarts: 0, saleEnds: 0, changes: 0, regularDays: 0, saleDays: 0 };
  const depths: number[] = [];
  const between: (readonly number[])[] = [];
  for (const observations of pool) {
    const spells = spellsOf(observations, today);
    labelSales(spells, spread);
    const evidence = evidenceOf(spells);
    for (const key of ['saleStarts', 'saleEnds', 'changes', 'regularDays', 'saleDays'] as const)
      sum[key] += evidence[key];
    depths.push(...evidence.depths);
    between.push(evidence.between);
  }
  return { sum, depths, between };
}

/** What the shipped chances of going out of stock and of coming back weigh, in days; and the longest gap that tells of either. */
const SHIPPED_STOCK_DAYS = 200;
const SHIPPED_OUT_DAYS = 20;
const STOCK_GAP = 3;

/** How often offers go out of stock and come back, from looks that follow each other closely. */
function stockOf(pool: readonly (readonly Observation[])[], today: number, base: PricePrior) {
  let [outs, inDays, backs, outDays] = [0, 0, 0, 0];
  for (const looks of pool)
    for (let i = 1; i < looks.length && looks[i].day <= today; i++) {
      const gap = looks[i].day - looks[i - 1].day;
      if (gap > STOCK_GAP) continue;
      const isOut = looks[i].price === null;
      if (looks[i - 1].price !== null) {
        inDays += gap;
        outs += Number(isOut);
      } else {
        outDays += gap;
        backs += Number(!isOut);
      }
    }
  return {
    goesOut: (base.goesOut * SHIPPED_STOCK_DAYS + outs) / (SHIPPED_STOCK_DAYS + inDays),
    comesBack: (base.comesBack * SHIPPED_OUT_DAYS + backs) / (SHIPPED_OUT_DAYS + outDays),
  };
}

/** A round of fitting the pool: means of what the offers show under a prior, and how far their slopes lie apart per year. */
function fitPool(pool: readonly (readonly Observation[])[], today: number, prior: PricePrior) {
  const k = pool.length;
  let lnSpread = 0;
  let lnWander = 0;
  let slope = 0;
  let slopeWeight = 0;
  let slopeSquare = 0;
  for (const observations of pool) {
    const fit = fitted(observations, today, prior);
    if (!fit) continue;
    const { mean, variance } = fit.typical.slope;
    lnSpread += fit.typical.lnSpread / k;
    lnWander += fit.typical.lnWander / k;
    slope += mean / variance;
    slopeWeight += 1 / variance;
    slopeSquare += mean ** 2 / variance;
  }
  // What the slopes differ by beyond their own errors (the moment estimate of R. DerSimonian and N. Laird, 1986, without its last term).
  const meanSlope = slope / slopeWeight;
  const apart = Math.max(0, (slopeSquare - slope * meanSlope - (k - 1)) / slopeWeight) * 365 ** 2;
  return { lnSpread, lnWander, meanSlope: slopeWeight > 0 ? meanSlope : null, apart };
}

/**
 * A prior that has learnt from the user’s own offers: event rates by their counts, spreads and fall by their means, depths from sales seen.
 * With fewer than {@link LEAST_POOL} offers that were looked at for a while the shipped one stays.
 */
export function pooledPrior(
  series: readonly (readonly Observation[])[],
  today: number,
  base: PricePrior = SHIPPED_PRIOR,
): PricePrior {
  const usable = series.filter((observations) => {
    const seen = observations.filter((look) => look.price !== null && look.day <= today);
    return seen.length >= LEAST_LOOKS && seen[seen.length - 1].day - seen[0].day >= LEAST_HISTORY;
  });
  const k = usable.length;
  if (k < LEAST_POOL) return base;
  const { sum, depths, between } = poolEvidence(usable, today, base.spread);
  const own = k / (k + 6);
  const s = depths.length;
  let pooled: PricePrior = {
    ...base,
    saleStart:
      (base.saleStart * SHIPPED_REGULAR_DAYS + sum.saleStarts) / (SHIPPED_REGULAR_DAYS + sum.regularDays),
    saleStartDays: Math.min(300, base.saleStartDays + 5 * k),
    saleEnd: (base.saleEnd * SHIPPED_SALE_DAYS + sum.saleEnds) / (SHIPPED_SALE_DAYS + sum.saleDays),
    change: (base.change * SHIPPED_REGULAR_DAYS + sum.changes) / (SHIPPED_REGULAR_DAYS + sum.regularDays),
    depths: s < 2 ? base.depths : blended(base.depths, depths, s / (s + 10)),
    regularity: regularityOf(between),
    ...stockOf(usable, today, base),
    pooledFrom: k,
  };
  const mixed = (before: number, mean: number, share = own) => (1 - share) * before + share * mean;
  const span = median(usable.map((looks) => today - looks[0].day));
  const slopeShare = (own * span) / (span + FALL_DAYS);
  // Each offer is fitted with the prior so far, which pulls it towards itself: a few rounds let the offers have their say.
  for (let round = 0; round < ROUNDS; round++) {
    const { lnSpread, lnWander, meanSlope, apart } = fitPool(usable, today, pooled);
    pooled = {
      ...pooled,
      spread: Math.exp(mixed(Math.log(base.spread), lnSpread)) / KEPT_SPREAD,
      wander: Math.exp(mixed(Math.log(base.wander), lnWander)),
      fallPerYear:
        meanSlope === null ? base.fallPerYear : mixed(base.fallPerYear, -365 * meanSlope, slopeShare),
      fallPerYearSd: Math.sqrt(
        mixed(base.fallPerYearSd ** 2, Math.max(LEAST_FALL_SD ** 2, apart), slopeShare),
      ),
    };
  }
  return pooled;
}

/** Offers with two or more stretches between sales that it takes to speak of a rhythm. */
const LEAST_RHYTHM = 5;

/**
 * One over the squared variation of the days between sales within offers. Up to 2 it is what chance alone may show, and counts as none;
 * beyond 20 it makes no difference worth having.
 */
function regularityOf(between: readonly (readonly number[])[]): number {
  const usable = between.filter((days) => days.length >= 2);
  if (usable.length < LEAST_RHYTHM) return 1;
  let variance = 0;
  let square = 0;
  for (const days of usable) {
    const mean = days.reduce((sum, each) => sum + each, 0) / days.length;
    variance += days.reduce((sum, each) => sum + (each - mean) ** 2, 0) / (days.length - 1);
    square += mean ** 2;
  }
  const shape = square / Math.max(1e-9, variance);
  return shape <= 2 ? 1 : Math.min(20, shape);
}

/** Eight depths, each between the shipped one and the same octile of those seen. */
function blended(shipped: readonly number[], seen: number[], weight: number): number[] {
  const sorted = [...seen].sort((a, b) => a - b);
  return shipped.map((depth, i) => {
    const at = ((i + 0.5) / shipped.length) * (sorted.length - 1);
    const low = sorted[Math.floor(at)];
    const high = sorted[Math.min(sorted.length - 1, Math.floor(at) + 1)];
    return (1 - weight) * depth + weight * (low + (at - Math.floor(at)) * (high - low));
  });
}
