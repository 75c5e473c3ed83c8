export { expectedWorth, filingChance, FORM_WORTH, learntHabits, sendByOf } from './claims.ts';
export {
  costOf,
  salesOf,
  basisTotal,
  stockOf,
  type AsideLine,
  type BackLine,
  type Cost,
  type CostLine,
  type CostOrder,
} from './cost.ts';
export { offMinor, shareMinor, windowAt } from './deal-window.ts';
export { withCurrency } from './with-currency.ts';
export {
  conditionsFor,
  priceIndexOf,
  inIndexCurrency,
  offerBarrier,
  usableOffers,
  type PriceIndex,
  type OfferBarrier,
} from './price-index.ts';
export { feeOf, settleOrder, type OrderItem, type Settled } from './order.ts';
export {
  arrivalOf,
  backCounted,
  buyingDay,
  gross,
  worthAt,
  type BackTerm,
  type Priced,
  type Worth,
} from './priced.ts';
export { codeAppliesTo, type ResolvedCombo, type ShopDeals } from './shop-deals.ts';
export {
  badSellerChance,
  breakEvenPrice,
  newCost,
  usedCost,
  USED_DEFAULTS,
  type UsedCost,
  type UsedOffer,
} from './used-risk.ts';
