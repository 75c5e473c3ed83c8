export { nearBest, type NearBest } from './near-best.ts';
export { judgeChoice } from './choice.ts';
export { marketView } from './market-view.ts';
