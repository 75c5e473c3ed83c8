export { addUp, doubtKey, type Doubt, type ListFinding } from './audit.ts';
export { isSure, partMatcher } from './match.ts';
export { readAmount } from './numbers.ts';
export { readList } from './read-list.ts';
