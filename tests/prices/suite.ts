import { fitted, pathsOf, planOf, pooledPrior, percentileOf, type Observation } from '@ripe-pick/core/prices';
import { seedOf } from '@ripe-pick/core/stats';
import { demoEpisodes, HABITS } from './demo-market.ts';
import { episodesOf, seenOf, windowsOf, type Episode } from './episodes.ts';
import { fourShops, jitter } from './part-level.ts';
import { knowing } from './policies.ts';
import { realSeries } from './real.ts';
import {
  binsOf,
  brier,
  calibrationError,
  climatology,
  forecastsOf,
  meanOf,
  regrets,
  RULES,
} from './score.ts';
import { home, OTHER_WORLDS, run } from './worlds.ts';

/** A bar: a figure, and what it has to be. */
export interface Bar {
  readonly name: string;
  readonly figure: number;
  readonly atMost?: number;
  readonly atLeast?: number;
}
export const holds = ({ figure, atMost = Infinity, atLeast = -Infinity }: Bar) =>
  figure <= atMost && figure >= atLeast;

export interface Section {
  readonly title: string;
  readonly lines: readonly string[];
  readonly bars: readonly Bar[];
}

const two = (value: number) => value.toFixed(2);
const three = (value: number) => value.toFixed(3);

/** Regret in the home market, by waiting cost, for every rule, on seeds that the model was not shaped on. */
export function regretSection(seeds: readonly number[], each: number): Section {
  const episodes = seeds.flatMap((seed) => episodesOf(home, seed, each));
  const lines = [
    `${episodes.length} episodes; regret in per cent of what a clairvoyant pays, ± standard error`,
  ];
  const bars: Bar[] = [];
  const most = { 0: 2.5, 0.001: 3.6, 0.003: 5.2 };
  for (const wait of [0, 0.001, 0.003] as const) {
    const all = Object.entries(RULES).map(([name, rule]) => [name, regrets(episodes, wait, rule)] as const);
    const of = (name: string) => all.find(([each]) => each === name)?.[1] ?? [];
    const model = of('model');
    lines.push(
      `waiting ${wait * 100} % a day: ${all.map(([name, values]) => `${name} ${two(meanOf(values).mean)} ± ${two(meanOf(values).error)}`).join('; ')}`,
    );
    bars.push({ name: `regret at ${wait * 100} % a day`, figure: meanOf(model).mean, atMost: most[wait] });
    const apart = meanOf(model.map((value, i) => value - of('a tenth off')[i]));
    bars.push({
      name: `regret beyond “a tenth off” at ${wait * 100} % a day, in standard errors`,
      figure: apart.mean / apart.error,
      atMost: 2,
    });
    if (wait === 0) {
      bars.push({
        name: 'regret as a share of that of “10th percentile”',
        figure: meanOf(model).mean / meanOf(of('10th percentile')).mean,
        atMost: 0.45,
      });
      const known = meanOf(regrets(episodes, 0, (episode, w) => knowing(episode, w, 300)));
      lines.push(
        `a forecaster that knows the market and its hidden state: ${two(known.mean)} ± ${two(known.error)}`,
      );
      bars.push({
        name: 'regret against the forecaster that knows',
        figure: meanOf(model).mean / known.mean,
        atMost: 1.5,
      });
    }
  }
  return { title: 'Buying in the home market', lines, bars };
}

function calibrationLines(episodes: readonly Episode[]) {
  const f = forecastsOf(episodes);
  const mean = (all: typeof f.dearer, value: (each: (typeof f.dearer)[number]) => number) =>
    meanOf(all.map(value)).mean;
  const dearerStated = mean(f.dearer, (each) => each.chance);
  const dearerCame = mean(f.dearer, (each) => (each.came ? 1 : 0));
  const lines = [
    `stated → came (n): ${binsOf(f.stated)
      .map((bin) => `${two(bin.stated)} → ${two(bin.actual)} (${bin.n})`)
      .join(', ')}`,
    `Brier ${brier(f.stated).toFixed(4)}, of the rate known afterwards ${climatology(f.stated).toFixed(4)}`,
    `waiting ends dearer: stated ${three(dearerStated)}, came ${three(dearerCame)}; saving stated ${three(f.savingStated)}, came ${three(f.savingCame)}`,
  ];
  return { f, dearerStated, dearerCame, lines };
}

