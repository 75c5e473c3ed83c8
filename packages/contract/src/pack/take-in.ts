import type { BenchRecord, Catalogue, Origin } from '@ripe-pick/core/parts';
import type { StoredOffer } from '../catalogue.ts';
import type { CatalogueChange } from '../catalogue-changes.ts';
import { minuteOfMoment, noonOf } from '../local-day.ts';
import { Ids, isSame, type Loose } from '../merge/identity.ts';
import { mergeCatalogues, type Merge } from '../merge/merge.ts';
import { MINUTES_A_DAY } from '../prices.ts';
import { catalogueOfPack, MOST_STAMP, packName, packSource, type KeptPack, type PackFile } from './file.ts';

/** What taking a pack in does. */
export interface PackIn extends Merge {
  readonly records: { readonly added: number; readonly there: number };
  readonly observations: number;
  /** Observations that are of a day to come, and are not taken. */
  readonly ahead: number;
}

type Observed = Extract<CatalogueChange, { do: 'observe' }>['observations'][number];

/** Late on a day: behind what was seen of it here, where the pack's price was asked for. */
const LATE_MINUTES = 11 * 60;
const MOST_SIGNS = 200;

/** A pack whose every figure and price says that it is from it, and where the pack has it from. */
function stamped(pack: PackFile): PackFile {
  const from = packName(pack);
  /** The pack before its own source: of a long name it is the source that is cut. */
  const name = (source: string | undefined) =>
    (source && from.length < MOST_STAMP ? `${from}: ${source}` : from).slice(0, MOST_SIGNS);
  const origin = (of: Origin | undefined): Origin => ({ name: name(of?.name), on: of?.on ?? pack.on });
  return {
    ...pack,
    parts: pack.parts.map((part) => ({
      ...part,
      source: origin(part.source),
      ...(part.origins
        ? { origins: Object.fromEntries(Object.entries(part.origins).map(([key, of]) => [key, origin(of)])) }
        : {}),
    })),
    offers: pack.offers.map((offer) => ({
      ...offer,
      source: name(offer.source),
    })),
  };
}

/** Records in the ids of this side; those that are here already are left out. */
function recordsHere(pack: PackFile, records: readonly BenchRecord[], renamed: Merge['renamed']) {
  const ids = new Ids(records.map(({ id }) => id));
  const content = ({ id: _id, note: _note, ...rest }: BenchRecord) => JSON.stringify(rest);
  const known = new Set(records.map(content));
  return pack.records.flatMap((raw): BenchRecord[] => {
    const record = {
      ...raw,
      game: renamed.games[raw.game] ?? raw.game,
      cpu: renamed.parts[raw.cpu] ?? raw.cpu,
      gpu: raw.gpu === null ? null : (renamed.parts[raw.gpu] ?? raw.gpu),
      rig: null,
      trust: raw.trust === 'own' ? ('good' as const) : raw.trust,
    };
    if (known.has(content(record))) return [];
    known.add(content(record));
    return [{ ...record, id: ids.fresh(record.id) }];
  });
}

/** What of a thing that is here was changed, figure by figure. */
function figuresChanged(what: 'part' | 'shop' | 'deal' | 'game', before: Loose, after: Loose) {
  const origins = (before.origins ?? {}) as Readonly<Record<string, Origin>>; // only parts have them
  return Object.keys({ ...before, ...after }).flatMap((figure): KeptPack['figures'] =>
    figure === 'origins' || isSame(before[figure], after[figure])
      ? []
      : [
          {
            what,
            id: String(before.id),
            figure,
            ...(before[figure] === undefined ? {} : { before: before[figure] as never }), // as stored: JSON
            ...(after[figure] === undefined ? {} : { given: after[figure] as never }),
            ...(origins[figure] ? { origin: origins[figure] } : {}),
          },
        ],
  );
}

