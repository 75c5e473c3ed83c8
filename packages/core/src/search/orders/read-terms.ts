import {
  backCounted,
  codeAppliesTo,
  gross,
  offMinor,
  stockOf,
  worthAt,
  type PriceIndex,
  type Priced,
  type ShopDeals,
} from '../../money/index.ts';
import {
  kindFor,
  slotsFor,
  WEIGHT_CLASSES,
  type PromoCode,
  type Shop,
  type Slot,
} from '../../parts/index.ts';
import {
  creditOf,
  NO_LINKS,
  NO_SHOP,
  type Coupling,
  type Link,
  type ShopTerms,
  type Terms,
} from './terms.ts';

type ComboCoupling = Extract<Coupling, { readonly kind: 'combo' }>;
type CodeCoupling = Extract<Coupling, { readonly kind: 'code' }>;

/** Combos and codes of a shop, each with the index of its coupling. */
interface DealsThere {
  readonly combos: readonly {
    readonly at: number;
    readonly combo: ComboCoupling;
    readonly parts: readonly string[];
  }[];
  readonly codes: readonly { readonly at: number; readonly entry: CodeCoupling; readonly code: PromoCode }[];
}

/** Collects shops and couplings. Only what can tie two slots together becomes one. */
class TermsReader {
  readonly shops: ShopTerms[] = [];
  readonly couplings: Coupling[] = [];
  private readonly shopIndex = new Map<string, number>();
  private readonly deals = new Map<string, DealsThere>();
  /** Couplings that are made when an option first takes part in them, by what they are of. */
  private readonly known = new Map<string, number>();

  constructor(private readonly priceIndex: PriceIndex) {
    for (const shop of priceIndex.shops.values()) if (shop.kind !== 'used-market') this.addShop(shop);
  }

  /** Index of a shop whose orders are settled; {@link NO_SHOP} for listings, which ship alone. */
  indexOf(shop: Shop): number {
    return shop.kind === 'used-market' ? NO_SHOP : (this.shopIndex.get(shop.id) ?? NO_SHOP);
  }

  linksOf(priced: Priced, slot: Slot): readonly Link[] {
    const links = [
      ...this.comboLinks(priced),
      ...this.codeLinks(priced, slot),
      ...this.claimLinks(priced),
      ...this.stockLinks(priced, slot),
      ...this.lotLinks(priced),
    ];
    return links.length > 0 ? links : NO_LINKS;
  }

  private add(coupling: Coupling): number {
    return this.couplings.push(coupling) - 1;
  }

  private shared(key: string, make: () => Coupling): number {
    const known = this.known.get(key) ?? this.add(make());
    this.known.set(key, known);
    return known;
  }

  private addShop(shop: Shop): void {
    const of = (minor: number | undefined) => {
      const worth = worthAt(shop, minor ?? 0, this.priceIndex.rates);
      return worth ? gross(worth) : 0;
    };
    const { feeMinor, perItemMinor, byClassMinor, freeFromMinor } = shop.shipping;
    if (!worthAt(shop, feeMinor, this.priceIndex.rates)) return;
    this.shopIndex.set(shop.id, this.shops.length);
    this.shops.push({
      id: shop.id,
      flat: of(feeMinor),
      perItem: of(perItemMinor),
      byClass: byClassMinor ? WEIGHT_CLASSES.map((each) => of(byClassMinor[each])) : [],
      freeFrom: freeFromMinor ?? Infinity,
    });
    const deals = this.priceIndex.dealsAt(shop.id);
    if (deals) this.deals.set(shop.id, this.addDeals(deals, this.shops.length - 1, of));
  }

  private addDeals(deals: ShopDeals, shop: number, of: (minor: number) => number): DealsThere {
    const combos = deals.combos.map(({ off, minor, parts }) => {
      const overlaps: number[] = [];
      const combo: ComboCoupling = {
        kind: 'combo',
        shop,
        off: gross(off),
        minor,
        roles: parts.length,
        overlaps,
      };
      return { at: this.add(combo), combo, parts };
    });
    for (const a of combos)
      for (const b of combos)
        if (a !== b && a.parts.some((part) => b.parts.includes(part))) a.combo.overlaps.push(b.at);
    const codes = deals.codes.map((code) => {
      const amountMinor = code.off.kind === 'amount' ? code.off.minor : null;
      const off = amountMinor === null ? 0 : of(amountMinor);
      const { minSpendMinor: minSpend, stacks } = code;
      const entry: CodeCoupling = { kind: 'code', shop, off, amountMinor, minSpend, stacks };
      return { at: this.add(entry), entry, code };
    });
    return { combos, codes };
  }

