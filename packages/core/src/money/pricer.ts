import type {
  Brief,
  Catalogue,
  Claim,
  InstantDiscount,
  ListedBack,
  Offer,
  Shop,
  PartKind,
  WeightClass,
} from '../parts/index.ts';
import { cents, convertMinor, type Cents, type CurrencyRate } from '../units/index.ts';
import { claimsLeft, expectedOfListed, expectedWorth, filingChance, sendByOf } from './claims.ts';
import { offMinor, windowAt } from './deal-window.ts';
import {
  arrivalOf,
  backCounted,
  buyingDay,
  gross,
  worthAt,
  type BackTerm,
  type Priced,
  type Worth,
} from './priced.ts';
import { usedCost } from './used-risk.ts';

/** How heavy a parcel each kind of part makes. Common practice, no source. */
const WEIGHTS: Readonly<Record<PartKind, WeightClass>> = {
  cpu: 'small',
  motherboard: 'medium',
  memory: 'small',
  gpu: 'medium',
  storage: 'small',
  cooler: 'medium',
  case: 'large',
  psu: 'medium',
  network: 'small',
  os: 'small',
  extras: 'small',
};

/** What all offers of a catalogue are priced with. */
interface PricingTask {
  readonly catalogue: Catalogue;
  readonly brief: Brief;
  readonly shops: ReadonlyMap<string, Shop>;
  readonly slotOf: ReadonlyMap<string, PartKind>;
  readonly rates: ReadonlyMap<string, CurrencyRate | null>;
}

const NOTHING: Worth = { amount: cents(0), tax: cents(0) };

/** Prices offers for a brief, with the deals that are open on the day of the purchase. */
class Pricer {
  private readonly day: string;
  private readonly claims: readonly Claim[];
  /** By shop and part. */
  private readonly instants = new Map<string, InstantDiscount[]>();
  /** Times that the household has claimed already, by deal. */
  private readonly used: ReadonlyMap<string, number>;

  constructor(private readonly task: PricingTask) {
    const { catalogue, brief } = task;
    this.day = buyingDay(brief, catalogue.today);
    const open = catalogue.deals.filter((deal) => windowAt(deal, this.day) === 'open');
    this.claims = open.filter((deal) => deal.kind === 'rebate' || deal.kind === 'cashback');
    for (const deal of open.filter((each) => each.kind === 'instant'))
      for (const part of deal.parts) {
        const key = `${deal.shop}|${part}`;
        this.instants.set(key, [...(this.instants.get(key) ?? []), deal]);
      }
    this.used = new Map(brief.money.claimHabits.used.map(({ deal, times }) => [deal, times]));
  }

  /** Null when the shop is not known, or its currency has no rate. */
  price(offer: Offer): Priced | null {
    const { brief, shops, slotOf, rates } = this.task;
    const shop = shops.get(offer.shop);
    const goods = shop ? worthAt(shop, offer.priceMinor, rates) : null;
    if (!shop || !goods) return null;
    const { instants, paidMinor } = this.instantsOf(offer, shop);
    const isUsedMarket = shop.kind === 'used-market';
    const ownShipping = (isUsedMarket ? worthAt(shop, offer.shippingMinor ?? 0, rates) : null) ?? NOTHING;
    const off = instants.reduce((sum, each) => sum + gross(each.off), 0);
    const dueNow = gross(goods) + gross(ownShipping) - off;
    const backs = this.backsOf(offer, shop, dueNow);
    const risk = this.riskOf(offer, dueNow, gross(ownShipping));
    const reserve = brief.whereToBuy.usedRisk ? this.reserveOf(offer, shop, risk, dueNow) : cents(0);
    const back = backs
      .filter(({ left }) => left === Infinity)
      .reduce((sum, each) => sum + backCounted(each, brief.money.costBasis), 0);
    return {
      offer,
      shop,
      sub: offer.priceMinor,
      paidMinor,
      goods,
      instants,
      ownShipping,
      dueNow,
      backs,
      reserve,
      risk,
      net: dueNow + reserve - back,
      weight: WEIGHTS[slotOf.get(offer.part) ?? 'extras'],
    };
  }

  private instantsOf(offer: Offer, shop: Shop): Pick<Priced, 'instants' | 'paidMinor'> {
    const instants: Priced['instants'][number][] = [];
    let paidMinor = offer.priceMinor;
    const deals =
      offer.condition === 'new' && !offer.listed ? this.instants.get(`${shop.id}|${offer.part}`) : undefined;
    for (const deal of deals ?? []) {
      const minor = Math.min(paidMinor, offMinor(deal.off, offer.priceMinor));
      const off = worthAt(shop, minor, this.task.rates);
      if (!off || minor === 0) continue;
      paidMinor -= minor;
      instants.push({ deal, minor, off });
    }
    return { instants, paidMinor };
  }

