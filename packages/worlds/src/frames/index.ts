export * from './charts.ts';
export * from './harshness.ts';
export * from './questions.ts';
export { frameWorld, type FrameWorld, type Question } from './world.ts';
