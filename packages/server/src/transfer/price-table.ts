import { FORMULA, type Series } from '@ripe-pick/contract';
import { minorPlaces } from '@ripe-pick/core/units';
import papa from 'papaparse';
import type { Store } from '../store/index.ts';

/** Offers that are read at once: two years of daily prices are some thousand rows, a few milliseconds of work. */
const OFFERS_AT_ONCE = 5;
const COLUMNS = ['sku', 'name', 'shop', 'currency', 'price', 'available', 'stock', 'seen', 'source'];

const CSV = { newline: '\r\n', escapeFormulae: FORMULA };

/** Price in whole units of the currency, with as many places as it has (ISO 4217). */
const decimal = (minor: number, currency: string): string => {
  const places = minorPlaces(currency);
  return (minor / 10 ** places).toFixed(places);
};

const momentOf = (minute: number) => `${new Date(minute * 60_000).toISOString().slice(0, 16)}Z`;

/**
 * Every observation as a row of CSV (RFC 4180), in the columns that are read back in, piece by piece: the server answers
 * other calls in between, and never holds more than one piece.
 */
export async function* priceTable(store: Pick<Store, 'catalogue' | 'history'>): AsyncGenerator<string> {
  const { parts, offers } = await store.catalogue();
  const names = new Map(parts.map(({ id, brand, name }) => [id, `${brand} ${name}`]));
  yield `${papa.unparse([COLUMNS], CSV)}\r\n`;
  for (let at = 0; at < offers.length; at += OFFERS_AT_ONCE) {
    const ids = offers.slice(at, at + OFFERS_AT_ONCE).map(({ id }) => id);
    const { series, sources } = await store.history({ offers: ids, parts: [], pool: 0 });
    const rows = series.flatMap((each) => rowsOf(each, names.get(each.part) ?? each.part, sources));
    if (rows.length > 0) yield `${papa.unparse(rows, CSV)}\r\n`;
    await new Promise((resolve) => setImmediate(resolve));
  }
}

function rowsOf(
  { offer, shop, currency, at, price, stock, source }: Series,
  name: string,
  sources: readonly string[],
) {
  return at.map((minute, n) => {
    const minor = price[n];
    return [
      offer,
      name,
      shop,
      currency,
      minor === null ? '' : decimal(minor, currency),
      minor === null ? 'no' : 'yes',
      stock[n] ?? '',
      momentOf(minute),
      sources[source[n]] ?? '',
    ];
  });
}
