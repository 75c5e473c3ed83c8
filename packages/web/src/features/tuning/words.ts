import type { TuningStage } from '@ripe-pick/core/tuning';

export const STAGE_NAMES: Readonly<Record<TuningStage, string>> = {
  memory: 'Memory',
  cpu: 'Processor',
  gpu: 'Graphics card',
};
