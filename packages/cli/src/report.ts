import { openSession, type Session } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { checkBuild, decided, openSlots } from '@ripe-pick/core/compatibility';
import { ratesFor, type RatesResult } from '@ripe-pick/core/frames';
import { costOf, type Cost, type CostLine, type PriceIndex } from '@ripe-pick/core/money';
import { explainInfeasible, blockerWords, prepare } from '@ripe-pick/core/search';
import { partSetOf, SLOTS, type Brief, type Catalogue, type Picks } from '@ripe-pick/core/parts';

function picksReport(picks: Picks, cost: Cost, { brief, parts, offers }: PriceIndex) {
  return SLOTS.flatMap((slot) => {
    const pick = picks[slot];
    if (!pick) return [];
    const part = parts.get(pick.part);
    const isOwn = (line: CostLine) => line.slot === slot && (line.kind === 'part' || line.kind === 'owned');
    const line = cost.lines.find(isOwn);
    const offer = pick.offer === null ? undefined : offers.get(pick.offer);
    const condition = offer?.condition ?? (brief.owned.includes(pick.part) ? 'owned' : null);
    return [
      {
        slot,
        part: pick.part,
        name: part ? `${part.brand} ${part.name}` : pick.part,
        offer: pick.offer,
        shop: offer?.shop ?? null,
        condition,
        price: line?.amount ?? null,
        stated: line?.stated ?? null,
      },
    ];
  });
}

function totalsReport(cost: Cost, { money }: Brief) {
  const sumOf = (isCounted: (line: CostLine) => boolean) =>
    cost.lines.filter(isCounted).reduce((sum, line) => sum + line.amount, 0);
  return {
    currency: money.currency,
    dueNow: cost.dueNow,
    expected: cost.expected,
    after: cost.after,
    parts: sumOf(({ kind }) => kind === 'part' || kind === 'lot'),
    shipping: sumOf(({ kind }) => kind === 'shipping'),
    budget: money.budgetMinor,
    counted: cost.counted,
    left: money.budgetMinor + money.allowedOverMinor - cost.counted,
    deals: sumOf(({ deal }) => deal !== null),
    tax: sumOf(({ kind }) => kind === 'tax'),
    lines: cost.lines,
    backs: cost.backs.map(({ claim: _, ...back }) => back),
    aside: cost.aside,
    unpriced: cost.unpriced,
  };
}

function ratesReport(rates: RatesResult, { play }: Brief) {
  if (rates.status !== 'known') return rates;
  return {
    status: rates.status,
    objective: { ...rates.objective, definition: play.objective },
    games: rates.games.map((game) => ({
      game: game.game,
      preset: game.preset,
      average: game.average,
      interval80: game.interval,
      low1Percent: game.low,
      slowest1PercentMean: game.slowest,
      limitedBy: game.limitedBy,
      lostToCpu: game.lostToCpu,
      lostToGpu: game.lostToGpu,
      target: game.target,
    })),
  };
}

/** A build as the command line tells it. Money in minor units; rates in frames per second. */
export function buildReport(picks: Picks, { brief, catalogue, priceIndex, rules }: Session) {
  const { set } = partSetOf(picks, priceIndex.parts);
  const full = decided(set);
  const cost = costOf(picks, priceIndex);
  return {
    picks: picksReport(picks, cost, priceIndex),
    totals: totalsReport(cost, brief),
    rates: ratesReport(ratesFor(brief, catalogue.frameModel)(full), brief),
    open: openSlots(set),
    checks: checkBuild(full, rules),
  };
}

export type BuildReport = ReturnType<typeof buildReport>;

const NOTHING_IN_THE_WAY = { relaxations: [], conflicts: [], blockers: [] };

function whyNothing(session: Session) {
  const found = finish(explainInfeasible(session));
  return {
    ...found,
    blockers: found.blockers.map((each) => ({ ...each, sentence: blockerWords(each) })),
  };
}

/** Solves a brief, with runners-up, or says what would have to give. */
export function solveReport(brief: Brief, catalogue: Catalogue, wanted: number) {
  const session = openSession(catalogue, brief);
  const prepared = prepare(session);
  const result = finish(
    wanted > 1 ? prepared.topK(session.limit, wanted, 'pair') : prepared.solve(session.limit),
  );
  const [best, ...others] = result.answers.map((answer) => ({
    score: answer.score,
    ...buildReport(answer.picks, session),
  }));
  return {
    status: result.status,
    objective: best
      ? {
          score: best.score,
          value: best.score / 1000,
          bound: result.bound === null ? null : result.bound / 1000,
        }
      : null,
    best: best ?? null,
    runnersUp: others,
    ...(best ? NOTHING_IN_THE_WAY : whyNothing(session)),
    work: result.work,
  };
}
