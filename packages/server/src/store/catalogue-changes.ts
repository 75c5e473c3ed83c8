import type {
  BenchRecord,
  CatalogueChange,
  KeptPack,
  StoredDeal,
  StoredGame,
  StoredPart,
} from '@ripe-pick/contract';
import { offerSchema, partsOfDeal, shopSchema, shopsOfDeal } from '@ripe-pick/contract';
import type { Kysely } from 'kysely';
import { dealRow, gameRow, offerOf, offerRow, partRow, shopOf, shopRow } from './catalogue.ts';
import { mergePart, splitPart } from './part-merge.ts';
import { forgetSource, observe } from './observations/of-source.ts';
import { historyOf, observeStated, putHistory } from './observations/stated.ts';
import { withinLimits } from './limits.ts';
import { refused } from './refused.ts';
import { restsOnNewest } from './revisions.ts';
import type { Tables } from './tables.ts';

type Do = CatalogueChange['do'];
type ChangeOf<D extends Do> = Extract<CatalogueChange, { do: D }>;
/** Tables of what has an id of its own. */
type IdTable = 'parts' | 'offers' | 'shops' | 'deals' | 'games' | 'records' | 'packs';

const parsed = <T>(row: { readonly body: string }) => JSON.parse(row.body) as T; // as it was checked when it was written

const bodyRow =
  <T extends { readonly id: string }>(item: T) =>
  (position: number) => ({ id: item.id, position, body: JSON.stringify(item) });

/** Makes changes of a catalogue one after the other, each with what takes it back. */
class CatalogueWriter {
  constructor(
    private readonly tx: Kysely<Tables>,
    private readonly path: string,
  ) {}

  /** The row of an id, as its own table has it. */
  private row<T extends IdTable>(table: T, id: string): Promise<Tables[T] | undefined> {
    const query = this.tx
      .selectFrom(table as IdTable)
      .selectAll()
      .where('id', '=', id);
    return query.executeTakeFirst() as Promise<Tables[T] | undefined>; // of this very table
  }

  private async position(
    table: IdTable | 'rates' | 'currency_rates',
    at: number | undefined,
  ): Promise<number> {
    if (at !== undefined) return at;
    const last = await this.tx
      .selectFrom(table)
      .select(({ fn }) => fn.max('position').as('last'))
      .executeTakeFirst();
    return (last?.last ?? -1) + 1;
  }

  private async known(table: IdTable, what: string, id: string, field: string): Promise<void> {
    if (!(await this.row(table, id)))
      throw refused(
        `${this.path}.${field}`,
        `no ${what} has the id "${id}"`,
        `Add the ${what}, or correct the id.`,
      );
  }

  /** Puts a row under its id: in its place where it is there, else at the end or where it is told to stand. */
  private async put<T extends IdTable>(
    table: T,
    change: { readonly item: { readonly id: string }; readonly at?: number; readonly isNew?: boolean },
    rowAt: (position: number) => Tables[T],
  ): Promise<Tables[T] | undefined> {
    const before = await this.row(table, change.item.id);
    if (before && change.isNew)
      throw refused(
        `${this.path}.item.id`,
        `id "${change.item.id}" stands already in the catalogue`,
        'Give each its own id, or change the one that is there.',
      );
    const row = rowAt(before?.position ?? (await this.position(table, change.at)));
    await this.tx
      .insertInto(table as IdTable)
      .values(row as never) // a row of this very table
      .onConflict((conflict) => conflict.column('id').doUpdateSet(row as never))
      .execute();
    return before;
  }

  private async remove<T extends IdTable>(table: T, what: string, id: string): Promise<Tables[T]> {
    const before = await this.row(table, id);
    if (!before)
      throw refused(`${this.path}.id`, `no ${what} has the id "${id}"`, 'Read the catalogue anew.');
    await this.tx
      .deleteFrom(table as IdTable)
      .where('id', '=', id)
      .execute();
    return before;
  }

  private readonly asPart = (row: Tables['parts']): CatalogueChange => ({
    do: 'put-part',
    item: parsed<StoredPart>(row),
    at: row.position,
  });
  private readonly asOffer = (row: Tables['offers']): CatalogueChange => ({
    do: 'put-offer',
    item: offerSchema.parse(offerOf(row)),
    at: row.position,
    isSeen: false,
  });
  private readonly asShop = (row: Tables['shops']): CatalogueChange => ({
    do: 'put-shop',
    item: shopSchema.parse(shopOf(row)),
    at: row.position,
  });
  private readonly asDeal = (row: Tables['deals']): CatalogueChange => ({
    do: 'put-deal',
    item: parsed<StoredDeal>(row),
    at: row.position,
  });
  private readonly asGame = (row: Tables['games']): CatalogueChange => ({
    do: 'put-game',
    item: parsed<StoredGame>(row),
    at: row.position,
  });

