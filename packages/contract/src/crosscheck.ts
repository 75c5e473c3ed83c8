import { kindFor, type Slot } from '@ripe-pick/core/parts';
import type { BriefFile } from './brief.ts';
import type { CatalogueFile, StoredPart } from './catalogue.ts';
import type { Problem } from './problems.ts';

/** Whether a slot takes parts of a kind. */
export function slotTakes(slot: string, kind: string): boolean {
  return kindFor(slot as Slot) === kind; // both come from checked data
}

/** Collects what is wrong with a file. */
class Problems {
  readonly all: Problem[] = [];

  add(path: string, message: string, mend: string): void {
    this.all.push({ path, message, mend });
  }

  /** Ids by their place in a list; one that stands twice is a problem. */
  unique(list: readonly { readonly id: string }[], what: string): ReadonlyMap<string, number> {
    const seen = new Map<string, number>();
    list.forEach(({ id }, index) => {
      const first = seen.get(id);
      if (first === undefined) seen.set(id, index);
      else
        this.add(
          `${what}[${index}].id`,
          `id "${id}" stands already at ${what}[${first}]`,
          'Give each its own id, or remove one of the two.',
        );
    });
    return seen;
  }

  /** An id that has to be one of those known. */
  known(path: string, what: string, id: string, known: { has(id: string): boolean }): void {
    if (!known.has(id))
      this.add(path, `no ${what} has the id "${id}"`, `Add the ${what}, or correct the id.`);
  }
}

interface WithId {
  readonly id: string;
}

/** What of a catalogue is looked at across its lists. */
export interface CrossChecked extends Pick<CatalogueFile, 'deals' | 'currencyRates'> {
  readonly parts: readonly Pick<StoredPart, 'id' | 'kind'>[];
  readonly shops: readonly WithId[];
  readonly offers: readonly { readonly id: string; readonly part: string; readonly shop: string }[];
  readonly frameModel: Pick<CatalogueFile['frameModel'], 'cpus' | 'gpus' | 'integrated'> & {
    readonly games: readonly WithId[];
  };
}

/** What a schema cannot see: ids that stand twice, and references that lead nowhere. */
export function crossCheckCatalogue(file: CrossChecked): Problem[] {
  const problems = new Problems();
  const parts = problems.unique(file.parts, 'parts');
  const shops = problems.unique(file.shops, 'shops');
  problems.unique(file.offers, 'offers');
  problems.unique(file.deals, 'deals');
  problems.unique(file.frameModel.games, 'frameModel.games');
  file.offers.forEach((offer, index) => {
    problems.known(`offers[${index}].part`, 'part', offer.part, parts);
    problems.known(`offers[${index}].shop`, 'shop', offer.shop, shops);
  });
  file.deals.forEach((deal, index) => {
    const at = `deals[${index}]`;
    if ('shop' in deal) problems.known(`${at}.shop`, 'shop', deal.shop, shops);
    if ('shops' in deal)
      deal.shops?.forEach((id, n) => problems.known(`${at}.shops[${n}]`, 'shop', id, shops));
    deal.parts?.forEach((id, n) => problems.known(`${at}.parts[${n}]`, 'part', id, parts));
    if (deal.kind === 'gift' && deal.gift.part !== null)
      problems.known(`${at}.gift.part`, 'part', deal.gift.part, parts);
  });
  problems.unique(
    file.currencyRates.map(({ from, to }) => ({ id: `${from} to ${to}` })),
    'currencyRates',
  );
  for (const list of ['cpus', 'gpus', 'integrated'] as const) {
    const kind = list === 'gpus' ? 'gpu' : 'cpu';
    const seen = new Set<string>();
    file.frameModel[list].forEach(({ part }, index) => {
      const path = `frameModel.${list}[${index}].part`;
      const at = parts.get(part);
      problems.known(path, 'part', part, parts);
      if (at !== undefined && file.parts[at].kind !== kind)
        problems.add(path, `part "${part}" is a ${file.parts[at].kind}, not a ${kind}`, 'Correct the id.');
      if (seen.has(part))
        problems.add(path, `part "${part}" has a rate already`, 'Keep one rate for each part.');
      seen.add(part);
    });
  }
  return problems.all;
}

/** Holds a brief against the catalogue that it is asked of. */
class BriefCheck extends Problems {
  private readonly games: ReadonlySet<string>;
  private readonly parts: ReadonlyMap<string, StoredPart>;

