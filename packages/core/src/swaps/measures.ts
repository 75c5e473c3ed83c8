import { psuNeed, type RuleContext } from '../compatibility/index.ts';
import { loadOf } from '../power/index.ts';
import { kindFor, SLOTS, type PartKind, type PartSet, type Slot } from '../parts/index.ts';

/** What a lane's height means: frames, or what else there is to gain in a slot that does not change frames. */
export interface Measure {
  readonly label: string;
  readonly unit: string;
  /** `frames` lanes share one scale; the others each have their own. */
  readonly kind: 'frames' | 'own';
  /** The slot's value in a build, larger is better; null when unknown or without meaning. */
  readonly of: (set: PartSet, context: RuleContext) => number | null;
}

const frames: Measure = { label: 'frames', unit: 'fps', kind: 'frames', of: () => null };
const nothing: Measure = { label: 'no other measure', unit: '', kind: 'own', of: () => 0 };

function minus(a: number | null | undefined, b: number | null | undefined): number | null {
  return a === null || a === undefined || b === null || b === undefined ? null : a - b;
}

const space: Measure = {
  label: 'space',
  unit: 'GB',
  kind: 'own',
  of: ({ storage, secondaryStorage, tertiaryStorage }, { ownedDrives }) => {
    const drives = [...ownedDrives, storage, secondaryStorage, tertiaryStorage].filter(
      (drive) => drive !== null && drive !== undefined,
    );
    return drives.some((drive) => drive.gb === null)
      ? null
      : drives.reduce((sum, drive) => sum + (drive.gb ?? 0), 0);
  },
};

/** Exhaustive over kinds, so that a new kind has to say what its lanes show. */
const BY_KIND: Readonly<Record<PartKind, Measure>> = {
  cpu: frames,
  gpu: frames,
  memory: frames,
  motherboard: {
    label: 'VRM watts to spare',
    unit: 'W',
    kind: 'own',
    of: ({ motherboard, cpu }) =>
      motherboard ? minus(motherboard.vrmWatts, cpu?.packagePowerWatts ?? 0) : null,
  },
  storage: space,
  cooler: {
    label: 'quieter',
    unit: 'dB',
    kind: 'own',
    of: ({ cooler, cpu }) => {
      const noise = cooler ? cooler.noiseDb : cpu?.stockCooler ? cpu.stockCooler.noiseDb : null;
      return noise === null ? null : -noise;
    },
  },
  case: {
    label: 'room for the graphics card',
    unit: 'mm',
    kind: 'own',
    of: ({ case: box, gpu }) => (box ? minus(box.maxGpuLengthMm, gpu?.lengthMm ?? 0) : null),
  },
  psu: {
    label: 'watts to spare',
    unit: 'W',
    kind: 'own',
    of: (set, context) => {
      const load = loadOf(set, context);
      if (!set.psu || load === null) return null;
      const need = psuNeed(load.deciwatts, set.gpu ?? null, context);
      return need.isLeast ? null : minus(set.psu.ratedWatts, need.watts);
    },
  },
  network: {
    label: 'link speed',
    unit: 'Mb/s',
    kind: 'own',
    of: ({ network }) => (network ? network.mbps : 0),
  },
  os: nothing,
  extras: nothing,
};

/** What the lane of each slot shows. */
export const MEASURES = Object.fromEntries(SLOTS.map((slot) => [slot, BY_KIND[kindFor(slot)]])) as Readonly<
  Record<Slot, Measure>
>; // over all slots
