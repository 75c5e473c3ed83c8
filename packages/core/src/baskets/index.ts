export { NO_SHOP, plainOption, termsOf, type Option, type Terms } from './couplings.ts';
export {
  cheapestSplit,
  type Candidate,
  type PricedCandidate,
  type Relaxation,
  type Split,
} from './search.ts';
export {
  basketsFor,
  shoppingFor,
  usedDeals,
  type BasketAnswer,
  type BasketChange,
  type Shopping,
  type ShoppingResult,
} from './shopping.ts';
