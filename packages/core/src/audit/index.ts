export { addUp, type Doubt, type ListAudit, type ListFinding, type ListTotals } from './audit.ts';
export { isSure, partMatcher, type PartMatch } from './match.ts';
export { readAmount, type AmountRead } from './numbers.ts';
export { readList, slotOfWord, type ListExtra, type ListLine, type ListRead } from './read-list.ts';