/** What a merge changed, to be taken out again. */
function ledgerOf(ours: Catalogue, changes: readonly CatalogueChange[], records: readonly BenchRecord[]) {
  // An id is one of its kind alone.
  const lists = { part: ours.parts, shop: ours.shops, deal: ours.deals, game: ours.frameModel.games };
  const things = new Map(
    Object.entries(lists).flatMap(([what, list]) =>
      list.map((each) => [`${what} ${each.id}`, each as unknown as Loose] as const),
    ),
  );
  const brought = (kind: CatalogueChange['do']) =>
    changes.flatMap((change) =>
      change.do === kind && 'isNew' in change && change.isNew ? [change.item.id] : [],
    );
  const figures = changes.flatMap((change) => {
    if (!('item' in change) || !('isNew' in change || 'id' in change.item)) return [];
    const what = change.do.slice('put-'.length);
    if (what !== 'part' && what !== 'shop' && what !== 'deal' && what !== 'game') return [];
    if ('isNew' in change && change.isNew) return [];
    const item = change.item as Loose; // of one of these four
    const before = things.get(`${what} ${String(item.id)}`);
    return before ? figuresChanged(what, before, item) : [];
  });
  return {
    parts: brought('put-part'),
    shops: brought('put-shop'),
    offers: brought('put-offer'),
    deals: brought('put-deal'),
    games: brought('put-game'),
    records: records.map(({ id }) => id),
    figures,
    rates: changes.flatMap((change) =>
      change.do === 'put-currency-rate'
        ? [
            {
              given: change.item,
              before:
                ours.currencyRates.find(
                  ({ from, to }) => from === change.item.from && to === change.item.to,
                ) ?? null,
            },
          ]
        : [],
    ),
  };
}

/** A merge without its prices, and these as observations, with those of before; none of a day to come. */
function priced(ours: Catalogue, pack: PackFile, merge: Merge, today: string) {
  const last = minuteOfMoment(noonOf(today)) + MINUTES_A_DAY;
  const observed = new Map<string, Observed>();
  let ahead = 0;
  const observe = (each: Observed) => {
    if (each.at > last) ahead++;
    else observed.set(`${each.offer} ${each.at}`, each);
  };
  const changes = merge.changes.flatMap((change): CatalogueChange[] => {
    if (change.do !== 'put-offer') return [change];
    if (minuteOfMoment(noonOf(change.item.seenOn)) > last) {
      ahead++;
      return [];
    }
    const { id: offer, priceMinor, inStock, stock, seenOn } = change.item;
    observe({
      offer,
      at: minuteOfMoment(noonOf(seenOn)) + (change.isNew ? 0 : LATE_MINUTES),
      price: inStock ? priceMinor : null,
      stock: inStock ? (stock ?? null) : null,
    });
    return change.isNew ? [{ ...change, isSeen: false }] : [];
  });
  const isKnown = new Set([...ours.offers.map((each) => each.id), ...changes.flatMap(idOfOffer)]);
  for (const { offer: raw, observations } of pack.histories) {
    const offer = merge.renamed.offers[raw] ?? raw;
    if (!isKnown.has(offer)) continue;
    for (const [at, price, stock] of observations)
      observe({ offer, at: minuteOfMoment(new Date(at)), price, stock });
  }
  return { changes, observations: [...observed.values()], ahead };
}

/**
 * What a pack adds to what is here: like any merge, with its records and price histories, and so that it can be taken
 * out again whole. Prices are observations of the pack, so that they show when they are the last.
 *
 * @param taken keys of conflicts in which the pack is to win
 * @param id what it is kept under; free
 */
export function takePackIn(
  ours: Catalogue,
  records: readonly BenchRecord[],
  file: PackFile,
  { id, today, taken = new Set() }: { id: string; today: string; taken?: ReadonlySet<string> },
): PackIn {
  const pack = stamped(file);
  const merge = mergeCatalogues(ours, catalogueOfPack(pack), taken);
  const added = recordsHere(pack, records, merge.renamed);
  const { changes, observations, ahead } = priced(ours, pack, merge, today);
  const touched = new Set(observations.map(({ offer }) => offer));
  const { name, by, licence, on, note } = file;
  const kept: KeptPack = {
    id,
    name,
    by,
    licence,
    on,
    note,
    takenOn: today,
    ...ledgerOf(ours, changes, added),
    seenAgain: (ours.offers as readonly StoredOffer[]).filter((offer) => touched.has(offer.id)), // as stored
  };
  return {
    ...merge,
    changes: [
      ...changes,
      ...added.map((item): CatalogueChange => ({ do: 'put-record', item, isNew: true })),
      ...(observations.length > 0
        ? [{ do: 'observe' as const, source: packSource(kept), observations }]
        : []),
      { do: 'put-pack', item: kept, isNew: true },
    ],
    records: { added: added.length, there: pack.records.length - added.length },
    observations: observations.length,
    ahead,
  };
}

const idOfOffer = (change: CatalogueChange): string[] => (change.do === 'put-offer' ? [change.item.id] : []);