  private reserveOf({ ordered }: Offer, shop: Shop, risk: Priced['risk'], dueNow: number): Cents {
    if (ordered) return worthAt(shop, ordered.reserveMinor, this.task.rates)?.amount ?? cents(0);
    return cents(risk ? Math.max(0, risk.cost - dueNow) : 0);
  }

  private riskOf(offer: Offer, dueNow: number, shippingMinor: number): Priced['risk'] {
    if (offer.condition !== 'used') return null;
    return usedCost({
      priceMinor: dueNow - shippingMinor,
      shippingMinor,
      grade: offer.grade ?? null,
      monthsOld: offer.monthsOld ?? null,
      good: offer.seller?.good ?? 0,
      rated: offer.seller?.rated ?? 0,
      returnDays: offer.returnDays ?? null,
      currency: this.task.brief.money.currency,
    });
  }

  private listedBacks(offer: Offer, backs: readonly ListedBack[], shop: Shop, dueNow: number): BackTerm[] {
    const rate = this.task.rates.get(shop.currency);
    if (!rate) return [];
    return backs.map((back): BackTerm => {
      // A claim that was made stands as it was made; what a list says is never more than was paid.
      const most = offer.ordered ? Infinity : dueNow;
      const face = Math.min(convertMinor(back.minor, rate), most);
      return {
        claim: listedClaim(offer, back, shop.currency),
        kind: back.kind,
        face: cents(face),
        expected:
          back.expectedMinor === undefined
            ? expectedOfListed(face, back.kind, this.task.brief.money.claimHabits)
            : cents(Math.min(face, convertMinor(back.expectedMinor, rate))),
        left: Infinity,
        sendBy: null,
      };
    });
  }

  /** What may come back after the purchase of a new part at a shop. */
  private backsOf(offer: Offer, shop: Shop, dueNow: number): BackTerm[] {
    if (offer.listed) return this.listedBacks(offer, offer.listed.backs, shop, dueNow);
    if (offer.condition !== 'new' || shop.kind === 'used-market') return [];
    const { fileChance } = this.task.brief.money.claimHabits;
    return this.claims.flatMap((claim): BackTerm[] => {
      const isFor =
        (claim.shops === null || claim.shops.includes(shop.id)) &&
        (claim.parts === null || claim.parts.includes(offer.part));
      const rate = this.task.rates.get(claim.currency);
      if (!isFor || !rate) return [];
      const sendBy = sendByOf(claim, this.day);
      const filing = filingChance(fileChance, sendBy, arrivalOf(offer, shop, this.day) ?? this.day);
      const left = claimsLeft(claim, this.used.get(claim.id) ?? 0);
      // Where the papers cannot come in time, or nobody may claim again, there is nothing to count.
      if (filing === 0 || left === 0) return [];
      return facesOf(claim, dueNow, rate)
        .filter(({ face }) => face > 0)
        .map(({ kind, face }) => ({
          claim,
          kind,
          face: cents(face),
          expected: expectedWorth(face, claim, this.task.brief.money.claimHabits, filing),
          left,
          sendBy,
        }));
    });
  }
}

const SAID_IN_LIST = {
  name: 'Said in the list',
  from: null,
  to: null,
  source: null,
  shops: null,
  form: 'cash',
  payoutDays: 0,
  chance: null,
} as const;
/** What a list says comes back, as a claim without papers. */
function listedClaim(offer: Offer, { kind, minor, name }: ListedBack, currency: string): Claim {
  const base = {
    ...SAID_IN_LIST,
    name: name ?? SAID_IN_LIST.name,
    id: `listed-${offer.id}`,
    seenOn: offer.seenOn,
    parts: [offer.part],
    currency,
  };
  if (kind === 'cashback') return { ...base, kind, off: { kind: 'amount', minor }, reviewExtraMinor: 0 };
  return {
    ...base,
    kind,
    amountMinor: minor,
    postmarkDays: null,
    postmarkBy: null,
    householdLimit: null,
    papers: [],
  };
}

/** What a claim pays, never more than was paid. */
function facesOf(
  claim: Claim,
  dueNow: number,
  rate: CurrencyRate,
): { kind: BackTerm['kind']; face: number }[] {
  const atMost = (minor: number) => Math.min(convertMinor(minor, rate), dueNow);
  if (claim.kind === 'rebate') return [{ kind: 'rebate', face: atMost(claim.amountMinor) }];
  const { off, reviewExtraMinor } = claim;
  return [
    { kind: 'cashback', face: off.kind === 'percent' ? offMinor(off, dueNow) : atMost(off.minor) },
    { kind: 'review', face: atMost(reviewExtraMinor) },
  ];
}

/** Prices every offer of a catalogue for a brief. */
export function pricerFor(task: PricingTask): (offer: Offer) => Priced | null {
  const pricer = new Pricer(task);
  return (offer) => pricer.price(offer);
}
