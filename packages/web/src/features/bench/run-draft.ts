import type { Background, Preset, RecordClocks } from '@ripe-pick/core/parts';

/** A run as it is typed in. */
export const EMPTY_RUN = {
  game: '',
  preset: 'high' as Preset,
  size: '1920x1080',
  profile: true,
  clocks: 'stock' as RecordClocks,
  rayTracing: false,
  generatedFrames: false,
  settings: '',
  tool: '',
  minimum: null as number | null,
  maximum: null as number | null,
  percentile90: null as number | null,
  cpuWatts: null as number | null,
  gpuWatts: null as number | null,
  isWarmUp: false,
  scale: 100 as number | null,
  background: 'none' as Background,
  average: null as number | null,
  low: null as number | null,
  seconds: null as number | null,
  gpuBusy: null as number | null,
};
export type RunDraft = typeof EMPTY_RUN;

/** What else was told of a run: only what was. */
export function moreOf({ tool, minimum, maximum, percentile90, cpuWatts, gpuWatts }: RunDraft) {
  const hasSpread = minimum !== null || maximum !== null || percentile90 !== null;
  const hasWatts = cpuWatts !== null || gpuWatts !== null;
  return {
    ...(tool.trim() ? { tool: tool.trim() } : {}),
    ...(hasSpread ? { spread: { minimum, maximum, percentile90 } } : {}),
    ...(hasWatts ? { watts: { cpu: cpuWatts, gpu: gpuWatts } } : {}),
  };
}
