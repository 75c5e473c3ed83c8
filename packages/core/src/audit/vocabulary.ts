/*
 * The words of lists of parts, as data: adding a phrase here is all that a new way of saying it needs. What a phrase does is
 * said by its sign, one letter, which the grammar in roles.ts is written in. Common practice, no source.
 */

/** Codes that a sign may stand for; one code: the sign is sure. */
const SIGNS: Readonly<Record<string, readonly string[]>> = {
  '€': ['EUR'],
  '£': ['GBP'],
  $: ['USD', 'CAD', 'AUD', 'NZD', 'SGD', 'HKD', 'MXN'],
  US$: ['USD'],
  C$: ['CAD'],
  CA$: ['CAD'],
  CAD$: ['CAD'],
  A$: ['AUD'],
  AU$: ['AUD'],
  NZ$: ['NZD'],
  S$: ['SGD'],
  HK$: ['HKD'],
  MX$: ['MXN'],
  R$: ['BRL'],
  '¥': ['JPY', 'CNY'],
  '₹': ['INR'],
  '₩': ['KRW'],
  '₺': ['TRY'],
  '₽': ['RUB'],
  '₱': ['PHP'],
  kr: ['SEK', 'NOK', 'DKK', 'ISK'],
  zł: ['PLN'],
  Kč: ['CZK'],
  Ft: ['HUF'],
  Fr: ['CHF'],
};
const CODES =
  'EUR USD GBP CAD AUD NZD SGD HKD MXN BRL JPY CNY INR KRW RUB PHP SEK NOK DKK ISK PLN CZK HUF CHF RON BGN ZAR ' +
  'ILS THB IDR MYR TWD AED SAR KWD CLP ARS COP VND UAH';
const SPOKEN: Readonly<Record<string, readonly string[]>> = {
  euro: ['EUR'],
  euros: ['EUR'],
  dollar: SIGNS.$,
  dollars: SIGNS.$,
  buck: SIGNS.$,
  bucks: SIGNS.$,
  pound: ['GBP'],
  pounds: ['GBP'],
  quid: ['GBP'],
  crowns: SIGNS.kr,
  kronor: ['SEK'],
  franc: ['CHF'],
  francs: ['CHF'],
  yen: ['JPY'],
};
/** ISO 4217 codes that a written or spoken currency may stand for. */
export const CURRENCIES: ReadonlyMap<string, readonly string[]> = new Map([
  ...Object.entries(SIGNS),
  ...Object.entries(SPOKEN),
  ...CODES.split(' ').map((code) => [code, [code]] as const),
]);
export const CENT_WORDS: ReadonlySet<string> = new Set(['cent', 'cents', 'pence', 'p', 'c']);

/** Words behind a number that make it a measure, and no money. */
export const MEASURE_WORDS: ReadonlySet<string> = new Set(
  (
    'gb tb mb kb gig gigs mhz ghz hz mt/s mts W watt watts kw V A mm cm m in inch inches bit bits core cores ' +
    'thread threads pin pins rpm year years yr month months week weeks day days hour hours fps litre litres liter ' +
    'liters l port ports slot slots sata db ns cl stars g kg gbps mbps'
  ).split(' '),
);
/** Of these a number before is the size of a module: `2 x 8 GB` is one kit. */
export const MODULE_SIZES: ReadonlySet<string> = new Set(['gb', 'gig', 'gigs']);

type Sign =
  | 'R' // a rebate that has to be claimed
  | 'U' // after a rebate, in one word
  | 'K' // cashback
  | 'C' // a code
  | 'D' // off at the till: instant, combo, discount
  | 'S' // shipping
  | 'I' // shipping is in it
  | 'T' // tax
  | 'V' // tax is in it
  | 'Q' // free
  | 'W' // what it cost before, said before the amount
  | 'O' // a list price, said on either side
  | 'N' // what it costs now
  | 'F' // after
  | 'B' // before
  | 'H' // with
  | 'Z' // less
  | 'P' // plus
  | 'L' // each
  | 'J' // for all of them
  | 'Y' // about
  | 'G' // costs, for, at
  | 'f'; // says nothing here

