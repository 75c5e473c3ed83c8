import type { CatalogueFile } from '@ripe-pick/contract';
import { DEMO_DAY } from './names.ts';
import { drawsOf, seedOf } from './random.ts';

type Deal = CatalogueFile['deals'][number];
type Offer = CatalogueFile['offers'][number];

const seen = { from: null, source: 'the shops’ own pages', seenOn: DEMO_DAY } as const;
const claim = { ...seen, shops: null, chance: null, currency: 'EUR' } as const;
const PAPERS = ['copy of the receipt', 'barcode cut from the box', 'filled-in form'];

/*
 * Deals of the demo's week, around parts that the seat is likely to want. About half of them are worth having; the others
 * are the traps that people fall into, each marked by what makes it one.
 */
export const DEALS: readonly Deal[] = [
  // Worth having.
  {
    ...seen,
    id: 'reed-week',
    kind: 'instant',
    name: 'Reed week: boards lower by 6 %',
    to: '2026-11-24',
    shop: 'pennywharf',
    parts: ['wrenlow-mole-y15-3m44', 'kestrand-mole-t4-2m10', 'bramfell-mole-t5-3a20'],
    off: { kind: 'percent', percent: 6 },
  },
  {
    ...seen,
    id: 'league15',
    kind: 'code',
    name: '15 off for league players',
    to: '2026-12-05',
    shop: 'cobblegate',
    code: 'LEAGUE15',
    off: { kind: 'amount', minor: 1500 },
    minSpendMinor: 22000,
    parts: null,
    slots: null,
    stacks: false,
    usesLeft: 1,
  },
  {
    ...seen,
    id: 'slow-sunday',
    kind: 'code',
    name: '8 % off memory and drives',
    to: '2026-11-22',
    shop: 'lanternhouse',
    code: 'SLOWSUNDAY',
    off: { kind: 'percent', percent: 8 },
    minSpendMinor: 0,
    parts: null,
    slots: ['memory', 'storage'],
    stacks: true,
    usesLeft: null,
  },
  {
    ...seen,
    id: 'rowan-reef',
    kind: 'combo',
    name: 'Rowan 350U with a Reef kit',
    to: '2026-12-01',
    shop: 'pennywharf',
    parts: ['ysmere-rowan-350u', 'pallowick-reef-2x8-6000-cl36'],
    offMinor: 1200,
  },
  {
    ...claim,
    id: 'ohmsby-back',
    kind: 'rebate',
    name: 'Ohmsby sends 12.00 back for a supply',
    to: '2026-12-06',
    parts: ['ohmsby-mast-350-plain', 'ohmsby-mast-500-plain', 'ohmsby-mast-550-gold', 'ohmsby-jib-550-gold'],
    form: 'cheque',
    payoutDays: 56,
    amountMinor: 1200,
    postmarkDays: 30,
    postmarkBy: null,
    householdLimit: 1,
    papers: PAPERS,
  },
  {
    ...claim,
    id: 'ember-back',
    kind: 'rebate',
    name: 'Bramfell sends 15.00 back for an Ember',
    to: '2026-12-01',
    parts: ['bramfell-ember-270-duo', 'bramfell-ember-280-duo', 'bramfell-ember-350-duo'],
    form: 'card',
    payoutDays: 60,
    amountMinor: 1500,
    postmarkDays: 28,
    postmarkBy: null,
    householdLimit: 1,
    papers: PAPERS,
  },
  {
    ...claim,
    id: 'tideline-back',
    kind: 'rebate',
    name: 'Corrow sends 20.00 back for a Tideline 380',
    to: '2026-11-30',
    parts: ['gullmoor-tideline-380-solo', 'tolvane-tideline-380-duo', 'kestrand-tideline-380-trio'],
    form: 'card',
    payoutDays: 70,
    amountMinor: 2000,
    postmarkDays: 21,
    postmarkBy: null,
    householdLimit: 2,
    papers: PAPERS,
  },
  {
    ...claim,
    id: 'wharf-points',
    kind: 'cashback',
    name: 'Wharf points: 2 % back, 3.00 more for a review',
    to: '2026-12-31',
    shops: ['pennywharf'],
    parts: ['ysmere-rowan-350u', 'ysmere-hornbeam-370', 'tarnholt-dunlin-350', 'tarnholt-dunlin-250'],
    form: 'credit',
    payoutDays: 35,
    off: { kind: 'percent', percent: 2 },
    reviewExtraMinor: 300,
  },
  // Traps.
  {
    ...claim,
    id: 'trap-past-window',
    kind: 'rebate',
    name: 'Draughtley sends 9.00 back for a cooler',
    from: '2026-11-01',
    to: '2026-11-18',
    parts: ['draughtley-breeze-100'],
    form: 'cash',
    payoutDays: 45,
    amountMinor: 900,
    postmarkDays: 30,
    postmarkBy: null,
    householdLimit: 1,
    papers: PAPERS,
  },
  {
    ...claim,
    id: 'trap-papers-too-late',
    kind: 'rebate',
    name: 'Pallowick sends 10.00 back; papers by 27 November',
    to: '2026-11-26',
    shops: ['skarvholm'],
    parts: ['pallowick-reef-2x8-6000-cl36', 'pallowick-reef-2x16-6000-cl30'],
    form: 'cash',
    payoutDays: 60,
    amountMinor: 1000,
    postmarkDays: null,
    postmarkBy: '2026-11-27',
    householdLimit: 1,
    papers: PAPERS,
  },
  {
    ...seen,
    id: 'trap-combo-dearer',
    kind: 'combo',
    name: 'Dunlin 250 with a Mole T4: 7.00 off together',
    to: '2026-12-02',
    shop: 'lanternhouse',
    parts: ['tarnholt-dunlin-250', 'kestrand-mole-t4-2m10'],
    offMinor: 700,
  },
  {
    ...seen,
    id: 'trap-minimum',
    kind: 'code',
    name: '25 off orders of 400',
    to: '2026-12-09',
    shop: 'boltbarrow',
    code: 'BARROW25',
    off: { kind: 'amount', minor: 2500 },
    minSpendMinor: 40000,
    parts: null,
    slots: null,
    stacks: false,
    usesLeft: null,
  },
  {
    ...seen,
    id: 'trap-used-up',
    kind: 'code',
    name: '20 off for new customers (used up)',
    to: '2026-12-31',
    shop: 'pennywharf',
    code: 'FIRSTTIDE',
    off: { kind: 'amount', minor: 2000 },
    minSpendMinor: 10000,
    parts: null,
    slots: null,
    stacks: false,
    usesLeft: 0,
  },
  {
    ...seen,
    id: 'trap-loses-free-sending',
    kind: 'combo',
    name: 'Race drive with a Call adapter: 1.00 off together',
    to: '2026-12-03',
    shop: 'boltbarrow',
    parts: ['fennimark-race-512-gb-2242', 'farcall-call-u150'],
    offMinor: 100,
  },
  {
    ...seen,
    id: 'trap-gift',
    kind: 'gift',
    name: 'A poster and a mouse mat with a Hornbeam',
    to: '2026-12-20',
    shop: 'pennywharf',
    parts: ['ysmere-hornbeam-370'],
    gift: { part: null, text: 'poster and mouse mat' },
  },
  {
    ...seen,
    id: 'gift-cooler',
    kind: 'gift',
    name: 'A Breeze 100 with a Rowan 350U',
    to: '2026-11-29',
    shop: 'cobblegate',
    parts: ['ysmere-rowan-350u'],
    gift: { part: 'draughtley-breeze-100', text: 'Draughtley Breeze 100' },
  },
  {
    ...claim,
    id: 'trap-rarely-paid',
    kind: 'rebate',
    name: 'Voltmere sends 25.00 back, on a card, some day',
    to: '2026-12-10',
    parts: [
      'voltmere-mast-450-bronze',
      'voltmere-mast-550-bronze',
      'voltmere-mast-650-bronze',
      'voltmere-jib-450-bronze',
    ],
    form: 'card',
    payoutDays: 180,
    chance: 0.45,
    amountMinor: 2500,
    postmarkDays: 10,
    postmarkBy: null,
    householdLimit: 1,
    papers: [...PAPERS, 'serial number registered first'],
  },
  {
    ...claim,
    id: 'trap-household',
    kind: 'rebate',
    name: 'Wrenlow sends 8.00 back for a kit, once a household',
    to: '2026-12-04',
    parts: ['wrenlow-spar-2x8-3600-cl16', 'wrenlow-spar-2x8-5200-cl40'],
    form: 'cash',
    payoutDays: 50,
    amountMinor: 800,
    postmarkDays: 30,
    postmarkBy: null,
    householdLimit: 1,
    papers: PAPERS,
  },
  {
    ...seen,
    id: 'trap-not-yet',
    kind: 'instant',
    name: 'Ember week: cards lower by 11 %, from 15 December',
    from: '2026-12-15',
    to: '2026-12-22',
    shop: 'cobblegate',
    parts: ['bramfell-ember-270-duo', 'kestrand-ember-370-duo'],
    off: { kind: 'percent', percent: 11 },
  },
];