  private readonly asRecord = (row: Tables['records']): CatalogueChange => ({
    do: 'put-record',
    item: parsed<BenchRecord>(row),
    at: row.position,
  });
  private readonly asPack = (row: Tables['packs']): CatalogueChange => ({
    do: 'put-pack',
    item: parsed<KeptPack>(row),
    at: row.position,
  });

  private async dealsNaming(of: 'part' | 'shop', id: string): Promise<void> {
    const deals = await this.tx.selectFrom('deals').select('body').execute();
    for (const deal of deals.map((row) => parsed<StoredDeal>(row))) {
      const named = of === 'part' ? partsOfDeal(deal) : shopsOfDeal(deal);
      if (named.includes(id))
        throw refused(
          `${this.path}.id`,
          `the deal "${deal.name}" names this ${of}`,
          'Change or delete the deal first.',
        );
    }
  }

  private async offersOf(of: 'part' | 'shop', id: string): Promise<CatalogueChange[]> {
    const offers = await this.tx
      .selectFrom('offers')
      .selectAll()
      .where(of, '=', id)
      .orderBy('position')
      .execute();
    await this.tx.deleteFrom('offers').where(of, '=', id).execute();
    return offers.map(this.asOffer);
  }

  private async ratesOf(part: string): Promise<CatalogueChange[]> {
    const rates = await this.tx.selectFrom('rates').selectAll().where('part', '=', part).execute();
    await this.tx.deleteFrom('rates').where('part', '=', part).execute();
    return rates.map(({ kind, position, rate_ln: rateLn, sd_ln: sdLn }) => ({
      do: 'put-rate',
      list: kind as ChangeOf<'put-rate'>['list'], // one of the lists that the table takes
      item: { part, rateLn, sdLn },
      at: position,
    }));
  }

  async putPart(change: ChangeOf<'put-part'>): Promise<CatalogueChange[]> {
    const { item } = change;
    const before = await this.row('parts', item.id);
    if (before && before.kind !== item.kind)
      throw refused(
        `${this.path}.item.kind`,
        `part "${item.id}" is a ${before.kind}`,
        'Delete it, and add it as another kind.',
      );
    await this.put('parts', change, (position) => partRow(item, position));
    return before ? [this.asPart(before)] : [{ do: 'remove-part', id: item.id }];
  }

  async putOffer(change: ChangeOf<'put-offer'>): Promise<CatalogueChange[]> {
    const { item } = change;
    await this.known('parts', 'part', item.part, 'item.part');
    await this.known('shops', 'shop', item.shop, 'item.shop');
    const history = await historyOf(this.tx, item.id);
    const before = await this.put('offers', change, (position) => offerRow(item, position));
    const undo = before ? this.asOffer(before) : ({ do: 'remove-offer', id: item.id } as const);
    const isNews =
      before?.price_minor !== item.priceMinor ||
      before.seen_on !== item.seenOn ||
      (before.in_stock === 1) !== item.inStock;
    if (change.isSeen === false || !isNews) return [undo];
    await observeStated(this.tx, item);
    return [undo, history];
  }

  async putHistory(change: ChangeOf<'put-history'>): Promise<CatalogueChange[]> {
    const before = await historyOf(this.tx, change.offer, change.from);
    await putHistory(this.tx, change);
    return [before];
  }

  async putShop(change: ChangeOf<'put-shop'>): Promise<CatalogueChange[]> {
    const before = await this.put('shops', change, (position) => shopRow(change.item, position));
    return before ? [this.asShop(before)] : [{ do: 'remove-shop', id: change.item.id }];
  }

  async putDeal(change: ChangeOf<'put-deal'>): Promise<CatalogueChange[]> {
    const { item } = change;
    if ('shop' in item) await this.known('shops', 'shop', item.shop, 'item.shop');
    for (const [n, id] of (('shops' in item && item.shops) || []).entries())
      await this.known('shops', 'shop', id, `item.shops[${n}]`);
    for (const [n, id] of (item.parts ?? []).entries())
      await this.known('parts', 'part', id, `item.parts[${n}]`);
    if (item.kind === 'gift' && item.gift.part !== null)
      await this.known('parts', 'part', item.gift.part, 'item.gift.part');
    const before = await this.put('deals', change, (position) => dealRow(item, position));
    return before ? [this.asDeal(before)] : [{ do: 'remove-deal', id: item.id }];
  }

