import { minorPlaces } from '../units/index.ts';
import { sureAmount, type ListAmount } from './amounts.ts';
import type { AmountRole, RoledLine } from './roles.ts';

/** What a line says beside its part and price. */
export interface ListExtra {
  readonly kind: 'discount' | 'code' | 'rebate' | 'cashback' | 'shipping' | 'tax';
  readonly amount: ListAmount;
}

const doubtful = (text: string, readings: readonly number[], currency: string): ListAmount => ({
  kind: 'doubtful',
  text,
  readings: [...new Set(readings.filter((minor) => minor >= 0))],
  currency,
});
const readingsOf = (amount: ListAmount) => (amount.kind === 'sure' ? [amount.minor] : amount.readings);
const wordsOf = (amount: ListAmount, text: string) => (amount.kind === 'doubtful' ? amount.text : text);

/** Works something out of two amounts; doubtful where one of them is. */
function combined(
  a: ListAmount,
  b: ListAmount,
  text: string,
  make: (a: number, b: number) => number,
): ListAmount {
  const sign = (a.kind === 'doubtful' && a.sign) || (b.kind === 'doubtful' && b.sign);
  if (sign) return { ...doubtful(text, [], a.currency), sign };
  if (a.kind === 'sure' && b.kind === 'sure') {
    const minor = make(a.minor, b.minor);
    return minor < 0 ? doubtful(text, [a.minor, b.minor], a.currency) : sureAmount(minor, a.currency);
  }
  return doubtful(
    text,
    readingsOf(a).flatMap((x) => readingsOf(b).map((y) => make(x, y))),
    a.currency,
  );
}

/** Amounts of a line by what they are for; a share of the price is worked out of it. */
export class Amounts {
  constructor(
    readonly roled: RoledLine,
    private readonly text: string,
  ) {}
  of(...roles: readonly AmountRole[]): readonly ListAmount[] {
    return this.roled.amounts.flatMap(({ role, found }) =>
      roles.includes(role) && !found.isPercent ? [found.amount] : [],
    );
  }
  sharesOf(base: ListAmount | null, ...roles: readonly AmountRole[]): readonly ListAmount[] {
    return this.roled.amounts.flatMap(({ role, found }) => {
      if (!roles.includes(role) || !found.isPercent) return [];
      if (base?.kind !== 'sure' || found.amount.kind !== 'sure')
        return [doubtful(this.text, [], found.amount.currency)];
      const share = found.amount.minor / 10 ** minorPlaces(found.amount.currency) / 100;
      return [sureAmount(Math.floor(base.minor * share + 0.5), base.currency)];
    });
  }
}

/** What a line costs, by its words. */
interface LinePrice {
  readonly price: ListAmount | null;
  readonly extras: readonly ListExtra[];
  readonly result: ListAmount | null;
  /** Comes off, and there is no price that it comes off from. */
  readonly loose: ListAmount | null;
}

/** Price and extras of a line out of its amounts, for so many pieces. */
export function priceOf(amounts: Amounts, quantity: number, text: string): LinePrice {
  const [rebates, cashbacks] = [amounts.of('rebate'), amounts.of('cashback')];
  const result = amounts.of('result').at(0) ?? null;
  const base = basePrice(amounts, [...rebates, ...cashbacks], quantity, text);
  const off = (role: AmountRole) => [...amounts.of(role), ...amounts.sharesOf(base.price, role)];
  const maybe = off('maybeDiscount');
  const minus = off('minus');
  const settled = maybe.reduce<{ price: ListAmount | null; sure: ListAmount[] }>(
    (so, amount) => settleMaybe(so, amount, amounts, result, text),
    { price: base.price, sure: [] },
  );
  const hasPrice = settled.price !== null;
  const extra = (kind: ListExtra['kind'], list: readonly ListAmount[]) =>
    list.map((amount) => ({ kind, amount }));
  return {
    price: settled.price,
    result,
    loose: hasPrice ? null : ([...maybe, ...minus].at(0) ?? null),
    extras: [
      ...extra('rebate', [...rebates, ...base.rebates]),
      ...extra('cashback', cashbacks),
      ...extra('code', off('code')),
      ...extra('discount', [...off('discount'), ...settled.sure, ...(hasPrice ? minus : [])]),
      ...extra('shipping', amounts.of('shipping')),
      ...extra('tax', amounts.of('tax')),
    ],
  };
}

/** What is due at checkout by the line's words, before what it takes off. */
function basePrice(amounts: Amounts, backs: readonly ListAmount[], quantity: number, text: string) {
  const [each] = amounts.of('each');
  if (each) return { price: times(each, quantity, text), rebates: [] };
  const [forAll] = amounts.of('forAll');
  if (forAll) return { price: forAll, rebates: [] };
  const [afterCode] = amounts.of('priceAfterCode');
  const [after] = amounts.of('priceAfterRebate');
  const stated = amounts.of('price');
  const open = [
    ...stated,
    ...(stated.length + Number(!!afterCode) + Number(!!after) === 0 ? amounts.of('listPrice') : []),
  ];
  if (after) {
    const sum = backs.reduce<ListAmount>((so, back) => combined(so, back, text, (a, b) => a + b), after);
    if (!amounts.roled.says.has('rebateUnknown')) return { price: sum, rebates: [] };
    // "89.99, 69.99 after rebate": the rebate is what lies between.
    const [before] = open;
    if (!before) return { price: doubtful(text, [], after.currency), rebates: [] };
    return { price: before, rebates: [combined(before, after, text, (a, b) => a - b)] };
  }
  if (amounts.roled.says.has('freeAfterRebate') && backs.length > 0)
    return { price: backs.reduce((so, back) => combined(so, back, text, (a, b) => a + b)), rebates: [] };
  if (afterCode) return { price: afterCode, rebates: [] };
  if (open.length === 0) return { price: null, rebates: [] };
  const price = open.length === 1 ? open[0] : doubtful(text, open.flatMap(readingsOf), open[0].currency);
  if (quantity === 1 || price.kind === 'doubtful') return { price, rebates: [] };
  // "2 x … 45.00": nobody says whether each costs that, or both.
  return { price: doubtful(text, [price.minor * quantity, price.minor], price.currency), rebates: [] };
}
const times = (each: ListAmount, quantity: number, text: string): ListAmount =>
  each.kind === 'sure'
    ? sureAmount(each.minor * quantity, each.currency)
    : { ...each, text: wordsOf(each, text), readings: each.readings.map((minor) => minor * quantity) };

/** "$154, $14 off": the 14 may be off already. Sure only where the line itself settles it. */
function settleMaybe(
  so: { price: ListAmount | null; sure: ListAmount[] },
  amount: ListAmount,
  amounts: Amounts,
  result: ListAmount | null,
  text: string,
) {
  const { price } = so;
  if (!price) return so;
  if (price.kind === 'sure' && amount.kind === 'sure') {
    const [was] = amounts.of('was', 'listPrice');
    if (result?.kind === 'sure' && result.minor === price.minor - amount.minor)
      return { price, sure: [...so.sure, amount] };
    if (was?.kind === 'sure' && was.minor - amount.minor === price.minor) return so;
  }
  const readings = readingsOf(price).flatMap((p) => readingsOf(amount).flatMap((d) => [p - d, p]));
  return { ...so, price: doubtful(text, readings, price.currency) };
}