export function calibrationSection(seeds: readonly number[], each: number): Section {
  const { f, dearerStated, dearerCame, lines } = calibrationLines(
    seeds.flatMap((seed) => episodesOf(home, seed, each)),
  );
  return {
    title: 'What is stated in the home market',
    lines,
    bars: [
      { name: 'expected calibration error', figure: calibrationError(f.stated), atMost: 0.03 },
      {
        name: 'Brier score as a share of climatology’s',
        figure: brier(f.stated) / climatology(f.stated),
        atMost: 1,
      },
      { name: '80 % interval of the least price covers', figure: f.coverLeast, atLeast: 0.76, atMost: 0.9 },
      {
        name: '80 % interval of the last day’s price covers',
        figure: f.coverEnd,
        atLeast: 0.76,
        atMost: 0.9,
      },
      {
        name: 'chance of ending dearer, stated less came',
        figure: Math.abs(dearerStated - dearerCame),
        atMost: 0.03,
      },
      {
        name: 'the same in its worst bin of 200',
        figure: Math.max(
          ...binsOf(f.dearer)
            .filter((bin) => bin.n >= 200)
            .map((bin) => Math.abs(bin.stated - bin.actual)),
        ),
        atMost: 0.06,
      },
      {
        name: 'saving that came, as a share of the stated',
        figure: f.savingCame / f.savingStated,
        atLeast: 0.85,
      },
    ],
  };
}

/** Regret and calibration in one market, with the bars that any market has to hold. */
function marketScore(name: string, episodes: readonly Episode[]): Pick<Section, 'lines' | 'bars'> {
  const { f, lines } = calibrationLines(episodes);
  const rules = Object.entries(RULES).map(
    ([rule, pays]) => `${rule} ${two(meanOf(regrets(episodes, 0, pays)).mean)}`,
  );
  return {
    lines: [`${name}: regret ${rules.join('; ')}`, ...lines.map((line) => `${name}: ${line}`)],
    bars: [
      { name: `${name}: expected calibration error`, figure: calibrationError(f.stated), atMost: 0.12 },
      { name: `${name}: 80 % interval of the least price covers`, figure: f.coverLeast, atLeast: 0.72 },
    ],
  };
}

const joined = (title: string, scores: readonly Pick<Section, 'lines' | 'bars'>[]): Section => ({
  title,
  lines: scores.flatMap(({ lines }) => lines),
  bars: scores.flatMap(({ bars }) => bars),
});

export const otherWorldsSection = (seeds: readonly number[], each: number): Section =>
  joined(
    'Markets that the model was not built for',
    OTHER_WORLDS.map(([name, world]) =>
      marketScore(
        name,
        seeds.flatMap((seed) => episodesOf(world, seed, each)),
      ),
    ),
  );

export const demoMarketSection = (each: number): Section =>
  joined(
    'The demo’s shops, whose habits the model does not know',
    HABITS.map((habit) => marketScore(habit, demoEpisodes(habit, each))),
  );

export function realSection(count: number): Section {
  const episodes = windowsOf(realSeries(), count, 77);
  const { f, lines } = calibrationLines(episodes);
  const rules = Object.entries(RULES).map(
    ([rule, pays]) => `${rule} ${two(meanOf(regrets(episodes.slice(0, 150), 0, pays)).mean)}`,
  );
  return {
    title: 'A real daily series (S&P 500, 2000 to 2020; no shop’s prices)',
    lines: [
      `${count} windows, each with a prior pooled from windows that ended before it`,
      `regret of the first 150: ${rules.join('; ')}`,
      ...lines,
    ],
    bars: [
      { name: '80 % interval of the least covers', figure: f.coverLeast, atLeast: 0.7 },
      { name: '80 % interval of the last day covers', figure: f.coverEnd, atLeast: 0.7 },
    ],
  };
}