/** Deals whose parts a market has; what a deal names and the market lacks is left out of it. */
export function dealsFor(parts: ReadonlySet<string>): Deal[] {
  return DEALS.flatMap((deal): Deal[] => {
    if (deal.parts === null) return [deal];
    const kept = deal.parts.filter((part) => parts.has(part));
    if (deal.kind === 'combo' && kept.length < deal.parts.length) return [];
    if (deal.kind === 'gift' && deal.gift.part !== null && !parts.has(deal.gift.part)) return [];
    return kept.length > 0 ? [{ ...deal, parts: kept }] : [];
  });
}

/** A wholesaler whose prices look lower because tax comes on top, and who sends too late for the opening night. */
export const WHOLESALER: CatalogueFile['shops'][number] = {
  id: 'duskmart',
  name: 'Duskmart Wholesale',
  kind: 'shop',
  currency: 'EUR',
  taxAddedPercent: 19,
  sendsInDays: 9,
  returnDays: 0,
  shipping: {
    feeMinor: 690,
    freeFromMinor: null,
    perItemMinor: 90,
    byClassMinor: { small: 0, medium: 150, large: 900 },
  },
};

/** Days to the door and days to send back, by shop. */
export const TERMS: Readonly<Record<string, { readonly sendsInDays: number; readonly returnDays: number }>> =
  {
    pennywharf: { sendsInDays: 2, returnDays: 30 },
    boltbarrow: { sendsInDays: 3, returnDays: 14 },
    cobblegate: { sendsInDays: 4, returnDays: 14 },
    lanternhouse: { sendsInDays: 2, returnDays: 14 },
    skarvholm: { sendsInDays: 9, returnDays: 14 },
    quayboard: { sendsInDays: 5, returnDays: 0 },
  };

