import { openSession } from '@ripe-pick/core/session';
import { createHash } from 'node:crypto';
import {
  catalogueOf,
  dailyPrices,
  type NewAlertText,
  type WatchPoint,
  type Workspace,
} from '@ripe-pick/contract';
import { withHousehold } from '@ripe-pick/core/buying';
import { inMarketCurrency, basisTotal } from '@ripe-pick/core/money';
import { prepare } from '@ripe-pick/core/search';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import {
  chanceOfTarget,
  forecastOf,
  judge,
  pooledPrior,
  usualSeasons,
  type Judged,
  type LoggedForecast,
  type Observation,
  type PriceEvent,
} from '@ripe-pick/core/prices';
import { withFinds, type Find } from '@ripe-pick/core/used';
import { summaryFor } from '@ripe-pick/core/swaps';
import { addDays, dayNumber } from '@ripe-pick/core/units';
import { finish } from '@ripe-pick/core/work';
import {
  changesBetween,
  countsOn,
  daysAhead,
  trackedOffers,
  watchList,
  type Move,
} from '@ripe-pick/core/watch';
import type { Store } from '../store/index.ts';
import { changeText, ripeText, targetText } from './words.ts';

/** What a run of the watch found out. */
export interface Seen {
  readonly point: WatchPoint;
  readonly news: readonly NewAlertText[];
  readonly forecasts: readonly LoggedForecast[];
  readonly judged: readonly { readonly id: string; readonly judged: Judged | null }[];
}

/** The search is stopped after this; then there is no best to compare. */
const PATIENCE_MS = 20_000;
const POOL = 60;
const TARGET_SHARES = [0.97, 0.92, 0.87];

function eventsOf(workspace: Workspace, today: number, days: number): PriceEvent[] {
  return [...workspace.events, ...(workspace.watching.seasons ? usualSeasons(today, days) : [])];
}

