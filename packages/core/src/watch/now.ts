import { basisTotal, pickStandings } from '../money/index.ts';
import { SLOTS, type Picks } from '../parts/index.ts';
import type { Answer } from '../search/index.ts';
import type { Session } from '../session/index.ts';
import { summaryFor } from '../swaps/index.ts';
import type { BestPick, WatchKnowledge } from './knowledge.ts';

/** Maker and name of a part; its id where the catalogue has lost it. */
export function partName({ priceIndex }: Session, id: string): string {
  const part = priceIndex.parts.get(id);
  return part ? `${part.brand} ${part.name}` : id;
}

/** What candidates cost and score today, and which of their offers are gone. */
export function candidatesNow(
  session: Session,
  candidates: readonly { readonly id: string; readonly name: string; readonly picks: Picks }[],
): WatchKnowledge['candidates'] {
  const { summarise } = summaryFor(session);
  return candidates.map(({ id, name, picks }) => {
    const { cost, rates } = summarise(picks);
    const bought = SLOTS.flatMap((slot) => {
      const pick = picks[slot];
      return pick && pick.offer !== null ? [{ part: pick.part, offer: pick.offer }] : [];
    });
    return {
      id,
      name,
      totalMinor: basisTotal(cost, session.brief.money.costBasis),
      score: rates.status === 'known' ? rates.objective.score : null,
      gone: pickStandings(picks, session.priceIndex)
        .filter(({ state }) => state === 'stock' || state === 'gone')
        .map(({ part }) => partName(session, part)),
      offers: bought.map(({ offer }) => offer),
    };
  });
}

/** The proved best set of today, as it is kept. */
export function bestNow(
  session: Session,
  { picks, cost, score }: Answer,
): NonNullable<WatchKnowledge['best']> {
  const kept: Record<string, BestPick> = {};
  for (const slot of SLOTS) {
    const pick = picks[slot];
    if (!pick) continue;
    const priceMinor = session.priceIndex.offers.get(pick.offer ?? '')?.priceMinor ?? null;
    kept[slot] = { part: pick.part, name: partName(session, pick.part), offer: pick.offer, priceMinor };
  }
  return { totalMinor: cost, score, picks: kept };
}

/** Offers that candidates and best sets buy. */
export function offersBought(
  points: readonly (Pick<WatchKnowledge, 'candidates' | 'best'> | null)[],
): Set<string> {
  const bought = new Set<string>();
  for (const point of points) {
    for (const { offers } of point?.candidates ?? []) for (const offer of offers) bought.add(offer);
    for (const { offer } of Object.values(point?.best?.picks ?? {})) if (offer !== null) bought.add(offer);
  }
  return bought;
}
