export { expectedOfListed, learntHabits } from './claims.ts';
export {
  costOf,
  countedAnyway,
  salesOf,
  basisTotal,
  stockOf,
  type Cost,
  type CostLine,
  type CostOrder,
} from './cost.ts';
export { offMinor, whyNotCounted, windowAt } from './deal-window.ts';
export { unstatedShipping } from './unstated-shipping.ts';
export { withoutRate } from './without-rate.ts';
export { withCurrency } from './with-currency.ts';
export {
  conditionsFor,
  priceIndexOf,
  inIndexCurrency,
  offerBarrier,
  cheapestAlone,
  usableOffers,
  type PriceIndex,
  type OfferBarrier,
} from './price-index.ts';
export { feeOf, settleOrder } from './order.ts';
export type { OrderItem } from './order-deals.ts';
export {
  cheaperOffers,
  hasReadyByPassed,
  pickStandings,
  type PickStanding,
  type PickState,
} from './pick-state.ts';
export { arrivalOf, backCounted, gross, worthAt, type Priced } from './priced.ts';
export { codeAppliesTo, type ShopDeals } from './shop-deals.ts';
export { breakEvenPrice, newCost, usedCost, USED_DEFAULTS, type UsedCost } from './used-risk.ts';
