import type { MarketMove } from './market-move.ts';
import { evidenceOf, labelSales, spellsOf, type Evidence, type Spell } from './spells.ts';
import type { Observation, PricePrior } from './types.ts';

/*
 * What a history says of an offer: whether today is a sale, how often sales come and go, where its level stands and how it moves. See
 * docs/models/prices.md.
 */

/** One setting of the level’s wandering and the prices’ spread, with what the history makes of it. */
export interface Cell {
  readonly weight: number;
  readonly wander: number;
  readonly spread: number;
  /** Today’s level (logarithm): mean and variance. */
  readonly level: number;
  readonly levelVariance: number;
  /** Drift a day: mean and standard deviation. */
  readonly drift: number;
  readonly driftSd: number;
}

/** Today taken as regular, or as a sale. */
export interface SaleBranch {
  readonly weight: number;
  readonly isSale: boolean;
  readonly cells: readonly Cell[];
  /** Last regular price (logarithm); null when none was seen. */
  readonly lastRegular: number | null;
  /** Depths of this offer’s own sales, as shares, the one that is on among them. */
  readonly depths: readonly number[];
  /** Days since a regular price was set: what its level rests on. */
  readonly setDays: number;
}

/** A belief about a rate per day: shape and rate of its gamma distribution, and the most it is let be. */
export interface RateBelief {
  readonly shape: number;
  readonly rate: number;
  readonly most: number;
}

export interface FittedPrice {
  /** Logarithm of the last seen price. */
  readonly now: number;
  /** Days since the last look, 0 for today. */
  readonly age: number;
  readonly saleChance: number;
  readonly branches: readonly SaleBranch[];
  readonly start: RateBelief;
  readonly end: RateBelief;
  readonly change: RateBelief;
  readonly evidence: Evidence;
  /** Share of the belief in sale starts that is the prior’s, 1 with no history. */
  readonly priorShare: number;
  readonly typical: {
    readonly lnSpread: number;
    readonly lnWander: number;
    readonly slope: { readonly mean: number; readonly variance: number };
  };
}

const WANDERS = [0.0006, 0.0015, 0.003, 0.006, 0.011, 0.02, 0.04, 0.08, 0.13];
const SPREADS = [0.0015, 0.004, 0.012, 0.022, 0.035, 0.055, 0.09];
const JUMP_VARIANCE = 0.08 ** 2;
/** Spread of a sale’s depth about the known ones, as a logarithm. */
const DEPTH_SD = 0.03;

const density = (x: number, mean: number, sd: number) =>
  Math.exp(-0.5 * ((x - mean) / sd) ** 2) / (sd * 2.5066282746310002);

/** Chance a day of a lasting markdown that looks like a sale. Assumed. */
const MARKDOWN = 0.002;

/** How well a drop fits the depths that sales have. */
const asSale = (drop: number, depths: readonly number[]) =>
  depths.reduce((sum, depth) => sum + density(drop, -Math.log(1 - depth), DEPTH_SD), 0) / depths.length;

/** The times at which a price was set: one that comes back as it was, after a sale or a gap, was not set anew and says nothing more. */
const settings = (spells: readonly Spell[]) =>
  spells.filter((spell, i) => i === 0 || Math.abs(spell.y - spells[i - 1].y) > 1e-9);

/** What is believed of the rates of sales and changes: the prior's counts and days with those seen added. */
const ratesOf = (evidence: Evidence, prior: PricePrior): Record<'start' | 'end' | 'change', RateBelief> => ({
  start: {
    shape: prior.saleStart * prior.saleStartDays + evidence.saleStarts,
    rate: prior.saleStartDays + evidence.regularDays,
    most: 0.3,
  },
  end: {
    shape: prior.saleEnd * prior.saleEndDays + evidence.saleEnds,
    rate: prior.saleEndDays + evidence.saleDays,
    most: 0.8,
  },
  change: {
    shape: prior.change * prior.changeDays + evidence.changes,
    rate: prior.changeDays + evidence.regularDays,
    most: 0.98,
  },
});

