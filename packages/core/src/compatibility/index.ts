export {
  barriersOf,
  checkBuild,
  decided,
  firstBarrier,
  firstFinding,
  isBarred,
  isBarrier,
  openSlots,
  ruleContext,
  type Finding,
} from './check.ts';
export { missingFigures } from './missing-figures.ts';
export { readsSlot, type Rule, type RuleContext, type Verdict } from './rule.ts';
export { RULES } from './rules/index.ts';
export { CARD_FEED_WATTS, psuNeed } from './rules/psu.ts';
