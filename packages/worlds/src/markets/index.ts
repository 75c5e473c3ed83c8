export { MARKET_KINDS, type Common, type MarketKind } from './kinds.ts';
export { marketWorld, type Market } from './market.ts';
