export { cashFlow, lineCost, type CashDay } from './cash-flow.ts';
export { calendarDays, deadlinesOf, type Deadline } from './deadlines.ts';
export { arrived, plannedOrders, type PlannedOrder } from './plan.ts';
export {
  householdOf,
  NEXT,
  payoutDay,
  slipsFor,
  stepSlip,
  waitsFor,
  withHousehold,
  type SlipWaits,
} from './slips.ts';
export type { LineState, ShopOrder, OrderLine, RebateClaim, SlipState, PricedVersion } from './types.ts';
export { reprice, versionLines, type Repriced } from './versions.ts';
