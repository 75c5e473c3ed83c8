export { cashFlow, lineCost, type CashDay } from './cash-flow.ts';
export { partsBought } from './bought.ts';
export { calendarDays, deadlinesOf, type Deadline } from './deadlines.ts';
export { arrived, plannedOrders, type PlannedOrder } from './plan.ts';
export {
  NEXT,
  payoutDay,
  slipsFor,
  stepClaim,
  waitsFor,
  withHousehold,
  claimsAfter,
  type ClaimWaits,
} from './claims.ts';
export type { ClaimState, ShopOrder } from './types.ts';
export {
  briefWithOrders,
  heldFor,
  lostOn,
  orderNotes,
  ordersOf,
  NOTHING_HELD,
  picksAsKept,
  picksWithOrders,
  withOrders,
  type HeldOrders,
  type OrderNote,
} from './ordered.ts';
export { foundOfferId, withFoundLists } from './found-lists.ts';
export { reprice, versionLines, type Repriced } from './versions.ts';
export { typedLines } from './typed-order.ts';
