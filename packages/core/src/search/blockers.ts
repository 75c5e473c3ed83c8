import { checkBuild, decided, firstBarrier, missingFigures } from '../compatibility/index.ts';
import { missingForRate, scenesOf } from '../frames/index.ts';
import { hasReadyByPassed, offerBarrier, withoutRate } from '../money/index.ts';
import {
  kindFor,
  partSetOf,
  REQUIRED_SLOTS,
  type Brief,
  type Catalogue,
  type Part,
  type Slot,
} from '../parts/index.ts';
import { openSession, type Session } from '../session/index.ts';
import { domainsOf, REST, type Domains } from './domains.ts';
import { prepare } from './prepare.ts';

/** Why no build is possible, whatever the brief gave up: it is put right in the catalogue, or by naming a game. */
export type Blocker =
  | { readonly code: 'no-game' }
  /** The day by which all has to be there has passed. */
  | { readonly code: 'ready-by-passed'; readonly readyBy: string }
  /** Games of the brief that the catalogue lost. */
  | { readonly code: 'unknown-game'; readonly games: readonly string[] }
  /** None of this kind in the catalogue. */
  | { readonly code: 'no-part'; readonly slot: Slot }
  /** There are some, and nobody sells them. */
  | { readonly code: 'no-price' | 'sold-out'; readonly slot: Slot; readonly parts: readonly string[] }
  /** With this currency's offers counted something would fit. */
  | { readonly code: 'no-rate-of-exchange'; readonly currency: string; readonly offers: number }
  /** Without these figures there is no frame rate to compare, and nothing to assume them from. */
  | {
      readonly code: 'specs-missing';
      readonly slot: Slot;
      readonly parts: readonly { readonly part: string; readonly figures: readonly string[] }[];
    }
  /** With these figures the cheapest set would be known to fit, or known not to. */
  | {
      readonly code: 'specs-to-state';
      readonly parts: readonly { readonly part: string; readonly figures: readonly string[] }[];
    }
  /** All of one slot and all of the other bar each other; by which rule, where it is always the same. */
  | { readonly code: 'no-pair'; readonly slots: readonly [Slot, Slot]; readonly rule: string | null }
  /** Every two go together somewhere, and no whole set does. */
  | { readonly code: 'no-set' };

/** The catalogue with a rate of 1 for every currency that has none: enough to ask whether a build exists. */
function withAllRates(catalogue: Catalogue, currencies: readonly string[], to: string): Catalogue {
  const made = currencies.map((from) => ({ from, to, rate: 1, on: catalogue.today }));
  return { ...catalogue, currencyRates: [...catalogue.currencyRates, ...made] };
}

/** Currencies whose offers would make a build possible if they were counted; none when they would not. */
export function missingRates({ catalogue, brief, priceIndex }: Session): Blocker[] {
  const lost = withoutRate(priceIndex);
  if (lost.length === 0) return [];
  const counted = withAllRates(
    catalogue,
    lost.map(({ currency }) => currency),
    brief.money.currency,
  );
  if (!prepare(openSession(counted, brief)).exists()) return [];
  return lost.map(({ currency, offers }) => ({ code: 'no-rate-of-exchange', currency, offers }));
}

/** A day by which everything has to be there and that has passed: nothing that is bought can arrive by it. */
export const passedReadyBy = ({ brief, priceIndex }: Session): Blocker[] => {
  const { readyBy } = brief.dates;
  return readyBy !== null && hasReadyByPassed(priceIndex) ? [{ code: 'ready-by-passed', readyBy }] : [];
};

/** What the brief's games lack; empty when all of them are known. */
export function missingGames(brief: Brief, { frameModel }: Catalogue): Blocker[] {
  if (brief.play.games.length === 0) return [{ code: 'no-game' }];
  const games = scenesOf(brief, frameModel).unknownGames;
  return games.length > 0 ? [{ code: 'unknown-game', games }] : [];
}

