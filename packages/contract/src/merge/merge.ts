import { bareName, PartFinder, type Catalogue, originOf, originsAfter } from '@ripe-pick/core/parts';
import type {
  CatalogueFile,
  StoredDeal,
  StoredGame,
  StoredOffer,
  StoredPart,
  StoredShop,
} from '../catalogue.ts';
import type { CatalogueChange } from '../catalogue-changes.ts';
import { Ids, isSame, type Loose } from './identity.ts';

/** Something that both sides state, and not alike. What is here stays unless the other is asked for. */
export interface MergeConflict {
  /** Tells it from all others; see {@link mergeCatalogues}. */
  readonly key: string;
  readonly what: 'part' | 'shop' | 'offer' | 'deal' | 'game' | 'currency rate';
  readonly name: string;
  readonly figure: string;
  readonly ours: unknown;
  readonly theirs: unknown;
  /** Where each side has it from; null where it does not say. */
  readonly oursFrom: string | null;
  readonly theirsFrom: string | null;
  /** Of an amount in minor units; null where it is none. */
  readonly currency: string | null;
}

export interface MergeCounts {
  readonly parts: number;
  readonly shops: number;
  readonly offers: number;
  readonly deals: number;
  readonly games: number;
  /** Figures that parts here lacked. */
  readonly filled: number;
  /** Offers that are there already, seen at another price since. */
  readonly newer: number;
  /** Part rates that are not taken: here they are estimated from records. */
  readonly ratesLeft: number;
}

/** What one catalogue adds to another. */
export interface Merge {
  readonly changes: readonly CatalogueChange[];
  readonly conflicts: readonly MergeConflict[];
  readonly counts: MergeCounts;
  /** Ids of the file that are others here. */
  readonly renamed: Readonly<Record<'parts' | 'offers' | 'games', Readonly<Record<string, string>>>>;
}

const NOT_FIGURES = new Set(['id', 'kind', 'brand', 'name', 'source', 'origins']);

/** What a shop's price is known by, beside its id. */
const offerKey = ({ part, shop, condition, lot }: StoredOffer) => `${part} ${shop} ${condition} ${lot ?? ''}`;

/** Collects what has to be done to take one catalogue into another. */
class Merger {
  readonly changes: CatalogueChange[] = [];
  readonly conflicts: MergeConflict[] = [];
  readonly counts = { parts: 0, shops: 0, offers: 0, deals: 0, games: 0, filled: 0, newer: 0, ratesLeft: 0 };
  private readonly partIds: Ids;
  private readonly shopIds: Ids;
  private readonly offerIds: Ids;
  private readonly gameIds: Ids;
  private readonly partNames = new Map<string, string>();

  constructor(
    private readonly ours: Catalogue,
    private readonly theirs: CatalogueFile,
    private readonly taken: ReadonlySet<string>,
  ) {
    this.partIds = new Ids(ours.parts.map(({ id }) => id));
    this.shopIds = new Ids(ours.shops.map(({ id }) => id));
    this.offerIds = new Ids(ours.offers.map(({ id }) => id));
    this.gameIds = new Ids(ours.frameModel.games.map(({ id }) => id));
  }

  /** Ids of the file that are others here. */
  renamed(): Merge['renamed'] {
    const { partIds: parts, offerIds: offers, gameIds: games } = this;
    return { parts: parts.renamed(), offers: offers.renamed(), games: games.renamed() };
  }

  /** Tells a conflict; whether the other side's is asked for. */
  private isTaken(conflict: MergeConflict): boolean {
    this.conflicts.push(conflict);
    return this.taken.has(conflict.key);
  }

  takeParts(): void {
    const finder = new PartFinder(this.ours.parts as readonly StoredPart[]); // as they are stored
    for (const part of this.theirs.parts) {
      const same = finder.find(part);
      const next = same ? this.intoPart(same, part) : { ...part, id: this.partIds.fresh(part.id) };
      finder.learn(next);
      this.partNames.set(next.id, `${next.brand} ${next.name}`);
      if (same) this.partIds.tie(part.id, same.id);
      else {
        this.changes.push({ do: 'put-part', item: next, isNew: true });
        this.counts.parts++;
      }
    }
  }

  /** A part that is here, with what it lacked, and with what was asked for in place of its own. */
  private intoPart(ours: StoredPart, theirs: StoredPart): StoredPart {
    const mine = ours as Loose;
    const changed: Record<string, unknown> = {};
    for (const [figure, value] of Object.entries(theirs)) {
      if (NOT_FIGURES.has(figure) || value === null || value === undefined) continue;
      if (isSame(mine[figure], value)) continue;
      const isFree = (mine[figure] ?? null) === null;
      if (isFree) this.counts.filled++;
      const conflict = {
        key: `part ${ours.id} ${figure}`,
        what: 'part' as const,
        name: `${ours.brand} ${ours.name}`,
        figure,
        ours: mine[figure],
        theirs: value,
        oursFrom: originOf(ours, figure)?.name ?? null,
        theirsFrom: originOf(theirs, figure)?.name ?? null,
        currency: null,
      };
      if (isFree || this.isTaken(conflict)) changed[figure] = value;
    }
    if (Object.keys(changed).length === 0) return ours;
    const from = Object.fromEntries(Object.keys(changed).map((figure) => [figure, originOf(theirs, figure)]));
    const origins = originsAfter(ours, from);
    const item = { ...ours, ...changed, ...(origins ? { origins } : {}) } as StoredPart; // its own figures, of its own kind
    this.changes.push({ do: 'put-part', item });
    return item;
  }

