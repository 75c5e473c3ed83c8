import { LAUNCH_DAY } from './courses.ts';
import { dateOn, type Item, type MarketFile, type SimulatedShop } from './file.ts';
import type { Ask } from './simulate.ts';

/* What the shops serve: pages in the ways that shops write them, tables and feeds, and a calendar. */

type Listed = readonly { readonly item: Item; readonly ask: Ask }[];

const text = (value: string) => value.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');
const amount = (minor: number, shop: SimulatedShop) => (minor / shop.minor).toFixed(2);
const CONDITION: Readonly<Record<string, string>> = {
  new: 'NewCondition',
  used: 'UsedCondition',
  refurbished: 'RefurbishedCondition',
};
const frame = (title: string, body: string, head = '') =>
  `<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><title>${text(title)}</title>${head}</head>\n<body>\n${body}\n</body></html>\n`;

/** How a shop marks its pages up. */
type Markup = 'json-ld' | 'graph' | 'microdata' | 'rdfa';
export const markupOf = (shop: string): Markup =>
  (({ pennywharf: 'json-ld', boltbarrow: 'graph', cobblegate: 'microdata' }) as Record<string, Markup>)[
    shop
  ] ?? 'rdfa';

/** A product’s page. `isChanged`: the shop has rebuilt its pages, and nothing is marked up any more. */
export function productPage(shop: SimulatedShop, item: Item, ask: Ask, isChanged: boolean): string {
  const title = `${item.brand} ${item.name}`;
  const availability = `https://schema.org/${ask.price === null ? 'OutOfStock' : 'InStock'}`;
  const price = ask.price === null ? undefined : amount(ask.price, shop);
  const words = `<p>${price === undefined ? 'Sold out' : `${price} ${shop.currency}`}</p>`;
  if (isChanged)
    return frame(title, `<main><h2>${text(title)}</h2>${words.replace('.', '<sup>.</sup>')}</main>`);
  const offer = {
    '@type': 'Offer',
    price,
    priceCurrency: shop.currency,
    availability,
    itemCondition: `https://schema.org/${CONDITION[item.condition]}`,
    sku: item.id,
  };
  const product = {
    '@type': 'Product',
    name: item.name,
    brand: { '@type': 'Brand', name: item.brand },
    gtin13: item.gtin,
    mpn: item.mpn,
    sku: item.id,
  };
  switch (markupOf(shop.id)) {
    case 'json-ld':
      return frame(
        title,
        `<h1>${text(title)}</h1>${words}`,
        `<script type="application/ld+json">${JSON.stringify({ '@context': 'https://schema.org', ...product, offers: offer })}</script><script>document.title='never run'</script>`,
      );
    case 'graph':
      return frame(
        title,
        `<h1>${text(title)}</h1>${words}`,
        `<script type="application/ld+json">${JSON.stringify({
          '@context': 'https://schema.org',
          '@graph': [
            { '@type': 'WebPage', name: title },
            { ...product, '@id': '#p', offers: { '@id': '#o' } },
            { ...offer, '@id': '#o' },
          ],
        })}</script>`,
      );
    case 'microdata':
      return frame(
        title,
        `<div itemscope itemtype="https://schema.org/Product"><h1><span itemprop="brand">${text(item.brand)}</span> <span itemprop="name">${text(item.name)}</span></h1>${item.gtin ? `<meta itemprop="gtin13" content="${item.gtin}">` : ''}${item.mpn ? `<span itemprop="mpn">${text(item.mpn)}</span>` : ''}<meta itemprop="sku" content="${item.id}"><div itemprop="offers" itemscope itemtype="https://schema.org/Offer">${price ? `<b itemprop="price" content="${price}">${price}</b><meta itemprop="priceCurrency" content="${shop.currency}">` : `<meta itemprop="priceCurrency" content="${shop.currency}">`}<link itemprop="availability" href="${availability}"><link itemprop="itemCondition" href="https://schema.org/${CONDITION[item.condition]}"></div></div>`,
      );
    case 'rdfa':
      return frame(
        title,
        `<div vocab="https://schema.org/" typeof="Product"><h1><span property="brand">${text(item.brand)}</span> <span property="name">${text(item.name)}</span></h1>${item.mpn ? `<span property="mpn">${text(item.mpn)}</span>` : ''}<meta property="sku" content="${item.id}"><div property="offers" typeof="Offer">${price ? `<span property="price" content="${price}">${price}</span>` : ''}<meta property="priceCurrency" content="${shop.currency}"><link property="availability" href="${availability}"></div></div>`,
      );
  }
}

