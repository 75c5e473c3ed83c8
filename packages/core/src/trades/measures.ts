import { supplyNeed, type RuleContext } from '../compatibility/index.ts';
import { loadOf } from '../power/index.ts';
import type { PartSet, Slot } from '../parts/index.ts';

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
  of: ({ storage, bulk }, { ownedDrives }) => {
    const drives = [...ownedDrives, storage, bulk].filter((drive) => drive !== null && drive !== undefined);
    return drives.some((drive) => drive.gb === null)
      ? null
      : drives.reduce((sum, drive) => sum + (drive.gb ?? 0), 0);
  },
};

/** Exhaustive over slots, so that a new slot has to say what its lane shows. */
export const MEASURES: Readonly<Record<Slot, Measure>> = {
  processor: frames,
  card: frames,
  memory: frames,
  board: {
    label: 'power stage to spare',
    unit: 'W',
    kind: 'own',
    of: ({ board, processor }) => (board ? minus(board.powerStageWatts, processor?.packageWatts ?? 0) : null),
  },
  storage: space,
  bulk: space,
  cooler: {
    label: 'quieter',
    unit: 'dB',
    kind: 'own',
    of: ({ cooler, processor }) => {
      const noise = cooler ? cooler.noiseDb : processor?.boxedCooler ? processor.boxedCooler.noiseDb : null;
      return noise === null ? null : -noise;
    },
  },
  case: {
    label: 'room for the card',
    unit: 'mm',
    kind: 'own',
    of: ({ case: box, card }) => (box ? minus(box.cardMaxMm, card?.lengthMm ?? 0) : null),
  },
  supply: {
    label: 'watts to spare',
    unit: 'W',
    kind: 'own',
    of: (set, context) => {
      const load = loadOf(set, context);
      if (!set.supply || load === null) return null;
      const need = supplyNeed(load.deciwatts, set.card ?? null, context);
      return need.isLeast ? null : minus(set.supply.ratedWatts, need.watts);
    },
  },
  network: {
    label: 'link speed',
    unit: 'Mb/s',
    kind: 'own',
    of: ({ network }) => (network ? network.mbps : 0),
  },
  system: nothing,
  extras: nothing,
};
