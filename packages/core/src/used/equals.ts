import type { ModelIndex } from '../frames/index.ts';
import type { Part } from '../parts/index.ts';

const least = (a: number | null | undefined, b: number | null | undefined): boolean =>
  b === null || b === undefined || (a !== null && a !== undefined && a >= b);

/**
 * Whether a part does at least what another does: as many frames where the slot makes frames, as much of what counts in
 * the others. What is not stated of the other asks for nothing; what is not stated of the part itself does not meet it.
 */
export function doesAsMuch(part: Part, as: Part, index: ModelIndex): boolean {
  if (part.id === as.id) return true;
  if (part.kind === 'cpu' && as.kind === 'cpu') {
    const [a, b] = [index.cpus.get(part.id), index.cpus.get(as.id)];
    const hasGraphics = as.integratedGraphics !== true || part.integratedGraphics === true;
    return (
      a !== undefined &&
      b !== undefined &&
      a.rateLn >= b.rateLn &&
      least(part.threads, as.threads) &&
      hasGraphics
    );
  }
  if (part.kind === 'gpu' && as.kind === 'gpu') {
    const [a, b] = [index.gpus.get(part.id), index.gpus.get(as.id)];
    return (
      a !== undefined &&
      b !== undefined &&
      a.rateLn >= b.rateLn &&
      least(part.videoMemoryGb, as.videoMemoryGb)
    );
  }
  if (part.kind === 'memory' && as.kind === 'memory') {
    const gb = (kit: typeof part) =>
      kit.modules === null || kit.gbPerModule === null ? null : kit.modules * kit.gbPerModule;
    return part.type === as.type && least(gb(part), gb(as)) && least(part.ratedMts, as.ratedMts);
  }
  if (part.kind === 'storage' && as.kind === 'storage')
    return (
      part.interface === as.interface &&
      least(part.gb, as.gb) &&
      (as.solidState !== true || part.solidState === true)
    );
  if (part.kind === 'psu' && as.kind === 'psu')
    return (
      part.form === as.form &&
      least(part.ratedWatts, as.ratedWatts) &&
      least(part.eightPinConnectors, as.eightPinConnectors)
    );
  if (part.kind === 'cooler' && as.kind === 'cooler') return least(part.heatWatts, as.heatWatts);
  if (part.kind === 'motherboard' && as.kind === 'motherboard')
    return (
      part.socket === as.socket &&
      part.chipset === as.chipset &&
      part.memoryType === as.memoryType &&
      part.formFactor === as.formFactor
    );
  return false;
}
