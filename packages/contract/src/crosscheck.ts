import type { CatalogueFile } from './catalogue.ts';
import type { BriefFile } from './brief.ts';
import type { Problem } from './problems.ts';
import { kindFor, type Slot } from '@ripe-pick/core/parts';

/** Whether a slot takes parts of a kind. */
export function slotTakes(slot: string, kind: string): boolean {
  return kindFor(slot as Slot) === kind; // both come from checked data
}

/** What a schema cannot see: ids that stand twice, and references that lead nowhere. */
export function crossCheckCatalogue(file: CatalogueFile): Problem[] {
  const problems: Problem[] = [];
  const unique = (list: readonly { readonly id: string }[], what: string) => {
    const seen = new Map<string, number>();
    list.forEach(({ id }, index) => {
      const first = seen.get(id);
      if (first === undefined) seen.set(id, index);
      else
        problems.push({
          path: `${what}[${index}].id`,
          message: `id "${id}" stands already at ${what}[${first}]`,
          mend: 'Give each its own id, or remove one of the two.',
        });
    });
    return seen;
  };
  const parts = unique(file.parts, 'parts');
  const shops = unique(file.shops, 'shops');
  unique(file.offers, 'offers');
  unique(file.frameModel.games, 'frameModel.games');
  file.offers.forEach((offer, index) => {
    if (!parts.has(offer.part))
      problems.push({
        path: `offers[${index}].part`,
        message: `no part has the id "${offer.part}"`,
        mend: 'Add the part, or correct the id.',
      });
    if (!shops.has(offer.shop))
      problems.push({
        path: `offers[${index}].shop`,
        message: `no shop has the id "${offer.shop}"`,
        mend: 'Add the shop, or correct the id.',
      });
  });
  unique(file.deals, 'deals');
  file.deals.forEach((deal, index) => {
    const lacks = (field: string, what: string, id: string) =>
      problems.push({
        path: `deals[${index}].${field}`,
        message: `no ${what} has the id "${id}"`,
        mend: `Add the ${what}, or correct the id.`,
      });
    if ('shop' in deal && !shops.has(deal.shop)) lacks('shop', 'shop', deal.shop);
    if ('shops' in deal) deal.shops?.forEach((id, n) => shops.has(id) || lacks(`shops[${n}]`, 'shop', id));
    deal.parts?.forEach((id, n) => parts.has(id) || lacks(`parts[${n}]`, 'part', id));
    if (deal.kind === 'gift' && deal.gift.part !== null && !parts.has(deal.gift.part))
      lacks('gift.part', 'part', deal.gift.part);
  });
  for (const list of ['cpus', 'gpus', 'integrated'] as const) {
    const seen = new Set<string>();
    const slot = list === 'gpus' ? 'gpu' : 'cpu';
    file.frameModel[list].forEach(({ part }, index) => {
      const path = `frameModel.${list}[${index}].part`;
      const at = parts.get(part);
      if (at === undefined)
        problems.push({
          path,
          message: `no part has the id "${part}"`,
          mend: 'Add the part, or correct the id.',
        });
      else if (file.parts[at].kind !== slot)
        problems.push({
          path,
          message: `part "${part}" is a ${file.parts[at].kind}, not a ${slot}`,
          mend: 'Correct the id.',
        });
      if (seen.has(part))
        problems.push({
          path,
          message: `part "${part}" has a rate already`,
          mend: 'Keep one rate for each part.',
        });
      seen.add(part);
    });
  }
  return problems;
}

