import type { Background } from '../parts/index.ts';

/** What runs beside the game. Chosen figures, stated in `docs/models/frames.md`. */
export interface BackgroundLoad {
  readonly threads: number;
  readonly cpuLn: number;
  readonly gpuLn: number;
  readonly memoryGb: number;
}

export const BACKGROUND: Readonly<Record<Background, BackgroundLoad>> = {
  none: { threads: 0, cpuLn: 0, gpuLn: 0, memoryGb: 0 },
  voice: { threads: 1, cpuLn: 0.015, gpuLn: 0.005, memoryGb: 0.5 },
  'stream-cpu': { threads: 4, cpuLn: 0.08, gpuLn: 0.01, memoryGb: 1.5 },
  'stream-gpu': { threads: 1, cpuLn: 0.025, gpuLn: 0.06, memoryGb: 1.5 },
};