const PHRASES: Readonly<Record<Sign, string>> = {
  R:
    'rebate|rebates|mail-in rebate|mail in rebate|mail-in rebates|mail in rebates|mail-in|mail rebate|rebate by ' +
    'mail|rebate card|rebate cheque|rebate check|mir|mirs|back by mail|in the mail|back from the maker',
  U: 'ar',
  K: 'cashback|cash back|cash-back',
  C: 'code|promo code|coupon code|discount code|voucher code|promo|coupon|coupons|voucher|promotion|codes|promo codes',
  D:
    'off|instant|save|saves|you save|instant discount|instant savings|instant saving|instant rebate|discount|' +
    'discounts|combo|combo discount|combo savings|bundle discount|savings|saving|knocked off|off at the till|gift ' +
    'card|store credit|trade-in',
  S: 'shipping|postage|delivery|shipping and handling|s&h|p&p|to ship|for shipping|for delivery|in shipping|of shipping|sending',
  I: 'shipped|delivered|incl shipping|including shipping|shipping included|with shipping|incl delivery|including delivery|postage included',
  T: 'tax|vat|sales tax|taxes|in tax|of tax',
  V: 'incl tax|including tax|tax included|with tax|incl vat|including vat|vat included|taxes included|tax in',
  Q: 'free|no',
  W: 'was|were|down from|reduced from|instead of|normally|usually|before it was',
  O: 'list price|list|regular|regular price|regularly|rrp|msrp|original price|full price',
  N: 'now|today|now only|sale price|on sale for|on sale at|drops to|brings it to|brings it down to|down to|makes it|making it|→|->|=>',
  F: 'after|after the|net of|once you count|after an|after a',
  B: 'before|without|excl|excluding|not counting',
  H: 'with|w|w/|using|via|by',
  Z: 'less|minus|take off|takes off|take|takes|then|another|additional|extra|further|knocks|knock|you get',
  P: 'plus|+|and then',
  L: 'each|apiece|a piece|per piece|ea|a pop|per stick|per fan|a stick|per unit',
  J: 'for both|for the pair|for the two|for two|for all|for the set|for the kit|together|the pair|for three|for all three|total',
  Y:
    'about|around|roughly|approx|approximately|circa|ca|maybe|~|≈|something like|give or take|or so|ish|nearly|' +
    'almost|just under|just over|a bit over|a bit under',
  G: "for|at|is|are|costs|cost|runs|run|runs you|run you|comes to|come to|comes in at|goes for|go for|sells for|sell for|paid|pay|asking|price|priced at|only|just|sets you back|set me back|it is|its|it’s|it's|that is|that’s|that's|which is|will be|comes out at|comes out to|ends at|@",
  f: "the|a|an|of|you|it|me|my|there|comes|on|this|from|get|gets|applied|clip|use|your|up|that|i|and|also|there’s|there's|there is",
};

/** A phrase by its words, the longest first, with its sign. */
export const SIGNED: readonly { readonly words: readonly string[]; readonly sign: Sign }[] = Object.entries(
  PHRASES,
)
  .flatMap(([sign, phrases]) =>
    phrases.split('|').map((phrase) => ({ words: phrase.split(' '), sign: sign as Sign })),
  )
  .sort((a, b) => b.words.length - a.words.length);

/** Slots by the words that lists use for them. */
const SLOT_WORDS: Readonly<Record<string, string>> = {
  cpu: 'processor|cpu',
  motherboard: 'motherboard|mainboard|board|mobo',
  memory: 'memory|ram|memory kit',
  gpu: 'graphics card|graphics|video card|card|gpu',
  storage: 'storage|drive|ssd|hdd|nvme|boot drive|solid-state drive',
  secondaryStorage: 'bulk drive|second drive|hard disk|hard drive|storage 2',
  cooler: 'cooler|cpu cooler|cooling|fan|heatsink',
  case: 'case|chassis|tower|box',
  psu: 'power supply|supply|psu|power',
  network: 'network|network adapter|adapter|wireless|wifi|wi-fi',
  os: 'system|operating system|os|licence|license',
  extras: 'extra|extras|other|fans|case fans|case fan',
};
export const SLOT_BY_WORD: ReadonlyMap<string, string> = new Map(
  Object.entries(SLOT_WORDS).flatMap(([slot, words]) =>
    words.split('|').map((word) => [word, slot] as const),
  ),
);