/** Prices that tempt: the wholesaler's without tax, one that nobody has seen for weeks, one that comes too late. */
export function temptingOffers(
  offers: readonly Offer[],
  parts: readonly CatalogueFile['parts'][number][],
): Offer[] {
  const out: Offer[] = [];
  const cheapest = (part: string) =>
    Math.min(
      ...offers
        .filter((offer) => offer.part === part && offer.condition === 'new' && offer.shop !== 'skarvholm')
        .map((offer) => offer.priceMinor),
    );
  const bySlot = new Map<string, number>();
  for (const { id, kind: slot } of parts) {
    const price = cheapest(id);
    const count = bySlot.get(slot) ?? 0;
    if (
      !Number.isFinite(price) ||
      count >= 3 ||
      !['cpu', 'gpu', 'motherboard', 'memory', 'psu', 'case'].includes(slot)
    )
      continue;
    bySlot.set(slot, count + 1);
    out.push({
      id: `${id}.duskmart`,
      part: id,
      shop: 'duskmart',
      priceMinor: Math.round(price * 0.89),
      condition: 'new',
      inStock: true,
      seenOn: DEMO_DAY,
    });
  }
  const stale = 'kestrand-ember-370-duo';
  if (Number.isFinite(cheapest(stale)))
    out.push({
      id: `${stale}.lanternhouse-old`,
      part: stale,
      shop: 'lanternhouse',
      priceMinor: Math.round(cheapest(stale) * 0.72),
      condition: 'new',
      inStock: true,
      seenOn: '2026-10-09',
      source: 'a leaflet',
    });
  const late = 'tolvane-tideline-380-duo';
  if (Number.isFinite(cheapest(late)))
    out.push({
      id: `${late}.boltbarrow-preorder`,
      part: late,
      shop: 'boltbarrow',
      priceMinor: Math.round(cheapest(late) * 0.8),
      condition: 'new',
      inStock: true,
      seenOn: DEMO_DAY,
      sendsInDays: 40,
    });
  return out;
}

const SELLERS = [
  'harbour_lad',
  'tinsmith77',
  'second-berth',
  'mossy_keys',
  'old.net',
  'wick+wax',
  'driftbox',
  'pier_nine',
] as const;

/** What is known of a used listing's seller, age and grade: by the listing's own id, the same each time. */
export function withSeller(offer: Offer): Offer {
  if (offer.condition !== 'used') return offer;
  const d = drawsOf(seedOf('seller', offer.id));
  const rated = d.pick([0, 3, 12, 40, 98, 210, 640]);
  const good = Math.max(0, rated - Math.floor(rated * d.pick([0, 0, 0.01, 0.02, 0.06, 0.15])));
  return {
    ...offer,
    grade: d.pick(['A', 'B', 'B', 'B', 'C'] as const),
    monthsOld: d.int(5, 60),
    seller: { name: d.pick(SELLERS), good, rated },
    returnDays: d.pick([0, 0, 0, 7, 14]),
  };
}

/**
 * A lot that looks cheap: processor, board and kit of a seat for less than two thirds of their new price, from a seller with a
 * thin record, worn, without return.
 */
export const LOT: readonly { readonly part: string; readonly priceMinor: number }[] = [
  { part: 'tarnholt-dunlin-250', priceMinor: 8200 },
  { part: 'kestrand-mole-t4-2m10', priceMinor: 4700 },
  { part: 'wrenlow-spar-2x8-3600-cl16', priceMinor: 2900 },
];

export function lotOffers(parts: ReadonlySet<string>): Offer[] {
  if (!LOT.every(({ part }) => parts.has(part))) return [];
  return LOT.map(({ part, priceMinor }, n) => ({
    id: `${part}.lot-berth-seven`,
    part,
    shop: 'quayboard',
    priceMinor,
    shippingMinor: n === 0 ? 890 : 0,
    condition: 'used',
    inStock: true,
    seenOn: DEMO_DAY,
    grade: 'C',
    monthsOld: 44,
    seller: { name: 'berth_seven', good: 3, rated: 6 },
    returnDays: 0,
    lot: 'berth-seven',
  }));
}