  constructor(
    private readonly brief: BriefFile,
    private readonly catalogue: CatalogueFile,
  ) {
    super();
    this.games = new Set(catalogue.frameModel.games.map((game) => game.id));
    this.parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  }

  run(): Problem[] {
    const { owned, excluded } = this.brief;
    this.checkGames();
    owned.forEach((id, index) => this.inCatalogue(`owned[${index}]`, 'part', id));
    excluded.forEach(({ part }, index) => this.inCatalogue(`excluded[${index}].part`, 'part', part));
    this.checkLocks();
    this.checkPlanned();
    this.checkGrowth();
    this.checkCurrency();
    return this.all;
  }

  private inCatalogue(path: string, what: 'part' | 'game', id: string): void {
    if ((what === 'part' ? this.parts : this.games).has(id)) return;
    this.add(
      path,
      `the catalogue has no ${what} "${id}"`,
      `Correct the id, or add the ${what} to the catalogue.`,
    );
  }

  private checkGames(): void {
    const { games } = this.brief.play;
    if (games.length === 0)
      this.add(
        'play.games',
        'names no game',
        'Name at least one game of the catalogue, with its preset and weight.',
      );
    const seen = new Set<string>();
    games.forEach(({ game }, index) => {
      const path = `play.games[${index}].game`;
      this.inCatalogue(path, 'game', game);
      if (seen.has(game))
        this.add(path, `game "${game}" is named twice`, 'Name each game once, with its weight.');
      seen.add(game);
    });
  }

  private checkLocks(): void {
    const offers = new Map(this.catalogue.offers.map((offer) => [offer.id, offer]));
    const slots = new Set<string>();
    this.brief.locks.forEach((lock, index) => {
      const path = `locks[${index}]`;
      if (slots.has(lock.slot))
        this.add(`${path}.slot`, `slot ${lock.slot} is locked twice`, 'Keep one lock for each slot.');
      slots.add(lock.slot);
      const part = lock.part === null ? undefined : this.parts.get(lock.part);
      if (lock.part !== null) this.inCatalogue(`${path}.part`, 'part', lock.part);
      if (part && !slotTakes(lock.slot, part.kind))
        this.add(
          `${path}.part`,
          `part "${part.id}" is a ${part.kind}`,
          `Lock it in slot ${part.kind}, or name a ${lock.slot}.`,
        );
      if (lock.offer !== null && offers.get(lock.offer)?.part !== lock.part)
        this.add(
          `${path}.offer`,
          `offer "${lock.offer}" is not one for this part`,
          'Correct the offer’s id, or leave it null.',
        );
    });
  }

  private checkPlanned(): void {
    for (const kind of ['gpu', 'memory', 'cpu'] as const) {
      const id = this.brief.planned[kind];
      if (id === null) continue;
      const path = `planned.${kind}`;
      this.inCatalogue(path, 'part', id);
      const part = this.parts.get(id);
      if (part && part.kind !== kind)
        this.add(path, `part "${part.id}" is a ${part.kind}`, `Name a ${kind}, or null.`);
    }
  }

  private checkGrowth(): void {
    const { sums, wishes } = this.brief.growth;
    const seen = new Set<string>();
    const once = (path: string, id: string) => {
      if (seen.has(id))
        this.add(
          `${path}.id`,
          `id "${id}" stands twice among what is to come`,
          'Give every later budget and wish an id of its own.',
        );
      seen.add(id);
    };
    sums.forEach((sum, index) => once(`growth.sums[${index}]`, sum.id));
    wishes.forEach((wish, index) => {
      once(`growth.wishes[${index}]`, wish.id);
      if (wish.kind === 'game') this.inCatalogue(`growth.wishes[${index}].game`, 'game', wish.game);
    });
  }

  private checkCurrency(): void {
    const { currency } = this.brief.money;
    const { shops, currencyRates } = this.catalogue;
    const isCounted = (own: string) =>
      own === currency ||
      currencyRates.some(
        ({ from, to }) => (from === own && to === currency) || (to === own && from === currency),
      );
    if (shops.length > 0 && !shops.some((shop) => isCounted(shop.currency)))
      this.add(
        'money.currency',
        `no shop’s prices can be counted in ${currency}`,
        `Add a dated rate to ${currency} to the catalogue’s currencyRates, or state the budget in a shop’s currency.`,
      );
  }
}

/** A brief against the catalogue that it is asked of: games, parts, offers and currencies that are not there. */
export function crossCheckBrief(brief: BriefFile, catalogue: CatalogueFile): Problem[] {
  return new BriefCheck(brief, catalogue).run();
}
