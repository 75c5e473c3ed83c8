import type { PartKind } from '../parts/index.ts';

/**
 * What has to be said of a part of each kind: with these, and what is usual for the rest, its fit can be judged and its
 * rate estimated. In the order in which a shop's page commonly has them.
 */
export const ESSENTIALS: Readonly<Record<PartKind, readonly string[]>> = {
  cpu: ['socket', 'cores', 'threads', 'boostMhz', 'packagePowerWatts', 'integratedGraphics'],
  motherboard: ['socket', 'chipset', 'formFactor', 'memoryType', 'memorySlots'],
  memory: ['type', 'modules', 'gbPerModule', 'ratedMts', 'ratedCl'],
  gpu: ['chip', 'videoMemoryGb', 'boardPowerWatts', 'lengthMm', 'tflops', 'memoryGbs'],
  storage: ['interface', 'gb', 'solidState'],
  cooler: ['sockets', 'heightMm', 'radiatorMm', 'heatWatts'],
  case: ['motherboardFormFactors', 'maxGpuLengthMm', 'maxCoolerHeightMm', 'psuFormFactors'],
  psu: ['ratedWatts', 'form', 'efficiency', 'eightPinConnectors'],
  network: ['interface', 'wireless'],
  os: ['licence'],
  extras: ['purpose'],
};
