import type { FormFactor, MemoryType, Psu } from '../parts/index.ts';

/** Rates in MT/s with the CAS latency of JEDEC's common bin. Source: JESD79-3F, JESD79-4, JESD79-5 (from memory). */
const JEDEC_LATENCY: Readonly<Record<MemoryType, readonly (readonly [mts: number, cl: number])[]>> = {
  DDR3: [
    [800, 6],
    [1066, 7],
    [1333, 9],
    [1600, 11],
    [1866, 13],
    [2133, 14],
  ],
  DDR4: [
    [1600, 11],
    [1866, 13],
    [2133, 15],
    [2400, 17],
    [2666, 19],
    [2933, 21],
    [3200, 22],
  ],
  DDR5: [
    [4000, 32],
    [4400, 36],
    [4800, 40],
    [5200, 42],
    [5600, 46],
    [6000, 50],
    [6400, 52],
  ],
};
export const JEDEC_SOURCE = 'JEDEC JESD79 (values from memory)';

interface MemoryFamily {
  /** What a kit of this type runs at when nobody switched anything on, the least and the most that is common. */
  readonly baseMts: number;
  readonly topMts: number;
  /** What boards of this type take at least, and commonly. */
  readonly boardMts: readonly [least: number, usual: number];
  /** First-word latency of rated profiles, in ns: common. */
  readonly profileNs: number;
  /** Height of a module without a spreader, in mm. Source: JEDEC MO-269 and MO-309 (from memory). */
  readonly bareMm: number;
  /** Largest module that boards and processors of this type take at least, and commonly, in GB. */
  readonly moduleGb: readonly [least: number, usual: number];
  /** PCI Express generation of platforms with this type, the least and the usual. */
  readonly generation: readonly [least: number, usual: number];
}

/** What comes with a memory type. Common practice, no source, but for what a comment names. */
export const MEMORY_FAMILIES: Readonly<Record<MemoryType, MemoryFamily>> = {
  DDR3: {
    baseMts: 1333,
    topMts: 1600,
    boardMts: [1333, 1600],
    profileNs: 11.25,
    bareMm: 30,
    moduleGb: [4, 8],
    generation: [2, 3],
  },
  DDR4: {
    baseMts: 2133,
    topMts: 3200,
    boardMts: [2400, 3200],
    profileNs: 10,
    bareMm: 31.25,
    moduleGb: [16, 32],
    generation: [3, 3],
  },
  DDR5: {
    baseMts: 4800,
    topMts: 5600,
    boardMts: [4800, 5600],
    profileNs: 12,
    bareMm: 31.25,
    moduleGb: [16, 48],
    generation: [4, 4],
  },
};

/** CAS latency of JEDEC's common bin at a rate, in clocks: the nearest rate's time, in whole clocks, where there is none. */
export function jedecLatency(type: MemoryType, mts: number): number {
  const bins = JEDEC_LATENCY[type];
  const nearest = bins.reduce((a, b) => (Math.abs(b[0] - mts) < Math.abs(a[0] - mts) ? b : a));
  return nearest[0] === mts ? nearest[1] : Math.ceil((nearest[1] * mts) / nearest[0]);
}

/** What an outline has place for. Slots of a case: ATX and mini-ITX specifications (from memory); the rest common. */
interface OutlineFacts {
  readonly expansionSlots: number;
  readonly smallSlots: readonly [least: number, usual: number];
  readonly sataPorts: readonly [least: number, usual: number];
  readonly fanHeaders: readonly [least: number, usual: number];
  readonly cpuPlugs: readonly [usual: number, most: number];
}

export const OUTLINE_FACTS: Readonly<Record<FormFactor, OutlineFacts>> = {
  'mini-ITX': {
    expansionSlots: 2,
    smallSlots: [0, 0],
    sataPorts: [2, 2],
    fanHeaders: [2, 2],
    cpuPlugs: [1, 1],
  },
  'micro-ATX': {
    expansionSlots: 4,
    smallSlots: [0, 1],
    sataPorts: [2, 4],
    fanHeaders: [2, 3],
    cpuPlugs: [1, 1],
  },
  ATX: { expansionSlots: 7, smallSlots: [1, 2], sataPorts: [4, 4], fanHeaders: [3, 4], cpuPlugs: [1, 2] },
  'E-ATX': { expansionSlots: 7, smallSlots: [1, 2], sataPorts: [4, 6], fanHeaders: [4, 6], cpuPlugs: [2, 2] },
};
export const OUTLINE_SOURCE = 'ATX and mini-ITX specifications (values from memory)';

/**
 * Length of a supply by its form, in mm: usual, and the longest that is common. Source of the form's own length: ATX12V,
 * SFX12V and TFX12V design guides (140, 100 and 175 mm, from memory); longer ones are common practice.
 */
export const PSU_LENGTHS: Readonly<
  Record<NonNullable<Psu['form']>, readonly [own: number, usual: number, most: number]>
> = { ATX: [140, 150, 180], SFX: [100, 100, 130], TFX: [175, 175, 175] };
export const PSU_SOURCE = 'ATX12V, SFX12V and TFX12V design guides (values from memory)';