/** A price list as CSV (RFC 4180). `isChanged`: its columns got other names. */
export function priceList(shop: SimulatedShop, listed: Listed, day: string, isChanged: boolean): string {
  const quoted = (value: string) => (/[",\n]/.test(value) ? `"${value.replace(/"/g, '""')}"` : value);
  const head = isChanged
    ? 'article_code,label,net_value'
    : 'sku,maker,name,gtin,mpn,price,currency,stock,condition,seen';
  const rows = listed.map(({ item, ask }) =>
    (isChanged
      ? [item.id, `${item.brand} ${item.name}`, ask.price === null ? '' : amount(ask.price, shop)]
      : [
          item.id,
          item.brand,
          item.name,
          item.gtin ?? '',
          item.mpn ?? '',
          ask.price === null ? '' : amount(ask.price, shop),
          shop.currency,
          String(ask.stock),
          item.condition,
          day,
        ]
    )
      .map(quoted)
      .join(','),
  );
  return `${[head, ...rows].join('\r\n')}\r\n`;
}

/** The same as JSON, with what the shop promises. */
export function jsonFeed(
  shop: SimulatedShop,
  listed: Listed,
  deals: readonly unknown[],
  day: string,
  isChanged: boolean,
): string {
  if (isChanged) return JSON.stringify({ result: { rows: listed.map(({ item }) => item.id) } });
  return JSON.stringify({
    shop: shop.id,
    offers: listed.map(({ item, ask }) => ({
      sku: item.id,
      name: `${item.brand} ${item.name}`,
      gtin: item.gtin,
      mpn: item.mpn,
      price: ask.price === null ? undefined : amount(ask.price, shop),
      currency: shop.currency,
      available: ask.price !== null,
      stock: ask.stock,
      condition: item.condition,
      seen: day,
      shipping: item.shipping === undefined ? undefined : amount(item.shipping, shop),
      grade: item.grade,
      monthsOld: item.monthsOld,
      returnDays: item.returnDays,
      seller: item.seller?.name,
      good: item.seller?.good,
      rated: item.seller?.rated,
    })),
    deals,
  });
}

/** Launches and sale seasons of the coming year (RFC 5545). */
export function calendar(file: MarketFile): string {
  const year = Number(file.day.slice(0, 4));
  const compact = (date: string) => date.replaceAll('-', '');
  const events = [
    {
      uid: 'launch-cards',
      name: 'New generation of graphics cards',
      from: dateOn(file, LAUNCH_DAY),
      to: dateOn(file, LAUNCH_DAY + 1),
      category: 'LAUNCH',
    },
    {
      uid: 'november',
      name: 'Harbour lights sales',
      from: `${year}-11-20`,
      to: `${year}-12-01`,
      category: 'SALE',
    },
    {
      uid: 'midsummer',
      name: 'Midsummer sales',
      from: `${year + 1}-07-08`,
      to: `${year + 1}-07-20`,
      category: 'SALE',
    },
  ];
  const lines = events.flatMap(({ uid, name, from, to, category }) => [
    'BEGIN:VEVENT',
    `UID:${uid}@market.invalid`,
    `DTSTAMP:${compact(file.day)}T080000Z`,
    `DTSTART;VALUE=DATE:${compact(from)}`,
    `DTEND;VALUE=DATE:${compact(to)}`,
    `SUMMARY:${name}`,
    `CATEGORIES:${category}`,
    'END:VEVENT',
  ]);
  return [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Skerrow market//EN',
    ...lines,
    'END:VCALENDAR',
    '',
  ].join('\r\n');
}

export const shopFront = (shop: SimulatedShop, listed: Listed) =>
  frame(
    shop.name,
    `<h1>${text(shop.name)}</h1><p>An invented shop.</p><ul>${listed.map(({ item }) => `<li><a href="/shops/${shop.id}/items/${item.id}.html">${text(`${item.brand} ${item.name}`)}</a></li>`).join('')}</ul>`,
  );