  takeShops(): void {
    const known = new Map(this.ours.shops.map((shop) => [bareName(shop.name), shop as StoredShop]));
    for (const shop of this.theirs.shops) {
      const same = known.get(bareName(shop.name));
      if (!same) {
        const added = { ...shop, id: this.shopIds.fresh(shop.id) };
        known.set(bareName(shop.name), added);
        this.changes.push({ do: 'put-shop', item: added, isNew: true });
        this.counts.shops++;
        continue;
      }
      this.shopIds.tie(shop.id, same.id);
      const item = this.intoThing('shop', same, shop, { oursFrom: null, theirsFrom: null });
      if (item) this.changes.push({ do: 'put-shop', item });
    }
  }

  /** Something that is here with the fields that were asked for in place of its own; null when it stays as it is. */
  private intoThing<T extends { readonly id: string; readonly name: string }>(
    what: 'shop' | 'game' | 'deal',
    ours: T,
    theirs: T,
    from: Pick<MergeConflict, 'oursFrom' | 'theirsFrom'>,
    isCompared: (field: string) => boolean = () => true,
  ): T | null {
    const changed: Record<string, unknown> = {};
    for (const [field, value] of Object.entries(theirs)) {
      const mine = (ours as Loose)[field];
      if (field === 'id' || field === 'name' || !isCompared(field) || isSame(mine, value)) continue;
      const key = `${what} ${ours.id} ${field}`;
      if (
        this.isTaken({
          key,
          what,
          name: ours.name,
          figure: field,
          ours: mine,
          theirs: value,
          ...from,
          currency: null,
        })
      )
        changed[field] = value;
    }
    return Object.keys(changed).length > 0 ? { ...ours, ...changed } : null;
  }

  takeOffers(): void {
    const markets = new Set(
      [
        ...this.ours.shops,
        ...this.theirs.shops.map((shop) => ({ ...shop, id: this.shopIds.of(shop.id) })),
      ].flatMap(({ id, kind }) => (kind === 'used-market' ? [id] : [])),
    );
    const theirs = this.theirs.offers.map((offer) => ({
      ...offer,
      part: this.partIds.of(offer.part),
      shop: this.shopIds.of(offer.shop),
    }));
    const byId = new Map(this.ours.offers.map((offer) => [offer.id, offer as StoredOffer]));
    const withId = (offer: StoredOffer) => {
      const same = byId.get(offer.id);
      return same?.part === offer.part && same.shop === offer.shop ? same : undefined;
    };
    // Of one id they are the same offer. What is left goes by part, shop and condition, one for one and in order.
    const claimed = new Set(theirs.flatMap((offer) => withId(offer)?.id ?? []));
    const free = new Map<string, StoredOffer[]>();
    for (const offer of byId.values()) {
      // A listing of a market is one thing by itself.
      if (claimed.has(offer.id) || markets.has(offer.shop)) continue;
      const key = offerKey(offer);
      free.set(key, [...(free.get(key) ?? []), offer]);
    }
    for (const offer of theirs) {
      const same = withId(offer) ?? free.get(offerKey(offer))?.shift();
      if (same) {
        this.offerIds.tie(offer.id, same.id);
        this.intoOffer(same, { ...offer, id: same.id });
      } else {
        const item = { ...offer, id: this.offerIds.fresh(offer.id) };
        this.changes.push({ do: 'put-offer', item, isNew: true });
        this.counts.offers++;
      }
    }
  }

  private offerName({ part, shop }: StoredOffer): string {
    const at = this.ours.shops.find(({ id }) => id === shop);
    return `${this.partNames.get(part) ?? part} at ${at?.name ?? shop}`;
  }

  /** What was seen later counts; of two prices of one day the one that is here. */
  private intoOffer(ours: StoredOffer, theirs: StoredOffer): void {
    if (isSame(ours, theirs) || theirs.seenOn < ours.seenOn) return;
    const isNewer = theirs.seenOn > ours.seenOn;
    const conflict: MergeConflict = {
      key: `offer ${ours.id} priceMinor`,
      what: 'offer',
      name: this.offerName(ours),
      figure: 'priceMinor',
      ours: ours.priceMinor,
      theirs: theirs.priceMinor,
      oursFrom: ours.source ?? null,
      theirsFrom: theirs.source ?? null,
      currency: this.ours.shops.find(({ id }) => id === ours.shop)?.currency ?? null,
    };
    if (isNewer) this.counts.newer++;
    else if (ours.priceMinor === theirs.priceMinor || !this.isTaken(conflict)) return;
    this.changes.push({ do: 'put-offer', item: theirs });
  }

