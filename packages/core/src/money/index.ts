export { expectedWorth, filingChance, FORM_WORTH, learntHabits, sendByOf } from './claims.ts';
export {
  costOf,
  salesOf,
  schoolTotal,
  stockOf,
  type AsideLine,
  type BackLine,
  type Cost,
  type CostLine,
  type CostOrder,
} from './cost.ts';
export { offMinor, shareMinor, windowAt } from './deal-window.ts';
export {
  conditionsFor,
  indexMarket,
  inMarketCurrency,
  offerBarrier,
  usableOffers,
  type Market,
  type OfferBarrier,
} from './market.ts';
export { feeOf, settleOrder, type OrderItem, type Settled } from './order.ts';
export {
  arrivalOf,
  backCounted,
  buyingDay,
  codeAppliesTo,
  gross,
  worthAt,
  type BackTerm,
  type Priced,
  type ResolvedCombo,
  type ShopDeals,
  type Worth,
} from './priced.ts';
export {
  badSellerChance,
  breakEvenPrice,
  newCost,
  usedCost,
  USED_DEFAULTS,
  type UsedCost,
  type UsedFind,
} from './used-risk.ts';
