import type { BenchRecord, Catalogue } from '@ripe-pick/core/parts';
import type { CatalogueFile, StoredDeal, StoredPart } from '../catalogue.ts';
import type { Series } from '../prices.ts';
import { packFileSchema, type PackFile } from './file.ts';

/** Who hands a pack on, and on what terms. */
type PackAbout = Pick<PackFile, 'name' | 'by' | 'licence' | 'on' | 'note'>;

/** What goes along with the parts of a pack. */
interface PackAlong {
  /** Shops' offers and the deals on these parts; no listings of used markets. */
  readonly prices: boolean;
  /** What was seen of these prices before. */
  readonly histories: boolean;
  /** Published benchmarks of these parts, and the games that they name. */
  readonly records: boolean;
}

/** Deals whose parts and shops all go along. */
const isWholeIn =
  (parts: ReadonlySet<string>, shops: ReadonlySet<string>) =>
  (deal: StoredDeal): boolean =>
    (deal.parts ?? []).length > 0 &&
    (deal.parts ?? []).every((id) => parts.has(id)) &&
    (deal.kind !== 'gift' || deal.gift.part === null || parts.has(deal.gift.part)) &&
    (!('shop' in deal) || shops.has(deal.shop)) &&
    (!('shops' in deal) || (deal.shops ?? []).every((id) => shops.has(id)));

/** Published records of these parts. A part that does not go along is known by its name where the pack arrives. */
function recordsOf(ids: ReadonlySet<string>, records: readonly BenchRecord[], parts: readonly StoredPart[]) {
  const names = new Map(parts.map(({ id, brand, name }) => [id, `${brand} ${name}`]));
  const named = (id: string) => (ids.has(id) ? id : (names.get(id) ?? id));
  return records.flatMap((record): BenchRecord[] => {
    const { cpu, gpu } = record;
    if (record.trust === 'own' || !(ids.has(cpu) || (gpu !== null && ids.has(gpu)))) return [];
    return [{ ...record, cpu: named(cpu), gpu: gpu === null ? null : named(gpu), rig: null }];
  });
}

const historyOf = ({ offer, at, price, stock }: Series) => ({
  offer,
  observations: at.map((minute, n) => [new Date(minute * 60_000).toISOString(), price[n], stock[n]]),
});

/** Parts, chosen by id, as a pack to hand on. Nothing of one's own passes, briefs or orders is in it. */
export function packOf(
  about: PackAbout,
  catalogue: Catalogue,
  ids: ReadonlySet<string>,
  along: PackAlong,
  records: readonly BenchRecord[],
  series: readonly Series[],
): PackFile {
  const { parts, shops, offers, deals, currencyRates, frameModel } = catalogue as unknown as CatalogueFile; // as stored
  const markets = new Set(shops.flatMap(({ id, kind }) => (kind === 'used-market' ? [id] : [])));
  const priced = along.prices ? offers.filter(({ part, shop }) => ids.has(part) && !markets.has(shop)) : [];
  const shopIds = new Set(priced.map(({ shop }) => shop));
  const sellers = shops.filter(({ id }) => shopIds.has(id));
  const offerIds = new Set(priced.map(({ id }) => id));
  const measured = along.records ? recordsOf(ids, records, parts) : [];
  const gameIds = new Set(measured.map(({ game }) => game));
  return packFileSchema.parse({
    format: 'ripe-pick/pack',
    version: 1,
    ...about,
    parts: parts.filter(({ id }) => ids.has(id)),
    shops: sellers,
    offers: priced,
    deals: along.prices ? deals.filter(isWholeIn(ids, shopIds)) : [],
    games: frameModel.games.filter(({ id }) => gameIds.has(id)),
    currencyRates: currencyRates.filter(({ from }) => sellers.some(({ currency }) => currency === from)),
    records: measured,
    histories: along.histories ? series.filter(({ offer }) => offerIds.has(offer)).map(historyOf) : [],
  });
}