  /** A deal in the words of this side. */
  private dealHere(deal: StoredDeal): StoredDeal {
    const parts = (list: readonly string[] | null) => list?.map((id) => this.partIds.of(id)) ?? null;
    const shops = (list: readonly string[] | null) => list?.map((id) => this.shopIds.of(id)) ?? null;
    const loose: Record<string, unknown> = { ...deal };
    if ('parts' in deal) loose.parts = parts(deal.parts);
    if ('shop' in deal) loose.shop = this.shopIds.of(deal.shop);
    if ('shops' in deal) loose.shops = shops(deal.shops);
    if (deal.kind === 'gift' && deal.gift.part !== null)
      loose.gift = { ...deal.gift, part: this.partIds.of(deal.gift.part) };
    return loose as StoredDeal; // the same fields with other ids
  }

  takeDeals(): void {
    const ids = new Ids(this.ours.deals.map(({ id }) => id));
    const known = new Map<string, StoredDeal>(
      this.ours.deals.map((deal) => [`${deal.kind} ${bareName(deal.name)}`, deal as StoredDeal]),
    );
    for (const raw of this.theirs.deals) {
      const deal = this.dealHere(raw);
      const same = known.get(`${deal.kind} ${bareName(deal.name)}`);
      if (!same) {
        const added = { ...deal, id: ids.fresh(deal.id) };
        known.set(`${deal.kind} ${bareName(deal.name)}`, added);
        this.changes.push({ do: 'put-deal', item: added, isNew: true });
        this.counts.deals++;
        continue;
      }
      const item = this.intoThing('deal', same, deal, { oursFrom: same.source, theirsFrom: deal.source });
      if (item) this.changes.push({ do: 'put-deal', item });
    }
  }

  /** Of a game its facts are compared; what it asks of parts is estimated here from records. */
  takeGames(): void {
    const FACTS = new Set(['family', 'frameCap', 'threads']);
    const known = new Map(
      this.ours.frameModel.games.map((game) => [bareName(game.name), game as StoredGame]),
    );
    for (const game of this.theirs.frameModel.games) {
      const same = known.get(bareName(game.name));
      if (!same) {
        const added = { ...game, id: this.gameIds.fresh(game.id) };
        known.set(bareName(game.name), added);
        this.changes.push({ do: 'put-game', item: added, isNew: true });
        this.counts.games++;
        continue;
      }
      this.gameIds.tie(game.id, same.id);
      const from = { oursFrom: null, theirsFrom: null };
      const item = this.intoThing('game', same, game, from, (field) => FACTS.has(field));
      if (item) this.changes.push({ do: 'put-game', item });
    }
  }

  takeRates(): void {
    const isFitted = this.ours.frameModel.fit !== undefined || this.theirs.frameModel.fit !== undefined;
    for (const list of ['cpus', 'gpus', 'integrated'] as const) {
      const rated = new Set(this.ours.frameModel[list].map(({ part }) => part));
      for (const raw of this.theirs.frameModel[list]) {
        const item = { ...raw, part: this.partIds.of(raw.part) };
        if (rated.has(item.part)) continue;
        if (isFitted) this.counts.ratesLeft++;
        else this.changes.push({ do: 'put-rate', list, item });
      }
    }
    const known = new Map(this.ours.currencyRates.map((rate) => [`${rate.from} ${rate.to}`, rate]));
    for (const item of this.theirs.currencyRates) {
      const same = known.get(`${item.from} ${item.to}`);
      if (same && (isSame(same, item) || item.on < same.on)) continue;
      const conflict: MergeConflict = {
        key: `currency rate ${item.from} ${item.to}`,
        what: 'currency rate',
        name: `${item.from} to ${item.to}`,
        figure: 'rate',
        ours: same?.rate,
        theirs: item.rate,
        oursFrom: same?.on ?? null,
        theirsFrom: item.on,
        currency: null,
      };
      if (same?.on === item.on && !this.isTaken(conflict)) continue;
      this.changes.push({ do: 'put-currency-rate', item });
    }
  }
}

/**
 * What a catalogue file adds to a catalogue. The same barcode, the same maker's number, or the same maker and name are
 * the same part; shops, deals and games go by their names; of two prices the one that was seen later counts. Nothing that
 * is here is changed unless it was missing, is a later price, or is asked for.
 *
 * @param taken keys of conflicts in which the file is to win.
 */
export function mergeCatalogues(
  ours: Catalogue,
  theirs: CatalogueFile,
  taken: ReadonlySet<string> = new Set(),
): Merge {
  const merger = new Merger(ours, theirs, taken);
  merger.takeParts();
  merger.takeShops();
  merger.takeOffers();
  merger.takeDeals();
  merger.takeGames();
  merger.takeRates();
  const { changes, conflicts, counts } = merger;
  return { changes, conflicts, counts, renamed: merger.renamed() };
}
