export type { Assumption } from './assumption.ts';
export { assume, ASSUMPTION_RULES, type Assumed } from './assume.ts';
export { ESSENTIALS } from './essentials.ts';
