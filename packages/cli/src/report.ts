import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { checkBuild, decided, openSlots, ruleContext } from '@ripe-pick/core/compatibility';
import { ratesFor } from '@ripe-pick/core/frames';
import { costOf, type Market } from '@ripe-pick/core/money';
import { explainInfeasible, prepare } from '@ripe-pick/core/search';
import { partSetOf, SLOTS, type Brief, type Catalogue, type Picks } from '@ripe-pick/core/parts';

/** A build as the command line tells it. Money in minor units; rates in frames per second. */
export function buildReport(picks: Picks, brief: Brief, catalogue: Catalogue, market: Market) {
  const { set } = partSetOf(picks, market.parts);
  const full = decided(set);
  const cost = costOf(picks, market);
  const rates = ratesFor(brief, catalogue.frameModel)(full);
  const limit = brief.money.budgetMinor + brief.money.allowedOverMinor;
  return {
    picks: SLOTS.flatMap((slot) => {
      const pick = picks[slot];
      if (!pick) return [];
      const part = market.parts.get(pick.part);
      const line = cost.lines.find(
        (each) => each.slot === slot && (each.kind === 'part' || each.kind === 'owned'),
      );
      const offer = pick.offer === null ? undefined : market.offers.get(pick.offer);
      return [
        {
          slot,
          part: pick.part,
          name: part ? `${part.brand} ${part.name}` : pick.part,
          offer: pick.offer,
          shop: offer?.shop ?? null,
          condition: offer?.condition ?? (brief.owned.includes(pick.part) ? 'owned' : null),
          price: line?.amount ?? null,
          stated: line?.stated ?? null,
        },
      ];
    }),
    totals: {
      currency: brief.money.currency,
      dueNow: cost.dueNow,
      expected: cost.expected,
      after: cost.after,
      parts: cost.lines.reduce(
        (sum, line) => sum + (line.kind === 'part' || line.kind === 'lot' ? line.amount : 0),
        0,
      ),
      shipping: cost.lines.reduce((sum, line) => sum + (line.kind === 'shipping' ? line.amount : 0), 0),
      budget: brief.money.budgetMinor,
      counted: cost.counted,
      left: limit - cost.counted,
      deals: cost.lines.reduce((sum, line) => sum + (line.deal !== null ? line.amount : 0), 0),
      tax: cost.lines.reduce((sum, line) => sum + (line.kind === 'tax' ? line.amount : 0), 0),
      lines: cost.lines,
      backs: cost.backs.map(({ kind, deal, slot, part, shop, face, expected, sendBy }) => ({
        kind,
        deal,
        slot,
        part,
        shop,
        face,
        expected,
        sendBy,
      })),
      aside: cost.aside,
      unpriced: cost.unpriced,
    },
    rates:
      rates.status === 'known'
        ? {
            status: 'known' as const,
            objective: { ...rates.objective, definition: brief.play.objective },
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
          }
        : rates,
    open: openSlots(set),
    checks: checkBuild(full, ruleContext(brief, market.parts, catalogue.frameModel)),
  };
}

export type BuildReport = ReturnType<typeof buildReport>;

/** Solves a brief, with runners-up, or says what would have to give. */
export function solveReport(brief: Brief, catalogue: Catalogue, wanted: number) {
  const session = openSession(catalogue, brief);
  const { limit, market } = session;
  const prepared = prepare(session);
  const result = finish(wanted > 1 ? prepared.topK(limit, wanted, 'pair') : prepared.solve(limit));
  const [best, ...others] = result.answers.map((answer) => ({
    score: answer.score,
    ...buildReport(answer.picks, brief, catalogue, market),
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
    ...(best ? { relaxations: [], conflicts: [] } : finish(explainInfeasible(session))),
    work: result.work,
  };
}
