import type { BenchRecord, Catalogue, Origin } from '@ripe-pick/core/parts';
import type { CatalogueChange } from '../catalogue-changes.ts';
import { isSame, type Loose } from '../merge/identity.ts';
import { MOST_STAMP, packName, packSource, type KeptPack } from './file.ts';
import type { PACK_STAYS, WHY_PACK_STAYS } from './stays.ts';

/** Something that a pack brought and that stays when it is taken out. */
interface PackStay {
  readonly what: (typeof PACK_STAYS)[number];
  readonly name: string;
  readonly why: (typeof WHY_PACK_STAYS)[number];
}

export interface PackOut {
  readonly changes: readonly CatalogueChange[];
  readonly stays: readonly PackStay[];
}

type What = KeptPack['figures'][number]['what'];

/** Works out, thing by thing, what of a pack goes and what stays. */
class Taker {
  readonly stays: PackStay[] = [];

  constructor(
    private readonly pack: KeptPack,
    private readonly ours: Catalogue,
    private readonly records: readonly BenchRecord[],
    private readonly uses: ReadonlySet<string>,
  ) {}

  /** Of the ids that a pack brought those that are there still, and may go. */
  private going<T extends { readonly id: string }>(
    what: PackStay['what'],
    brought: readonly string[],
    things: readonly T[],
    why: (thing: T) => PackStay['why'] | null,
    nameOf: (thing: T) => string,
  ): string[] {
    const ids = new Set(brought);
    return things.flatMap((thing) => {
      if (!ids.has(thing.id)) return [];
      const reason = why(thing);
      if (reason) this.stays.push({ what, name: nameOf(thing), why: reason });
      return reason ? [] : [thing.id];
    });
  }

  private inUse = ({ id }: { readonly id: string }) => (this.uses.has(id) ? ('in use' as const) : null);

  changes(): CatalogueChange[] {
    const { pack, ours, records } = this;
    const goneRecords = new Set(pack.records);
    const deals = this.going('deal', pack.deals, ours.deals, this.inUse, ({ name }) => name);
    const goneDeals = new Set(deals);
    const offers = this.going(
      'price',
      pack.offers,
      ours.offers,
      ({ source }) => (isFrom(pack, source) ? null : 'changed since'),
      ({ part, shop }) => `${nameIn(ours.parts, part)} at ${nameIn(ours.shops, shop)}`,
    );
    const goneOffers = new Set(offers);
    const named = new Set([
      ...ours.offers.filter(({ id }) => !goneOffers.has(id)).flatMap(({ part, shop }) => [part, shop]),
      ...ours.deals.filter(({ id }) => !goneDeals.has(id)).flatMap(namesOfDeal),
      ...records
        .filter(({ id }) => !goneRecords.has(id))
        .flatMap(({ game, cpu, gpu }) => [game, cpu, gpu ?? '']),
    ]);
    const free = (thing: { readonly id: string }) =>
      this.inUse(thing) ?? (named.has(thing.id) ? ('named by others' as const) : null);
    const parts = this.going(
      'part',
      pack.parts,
      ours.parts,
      (part) => free(part) ?? (isOfAnother(part as unknown as Loose, pack) ? 'changed since' : null),
      ({ brand, name }) => `${brand} ${name}`,
    );
    const shops = this.going('shop', pack.shops, ours.shops, free, ({ name }) => name);
    const games = this.going('game', pack.games, ours.frameModel.games, free, ({ name }) => name);
    const there = new Set(records.map(({ id }) => id));
    const remove = (kind: 'record' | 'deal' | 'offer' | 'part' | 'shop' | 'game', ids: readonly string[]) =>
      ids.map((id): CatalogueChange => ({ do: `remove-${kind}`, id }));
    return [
      { do: 'forget-source', key: packSource(pack).key },
      ...remove(
        'record',
        pack.records.filter((id) => there.has(id)),
      ),
      ...remove('deal', deals),
      ...remove('offer', offers),
      ...this.shownBefore(),
      ...this.figures(),
      ...remove('part', parts),
      ...remove('shop', shops),
      ...remove('game', games),
      ...this.rates(),
      { do: 'remove-pack', id: pack.id },
    ];
  }