/** What a history says; `move`: what like parts do together. Null when no price was ever seen up to today. */
export function fitted(
  observations: readonly Observation[],
  today: number,
  prior: PricePrior,
  move: MarketMove | null = null,
): FittedPrice | null {
  const spells = spellsOf(observations, today);
  if (spells.length === 0) return null;
  labelSales(spells, prior.spread);
  const evidence = evidenceOf(spells);
  const { start, end, change } = ratesOf(evidence, prior);
  const mean = ({ shape, rate, most }: RateBelief) => Math.min(most, shape / rate);
  const last = spells[spells.length - 1];
  const firstOpen = spells.find((spell) => spell.kind === 'open');
  const saleChance = saleChanceOf(spells, firstOpen, prior, {
    start: mean(start),
    end,
    change: mean(change),
    move,
  });
  const asRegular = levelCells(settings(spells.filter((spell) => spell.kind !== 'sale')), firstOpen, prior);
  const regularOnly = settings(spells.filter((spell) => spell.kind === 'regular'));
  const hasRegular = firstOpen !== undefined && regularOnly.length > 0;
  const inSale = hasRegular ? levelCells(regularOnly, undefined, prior) : asRegular;
  const summary = typicalOf(hasRegular && saleChance > 0.5 ? inSale : asRegular);
  return {
    now: last.y,
    age: -last.last,
    saleChance,
    branches: [
      {
        weight: 1 - saleChance,
        isSale: false,
        cells: asRegular,
        lastRegular: last.y,
        depths: evidence.depths,
        setDays: -last.first,
      },
      {
        weight: saleChance,
        isSale: true,
        cells: inSale,
        lastRegular: hasRegular ? regularOnly[regularOnly.length - 1].y : null,
        depths: firstOpen
          ? [...evidence.depths, 1 - Math.exp(-Math.max(0.01, firstOpen.regular - last.y))]
          : evidence.depths,
        setDays: -(regularOnly.at(-1) ?? last).first,
      },
    ],
    start,
    end,
    change,
    evidence,
    priorShare: prior.saleStartDays / (prior.saleStartDays + evidence.regularDays),
    typical: {
      ...summary,
      slope: slopeOf(regularOnly.length > 0 ? regularOnly : spells, summary.spread, summary.wander),
    },
  };
}

/** Chance that a sale lasts so many days, over all that is believed of its rate: heavier-tailed than at the mean rate. */
const lasts = ({ shape, rate }: RateBelief, days: number) => (rate / (rate + days)) ** shape;

/** How well a drop of the last so many days fits a price that was set anew, alone or with all like it. */
function asSetting(drop: number, days: number, prior: PricePrior, move: MarketMove | null): number {
  const sd = 1.4 * prior.spread;
  let still = 1;
  let moving = 0;
  for (const since of move?.since ?? []) {
    const moved = Math.min(days, since.days);
    still -= since.weight;
    moving += since.weight * density(drop, -since.perDay * moved, Math.hypot(sd, since.perDaySd * moved));
  }
  return still * density(drop, 0, sd) + moving;
}

function saleChanceOf(
  spells: readonly Spell[],
  open: Spell | undefined,
  prior: PricePrior,
  rates: {
    readonly start: number;
    readonly end: RateBelief;
    readonly change: number;
    readonly move: MarketMove | null;
  },
): number {
  const { start: h, end, change, move } = rates;
  const last = spells[spells.length - 1];
  // Only ever seen at one price: it may have been on sale all along.
  if (spells.every((spell) => Math.abs(spell.y - last.y) < 1e-9)) {
    const usual = h / (h + end.shape / end.rate);
    const stays = lasts(end, -spells[0].first);
    return (usual * stays) / (usual * stays + 1 - usual);
  }
  if (!open) return 0.01;
  const drop = open.regular - last.y;
  const fits = asSale(drop, prior.depths);
  const sale = h * fits * lasts(end, -open.first);
  const before = spells.findLast((spell) => spell.kind === 'regular')?.first ?? open.first;
  return sale / (sale + change * asSetting(drop, -before, prior, move) + MARKDOWN * fits);
}

