/** What a memory kit gives: first-word latency and bandwidth, as it runs in this very system. */
export interface MemoryState {
  readonly latencyNs: number;
  readonly bandwidthGbs: number;
  readonly gb: number;
}

/**
 * First-word latency in ns: 2000 x CL / (MT/s). 3200 MT/s at CL 16 is 10 ns.
 * Source: the definition of a double data rate clock; JEDEC JESD79-4, JESD79-5.
 */
export function firstWordLatencyNs(mts: number, cl: number): number {
  return (2000 * cl) / mts;
}

/** Bandwidth in GB/s: eight bytes a transfer and channel. DDR4-3200, one channel: 25.6. Source: JEDEC JESD79-4. */
export function bandwidthGbs(mts: number, channels: number): number {
  return (mts * 8 * channels) / 1000;
}

/** How the two figures weigh in the memory effect. Chosen, because games wait for single words more than for streams. */
export const MEMORY_WEIGHTS = { latency: 0.6, bandwidth: 0.4 };

/** Logarithmic memory effect against a reference: 0 at the reference, positive when better. */
export function memoryEffect(state: MemoryState, reference: MemoryState): number {
  return (
    MEMORY_WEIGHTS.latency * Math.log(reference.latencyNs / state.latencyNs) +
    MEMORY_WEIGHTS.bandwidth * Math.log(state.bandwidthGbs / reference.bandwidthGbs)
  );
}

interface KitRates {
  readonly modules: number;
  readonly gbPerModule: number;
  readonly ratedMts: number;
  readonly ratedCl: number;
  readonly jedecMts: number;
  readonly jedecCl: number;
}

interface MotherboardMemoryLimits {
  readonly maxMts: number;
  readonly profile: boolean;
}

/**
 * How a kit runs on a board: at its profile when it is switched on and the board knows profiles, else at its base
 * rate; never faster than the board's limit, with the latency in ns kept. Boards for games have two channels:
 * one stick uses one.
 */
export function memoryState(
  kit: KitRates,
  motherboard: MotherboardMemoryLimits,
  profileOn: boolean,
): MemoryState {
  const rated = profileOn && motherboard.profile;
  const mts = rated ? kit.ratedMts : kit.jedecMts;
  const cl = rated ? kit.ratedCl : kit.jedecCl;
  return {
    latencyNs: firstWordLatencyNs(mts, cl),
    bandwidthGbs: bandwidthGbs(Math.min(mts, motherboard.maxMts), Math.min(kit.modules, 2)),
    gb: kit.modules * kit.gbPerModule,
  };
}
