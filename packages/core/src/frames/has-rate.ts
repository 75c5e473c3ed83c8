import type { Part } from '../parts/index.ts';
import type { ModelIndex } from './system.ts';

/** Figures that a rate needs of a part of each kind, beside the part's own rate. */
function neededForRate(part: Part): Readonly<Record<string, unknown>> {
  switch (part.kind) {
    case 'cpu':
      return { threads: part.threads };
    case 'gpu': {
      const { videoMemoryGb, pcieGeneration, pcieLanes } = part;
      return { videoMemoryGb, pcieGeneration, pcieLanes };
    }
    case 'motherboard':
      return { memoryMaxMts: part.memoryMaxMts, memoryProfile: part.memoryProfile };
    case 'memory': {
      const { modules, gbPerModule, ratedMts, ratedCl, jedecMts, jedecCl } = part;
      return { modules, gbPerModule, ratedMts, ratedCl, jedecMts, jedecCl };
    }
    default:
      return {};
  }
}

/** Missing figures without which no build with this part has a frame rate. A link to a card is asked for where there is one. */
export const missingForRate = (part: Part): string[] =>
  Object.entries(neededForRate(part)).flatMap(([figure, value]) => (value === null ? [figure] : []));

/** Whether the frame model can rate a build with this part. Without that there is no score to compare. */
export function hasRate(part: Part, index: ModelIndex): boolean {
  if (part.kind === 'cpu' && !index.cpus.has(part.id)) return false;
  if (part.kind === 'gpu' && !index.gpus.has(part.id)) return false;
  return missingForRate(part).length === 0;
}