/** A brief against the catalogue that it is asked of: games, parts, offers and currencies that are not there. */
export function crossCheckBrief(brief: BriefFile, catalogue: CatalogueFile): Problem[] {
  const problems: Problem[] = [];
  const games = new Set(catalogue.frameModel.games.map((game) => game.id));
  const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  const offers = new Map(catalogue.offers.map((offer) => [offer.id, offer]));
  const seen = new Set<string>();
  const lacks = (path: string, what: string, id: string) =>
    problems.push({
      path,
      message: `the catalogue has no ${what} "${id}"`,
      mend: `Correct the id, or add the ${what} to the catalogue.`,
    });
  if (brief.play.games.length === 0)
    problems.push({
      path: 'play.games',
      message: 'names no game',
      mend: 'Name at least one game of the catalogue, with its preset and weight.',
    });
  brief.play.games.forEach(({ game }, index) => {
    if (!games.has(game)) lacks(`play.games[${index}].game`, 'game', game);
    if (seen.has(game))
      problems.push({
        path: `play.games[${index}].game`,
        message: `game "${game}" is named twice`,
        mend: 'Name each game once, with its weight.',
      });
    seen.add(game);
  });
  brief.owned.forEach((id, index) => {
    if (!parts.has(id)) lacks(`owned[${index}]`, 'part', id);
  });
  brief.excluded.forEach(({ part }, index) => {
    if (!parts.has(part)) lacks(`excluded[${index}].part`, 'part', part);
  });
  const slots = new Set<string>();
  brief.locks.forEach((lock, index) => {
    const path = `locks[${index}]`;
    if (slots.has(lock.slot))
      problems.push({
        path: `${path}.slot`,
        message: `slot ${lock.slot} is locked twice`,
        mend: 'Keep one lock for each slot.',
      });
    slots.add(lock.slot);
    if (lock.part !== null) {
      const part = parts.get(lock.part);
      if (!part) lacks(`${path}.part`, 'part', lock.part);
      else if (!slotTakes(lock.slot, part.kind))
        problems.push({
          path: `${path}.part`,
          message: `part "${lock.part}" is a ${part.kind}`,
          mend: `Lock it in slot ${part.kind}, or name a ${lock.slot}.`,
        });
    }
    if (lock.offer !== null && offers.get(lock.offer)?.part !== lock.part)
      problems.push({
        path: `${path}.offer`,
        message: `offer "${lock.offer}" is not one for this part`,
        mend: 'Correct the offer’s id, or leave it null.',
      });
  });
  for (const [key, kind] of [
    ['gpu', 'gpu'],
    ['memory', 'memory'],
    ['cpu', 'cpu'],
  ] as const) {
    const id = brief.planned[key];
    const part = id === null ? undefined : parts.get(id);
    if (id !== null && !part) lacks(`planned.${key}`, 'part', id);
    if (part && part.kind !== kind)
      problems.push({
        path: `planned.${key}`,
        message: `part "${part.id}" is a ${part.kind}`,
        mend: `Name a ${kind}, or null.`,
      });
  }
  const later = new Set<string>();
  const once = (path: string, id: string) => {
    if (later.has(id))
      problems.push({
        path: `${path}.id`,
        message: `id "${id}" stands twice among what is to come`,
        mend: 'Give every later sum and wish an id of its own.',
      });
    later.add(id);
  };
  brief.growth.sums.forEach((sum, index) => once(`growth.sums[${index}]`, sum.id));
  brief.growth.wishes.forEach((wish, index) => {
    once(`growth.wishes[${index}]`, wish.id);
    if (wish.kind === 'game' && !games.has(wish.game))
      lacks(`growth.wishes[${index}].game`, 'game', wish.game);
  });
  const { currency } = brief.money;
  const reachable = catalogue.shops.some(
    (shop) =>
      shop.currency === currency ||
      catalogue.currencyRates.some(
        ({ from, to }) =>
          (from === shop.currency && to === currency) || (to === shop.currency && from === currency),
      ),
  );
  if (catalogue.shops.length > 0 && !reachable)
    problems.push({
      path: 'money.currency',
      message: `no shop’s prices can be counted in ${currency}`,
      mend: `Add a dated rate to ${currency} to the catalogue’s currencyRates, or state the sum in a shop’s currency.`,
    });
  return problems;
}
