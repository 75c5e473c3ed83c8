export * from './charts.ts';
export * from './faults.ts';
export * from './harshness.ts';
export * from './questions.ts';
export { frameWorld, type FrameWorld, type PairingQuestion } from './world.ts';
