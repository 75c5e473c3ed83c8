import { MEMORY_WEIGHTS } from '../frames/index.ts';
import type { BenchRecord } from '../parts/index.ts';

/** What the model reads of a record's memory. */
type MemoryFigure = Exclude<keyof BenchRecord['memory'], 'profile'>;
const FIGURES = ['gb', 'channels', 'mts', 'cl'] as const satisfies readonly MemoryFigure[];

/** How a record's memory ran, as far as the model goes: what is not said is taken as usual. */
export interface MemoryTold {
  readonly gb: number;
  readonly channels: number;
  readonly mts: number;
  readonly cl: number;
  /** What is not said. */
  readonly unsaid: readonly MemoryFigure[];
  /** Standard deviations of the logarithms of latency and bandwidth, for what is not said. */
  readonly latencySd: number;
  readonly bandwidthSd: number;
}

/*
 * What is usual of rigs that games are measured on, and how far they lie from it. Chosen (common practice, no source): kits for games answer in
 * 9 to 13 ns, from 2666 to 6400 MT/s, nearly all as a pair; whoever measures has enough of it.
 */
const USUAL = { gb: 32, channels: 2, mts: 3600, latencyNs: 10.5 };
const LATENCY_SD = 0.12;
const RATE_SD = 0.28;
const CHANNELS_SD = 0.2;

/** Fills in what a record does not say of its memory. */
export function memoryTold({ gb, channels, mts, cl }: BenchRecord['memory']): MemoryTold {
  const rate = mts ?? USUAL.mts;
  const said: Readonly<Record<MemoryFigure, number | null>> = { gb, channels, mts, cl };
  return {
    gb: gb ?? USUAL.gb,
    channels: channels ?? USUAL.channels,
    mts: rate,
    // A latency in clocks says nothing without the clock.
    cl: mts !== null && cl !== null ? cl : (USUAL.latencyNs * rate) / 2000,
    unsaid: FIGURES.filter((figure) => said[figure] === null),
    latencySd: mts === null || cl === null ? LATENCY_SD : 0,
    bandwidthSd: Math.hypot(mts === null ? RATE_SD : 0, channels === null ? CHANNELS_SD : 0),
  };
}

/** How much of the memory effect reaches a processor's time, and of the bandwidth integrated graphics: the middles of what the fit starts from. */
const SENSITIVITY = 0.11;
const BANDWIDTH_EXPONENT = 0.72;
/**
 * Standard deviation of a record's log average by what is not said of its memory. It counts as if the memory set every frame: a record is
 * rather trusted too little than too much.
 */
export function memoryDoubt({ latencySd, bandwidthSd }: MemoryTold, isIntegrated: boolean): number {
  const { latency, bandwidth } = MEMORY_WEIGHTS;
  const ofCpu = SENSITIVITY * Math.hypot(latency * latencySd, bandwidth * bandwidthSd);
  return isIntegrated ? Math.hypot(ofCpu, BANDWIDTH_EXPONENT * bandwidthSd) : ofCpu;
}
