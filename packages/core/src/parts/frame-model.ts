/** The quality presets that a game is described at. */
export const PRESETS = ['low', 'medium', 'high', 'ultra'] as const;
export type Preset = (typeof PRESETS)[number];

/** What one preset of a game asks for. Log times are natural logarithms of milliseconds. */
export interface PresetEffects {
  /** ln of the card's frame time at 1920 x 1080 on a card of rate 0. */
  readonly gpuTimeLn: number;
  /** ln of the processor's frame time on a processor of rate 0 with the reference memory. */
  readonly cpuTimeLn: number;
  /** Video memory needed at 1920 x 1080, and for every further million pixels, in GB. */
  readonly videoMemoryGb: number;
  readonly videoMemoryGbPerMegapixel: number;
  /** System memory needed, in GB. */
  readonly memoryGb: number;
}

export interface Game {
  readonly id: string;
  readonly name: string;
  readonly family: string;
  /** Exponent of the card's time in the number of pixels. */
  readonly resolutionExponent: number;
  /** How much of the memory effect reaches the processor's time. */
  readonly memorySensitivity: number;
  /** Exponent of integrated graphics in memory bandwidth. */
  readonly bandwidthExponent: number;
  /** How much of a narrower link reaches the card's time. */
  readonly linkSensitivity: number;
  /** Threads that it makes use of. */
  readonly threads: number;
  /** Spread of the logarithms of processor and card times over a session. */
  readonly cpuSpread: number;
  readonly gpuSpread: number;
  /** The engine's own limit in frames per second; null when it has none. */
  readonly frameCap: number | null;
  /** What is left unexplained of the logarithm of the average, as a standard deviation. */
  readonly residualSd: number;
  readonly presets: Readonly<Record<Preset, PresetEffects>>;
}

/** A part's rate: the logarithm of its speed against the reference, with its standard deviation. */
export interface Rate {
  readonly part: string;
  readonly rateLn: number;
  readonly sdLn: number;
}

/** What one game makes of one part beyond its rate, or of so many pixels beyond their power, as records of that game show it. */
export interface Interaction {
  /** To be added to the rate, or that of all graphics. */
  readonly ln: number;
  /** Standard deviation, given the effects that it leans on. */
  readonly sdLn: number;
  /** By how much it moves with each effect: where a rate was taken too high, this was taken too low. */
  readonly leans: Readonly<Record<string, number>>;
}

/** What one game makes of parts and pixels. */
export interface GameInteractions {
  readonly game: string;
  /** Standard deviations for parts that nobody measured in it. */
  readonly cpuSd: number;
  readonly gpuSd: number;
  /** The same for pixels; absent: a power of theirs tells all. */
  readonly pixelsSd?: number | undefined;
  /** By the name of the rate: `cpu:`, `gpu:` or `integrated:` and the part, or `pixels:` and their number. */
  readonly rates: Readonly<Record<string, Interaction>>;
}

/** How a part runs: as its maker shipped it, with its clocks raised, or at less voltage with the same clocks. */
export const CLOCK_STATES = ['shipped', 'raised', 'undervolted'] as const;
export type ClockState = (typeof CLOCK_STATES)[number];

/** What a state does to one part, as logarithms of how many times as fast it is and as much it draws, with standard deviations. */
export interface StateEffect {
  readonly part: string;
  readonly state: Exclude<ClockState, 'shipped'>;
  readonly speedLn: number;
  readonly speedSd: number;
  readonly wattsLn: number;
  readonly wattsSd: number;
  /** Records that say it; 0: it is assumed. */
  readonly records: number;
}

/** How hard it hurts to have too little of something; see `frames/shortfall.ts`. */
export interface ShortfallStrengths {
  readonly videoMemory: number;
  readonly memory: number;
  readonly threads: number;
}

/** How well records that the fit had not seen were predicted. Errors are of log rates, so 0.03 is about 3 %. */
export interface HeldOutPart {
  readonly records: number;
  readonly folds: number;
  readonly medianError: number;
  readonly error90: number;
  /** Share of records inside intervals of each nominal share. */
  readonly coverage: readonly { readonly nominal: number; readonly actual: number }[];
}

/** The same where whole charts were left out; where whole parts were, and whole games. */
export interface HeldOut extends HeldOutPart {
  /** By how much all intervals are made wider, so that they hold; 1: they hold as they are. */
  readonly widening?: number | undefined;
  readonly parts?: HeldOutPart | null | undefined;
  readonly games?: HeldOutPart | null | undefined;
}

/** Where a model's effects come from, and how sure they are. */
export interface FitSummary {
  /** When it was fitted (ISO time, UTC). */
  readonly fittedOn: string;
  readonly records: number;
  readonly heldBack: number;
  /** Fingerprint of the records and sheets that it rests on. */
  readonly basedOn: string;
  /** Names of the effects that a rate depends on, as in `fit/layout.ts`, and means of rates. */
  readonly parameters: readonly string[];
  /** Lower triangle of their covariance, by rows, packed as 32-bit floats in base64. */
  readonly covariance: string;
  /** Everything that was estimated, by name: where the next fit starts. */
  readonly estimates: Readonly<Record<string, number>>;
  /** Standard deviation of a good record's log rate, averages and lows. */
  readonly noise: { readonly average: number; readonly low: number };
  /** Effects that the catalogue stated by itself, as mean and standard deviation: each fit leans on them. */
  readonly stated: Readonly<Record<string, readonly [mean: number, sd: number]>>;
  readonly rounds: number;
  readonly converged: boolean;
  readonly heldOut: HeldOut | null;
}

export interface FrameModel {
  /** Kit at which the memory effect is zero. */
  readonly referenceMemory: { readonly mts: number; readonly cl: number; readonly channels: number };
  readonly cpus: readonly Rate[];
  readonly gpus: readonly Rate[];
  /** Integrated graphics, by the processor that carries them, at the reference memory's bandwidth. */
  readonly integrated: readonly Rate[];
  readonly games: readonly Game[];
  /** Absent: games make of each part what its rate says. */
  readonly interactions?: readonly GameInteractions[] | undefined;
  /** What records say of parts that do not run as shipped. Absent or silent: as assumed. */
  readonly states?: readonly StateEffect[] | undefined;
  /** Absent: the chosen strengths. */
  readonly shortfall?: ShortfallStrengths | undefined;
  /** Absent: effects and their standard deviations were given as data. */
  readonly fit?: FitSummary | undefined;
  /** Present once tuned figures are in: standard deviations that they add, by the name of the effect. Never stored. */
  readonly tunedSds?: Readonly<Record<string, number>> | undefined;
}
