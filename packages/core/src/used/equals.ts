import type { ModelIndex } from '../frames/index.ts';
import type { Part, PartKind, PartOf } from '../parts/index.ts';

const least = (a: number | null | undefined, b: number | null | undefined): boolean =>
  b === null || b === undefined || (a !== null && a !== undefined && a >= b);

type Does<P> = (part: P, as: P, index: ModelIndex) => boolean;

const isAsFast = (rates: ModelIndex['cpus'], part: Part, as: Part): boolean => {
  const [a, b] = [rates.get(part.id), rates.get(as.id)];
  return a !== undefined && b !== undefined && a.rateLn >= b.rateLn;
};
const gbOf = ({ modules, gbPerModule }: PartOf<'memory'>) =>
  modules === null || gbPerModule === null ? null : modules * gbPerModule;

/** What counts, by kind: as many frames where the kind makes frames. */
const DOES: { readonly [K in PartKind]?: Does<PartOf<K>> } = {
  cpu: (part, as, { cpus }) =>
    isAsFast(cpus, part, as) &&
    least(part.threads, as.threads) &&
    (as.integratedGraphics !== true || part.integratedGraphics === true),
  gpu: (part, as, { gpus }) => isAsFast(gpus, part, as) && least(part.videoMemoryGb, as.videoMemoryGb),
  memory: (part, as) =>
    part.type === as.type && least(gbOf(part), gbOf(as)) && least(part.ratedMts, as.ratedMts),
  storage: (part, as) =>
    part.interface === as.interface &&
    least(part.gb, as.gb) &&
    (as.solidState !== true || part.solidState === true),
  psu: (part, as) =>
    part.form === as.form &&
    least(part.ratedWatts, as.ratedWatts) &&
    least(part.eightPinConnectors, as.eightPinConnectors),
  cooler: (part, as) => least(part.heatWatts, as.heatWatts),
  motherboard: (part, as) =>
    part.socket === as.socket &&
    part.chipset === as.chipset &&
    part.memoryType === as.memoryType &&
    part.formFactor === as.formFactor,
};

/**
 * Whether a part does at least what another does. What is not stated of the other asks for nothing; what is not stated
 * of the part itself does not meet it.
 */
export function doesAsMuch(part: Part, as: Part, index: ModelIndex): boolean {
  if (part.id === as.id) return true;
  const does = DOES[part.kind] as Does<Part> | undefined; // both are of this kind
  return part.kind === as.kind && does !== undefined && does(part, as, index);
}
