import { sql, type Kysely } from 'kysely';
import { groupedBy } from '../batches.ts';
import type { Tables } from '../tables.ts';
import { manualSource, type PriceSource } from './sources.ts';
import { takeInWithin, type Intake } from './take-in.ts';

/** An observation as a file of histories has it: offers by id, sources by name. */
export interface OwnObservation {
  readonly offer: string;
  readonly currency: string;
  /** In minutes since 1970. */
  readonly at: number;
  readonly price: number | null;
  readonly stock: number | null;
  readonly source: string;
}

interface OwnTaken {
  readonly taken: number;
  readonly repeated: number;
  /** Those of offers that are not there, or are sold in another currency. */
  readonly unknown: readonly OwnObservation[];
}

interface KnownOffer {
  readonly id: string;
  readonly part: string;
  readonly shop: string;
  readonly currency: string;
}

/** The source that has a name already, where one alone has it. */
async function sourceNamed(tx: Kysely<Tables>, name: string): Promise<PriceSource> {
  const all = await tx.selectFrom('price_sources').select(['key', 'name']).where('name', '=', name).execute();
  return all.length === 1 ? all[0] : manualSource(name);
}

/** Lets observations join the histories that are there, in one transaction; one that is there already counts once. */
export async function takeOwnHistory(
  db: Kysely<Tables>,
  observations: readonly OwnObservation[],
): Promise<OwnTaken> {
  return db.transaction().execute(async (tx) => {
    const ids = JSON.stringify([...new Set(observations.map(({ offer }) => offer))]);
    const { rows } = await sql<KnownOffer>`
      select o.id, o.part, o.shop, s.currency from offers o join shops s on s.id = o.shop
      where o.id in (select value from json_each(${ids}))`.execute(tx);
    const known = new Map(rows.map((row) => [row.id, row]));
    const isKnown = ({ offer, currency }: OwnObservation) => known.get(offer)?.currency === currency;
    let [taken, repeated] = [0, 0];
    for (const [name, own] of groupedBy(observations.filter(isKnown), ({ source }) => source)) {
      const intakes = own.map(({ offer, currency, at, price, stock }): Intake => {
        const { part, shop } = known.get(offer) as KnownOffer; // one of those that are known
        return { offer, part, shop, currency, at, price, stock };
      });
      const result = await takeInWithin(tx, intakes, await sourceNamed(tx, name));
      taken += result.taken;
      repeated += result.repeated;
    }
    return { taken, repeated, unknown: observations.filter((each) => !isKnown(each)) };
  });
}
