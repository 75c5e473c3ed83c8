import { offerSchema, type CatalogueChange } from '@ripe-pick/contract';
import { sql, type Kysely } from 'kysely';
import { groupedBy } from '../batches.ts';
import { offerOf } from '../catalogue.ts';
import type { Tables } from '../tables.ts';
import { showNewest } from './current-price.ts';
import { rewriteRuns, runsFor, serialOfOffer } from './rows.ts';
import { observationsOf } from './runs.ts';
import { historyOf } from './stated.ts';
import { takeInWithin, type Intake } from './take-in.ts';

type Change<D extends CatalogueChange['do']> = Extract<CatalogueChange, { do: D }>;

/** Offers as they stand, by id, to be put back without a new observation. */
export async function offersNow(
  tx: Kysely<Tables>,
  ids: readonly string[],
): Promise<ReadonlyMap<string, Change<'put-offer'>>> {
  const { rows } = await sql<Tables['offers']>`
    select * from offers where id in (select value from json_each(${JSON.stringify(ids)}))`.execute(tx);
  return new Map(
    rows.map((row) => [
      row.id,
      { do: 'put-offer', item: offerSchema.parse(offerOf(row)), at: row.position, isSeen: false },
    ]),
  );
}

const offerNow = async (tx: Kysely<Tables>, id: string) => (await offersNow(tx, [id])).get(id);

/**
 * Takes observations of one source in. What was seen of an offer at the same moment already stays. Gives what takes
 * them back; offers that are not there are passed over.
 */
export async function observe(
  tx: Kysely<Tables>,
  { source, observations }: Change<'observe'>,
): Promise<CatalogueChange[]> {
  const undo: CatalogueChange[] = [];
  const intakes: Intake[] = [];
  for (const [offer, all] of groupedBy(observations, (each) => each.offer)) {
    const now = await offerNow(tx, offer);
    if (!now) continue;
    const { currency } = await tx
      .selectFrom('shops')
      .select('currency')
      .where('id', '=', now.item.shop)
      .executeTakeFirstOrThrow();
    undo.push(await historyOf(tx, offer), now);
    const serial = await serialOfOffer(tx, offer);
    const known = new Set(
      serial === undefined ? [] : observationsOf(await runsFor(tx, serial)).map(({ at }) => at),
    );
    for (const { at, price, stock } of all)
      if (!known.has(at))
        intakes.push({ offer, part: now.item.part, shop: now.item.shop, currency, at, price, stock });
  }
  await takeInWithin(tx, intakes, source);
  return undo;
}

/**
 * Takes every observation of a source out of the histories; offers that show it show
 * what was seen last by others. Gives what puts
 * them back.
 */
export async function forgetSource(
  tx: Kysely<Tables>,
  { key }: Change<'forget-source'>,
): Promise<CatalogueChange[]> {
  const source = await tx.selectFrom('price_sources').selectAll().where('key', '=', key).executeTakeFirst();
  if (!source) return [];
  const { rows: offers } = await sql<{ serial: number; offer: string }>`
    select serial, offer from price_offers
    where serial in (select offer from price_runs where source = ${source.serial}) order by serial`.execute(
    tx,
  );
  const taken: Change<'observe'>['observations'] = [];
  const shown: CatalogueChange[] = [];
  const shownFromIt: string[] = [];
  for (const { serial, offer } of offers) {
    const before = await runsFor(tx, serial);
    const all = observationsOf(before);
    const left = all.filter((each) => each.source !== source.serial);
    for (const { at, price, stock, source: from } of all)
      if (from === source.serial) taken.push({ offer, at, price, stock });
    const now = await offerNow(tx, offer);
    if (now) shown.push(now);
    if (now?.item.source === source.name) shownFromIt.push(offer);
    await rewriteRuns(tx, serial, left, before);
    if (left.length === 0) await tx.deleteFrom('price_offers').where('serial', '=', serial).execute();
  }
  await showNewest(tx, shownFromIt, true);
  // A correction of a price can be turned round, and then names its source.
  await tx
    .deleteFrom('price_sources')
    .where('serial', '=', source.serial ?? 0)
    .where((e) => e.not(e.exists(e.selectFrom('price_corrections').select('serial'))))
    .execute();
  return [{ do: 'observe', source: { key, name: source.name }, observations: taken }, ...shown];
}
