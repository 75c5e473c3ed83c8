import { dayOfMinute } from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { inBatches } from '../batches.ts';
import type { Tables } from '../tables.ts';

interface Newest {
  readonly offer: string;
  readonly last: number | null;
  readonly price: number | null;
  readonly stock: number | null;
  readonly source: string | null;
}

/** The newest observation of each of these offers, whichever way it came in; empty fields where none is left. */
async function newestOf(tx: Kysely<Tables>, offers: readonly string[]): Promise<readonly Newest[]> {
  const { rows } = await sql<Newest>`
    select o.offer, r.last, r.price, r.stock, s.name as source
    from json_each(${JSON.stringify(offers)}) j
    join price_offers o on o.offer = j.value
    left join price_runs r on r.offer = o.serial
      and r.first = (select max(first) from price_runs where offer = o.serial)
    left join price_sources s on s.serial = r.source`.execute(tx);
  return rows;
}

/**
 * Makes offers of the catalogue show their newest observation: what was seen last is what it costs now, and an offer
 * whose every observation was taken away is not on sale.
 *
 * @param isCorrection histories were corrected: what is newest now may be older than what an offer shows. Otherwise an
 * offer that the catalogue itself states for a later day stays as it is.
 */
export async function showNewest(
  tx: Kysely<Tables>,
  offers: readonly string[],
  isCorrection: boolean,
): Promise<void> {
  await inBatches(offers, async (batch) => {
    const rows = (await newestOf(tx, batch)).map(({ last, ...row }) => ({
      ...row,
      day: last === null ? null : dayOfMinute(last),
    }));
    await sql`
      update offers set
        price_minor = coalesce(cast(j.value ->> 'price' as bigint), price_minor),
        in_stock = case when j.value ->> 'price' is null then 0 else 1 end,
        seen_on = coalesce(j.value ->> 'day', seen_on),
        more = case
          when j.value ->> 'day' is null then json_remove(more, '$.stock')
          when j.value ->> 'stock' is null
            then json_remove(json_set(more, '$.source', j.value ->> 'source'), '$.stock')
          else json_set(
            json_set(more, '$.source', j.value ->> 'source'), '$.stock', cast(j.value ->> 'stock' as bigint))
        end
      from json_each(${JSON.stringify(rows)}) as j
      where offers.id = j.value ->> 'offer'
        and (${isCorrection ? 1 : 0} = 1 or offers.seen_on <= j.value ->> 'day')`.execute(tx);
  });
}