  async putGame(change: ChangeOf<'put-game'>): Promise<CatalogueChange[]> {
    const before = await this.put('games', change, (position) => gameRow(change.item, position));
    return before ? [this.asGame(before)] : [{ do: 'remove-game', id: change.item.id }];
  }

  async putRecord(change: ChangeOf<'put-record'>): Promise<CatalogueChange[]> {
    const before = await this.put('records', change, bodyRow(change.item));
    return before ? [this.asRecord(before)] : [{ do: 'remove-record', id: change.item.id }];
  }

  async putPack(change: ChangeOf<'put-pack'>): Promise<CatalogueChange[]> {
    const before = await this.put('packs', change, bodyRow(change.item));
    return before ? [this.asPack(before)] : [{ do: 'remove-pack', id: change.item.id }];
  }

  async removePart({ id }: ChangeOf<'remove-part'>): Promise<CatalogueChange[]> {
    await this.dealsNaming('part', id);
    const along = [...(await this.offersOf('part', id)), ...(await this.ratesOf(id))];
    return [this.asPart(await this.remove('parts', 'part', id)), ...along];
  }

  async removeShop({ id }: ChangeOf<'remove-shop'>): Promise<CatalogueChange[]> {
    await this.dealsNaming('shop', id);
    const along = await this.offersOf('shop', id);
    return [this.asShop(await this.remove('shops', 'shop', id)), ...along];
  }

  async mergePart({ id, item }: ChangeOf<'merge-part'>): Promise<CatalogueChange[]> {
    const undo = await mergePart(this.tx, id, item);
    if (!undo)
      throw refused(
        `${this.path}.id`,
        `"${id}" and "${item.id}" are not two parts of one kind`,
        'Read the catalogue anew.',
      );
    return undo;
  }

  async splitPart({ merge }: ChangeOf<'split-part'>): Promise<CatalogueChange[]> {
    const undo = await splitPart(this.tx, merge);
    if (!undo)
      throw refused(
        `${this.path}.merge`,
        'the part that was made of two is not there',
        'Read the catalogue anew.',
      );
    return undo;
  }

  removeOffer = async ({ id }: ChangeOf<'remove-offer'>): Promise<CatalogueChange[]> => [
    this.asOffer(await this.remove('offers', 'offer', id)),
  ];
  removeDeal = async ({ id }: ChangeOf<'remove-deal'>): Promise<CatalogueChange[]> => [
    this.asDeal(await this.remove('deals', 'deal', id)),
  ];
  removeGame = async ({ id }: ChangeOf<'remove-game'>): Promise<CatalogueChange[]> => [
    this.asGame(await this.remove('games', 'game', id)),
  ];
  removeRecord = async ({ id }: ChangeOf<'remove-record'>): Promise<CatalogueChange[]> => [
    this.asRecord(await this.remove('records', 'record', id)),
  ];
  removePack = async ({ id }: ChangeOf<'remove-pack'>): Promise<CatalogueChange[]> => [
    this.asPack(await this.remove('packs', 'pack', id)),
  ];
  observe = (change: ChangeOf<'observe'>): Promise<CatalogueChange[]> => observe(this.tx, change);
  forgetSource = (change: ChangeOf<'forget-source'>): Promise<CatalogueChange[]> =>
    forgetSource(this.tx, change);

  async putRate({ list, item, at }: ChangeOf<'put-rate'>): Promise<CatalogueChange[]> {
    await this.known('parts', 'part', item.part, 'item.part');
    const same = this.tx.deleteFrom('rates').where('part', '=', item.part).where('kind', '=', list);
    await same.execute();
    const position = await this.position('rates', at);
    const row = { kind: list, part: item.part, position, rate_ln: item.rateLn, sd_ln: item.sdLn };
    await this.tx.insertInto('rates').values(row).execute();
    return []; // rates come and go with their part, and with a model
  }

  async putCurrencyRate({ item, at }: ChangeOf<'put-currency-rate'>): Promise<CatalogueChange[]> {
    const { from, to } = item;
    const [before] = await this.takeCurrencyRate(from, to);
    const position = before?.at ?? (await this.position('currency_rates', at));
    const row = { from_currency: from, to_currency: to, rate: item.rate, seen_on: item.on, position };
    await this.tx.insertInto('currency_rates').values(row).execute();
    return [before ?? { do: 'remove-currency-rate', from, to }];
  }

