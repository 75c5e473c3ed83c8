import type { Cpu, MemoryType, Motherboard, Part } from '../parts/index.ts';

/** What the processors and boards of one socket state, taken together. */
export interface SocketPeers {
  readonly memoryTypes: readonly MemoryType[];
  /** Highest PCI Express generation of its processors, and of the first slot of its boards. */
  readonly cpuGeneration: number | null;
  readonly slotGeneration: number | null;
  /** Highest package limit of its processors. */
  readonly watts: number | null;
  readonly chipsets: readonly string[];
  /** Highest BIOS version that any of its processors needs, by chipset. */
  readonly biosByChipset: ReadonlyMap<string, number>;
}

/** What the other parts of a catalogue tell about one that is silent. */
export interface Peers {
  readonly ofSocket: (socket: string | null) => SocketPeers;
  /** Highest PCI Express generation of any board's first slot. */
  readonly slotGeneration: number | null;
}

const highest = (values: readonly (number | null | undefined)[]): number | null => {
  const stated = values.filter((value): value is number => typeof value === 'number');
  return stated.length === 0 ? null : Math.max(...stated);
};
const distinct = <T>(values: readonly (T | null)[]): T[] => [
  ...new Set(values.filter((value): value is T => value !== null)),
];

function peersOf(cpus: readonly Cpu[], motherboards: readonly Motherboard[]): SocketPeers {
  const biosByChipset = new Map<string, number>();
  for (const { minBiosByChipset } of cpus)
    for (const [chipset, level] of Object.entries(minBiosByChipset ?? {}))
      biosByChipset.set(chipset, Math.max(level, biosByChipset.get(chipset) ?? 0));
  return {
    memoryTypes: distinct([
      ...motherboards.map(({ memoryType }) => memoryType),
      ...cpus.flatMap(({ memoryTypes }) => memoryTypes ?? []),
    ]).sort(),
    cpuGeneration: highest(cpus.map(({ pcieGeneration }) => pcieGeneration)),
    slotGeneration: highest(motherboards.map(({ pcieSlot }) => pcieSlot?.generation)),
    watts: highest(cpus.map(({ packagePowerWatts }) => packagePowerWatts)),
    chipsets: distinct([...motherboards.map(({ chipset }) => chipset), ...biosByChipset.keys()]).sort(),
    biosByChipset,
  };
}

/** Reads off a catalogue what its parts tell about one another. */
export function peersIn(parts: readonly Part[]): Peers {
  const cpus = parts.filter((part) => part.kind === 'cpu');
  const motherboards = parts.filter((part) => part.kind === 'motherboard');
  const known = new Map<string | null, SocketPeers>();
  const nothing = peersOf([], []);
  return {
    ofSocket(socket) {
      if (socket === null) return nothing;
      let peers = known.get(socket);
      if (!peers) {
        const isOn = (part: { readonly socket: string | null }) => part.socket === socket;
        peers = peersOf(cpus.filter(isOn), motherboards.filter(isOn));
        known.set(socket, peers);
      }
      return peers;
    },
    slotGeneration: highest(motherboards.map(({ pcieSlot }) => pcieSlot?.generation)),
  };
}
