import { zipSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { itemsOf } from './items.ts';
import { MAX_PAGE, readPrices } from './index.ts';

/*
 * Pages, feeds and tables as they are met, each with what has to come of it: the prices, or the error that says what is wrong. Vocabulary:
 * schema.org (Product, Offer, AggregateOffer, PriceSpecification, ItemAvailability); JSON-LD 1.1, microdata (WHATWG HTML), RDFa Lite 1.1.
 * All parts and shops are invented.
 */

const page = (body: string, head = '') =>
  `<!doctype html><html><head>${head}</head><body>${body}</body></html>`;
const ld = (value: unknown) =>
  page(
    '<h1>x</h1>',
    `<script type="application/ld+json">${typeof value === 'string' ? value : JSON.stringify(value)}</script>`,
  );
const offer = (more: object = {}) => ({
  '@type': 'Offer',
  price: '249.90',
  priceCurrency: 'EUR',
  availability: 'https://schema.org/InStock',
  ...more,
});
const product = (offers: unknown, more: object = {}) => ({
  '@context': 'https://schema.org',
  '@type': 'Product',
  name: 'Ember 370 Duo',
  mpn: 'KES-3700',
  offers,
  ...more,
});
const micro = (offerBody: string, productBody = '<h1 itemprop="name">Ember 370 Duo</h1>') =>
  page(
    `<div itemscope itemtype="https://schema.org/Product">${productBody}<div itemprop="offers" itemscope itemtype="https://schema.org/Offer">${offerBody}</div></div>`,
  );

/** Shape, source, currency of the shop, and what has to come: prices in minor units (null: not for sale), or words of the error. */
type Shape = readonly [string, string, string | null, readonly (number | null)[] | RegExp];
const GTIN = '2000000000015'; // a number for inside a company, with its check digit (GS1)

const SHAPES: readonly Shape[] = [
  ['JSON-LD, one product with one offer', ld(product(offer())), 'EUR', [24990]],
  ['JSON-LD, price as a number', ld(product(offer({ price: 249.9 }))), 'EUR', [24990]],
  [
    'JSON-LD, several offers in a list',
    ld(product([offer(), offer({ price: '239.00', seller: { '@type': 'Organization', name: 'Second' } })])),
    'EUR',
    [24990, 23900],
  ],
  ['JSON-LD, a list at the top', ld([{ '@type': 'BreadcrumbList' }, product(offer())]), 'EUR', [24990]],
  [
    'JSON-LD, @graph',
    ld({ '@context': 'https://schema.org', '@graph': [{ '@type': 'WebPage' }, product(offer())] }),
    'EUR',
    [24990],
  ],
  [
    'JSON-LD, @graph with references',
    ld({
      '@graph': [
        { '@type': 'Product', name: 'A', offers: { '@id': '#o' } },
        { ...offer(), '@id': '#o' },
      ],
    }),
    'EUR',
    [24990],
  ],
  [
    'JSON-LD, types as a list and with their full names',
    ld({
      ...product({ ...offer(), '@type': ['https://schema.org/Offer'] }),
      '@type': ['https://schema.org/Product', 'Thing'],
    }),
    'EUR',
    [24990],
  ],
  [
    'JSON-LD, prefixed names',
    ld({
      '@type': 'schema:Product',
      'schema:name': 'A',
      'schema:offers': { '@type': 'schema:Offer', 'schema:price': '12.50', 'schema:priceCurrency': 'EUR' },
    }),
    'EUR',
    [1250],
  ],
  [
    'JSON-LD, a language-tagged name',
    ld(product(offer(), { name: { '@value': 'Ember', '@language': 'en' } })),
    'EUR',
    [24990],
  ],
  [
    'JSON-LD, an offer that names its article',
    ld({
      '@type': 'Offer',
      itemOffered: { '@type': 'Product', name: 'A', mpn: 'X1' },
      price: '10',
      priceCurrency: 'EUR',
    }),
    'EUR',
    [1000],
  ],
  [
    'JSON-LD, a price specification',
    ld(
      product({
        '@type': 'Offer',
        priceSpecification: { '@type': 'UnitPriceSpecification', price: 99.5, priceCurrency: 'EUR' },
      }),
    ),
    'EUR',
    [9950],
  ],
  [
    'JSON-LD, a struck-out price beside the one that is asked',
    ld(
      product({
        '@type': 'Offer',
        priceSpecification: [
          { price: 129, priceCurrency: 'EUR', priceType: 'https://schema.org/StrikethroughPrice' },
          { price: 99, priceCurrency: 'EUR' },
        ],
      }),
    ),
    'EUR',
    [9900],
  ],
  [
    'JSON-LD, a recommended price alone',
    ld(
      product({
        '@type': 'Offer',
        priceSpecification: { price: 129, priceCurrency: 'EUR', priceType: 'https://schema.org/SRP' },
      }),
    ),
    'EUR',
    /no price is stated/,
  ],
  [
    'JSON-LD, two prices in one offer',
    ld(product(offer({ price: ['249.90', '199.90'] }))),
    'EUR',
    /several prices/,
  ],
  [
    'JSON-LD, a range',
    ld(
      product({
        '@type': 'AggregateOffer',
        lowPrice: '199',
        highPrice: '259',
        priceCurrency: 'EUR',
        offerCount: 5,
      }),
    ),
    'EUR',
    /a range, 199 to 259/,
  ],
  [
    'JSON-LD, a range of one price',
    ld(product({ '@type': 'AggregateOffer', lowPrice: '199', highPrice: '199', priceCurrency: 'EUR' })),
    'EUR',
    [19900],
  ],
  [
    'JSON-LD, a price from, over several offers',
    ld(product({ '@type': 'AggregateOffer', lowPrice: '199', priceCurrency: 'EUR', offerCount: 3 })),
    'EUR',
    /from 199 on/,
  ],
  [
    'JSON-LD, a range with its offers inside',
    ld(
      product({
        '@type': 'AggregateOffer',
        lowPrice: '199',
        highPrice: '259',
        priceCurrency: 'EUR',
        offers: [offer({ price: '199' }), offer({ price: '259' })],
      }),
    ),
    'EUR',
    [19900, 25900],
  ],
  [
    'JSON-LD, variants of a group',
    ld({
      '@type': 'ProductGroup',
      name: 'Reef',
      hasVariant: [
        { '@type': 'Product', name: 'Reef 16', sku: 'r16', offers: offer({ price: '49' }) },
        { '@type': 'Product', name: 'Reef 32', sku: 'r32', offers: offer({ price: '89' }) },
      ],
    }),
    'EUR',
    [4900, 8900],
  ],
  [
    'JSON-LD, out of stock',
    ld(product(offer({ availability: 'http://schema.org/OutOfStock' }))),
    'EUR',
    [null],
  ],
  [
    'JSON-LD, sold out and without a price',
    ld(product({ '@type': 'Offer', availability: 'SoldOut', priceCurrency: 'EUR' })),
    'EUR',
    [null],
  ],
  [
    'JSON-LD, to be ordered before it is there',
    ld(product(offer({ availability: 'https://schema.org/PreOrder' }))),
    'EUR',
    [null],
  ],
  ['JSON-LD, price 0', ld(product(offer({ price: 0 }))), 'EUR', /price is 0/],
  ['JSON-LD, a negative price', ld(product(offer({ price: -5 }))), 'EUR', /no price/],
  ['JSON-LD, digits beyond the smallest coin', ld(product(offer({ price: 19.999 }))), 'EUR', /more places/],
  ['JSON-LD, a price in words', ld(product(offer({ price: 'on request' }))), 'EUR', /holds no number/],
  [
    'JSON-LD, damaged goods',
    ld(product(offer({ itemCondition: 'https://schema.org/DamagedCondition' }))),
    'EUR',
    /damaged/,
  ],
  [
    'JSON-LD, trailing commas and comments',
    ld('{"@type":"Product","name":"A","offers":{"@type":"Offer","price":"5.00","priceCurrency":"EUR",},}'),
    'EUR',
    [500],
  ],
  [
    'JSON-LD, wrapped in CDATA',
    ld(
      '//<![CDATA[\n{"@type":"Product","name":"A","offers":{"@type":"Offer","price":"5.00","priceCurrency":"EUR"}}\n//]]>',
    ),
    'EUR',
    [500],
  ],
  ['JSON-LD, broken', ld('{"@type":"Product","name":"A","offers":{"price":"5.00"'), 'EUR', /not JSON/],
  [
    'JSON-LD, one block broken and one whole',
    page(
      '',
      `<script type="application/ld+json">{oops</script><script type="application/ld+json">${JSON.stringify(product(offer()))}</script>`,
    ),
    'EUR',
    [24990],
  ],
  [
    'JSON-LD, cut off inside its block',
    `<html><head><script type="application/ld+json">${JSON.stringify(product(offer())).slice(0, 90)}`,
    'EUR',
    /breaks off/,
  ],
  [
    'JSON-LD, the same offer stated twice',
    page(
      '',
      [1, 2]
        .map(() => `<script type="application/ld+json">${JSON.stringify(product(offer()))}</script>`)
        .join(''),
    ),
    'EUR',
    [24990],
  ],
  ['currency, a sign for a code', ld(product(offer({ priceCurrency: '€' }))), 'EUR', [24990]],
  ['currency, small letters', ld(product(offer({ priceCurrency: 'eur' }))), 'EUR', [24990]],
  [
    'currency, a sign of several countries at a shop of one of them',
    ld(product(offer({ priceCurrency: 'kr' }))),
    'SEK',
    [24990],
  ],
  [
    'currency, a sign of several countries at a shop of none',
    ld(product(offer({ priceCurrency: '$' }))),
    'EUR',
    /can mean several/,
  ],
  [
    'currency, not the shop’s',
    ld(product(offer({ priceCurrency: 'USD' }))),
    'EUR',
    /in USD, the shop sells in EUR/,
  ],
  [
    'currency, none at all and the shop not known',
    ld(product(offer({ priceCurrency: undefined }))),
    null,
    /no currency/,
  ],
  ['currency, none at all but the shop’s', ld(product(offer({ priceCurrency: undefined }))), 'EUR', [24990]],
  ['currency without places', ld(product(offer({ price: '24990', priceCurrency: 'JPY' }))), 'JPY', [24990]],
  ['currency with three places', ld(product(offer({ price: 24.99, priceCurrency: 'KWD' }))), 'KWD', [24990]],
  ['thousands, comma and dot', ld(product(offer({ price: '1,299.00' }))), 'EUR', [129900]],
  ['thousands, dot and comma', ld(product(offer({ price: '1.299,00' }))), 'EUR', [129900]],
  ['thousands, a thin space', ld(product(offer({ price: '1\u202f299,00 €' }))), 'EUR', [129900]],
  [
    'thousands, an apostrophe',
    ld(product(offer({ price: "1'299.00", priceCurrency: 'CHF' }))),
    'CHF',
    [129900],
  ],
  ['thousands or places: 1.299', ld(product(offer({ price: '1.299' }))), 'EUR', /can be read in 2 ways/],
  [
    'an item number with a wrong check digit',
    ld(product(offer(), { gtin13: '2000000000016' })),
    'EUR',
    /check digit/,
  ],
  ['an item number that is right', ld(product(offer(), { gtin13: GTIN })), 'EUR', [24990]],
  [
    'microdata, price as content',
    micro(
      '<span itemprop="price" content="249.90">249,90 €</span><meta itemprop="priceCurrency" content="EUR"><link itemprop="availability" href="https://schema.org/InStock">',
    ),
    'EUR',
    [24990],
  ],
  [
    'microdata, price as text',
    micro('<span itemprop="price">249,90</span><meta itemprop="priceCurrency" content="EUR">'),
    'EUR',
    [24990],
  ],
  [
    'microdata, price as a data element',
    micro(
      '<data itemprop="price" value="249.90">from us</data><meta itemprop="priceCurrency" content="EUR">',
    ),
    'EUR',
    [24990],
  ],
  [
    'microdata, cut off inside the price',
    '<html><body><div itemscope itemtype="https://schema.org/Product"><b itemprop="name">A</b><div itemprop="offers" itemscope itemtype="https://schema.org/Offer"><meta itemprop="priceCurrency" content="EUR"><span itemprop="price">249.9',
    'EUR',
    /no price is stated/,
  ],
  [
    'microdata, names with their vocabulary',
    page(
      '<div itemscope itemtype="http://schema.org/Product"><b itemprop="http://schema.org/name">A</b><p itemprop="offers" itemscope itemtype="http://schema.org/Offer"><i itemprop="price">7.50</i><i itemprop="priceCurrency">EUR</i></p></div>',
    ),
    'EUR',
    [750],
  ],
  [
    'microdata, out of stock',
    micro(
      '<meta itemprop="priceCurrency" content="EUR"><link itemprop="availability" href="http://schema.org/OutOfStock">',
    ),
    'EUR',
    [null],
  ],
  [
    'microdata inside tables and unclosed paragraphs',
    page(
      '<table><tr itemscope itemtype="https://schema.org/Product"><td><p itemprop="name">A</p><td><div itemprop="offers" itemscope itemtype="https://schema.org/Offer"><b itemprop="price">3.50</b><b itemprop="priceCurrency">EUR</b></div></table>',
    ),
    'EUR',
    [350],
  ],
  [
    'RDFa',
    page(
      '<div vocab="https://schema.org/" typeof="Product"><span property="name">A</span><div property="offers" typeof="Offer"><span property="price" content="19.90">19,90</span><span property="priceCurrency" content="EUR">€</span></div></div>',
    ),
    'EUR',
    [1990],
  ],
  [
    'RDFa, prefixed',
    page(
      '<div prefix="s: https://schema.org/" typeof="s:Product"><span property="s:name">A</span><div property="s:offers" typeof="s:Offer"><b property="s:price">19.90</b><b property="s:priceCurrency">EUR</b></div></div>',
    ),
    'EUR',
    [1990],
  ],
  [
    'capital letters and no quotes',
    '<HTML><BODY><DIV ITEMSCOPE ITEMTYPE=https://schema.org/Product><B ITEMPROP=name>A</B><I ITEMPROP=offers ITEMSCOPE ITEMTYPE=https://schema.org/Offer><U ITEMPROP=price>9.90</U><U ITEMPROP=priceCurrency>EUR</U></I></DIV></BODY></HTML>',
    'EUR',
    [990],
  ],
  [
    'entities',
    micro(
      '<span itemprop="price">9&#46;90</span><meta itemprop="priceCurrency" content="EUR">',
      '<h1 itemprop="name">A &amp; B</h1>',
    ),
    'EUR',
    [990],
  ],
  [
    'social tags alone',
    page('', '<meta property="og:price:amount" content="9.90"><meta property="og:title" content="A">'),
    'EUR',
    /no offer that a program can read/,
  ],
  ['a page without any markup', page('<h1>A</h1><p>249.90 €</p>'), 'EUR', /no offer that a program can read/],
  [
    'a price inside a script that is not data',
    page('<script>var x={"@type":"Product","offers":{"price":"1"}}</script>'),
    'EUR',
    /no offer/,
  ],
  [
    'a feed',
    JSON.stringify({
      offers: [
        { name: 'A', price: '9.90', currency: 'EUR' },
        { name: 'B', available: false, currency: 'EUR' },
      ],
    }),
    'EUR',
    [990, null],
  ],
  [
    'a feed cut off',
    JSON.stringify({ offers: [{ name: 'A', price: '9.90', currency: 'EUR' }] }).slice(0, 40),
    'EUR',
    /breaks off/,
  ],
  ['a table with commas', 'name,price,currency\nA,9.90,EUR\n"B, large",19.90,EUR\n', 'EUR', [990, 1990]],
  ['a table with semicolons', 'Name;Price;Stock\nA;9,90;3\nB;19,90;0\n', 'EUR', [990, null]],
  ['a table with tabs', 'gtin\tprice\n2000000000015\t9.90\n', 'EUR', [990]],
  [
    'a table with dates',
    'name,price,seen\nA,9.90,2026-11-01\nA,8.90,2026-11-05T10:00:00+01:00\n',
    'EUR',
    [990, 890],
  ],
  ['a table with a wrong date', 'name,price,seen\nA,9.90,yesterday\n', 'EUR', /is no date/],
  ['a table without a price', 'name,cost_code,amounts\nA,9.90,x\n', 'EUR', /no price is stated/],
  [
    'lines as typed',
    'Ember 370 Duo 249,90\nReef kit - €33.00\nMast 600: sold out',
    'EUR',
    [24990, 3300, null],
  ],
];

describe('shapes in which prices are met', () => {
  it(`are at least forty: ${SHAPES.length}`, () => expect(SHAPES.length).toBeGreaterThanOrEqual(40));
  it.each(SHAPES)('%s', (_, text, shop, wanted) => {
    const { found, doubts } = readPrices({ text }, shop);
    if (wanted instanceof RegExp) {
      expect(found).toEqual([]);
      expect(doubts.map((doubt) => `${doubt.where}: ${doubt.what}`).join('\n')).toMatch(wanted);
    } else expect(found.map((each) => each.priceMinor)).toEqual(wanted);
  });
});

describe('hostile pages', () => {
  it('of 20 MB are refused by their size, at once', () => {
    const { found, doubts } = readPrices({ text: `<html>${'<div>'.repeat(4_000_000)}` }, 'EUR');
    expect(found).toEqual([]);
    expect(doubts[0].what).toMatch(/20 MB, more than the 8 MB/);
  });
  it.each([
    [
      'nested as deep as fits',
      '<div itemscope itemtype="https://schema.org/Product">'.repeat(Math.floor(MAX_PAGE / 60)),
    ],
    [
      'with hundreds of thousands of properties',
      `<div itemscope itemtype="https://schema.org/Product">${'<b itemprop="name">x</b>'.repeat(300_000)}</div>`,
    ],
    ['of JSON nested for ever', `<script type="application/ld+json">${'[{"a":'.repeat(500_000)}</script>`],
    ['of tags that are never closed', '<div>'.repeat(1_500_000)],
    ['of attributes', `<div ${'a="b" '.repeat(1_000_000)}>`],
    ['of broken tags', '<<<<script><!--'.repeat(400_000)],
    [
      'that refer to themselves',
      ld({ '@graph': [{ '@id': '#a', '@type': 'Product', name: 'A', offers: { '@id': '#a' } }] }),
    ],
  ])('%s are read to an end, with nothing taken', (_, text) => {
    expect(readPrices({ text: text.slice(0, MAX_PAGE - 10) }, 'EUR').found).toEqual([]);
  });
  it('run no script: what it would write is never seen', () => {
    const marker = Symbol.for('ripe-pick-ran');
    const text = ld(product(offer())).replace(
      '<body>',
      `<body onload="globalThis[Symbol.for('ripe-pick-ran')]=1"><script>globalThis[Symbol.for('ripe-pick-ran')]=1;document.write('<b itemprop=price>1</b>')</script><img src=x onerror="globalThis[Symbol.for('ripe-pick-ran')]=1">`,
    );
    expect(readPrices({ text }, 'EUR').found).toHaveLength(1);
    expect(Reflect.get(globalThis, marker)).toBeUndefined();
    expect(itemsOf('<script>alert(1)</script>').items).toEqual([]);
  });
});

describe('what an offer says beside its price', () => {
  it('is read: numbers, seller, condition, stock, sending', () => {
    const [found] = readPrices(
      {
        text: ld(
          product(
            offer({
              itemCondition: 'https://schema.org/UsedCondition',
              seller: { name: 'quay_7' },
              inventoryLevel: { value: 3 },
              shippingDetails: {
                shippingRate: { '@type': 'MonetaryAmount', value: '4.90', currency: 'EUR' },
              },
            }),
            { gtin13: GTIN, brand: { name: 'Kestrand' } },
          ),
        ),
      },
      'EUR',
    ).found;
    expect(found).toMatchObject({
      name: 'Kestrand Ember 370 Duo',
      gtin: '02000000000015',
      mpn: 'KES-3700',
      condition: 'used',
      seller: 'quay_7',
      stock: 3,
      shippingMinor: 490,
    });
  });
});

describe('spreadsheets', () => {
  const sheet = (rows: readonly (readonly string[])[]) =>
    `<worksheet><sheetData>${rows.map((row, n) => `<row r="${n + 1}">${row.map((cell, c) => (/^[\d.]+$/.test(cell) ? `<c r="${'ABC'[c]}${n + 1}"><v>${cell}</v></c>` : `<c r="${'ABC'[c]}${n + 1}" t="inlineStr"><is><t>${cell}</t></is></c>`)).join('')}</row>`).join('')}</sheetData></worksheet>`;
  it('of Office Open XML are read, with shared and inline text', () => {
    const bytes = zipSync({
      'xl/worksheets/sheet1.xml': strToU8(
        sheet([
          ['name', 'price', 'stock'],
          ['Ember', '249.9', '3'],
          ['Reef', '33', '0'],
        ]).replace('<c r="A2" t="inlineStr"><is><t>Ember</t></is></c>', '<c r="A2" t="s"><v>1</v></c>'),
      ),
      'xl/sharedStrings.xml': strToU8('<sst><si><t>x</t></si><si><t>Ember</t><t> 370</t></si></sst>'),
    });
    const { found } = readPrices({ bytes }, 'EUR');
    expect(found.map((each) => [each.name, each.priceMinor])).toEqual([
      ['Ember 370', 24990],
      ['Reef', null],
    ]);
  });
  it('of OpenDocument are read, with repeated cells', () => {
    const cell = (text: string, value?: string) =>
      `<table:table-cell${value ? ` office:value="${value}"` : ''}><text:p>${text}</text:p></table:table-cell>`;
    const content = `<office:document-content><table:table><table:table-row>${cell('name')}${cell('price')}</table:table-row><table:table-row>${cell('Ember')}${cell('249,90 €', '249.9')}<table:table-cell table:number-columns-repeated="1000"/></table:table-row></table:table></office:document-content>`;
    expect(readPrices({ bytes: zipSync({ 'content.xml': strToU8(content) }) }, 'EUR').found[0]).toMatchObject(
      { name: 'Ember', priceMinor: 24990 },
    );
  });
  it('that are none, or unfold to far too much, are refused', () => {
    expect(readPrices({ bytes: strToU8('no zip') }, 'EUR').doubts[0].what).toMatch(/no spreadsheet/);
    expect(readPrices({ bytes: zipSync({ 'readme.txt': strToU8('x') }) }, 'EUR').doubts[0].what).toMatch(
      /no spreadsheet/,
    );
    const bomb = zipSync({ 'xl/worksheets/sheet1.xml': new Uint8Array(70_000_000) });
    expect(readPrices({ bytes: bomb }, 'EUR').doubts[0].what).toMatch(/unpacks to more than/);
  });
});