const words = (phrases: string) =>
  new RegExp(String.raw`(?<![\p{L}\p{N}])(?:${phrases})(?![\p{L}\p{N}])`, 'iu');
/** What a line as a whole is about, by what stands in it; the first that is found counts. */
export const LINE_WORDS = {
  /** Says how much is left of the money: it is worked out again. */
  remark: words(
    'under budget|over budget|over the budget|under the budget|left over|leaves me|leaves us|leaves you|leaves|' +
      'remaining|to spare|leftover|short of|left$|left[.!]$',
  ),
  budget: words('budget|to spend|spending limit|price cap|price limit|limit'),
  total: words(
    'total|totals|grand total|subtotal|sub-total|altogether|all in all|all told|in all|everything comes to|' +
      'everything|the whole thing|the whole lot|the lot|sum',
  ),
  owned: words(
    'owned|already have|already own|have it|have one|from old|from my old|from the old|reuse|reused|reusing|given|free|included|hand-me-down|salvaged',
  ),
} as const;
/** Lines that begin with these are charges, and no parts. */
export const CHARGE_STARTS: readonly (readonly [
  'shipping' | 'tax' | 'rebate' | 'cashback' | 'discount',
  RegExp,
])[] = [
  ['shipping', /^(?:\+ ?|plus )?(?:shipping|postage|delivery|sending)\b/iu],
  ['tax', /^(?:\+ ?|plus )?(?:tax|taxes|vat|sales tax)\b/iu],
  ['cashback', /^(?:cash ?-?back)\b/iu],
  ['rebate', /^(?:mail[- ]in )?(?:rebates?|mirs?)\b/iu],
  [
    'discount',
    /^(?:instant|discounts?|promo(?:tion)?s?|promo codes?|codes?|coupons?|vouchers?|combo(?: discount| savings)?(?=\s*[:–-])|gift card|store credit|trade-in)\b/iu,
  ],
];
/** Words of sentences about the whole list; with any other beside them a line is about something else. */
export const WHOLE_LIST_WORDS: ReadonlySet<string> = new Set(
  (
    'total totals grand subtotal sub-total altogether all told in everything the whole thing lot sum build pc ' +
    'machine rig computer budget spend spending limit price cap to have has we i my our so makes brings puts gives ' +
    'be would could checkout due till order parts goods prices expected counted stands at most up everything’s out ' +
    'far cart basket list rounded incl including included excl the'
  ).split(' '),
);
/** Headings under which nothing is bought: what stands there is shown, and does not count. */
export const ASIDE_HEADINGS =
  /^(?:expected frame rates|frame rates|benchmarks?|how it is counted|checks|assumed|what would change|why|notes?|comments?|alternatives?|instead|later|upgrades?|wish ?list)\b/iu;
/** What people say before they name a part. */
export const LEAD_INS =
  /^(?:(?:so|that|this|it|which|okay|ok|first|next|then|and|also|finally|well|now|up|lastly)\b[\s,]*)*(?:(?:for|as)\s+(?:(?:the|my|a)\s+)?(?:[\p{L}-]+(?:\s[\p{L}-]+)?,?\s+(?=(?:i|we|you)\b))?)?(?:(?:we|i|you)(?:’m|’ve|’re|'m|'ve|'re)?\s+(?:went with|go with|going with|am going with|are going with|picked up|picked|pick|chose|took|take|grabbed|grab|got|get|have|use|using|settled on|found|bought|ordered)\s+)?(?:(?:the|a|an|my)\s+)?/iu;