/** Figures that keep the cheapest set with gaps from being known to fit. */
export function missingSpecs({ catalogue, brief }: Session): Blocker[] {
  const loose = { ...brief, whereToBuy: { ...brief.whereToBuy, allowUnknown: true } };
  const session = openSession(catalogue, loose);
  const cheapest = prepare(session).cheapest();
  if (!cheapest) return [];
  const set = decided(partSetOf(cheapest.picks, session.priceIndex.parts).set);
  const missing = new Map<string, Set<string>>();
  for (const { rule, verdict, isAdvice } of checkBuild(set, session.rules)) {
    if (verdict !== 'unknown' || isAdvice) continue;
    for (const { part, figure } of missingFigures(rule, set, session.rules))
      missing.set(part, (missing.get(part) ?? new Set()).add(figure));
  }
  const parts = [...missing].map(([part, figures]) => ({ part, figures: [...figures] }));
  return parts.length > 0 ? [{ code: 'specs-to-state', parts }] : [];
}

/** Slots that a build may leave empty, yet often cannot. */
const MOSTLY_NEEDED: readonly Slot[] = ['gpu', 'cooler', 'storage'];

/** Why nothing fits a brief that asks for as little as can be asked. */
export function blockersOf(session: Session): Blocker[] {
  const { catalogue, brief, priceIndex, rules, rates } = session;
  const domains = domainsOf(catalogue.parts, priceIndex, brief, rules, rates);
  const lacking = (slots: readonly Slot[]) =>
    slots.filter((slot) => partsIn(domains, slot).length === 0).map((slot) => whyEmpty(slot, session));
  const added = domains.added.filter(({ elements }) => elements.length === 0);
  if (added.length > 0) return added.map(({ slot }) => whyEmpty(slot, session));
  const needed = lacking(REQUIRED_SLOTS);
  if (needed.length > 0) return needed;
  const apart = [...lacking(MOSTLY_NEEDED), ...pairsApart(domains, session)];
  return apart.length > 0 ? apart : [{ code: 'no-set' }];
}

function partsIn({ cpus, rest }: Domains, slot: Slot): Part[] {
  const elements = slot === 'cpu' ? cpus : rest.at((REST as readonly Slot[]).indexOf(slot));
  return (elements ?? []).flatMap(({ part }) => part ?? []);
}

/** The nearest reason why no part stands in a slot: none there, none sold, or sold and without the figures of a rate. */
function whyEmpty(slot: Slot, { catalogue, brief, priceIndex }: Session): Blocker {
  const all = catalogue.parts.filter(({ kind }) => kind === kindFor(slot));
  if (all.length === 0) return { code: 'no-part', slot };
  const parts = all.map(({ id }) => id);
  const owned = new Set(brief.owned);
  const barriers = all.flatMap(({ id }) =>
    owned.has(id)
      ? [null]
      : (priceIndex.offersByPart.get(id) ?? []).map((offer) => offerBarrier(priceIndex, brief, offer, slot)),
  );
  if (!barriers.includes(null)) {
    const currencies = new Set(
      all
        .flatMap(({ id }) => priceIndex.offersByPart.get(id) ?? [])
        .map(({ shop }) => priceIndex.shops.get(shop)?.currency),
    );
    const lost = withoutRate(priceIndex).find(({ currency }) => currencies.has(currency));
    if (lost && barriers.includes('currency'))
      return { code: 'no-rate-of-exchange', currency: lost.currency, offers: lost.offers };
    return { code: barriers.includes('stock') ? 'sold-out' : 'no-price', slot, parts };
  }
  const gaps = all.flatMap((part) => {
    const figures = missingForRate(part);
    return figures.length > 0 ? [{ part: part.id, figures }] : [];
  });
  return gaps.length > 0 ? { code: 'specs-missing', slot, parts: gaps } : { code: 'no-set' };
}

/** Two slots no parts of which go together; of those that may be empty, only beside a required one. */
function pairsApart(domains: Domains, { brief, rules }: Session): Blocker[] {
  return REQUIRED_SLOTS.flatMap((a, n) =>
    [...REQUIRED_SLOTS.slice(n + 1), ...MOSTLY_NEEDED].flatMap((b): Blocker[] => {
      if (partsIn(domains, b).length === 0) return []; // told already
      const found = new Set<string>();
      for (const left of partsIn(domains, a))
        for (const right of partsIn(domains, b)) {
          const barrier = firstBarrier({ [a]: left, [b]: right }, rules, brief.whereToBuy.allowUnknown);
          if (barrier === null) return [];
          found.add(barrier.title);
        }
      return [{ code: 'no-pair', slots: [a, b], rule: found.size === 1 ? [...found][0] : null }];
    }),
  );
}
