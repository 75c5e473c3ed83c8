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
  if (part.slot === 'processor' && as.slot === 'processor') {
    const [a, b] = [index.processors.get(part.id), index.processors.get(as.id)];
    const hasGraphics = as.integratedGraphics !== true || part.integratedGraphics === true;
    return (
      a !== undefined &&
      b !== undefined &&
      a.rateLn >= b.rateLn &&
      least(part.threads, as.threads) &&
      hasGraphics
    );
  }
  if (part.slot === 'card' && as.slot === 'card') {
    const [a, b] = [index.cards.get(part.id), index.cards.get(as.id)];
    return (
      a !== undefined &&
      b !== undefined &&
      a.rateLn >= b.rateLn &&
      least(part.videoMemoryGb, as.videoMemoryGb)
    );
  }
  if (part.slot === 'memory' && as.slot === 'memory') {
    const gb = (kit: typeof part) =>
      kit.sticks === null || kit.gbPerStick === null ? null : kit.sticks * kit.gbPerStick;
    return part.type === as.type && least(gb(part), gb(as)) && least(part.ratedMts, as.ratedMts);
  }
  if (part.slot === 'storage' && as.slot === 'storage')
    return (
      part.kind === as.kind && least(part.gb, as.gb) && (as.solidState !== true || part.solidState === true)
    );
  if (part.slot === 'supply' && as.slot === 'supply')
    return (
      part.form === as.form &&
      least(part.ratedWatts, as.ratedWatts) &&
      least(part.eightPinLeads, as.eightPinLeads)
    );
  if (part.slot === 'cooler' && as.slot === 'cooler') return least(part.heatWatts, as.heatWatts);
  if (part.slot === 'board' && as.slot === 'board')
    return (
      part.socket === as.socket &&
      part.chipset === as.chipset &&
      part.memoryType === as.memoryType &&
      part.formFactor === as.formFactor
    );
  return false;
}
