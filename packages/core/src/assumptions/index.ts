export { REACHES, type Assumption, type Figure, type Reach } from './assumption.ts';
export { assume, ASSUMPTION_RULES, type Assumed } from './assume.ts';