interface Slope {
  readonly mean: number;
  readonly variance: number;
}

/** Weighted least squares of the regular prices on time: recent ones count more. */
function slopeOf(spells: readonly Spell[], spread: number, wander: number): Slope {
  let w = 0;
  let wx = 0;
  let wy = 0;
  for (const spell of spells) {
    const weight = Math.exp(spell.first / 60);
    w += weight;
    wx += weight * spell.first;
    wy += weight * spell.y;
  }
  const x0 = wx / w;
  const y0 = wy / w;
  let sxx = 0;
  let sxy = 0;
  for (const spell of spells) {
    const weight = Math.exp(spell.first / 60);
    sxx += weight * (spell.first - x0) ** 2;
    sxy += weight * (spell.first - x0) * (spell.y - y0);
  }
  if (sxx < 1e-9) return { mean: 0, variance: 1 };
  const span = spells[spells.length - 1].first - spells[0].first;
  return {
    mean: sxy / sxx,
    variance: spread ** 2 / sxx + (1.2 * wander ** 2) / Math.max(1, Math.min(60, span)),
  };
}

/** The level after the given spells, for every setting of wandering and spread, weighted by how well it explains them. */
function levelCells(spells: readonly Spell[], jumpAt: Spell | undefined, prior: PricePrior): Cell[] {
  const cells: (Omit<Cell, 'weight'> & { readonly ln: number })[] = [];
  const priorDrift = -prior.fallPerYear / 365;
  const priorVariance = (prior.fallPerYearSd / 365) ** 2;
  for (const wander of WANDERS)
    for (const spread of SPREADS) {
      let ln =
        -0.5 * Math.log(wander / prior.wander) ** 2 - 0.5 * (Math.log(spread / prior.spread) / 0.6) ** 2;
      const slope = slopeOf(spells, spread, wander);
      const driftVariance = 1 / (1 / priorVariance + 1 / slope.variance);
      const drift = driftVariance * (priorDrift / priorVariance + slope.mean / slope.variance);
      let level = spells[0].y;
      let variance = spread ** 2;
      let at = spells[0].first;
      for (let i = 1; i < spells.length; i++) {
        const spell = spells[i];
        const days = spell.first - at;
        const predicted = level + drift * days;
        const before = variance + wander ** 2 * days + (spell.jump || spell === jumpAt ? JUMP_VARIANCE : 0);
        const total = before + spread ** 2;
        const miss = spell.y - predicted;
        ln -= 0.5 * (Math.log(total) + (miss * miss) / total);
        const gain = before / total;
        level = predicted + gain * miss;
        variance = (1 - gain) * before;
        at = spell.first;
      }
      level += drift * -at;
      variance += wander ** 2 * -at;
      cells.push({
        ln,
        wander,
        spread,
        level,
        levelVariance: variance,
        drift,
        driftSd: Math.sqrt(driftVariance),
      });
    }
  const most = Math.max(...cells.map((cell) => cell.ln));
  const total = cells.reduce((sum, cell) => sum + Math.exp(cell.ln - most), 0);
  return cells.map(({ ln, ...cell }) => ({ ...cell, weight: Math.exp(ln - most) / total }));
}

function typicalOf(cells: readonly Cell[]) {
  const lnSpread = cells.reduce((sum, cell) => sum + cell.weight * Math.log(cell.spread), 0);
  const lnWander = cells.reduce((sum, cell) => sum + cell.weight * Math.log(cell.wander), 0);
  return { lnSpread, lnWander, spread: Math.exp(lnSpread), wander: Math.exp(lnWander) };
}
