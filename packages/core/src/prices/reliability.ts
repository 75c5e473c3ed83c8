import type { Observation } from './types.ts';

/** A forecast as it was stated, kept to be judged. Prices in minor units of the currency that it was made in. */
export interface LoggedForecast {
  readonly id: string;
  readonly part: string;
  /** Offers that it was made over, with the rate and extras of that day. */
  readonly offers: readonly { readonly id: string; readonly rate: number; readonly extraMinor: number }[];
  /** Day numbers. */
  readonly madeOn: number;
  readonly by: number;
  readonly now: number;
  readonly advice: 'buy' | 'wait';
  readonly saving: number;
  readonly dearerChance: number;
  readonly least: { readonly low: number; readonly high: number };
  /** Chances stated for targets. */
  readonly targets: readonly { readonly target: number; readonly chance: number }[];
  /** Reservation prices for the days ahead; 0 stands for none. */
  readonly curve: readonly number[];
}

export interface JudgedForecast {
  readonly forecast: LoggedForecast;
  readonly least: number;
  readonly covered: boolean;
  /** What following the curve paid. */
  readonly paid: number;
}

/** Share of the days ahead that must have been looked at for a forecast to be judged. */
const LOOKED_AT = 0.5;

/** Judges a forecast whose time is up by what was seen; null when it is too early or too little was looked at. */
export function judge(
  forecast: LoggedForecast,
  observationsOf: (offer: string) => readonly Observation[],
  today: number,
): JudgedForecast | null {
  if (today < forecast.by) return null;
  const least = new Map<number, number>();
  const looked = new Set<number>();
  for (const { id, rate, extraMinor } of forecast.offers)
    for (const { day, price } of observationsOf(id)) {
      if (day <= forecast.madeOn || day > forecast.by) continue;
      looked.add(day);
      if (price !== null) least.set(day, Math.min(least.get(day) ?? Infinity, price * rate + extraMinor));
    }
  const days = forecast.by - forecast.madeOn;
  if (looked.size < LOOKED_AT * days || least.size === 0) return null;
  const order = [...least].sort(([a], [b]) => a - b);
  const low = Math.min(...order.map(([, price]) => price));
  const taken =
    order.find(([day, price]) => price <= (forecast.curve[day - forecast.madeOn - 1] ?? Infinity)) ??
    order[order.length - 1];
  return {
    forecast,
    least: low,
    covered: low >= forecast.least.low - 1 && low <= forecast.least.high + 1,
    paid: taken[1],
  };
}

/** How well own forecasts did. Null figures: fewer than {@link ENOUGH_JUDGED}. */
export interface Reliability {
  readonly judged: number;
  /** Share of 80 % intervals of the least price that held. */
  readonly coverage: number;
  /** Mean squared error of stated chances, and mean of stated against what came, in bins. */
  readonly brier: number;
  readonly bins: readonly { readonly stated: number; readonly actual: number; readonly n: number }[];
  /** Of forecasts that advised to wait: stated and delivered saving, as shares of the price. */
  readonly stated: number;
  readonly delivered: number;
  readonly waits: number;
  /** Share of a stated saving that may be promised, at most 1. */
  readonly promise: number;
}

export const ENOUGH_JUDGED = 30;
/** Until own forecasts are judged a saving is shown as the benchmark delivered it at the least: this share of what was stated. */
const BEFORE_JUDGED = 0.85;

export function reliabilityOf(judged: readonly JudgedForecast[]): Reliability {
  const n = judged.length;
  const stated: { chance: number; came: boolean }[] = judged.flatMap(({ forecast, least }) =>
    forecast.targets.map(({ target, chance }) => ({ chance, came: least <= target })),
  );
  const waits = judged.filter(({ forecast }) => forecast.advice === 'wait');
  const mean = (values: readonly number[]) =>
    values.length === 0 ? 0 : values.reduce((sum, each) => sum + each, 0) / values.length;
  const promised = mean(waits.map(({ forecast }) => forecast.saving / forecast.now));
  const delivered = mean(waits.map(({ forecast, paid }) => 1 - paid / forecast.now));
  const bins = Array.from({ length: 5 }, (_, i) =>
    stated.filter(({ chance }) => Math.min(4, Math.floor(chance * 5)) === i),
  )
    .filter((bin) => bin.length > 0)
    .map((bin) => ({
      n: bin.length,
      stated: mean(bin.map((each) => each.chance)),
      actual: mean(bin.map((each) => (each.came ? 1 : 0))),
    }));
  return {
    judged: n,
    coverage: mean(judged.map((each) => (each.covered ? 1 : 0))),
    brier: mean(stated.map(({ chance, came }) => (chance - (came ? 1 : 0)) ** 2)),
    bins,
    stated: promised,
    delivered,
    waits: waits.length,
    promise:
      waits.length < ENOUGH_JUDGED
        ? BEFORE_JUDGED
        : promised > 0
          ? Math.min(1, Math.max(0, delivered / promised))
          : 1,
  };
}
