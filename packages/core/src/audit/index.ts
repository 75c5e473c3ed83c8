export { doubtKey, type Doubt } from './doubts.ts';
export { addUp, type LimitCheck, type ListAudit, type ListFinding } from './audit.ts';
export { foundPrices } from './found-list.ts';
export type { ListLine } from './line.ts';
export { isSure, partMatcher } from './match.ts';
export { readAmount } from './numbers.ts';
export { readList, type ListRead } from './read-list.ts';
