/** The quality presets that a game is described at. */
export const PRESETS = ['low', 'medium', 'high', 'ultra'] as const;
export type Preset = (typeof PRESETS)[number];

/** What one preset of a game asks for. Log times are natural logarithms of milliseconds. */
export interface PresetEffects {
  /** ln of the card's frame time at 1920 x 1080 on a card of rate 0. */
  readonly workLn: number;
  /** ln of the processor's frame time on a processor of rate 0 with the reference memory. */
  readonly prepLn: number;
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
  readonly alpha: number;
  /** How much of the memory effect reaches the processor's time. */
  readonly beta: number;
  /** Exponent of integrated graphics in memory bandwidth. */
  readonly gamma: number;
  /** How much of a narrower link reaches the card's time. */
  readonly linkSensitivity: number;
  /** Threads that it makes use of. */
  readonly threads: number;
  /** Spread of the logarithms of processor and card times over a session. */
  readonly processorSpread: number;
  readonly cardSpread: number;
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

export interface FrameModel {
  /** Kit at which the memory effect is zero. */
  readonly referenceMemory: { readonly mts: number; readonly cl: number; readonly channels: number };
  readonly processors: readonly Rate[];
  readonly cards: readonly Rate[];
  /** Integrated graphics, by the processor that carries them, at the reference memory's bandwidth. */
  readonly integrated: readonly Rate[];
  readonly games: readonly Game[];
}