  private comboLinks({ offer, shop }: Priced): Link[] {
    if (offer.condition !== 'new') return [];
    return (this.deals.get(shop.id)?.combos ?? []).flatMap(({ at, combo, parts }) => {
      const role = parts.indexOf(offer.part);
      return role < 0 ? [] : [{ coupling: at, value: Math.ceil(combo.off / combo.roles), weight: role }];
    });
  }

  private codeLinks({ offer, shop, paidMinor, sub }: Priced, slot: Slot): Link[] {
    const kind = kindFor(slot);
    return (this.deals.get(shop.id)?.codes ?? []).flatMap(({ at, entry, code }): Link[] => {
      if (!codeAppliesTo(code, offer.part, kind)) return [];
      if (code.off.kind === 'percent') {
        const off = worthAt(shop, offMinor(code.off, paidMinor), this.priceIndex.rates);
        return off ? [{ coupling: at, value: gross(off), weight: paidMinor }] : [];
      }
      // Each part carries its share of what has to be spent; together the shares are at least the whole sum off.
      const isWide = code.parts === null && code.slots === null && code.minSpendMinor > code.off.minor;
      const share = isWide ? sub / code.minSpendMinor : paidMinor / code.off.minor;
      return [{ coupling: at, value: Math.ceil(entry.off * Math.min(1, share)), weight: paidMinor }];
    });
  }

  private claimLinks({ backs }: Priced): Link[] {
    const { costBasis } = this.priceIndex.brief.money;
    return backs
      .map((back) => ({ ...back, value: back.left === Infinity ? 0 : backCounted(back, costBasis) }))
      .filter(({ value }) => value > 0)
      .map(({ claim, left, value }) => {
        const coupling = this.shared(`claim|${claim.id}`, () => ({ kind: 'claim', left }));
        return { coupling, value, weight: 1 };
      });
  }

  /** Fewer pieces than there are slots that could take them. */
  private stockLinks(priced: Priced, slot: Slot): Link[] {
    const pieces = stockOf(priced);
    if (pieces >= slotsFor(kindFor(slot)).length) return [];
    const coupling = this.shared(`stock|${priced.offer.id}`, () => ({ kind: 'stock', pieces }));
    return [{ coupling, value: 0, weight: 1 }];
  }

  private lotLinks({ offer: { lot }, shop, dueNow }: Priced): Link[] {
    if (lot === undefined || shop.kind !== 'used-market') return [];
    const all = this.priceIndex.lot(lot).flatMap((each) => this.priceIndex.priced(each) ?? []);
    if (all.length <= 1) return [];
    const cost = all.reduce((sum, each) => sum + each.dueNow, 0);
    const coupling = this.shared(`lot|${lot}`, () => ({ kind: 'lot', cost, size: all.length }));
    return [{ coupling, value: dueNow, weight: 1 }];
  }
}

/**
 * Reads shops and deals of a market once. Only what can tie two slots together becomes a coupling; what hangs on one
 * offer alone is in its price already.
 */
export function termsOf(priceIndex: PriceIndex): Terms {
  const reader = new TermsReader(priceIndex);
  const { shops, couplings } = reader;
  const isOf = (links: readonly Link[], test: (kind: Coupling['kind']) => boolean) =>
    links.some((link) => test(couplings[link.coupling].kind));
  return {
    priceIndex,
    shops,
    couplings,
    optionOf(priced, slot) {
      const links = reader.linksOf(priced, slot);
      const shop = reader.indexOf(priced.shop);
      return {
        offer: priced.offer.id,
        net: priced.net,
        least: priced.net - creditOf(links, couplings, null, null),
        shop,
        sub: shop === NO_SHOP ? 0 : priced.sub,
        weight: WEIGHT_CLASSES.indexOf(priced.weight),
        links,
        isTied: isOf(links, (kind) => kind !== 'stock'),
        hasDeal: isOf(links, (kind) => kind === 'combo' || kind === 'code'),
        priced,
      };
    },
  };
}
