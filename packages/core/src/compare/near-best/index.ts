export { nearBest, type NearBest } from './near-best.ts';
export { judgeChoice, LOSS_SHARE, type Choice } from './choice.ts';
export { marketView, type Evidence } from './market-view.ts';