/** Where a price stands in 90 days, told from a few of them. */
export function standingSection(each: number): Section {
  const lines: string[] = [];
  const bars: Bar[] = [];
  for (const n of [3, 7, 15, 30, 60]) {
    let covered = 0;
    let width = 0;
    let count = 0;
    for (let i = 0; count < each; i++) {
      const { prices, draws } = run(home, seedOf('standing', n, i), 90);
      const observations = prices.map((price, day): Observation => ({
        day: day - 89,
        price: price === Infinity ? null : Math.round(price * 100),
      }));
      const now = observations[89].price;
      if (now === null) continue;
      // Looked at as people do: each day up to today, now and then, or with a hole. Judged by every day since the first look.
      const chosen = seenOf(prices, n, draws);
      const truth = observations
        .filter(({ day }) => day >= chosen[0].day)
        .flatMap((look) => look.price ?? []);
      const share =
        truth.reduce(
          (sum, price) => sum + (Math.abs(price / now - 1) <= 0.002 ? 0.5 : price < now ? 1 : 0),
          0,
        ) / truth.length;
      const standing = percentileOf(chosen, 0, now);
      if (!standing) continue;
      count++;
      width += (standing.high - standing.low) / each;
      if (share >= standing.low && share <= standing.high) covered++;
    }
    lines.push(`${n} looks: covers ${two(covered / each)}, width ${two(width)}`);
    bars.push({
      name: `interval of the percentile from ${n} looks covers`,
      figure: covered / each,
      atLeast: 0.76,
    });
  }
  return { title: 'Where a price stands', lines, bars };
}

export function partSection(count: number): Section {
  const { perOffer, merged } = fourShops(5, count);
  return {
    title: 'A part at four shops',
    lines: [
      `${count} parts: Brier ${three(brier(perOffer))} by offers, ${three(brier(merged))} by the least of each day; stated ${three(meanOf(perOffer.map((each) => each.chance)).mean)} and ${three(meanOf(merged.map((each) => each.chance)).mean)}, came ${three(meanOf(perOffer.map((each) => (each.came ? 1 : 0))).mean)}`,
    ],
    bars: [
      {
        name: 'Brier score by offers as a share of that by the merged series',
        figure: brier(perOffer) / brier(merged),
        atMost: 1,
      },
    ],
  };
}

/** Times are of this machine; the two seeds are not. */
export function speedSection(offers: number): Section {
  const prior = pooledPrior([], 0);
  const all = Array.from({ length: offers }, (_, i) =>
    run(home, seedOf('speed', i), 180).prices.map((price, day): Observation => ({
      day: day - 179,
      price: price === Infinity ? null : Math.round(price * 100),
    })),
  );
  const each: number[] = [];
  const start = performance.now();
  for (const [i, observations] of all.entries()) {
    const from = performance.now();
    const fit = fitted(observations, 0, prior);
    const now = observations.at(-1)?.price ?? null;
    if (fit)
      planOf(pathsOf(fit, prior, { days: 60, paths: 1000, today: 0, seed: i, seasons: [], launches: [] }), {
        now,
        fallback: 1.05 * Math.exp(fit.now),
        waitPerDay: 0,
      });
    each.push(performance.now() - from);
  }
  const total = performance.now() - start;
  each.sort((a, b) => a - b);
  const p95 = each[Math.floor(0.95 * each.length)];
  const apart = jitter(60);
  return {
    title: 'Speed and steadiness',
    lines: [
      `${offers} offers, 60 days, 1,000 futures, one thread: ${Math.round(total)} ms; one offer ${two(each[Math.floor(each.length / 2)])} ms at the median, ${two(p95)} at the 95th percentile`,
      `saving under two seeds: ${(100 * apart).toFixed(2)} % of the price apart at the mean`,
    ],
    bars: [
      { name: `seconds for ${offers} offers`, figure: total / 1000, atMost: 1.5 },
      { name: 'ms for one offer at the 95th percentile', figure: p95, atMost: 20 },
      { name: 'saving under two seeds, per cent of the price', figure: 100 * apart, atMost: 0.4 },
    ],
  };
}
