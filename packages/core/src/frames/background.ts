import type { Background } from '../parts/index.ts';

/** What runs beside the game. Chosen figures, stated in `docs/models/frames.md`. */
export interface BackgroundLoad {
  readonly threads: number;
  readonly processorLn: number;
  readonly cardLn: number;
  readonly memoryGb: number;
}

export const BACKGROUND: Readonly<Record<Background, BackgroundLoad>> = {
  none: { threads: 0, processorLn: 0, cardLn: 0, memoryGb: 0 },
  voice: { threads: 1, processorLn: 0.015, cardLn: 0.005, memoryGb: 0.5 },
  'stream-processor': { threads: 4, processorLn: 0.08, cardLn: 0.01, memoryGb: 1.5 },
  'stream-card': { threads: 1, processorLn: 0.025, cardLn: 0.06, memoryGb: 1.5 },
};