  /** Figures that the pack gave to what was there before: each as it was, unless it was changed since. */
  private figures(): CatalogueChange[] {
    const { parts, shops, deals, frameModel } = this.ours;
    const lists: Record<What, readonly { readonly id: string; readonly name: string }[]> = {
      part: parts,
      shop: shops,
      deal: deals,
      game: frameModel.games,
    };
    const byThing = new Map<string, KeptPack['figures']>();
    for (const figure of this.pack.figures) {
      const key = `${figure.what} ${figure.id}`;
      byThing.set(key, [...(byThing.get(key) ?? []), figure]);
    }
    return [...byThing.values()].flatMap((figures): CatalogueChange[] => {
      const [{ what, id }] = figures;
      const thing = lists[what].find((each) => each.id === id);
      if (!thing) return [];
      const item: Record<string, unknown> = { ...thing };
      const origins = { ...(item.origins as Record<string, unknown> | undefined) };
      const back = figures.filter(({ figure, given }) => {
        if (isSame(item[figure], given)) return true;
        this.stays.push({ what: 'figure', name: `${figure} of ${thing.name}`, why: 'changed since' });
        return false;
      });
      for (const { figure, before, origin } of back) {
        if (before === undefined) delete item[figure];
        else item[figure] = before;
        if (origin) origins[figure] = origin;
        else delete origins[figure];
      }
      if (what === 'part' && Object.keys(origins).length > 0) item.origins = origins;
      else delete item.origins;
      // A thing of its own kind, as it was stored before.
      return back.length === 0 ? [] : [{ do: `put-${what}`, item } as unknown as CatalogueChange];
    });
  }

  /** Offers of before that show the pack's price still: as they stood. */
  private shownBefore(): CatalogueChange[] {
    const { pack, ours } = this;
    const now = new Map(ours.offers.map((offer) => [offer.id, offer.source]));
    return pack.seenAgain.flatMap((item): CatalogueChange[] =>
      isFrom(pack, now.get(item.id)) ? [{ do: 'put-offer', item, isSeen: false }] : [],
    );
  }

  private rates(): CatalogueChange[] {
    return this.pack.rates.flatMap(({ given, before }): CatalogueChange[] => {
      const { from, to } = given;
      const now = this.ours.currencyRates.find((rate) => rate.from === from && rate.to === to);
      if (!now) return [];
      if (!isSame(now, given)) {
        this.stays.push({ what: 'rate of exchange', name: `${from} to ${to}`, why: 'changed since' });
        return [];
      }
      return before
        ? [{ do: 'put-currency-rate', item: before }]
        : [{ do: 'remove-currency-rate', from, to }];
    });
  }
}

const nameIn = (things: readonly { readonly id: string; readonly name: string }[], id: string) =>
  things.find((each) => each.id === id)?.name ?? id;

const isFrom = (pack: KeptPack, source: string | undefined): boolean =>
  source?.includes(packName(pack).slice(0, MOST_STAMP)) ?? false;

/** Whether a part has a figure that does not say that it is from the pack: somebody has added to it. */
function isOfAnother({ origins, source }: Loose, pack: KeptPack): boolean {
  const all = [source, ...Object.values(origins ?? {})] as (Origin | undefined)[]; // as the schema of a part has them
  return all.some((origin) => !isFrom(pack, origin?.name));
}

const namesOfDeal = (deal: Catalogue['deals'][number]): string[] => [
  ...(deal.parts ?? []),
  ...(deal.kind === 'gift' && deal.gift.part !== null ? [deal.gift.part] : []),
  ...('shop' in deal ? [deal.shop] : []),
  ...(('shops' in deal && deal.shops) || []),
];

/**
 * What takes a pack out again. What is in use, was changed since, or is named by something that is not of the pack stays
 * and is named; its prices go all the same.
 *
 * @param uses ids that any brief names
 */
export function takePackOut(
  pack: KeptPack,
  ours: Catalogue,
  records: readonly BenchRecord[],
  uses: ReadonlySet<string>,
): PackOut {
  const taker = new Taker(pack, ours, records, uses);
  const changes = taker.changes();
  return { changes, stays: taker.stays };
}
