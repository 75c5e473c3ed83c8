import type { Part } from '../parts/index.ts';
import type { ModelIndex } from './system.ts';

const isStated = (...values: readonly unknown[]) => values.every((value) => value !== null);

/**
 * Whether the frame model can rate a build with this part. Without that there is no score to compare. A link to a card
 * is asked for where there is a card.
 */
export function hasRate(part: Part, index: ModelIndex): boolean {
  switch (part.kind) {
    case 'cpu':
      return index.cpus.has(part.id) && isStated(part.threads);
    case 'gpu':
      return index.gpus.has(part.id) && isStated(part.videoMemoryGb, part.pcieGeneration, part.pcieLanes);
    case 'motherboard':
      return isStated(part.memoryMaxMts, part.memoryProfile);
    case 'memory': {
      const { modules, gbPerModule, ratedMts, ratedCl, jedecMts, jedecCl } = part;
      return isStated(modules, gbPerModule, ratedMts, ratedCl, jedecMts, jedecCl);
    }
    default:
      return true;
  }
}
