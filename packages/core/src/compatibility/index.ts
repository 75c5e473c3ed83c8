export {
  barriersOf,
  checkBuild,
  decided,
  firstBarrier,
  firstFinding,
  isBarred,
  isBarrier,
  isDecided,
  openSlots,
  ruleContext,
  type Finding,
} from './check.ts';
export type { Judgement, Rule, RuleContext, Verdict } from './rule.ts';
export { RULES } from './rules/index.ts';
export { CARD_FEED_WATTS, gpuFeedWatts, psuNeed, type PsuNeed } from './rules/psu.ts';
