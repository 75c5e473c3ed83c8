import type { Store } from '../store/index.ts';

/** A cell that a spreadsheet would take for a formula gets a quote in front of it. */
const cell = (value: string) => {
  const plain = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  return /[",\n]/.test(plain) ? `"${plain.replace(/"/g, '""')}"` : plain;
};

/** Every look as a row of CSV, in the columns that are read back in: sku, currency, price (minor units as decimals of the offer’s currency), stock, seen. */
export async function historyTable(store: Store): Promise<string> {
  const catalogue = await store.catalogue();
  const names = new Map(catalogue.parts.map((part) => [part.id, part]));
  const ids = [...new Set(catalogue.offers.map((offer) => offer.id))];
  const lines = ['sku,name,shop,currency,price,available,stock,seen,source'];
  for (let at = 0; at < ids.length; at += 500) {
    const { series, sources } = await store.history({ offers: ids.slice(at, at + 500), parts: [], pool: 0 });
    for (const { offer, part, shop, currency, at: when, price, stock, source } of series) {
      const named = names.get(part);
      const head = [offer, named ? `${named.maker} ${named.name}` : part, shop, currency].map(cell).join(',');
      when.forEach((minute, n) => {
        const minor = price[n];
        lines.push(
          `${head},${minor === null ? '' : decimal(minor, currency)},${minor === null ? 'no' : 'yes'},${stock[n] ?? ''},${new Date(minute * 60_000).toISOString().slice(0, 16)}Z,${cell(sources[source[n]] ?? '')}`,
        );
      });
    }
  }
  return `${lines.join('\r\n')}\r\n`;
}

function decimal(minor: number, currency: string): string {
  const places =
    new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;
  return (minor / 10 ** places).toFixed(places);
}
