export { MARKET_KINDS, type Common, type MarketKind } from './kinds.ts';
export { marketOf, type Market, type MarketOffer } from './market.ts';