/** Prices all candidates anew, solves the brief, forecasts what is watched, judges forecasts whose time is up. Null without a workspace. */
export async function look(store: Store): Promise<Seen | null> {
  const [file, { workspace }, points] = await Promise.all([
    store.catalogue(),
    store.workspace(),
    store.points(),
  ]);
  if (!workspace || file.parts.length === 0) return null;
  const catalogue = withFinds(catalogueOf(file), workspace.listings as readonly Find[]);
  const brief = withHousehold(workspace.brief as Brief, workspace.claims);
  const today = dayNumber(catalogue.today);
  const session = openSession(catalogue, brief);
  const { market, limit } = session;
  const { summarise } = summaryFor(session);
  const nameOf = (id: string) => {
    const part = market.parts.get(id);
    return part ? `${part.brand} ${part.name}` : id;
  };
  const before = points.filter((point) => point.day < catalogue.today).at(-1) ?? points.at(-1) ?? null;

  const shown = workspace.candidates.filter((candidate) => !candidate.isArchived);
  const candidates = shown.map(({ id, name, picks }) => {
    const { cost, rates } = summarise(picks as Picks);
    const bought = Object.values(picks).filter((pick) => pick.offer !== null);
    const gone = bought.filter((pick) => {
      const offer = market.offers.get(pick.offer ?? '');
      return !offer?.inStock;
    });
    return {
      id,
      name,
      totalMinor: basisTotal(cost, brief.money.costBasis),
      score: rates.status === 'known' ? rates.objective.score : null,
      gone: gone.map((pick) => nameOf(pick.part)),
      offers: bought.flatMap((pick) => pick.offer ?? []),
    };
  });
  const search = prepare(session).solve(limit);
  const until = performance.now() + PATIENCE_MS;
  const searched = finish(search, { isStopped: () => performance.now() > until });
  const [answer] = searched.status === 'optimal' ? searched.answers : [];
  const best = answer
    ? {
        totalMinor: answer.cost,
        score: answer.score,
        picks: Object.fromEntries(
          Object.entries(answer.picks).map(([slot, pick]) => [
            slot,
            {
              part: pick.part,
              name: nameOf(pick.part),
              offer: pick.offer,
              priceMinor: market.offers.get(pick.offer ?? '')?.priceMinor ?? null,
            },
          ]),
        ),
      }
    : null;

  const watched = watchList(session, {
    active: (shown.find((each) => each.id === workspace.active)?.picks ?? {}) as Picks,
    others: [...shown.map((each) => each.picks as Picks), ...(answer ? [answer.picks] : [])],
    targets: workspace.targets.map((target) => target.part),
  });
  const parts = new Set(watched.map((each) => each.part));
  const bought = new Set(
    [...candidates, ...(before?.candidates ?? [])].flatMap((candidate) => candidate.offers),
  );
  for (const set of [best, before?.best])
    for (const pick of Object.values(set?.picks ?? {})) if (pick.offer) bought.add(pick.offer);
  const { series } = await store.history({ offers: [...bought], parts: [...parts], pool: POOL });
  const observations = new Map(series.map((each) => [each.offer, dailyPrices(each)]));
  const observationsOf = (offer: string) => observations.get(offer) ?? [];

  const moves: Move[] = [];
  if (before)
    for (const offer of bought) {
      const there = market.offers.get(offer);
      const shop = market.shops.get(there?.shop ?? '');
      const [was, is] = [dayNumber(before.day), today].map((day) => lastOn(observationsOf(offer), day));
      const inBrief = (minor: number | null) =>
        minor === null || !shop ? null : inMarketCurrency(market, shop, minor);
      if (there && was !== is)
        moves.push({
          offer,
          name: `${nameOf(there.part)} at ${shop?.name ?? there.shop}`,
          before: inBrief(was),
          now: inBrief(is),
        });
    }
  const { leastMinor, leastTenths, waitPerDayMinor } = workspace.watching;
  const bare = {
    day: catalogue.today,
    currency: market.currency,
    brief: createHash('sha256').update(JSON.stringify(brief)).digest('hex').slice(0, 32),
    candidates,
    best,
  };
  const changes = before
    ? changesBetween(before, bare, moves, { leastMinor, leastScore: leastTenths * 100 })
    : [];
  // Deals that ended or began since then, at the shops that are bought from.
  const shopsIn = new Set([...bought].map((offer) => market.offers.get(offer)?.shop));
  const turned = before
    ? file.deals
        .filter((deal) => {
          const since = (day: string | null, from: string, to: string) =>
            day !== null && day >= from && day < to;
          const turns =
            since(deal.to, before.day, catalogue.today) ||
            since(deal.from, addDays(before.day, 1), addDays(catalogue.today, 1));
          return turns && ('shop' in deal ? shopsIn.has(deal.shop) : true);
        })
        .map((deal) => `${deal.name} ${deal.to !== null && deal.to < catalogue.today ? 'ended' : 'began'}`)
    : [];
  const news: NewAlertText[] = changes.map((change) =>
    changeText(change, market.currency, catalogue.today, turned),
  );

  // Forecasts: what is ripe now, and what is logged to be judged later.
  const days = daysAhead(brief, catalogue.today, workspace.watching.days);
  const prior = pooledPrior([...observations.values()], today);
  const events = eventsOf(workspace, today, days);
  const advice: Record<string, 'buy' | 'wait' | 'out'> = {};
  const forecasts: LoggedForecast[] = [];
  for (const { part, slot, why } of watched) {
    const offers = trackedOffers(part, market, observationsOf);
    const kind = market.parts.get(part)?.kind ?? null;
    const forecast = forecastOf(offers, {
      kind,
      today,
      days,
      waitPerDay: waitPerDayMinor,
      events,
      prior,
      paths: 600,
    });
    if (!forecast) continue;
    const { plan, now } = forecast;
    advice[part] = plan.advice;
    const target = workspace.targets.find((each) => each.part === part);
    if (
      target &&
      now !== null &&
      target.currency === market.currency &&
      now <= target.priceMinor &&
      countsOn(target, catalogue.today)
    )
      news.push(targetText(nameOf(part), now, target.priceMinor, market.currency, part));
    if (now === null || plan.advice === 'out') continue;
    if (why === 'pick' && plan.advice === 'buy' && before?.advice[part] === 'wait')
      news.push(ripeText(nameOf(part), now, market.currency, part, slot));
    forecasts.push({
      id: `${part}|${today}`.slice(0, 200),
      part,
      offers: offers.map(({ id, rate, extraMinor }) => ({ id, rate, extraMinor })),
      madeOn: today,
      by: today + days,
      now,
      advice: plan.advice,
      saving: plan.saving,
      dearerChance: plan.dearerChance,
      least: { low: finite(plan.least.low, now), high: finite(plan.least.high, now * 3) },
      targets: TARGET_SHARES.map((share) => ({
        target: share * now,
        chance: chanceOfTarget(forecast, share * now, today + days, today),
      })),
      curve: [...plan.curve.slice(0, -1)].map((limit) => finite(Math.round(limit), 0)),
    });
  }
  for (const event of workspace.events)
    if (dayNumber(event.from) - today === 1 || event.from === catalogue.today)
      news.push({
        kind: 'event',
        key: `event|${event.id}|${event.from}`,
        title: `${event.name}: ${event.from === catalogue.today ? 'today' : 'tomorrow'}`,
        text: event.to === event.from ? event.from : `${event.from} to ${event.to}`,
      });

  const open = await store.openForecasts(today);
  const wanted = [...new Set(open.flatMap((forecast) => forecast.offers.map((offer) => offer.id)))].filter(
    (id) => !observations.has(id),
  );
  if (wanted.length > 0)
    for (const each of (await store.history({ offers: wanted.slice(0, 5000), parts: [], pool: 0 })).series)
      observations.set(each.offer, dailyPrices(each));
  const judged = open.map((forecast) => ({
    id: forecast.id,
    judged: judge(forecast, observationsOf, today),
  }));
  const why = changes
    .map((change) => changeText(change, market.currency, catalogue.today, turned).title)
    .join('; ')
    .slice(0, 3000);
  return { point: { ...bare, why, advice }, news, forecasts, judged };
}

const finite = (value: number, otherwise: number) => (Number.isFinite(value) ? value : otherwise);

/** The price of the last look up to a day; null when it was not for sale, or not seen yet. */
const lastOn = (observations: readonly Observation[], day: number) =>
  observations.findLast((each) => each.day <= day)?.price ?? null;