  async removeCurrencyRate({ from, to }: ChangeOf<'remove-currency-rate'>): Promise<CatalogueChange[]> {
    const taken = await this.takeCurrencyRate(from, to);
    if (taken.length === 0)
      throw refused(this.path, `no rate from ${from} to ${to} is known`, 'Read the catalogue anew.');
    return taken;
  }

  private async takeCurrencyRate(from: string, to: string): Promise<ChangeOf<'put-currency-rate'>[]> {
    const rows = await this.tx
      .deleteFrom('currency_rates')
      .where('from_currency', '=', from)
      .where('to_currency', '=', to)
      .returningAll()
      .execute();
    return rows.map(({ rate, seen_on: on, position: at }) => ({
      do: 'put-currency-rate',
      item: { from, to, rate, on },
      at,
    }));
  }
}

const DOING: {
  readonly [D in Do]: (writer: CatalogueWriter, change: ChangeOf<D>) => Promise<CatalogueChange[]>;
} = {
  'put-part': (writer, change) => writer.putPart(change),
  'put-offer': (writer, change) => writer.putOffer(change),
  'put-history': (writer, change) => writer.putHistory(change),
  'put-shop': (writer, change) => writer.putShop(change),
  'put-deal': (writer, change) => writer.putDeal(change),
  'put-game': (writer, change) => writer.putGame(change),
  'put-record': (writer, change) => writer.putRecord(change),
  'put-pack': (writer, change) => writer.putPack(change),
  'put-rate': (writer, change) => writer.putRate(change),
  'put-currency-rate': (writer, change) => writer.putCurrencyRate(change),
  'merge-part': (writer, change) => writer.mergePart(change),
  'split-part': (writer, change) => writer.splitPart(change),
  observe: (writer, change) => writer.observe(change),
  'forget-source': (writer, change) => writer.forgetSource(change),
  'remove-part': (writer, change) => writer.removePart(change),
  'remove-offer': (writer, change) => writer.removeOffer(change),
  'remove-shop': (writer, change) => writer.removeShop(change),
  'remove-deal': (writer, change) => writer.removeDeal(change),
  'remove-game': (writer, change) => writer.removeGame(change),
  'remove-record': (writer, change) => writer.removeRecord(change),
  'remove-pack': (writer, change) => writer.removePack(change),
  'remove-currency-rate': (writer, change) => writer.removeCurrencyRate(change),
};

/** The doing of a change is picked by its own name, which the compiler cannot follow. */
const made = (writer: CatalogueWriter, change: CatalogueChange): Promise<CatalogueChange[]> =>
  DOING[change.do](writer, change as never);

/**
 * The tables whose rows a change may write over. Games and rates are not held against one another: each fit of each window
 * writes them anew.
 */
const TOUCHED: Readonly<Partial<Record<Do, readonly (keyof Tables)[]>>> = {
  'put-part': ['parts'],
  'remove-part': ['parts', 'offers'],
  'put-offer': ['offers'],
  'remove-offer': ['offers'],
  'put-history': ['offers'],
  observe: ['offers'],
  'forget-source': ['offers'],
  'put-shop': ['shops'],
  'remove-shop': ['shops', 'offers'],
  'put-deal': ['deals'],
  'remove-deal': ['deals'],
  'put-currency-rate': ['currency_rates'],
  'remove-currency-rate': ['currency_rates'],
  'merge-part': ['parts', 'offers', 'deals'],
  'split-part': ['parts', 'offers', 'deals'],
};

/**
 * Makes single changes of the catalogue in one transaction, all or none, touching only what they name. Gives what takes
 * them back, in the order in which it is to be done.
 * @param seen the newest change that they rest on
 * @throws {ChangeRefused} when a change cannot be made; everything is then as it was.
 * @throws {ChangedElsewhere} when there is a newer change
 */
export const editCatalogue = (
  db: Kysely<Tables>,
  changes: readonly CatalogueChange[],
  seen?: number,
): Promise<CatalogueChange[]> =>
  db.transaction().execute(async (tx) => {
    const tables = new Set(changes.flatMap((change) => TOUCHED[change.do] ?? []));
    await restsOnNewest(tx, [...tables], seen);
    return editWithin(tx, changes);
  });

/** The same within a transaction that does more. */
export async function editWithin(
  tx: Kysely<Tables>,
  changes: readonly CatalogueChange[],
): Promise<CatalogueChange[]> {
  const undo: CatalogueChange[][] = [];
  for (const [n, change] of changes.entries())
    undo.unshift(await made(new CatalogueWriter(tx, `changes[${n}]`), change));
  await withinLimits(tx);
  return undo.flat();
}
