export { costOf, type Cost, type CostLine } from './cost.ts';
export {
  conditionsFor,
  indexMarket,
  inMarketCurrency,
  offerBarrier,
  usableOffers,
  type Market,
} from './market.ts';
