import type { Background } from './brief.ts';
import type { Nullable } from './slots.ts';

/** How the memory ran while it was measured; each figure as it ran, not as the box says. */
export interface RecordMemory {
  readonly gb: Nullable<number>;
  readonly channels: Nullable<number>;
  readonly mts: Nullable<number>;
  readonly cl: Nullable<number>;
  /** Whether the kit's rated profile was on; null when not said. */
  readonly profile: Nullable<boolean>;
}

/**
 * A low figure. `percentile`: 1000 over the frame time that this share of frames stays within; `slowest`: 1000 over the
 * mean of the slowest share of frames. `percent` is that share, 1 for the 1 % low. A low without a definition is kept
 * and never used.
 */
export interface RecordLow {
  readonly fps: number;
  readonly percent: number;
  readonly definition: Nullable<'percentile' | 'slowest'>;
}

/** States of processor and card in a record. */
export const RECORD_CLOCKS = [
  'stock',
  'raised',
  'cpu-raised',
  'gpu-raised',
  'cpu-undervolted',
  'gpu-undervolted',
] as const;
export type RecordClocks = (typeof RECORD_CLOCKS)[number];

/** How far a record's source is trusted. `own`: measured on the user's own system. */
export type Trust = 'own' | 'good' | 'fair' | 'poor';

/** One measured rate with all that it depends on. What is not known is null, and keeps the record out of the fit. */
export interface BenchRecord {
  readonly id: string;
  readonly game: string;
  /** As the source writes it; the fit knows low, medium, high and ultra. */
  readonly preset: Nullable<string>;
  readonly widthPx: Nullable<number>;
  readonly heightPx: Nullable<number>;
  /** Share of each side of the picture that was rendered before upscaling; 1 = none; null when not said. */
  readonly renderScale: Nullable<number>;
  /** Frames made up between rendered ones were counted. */
  readonly generatedFrames: boolean;
  readonly cpu: string;
  /** Null: the processor's own graphics. */
  readonly gpu: string | null;
  readonly memory: RecordMemory;
  /** Link that the card got, when it was not its own: generation and lanes. */
  readonly link: { readonly generation: number; readonly lanes: number } | null;
  readonly background: Background;
  /** How processor and card ran: as shipped, one of them alone otherwise, or raised without saying which. */
  readonly clocks: RecordClocks;
  /** Light traced along rays: what the presets here do not ask for; null when not said. */
  readonly rayTracing: Nullable<boolean>;
  /** The source's own settings beside the preset; empty: none. */
  readonly settings: string;
  /** What the frames were captured with; empty: not said. */
  readonly tool: string;
  /** Frames per second, frames over time. */
  readonly average: number;
  readonly low: RecordLow | null;
  /** Further figures of the same runs, kept as they are told; null: not told. The percentile is of frame times, as a rate. */
  readonly spread: {
    readonly minimum: Nullable<number>;
    readonly maximum: Nullable<number>;
    readonly percentile90: Nullable<number>;
  } | null;
  /** Draw while it ran, in watts; null: not measured. */
  readonly watts: { readonly cpu: Nullable<number>; readonly gpu: Nullable<number> } | null;
  /** Who measured, and when the figure was published or read (ISO date). */
  readonly source: { readonly name: string; readonly on: string };
  readonly trust: Trust;
  /** The user's own system that it was measured on; null for published ones. */
  readonly rig: string | null;
  /** What the source says besides; a word about mixed conditions belongs here too. */
  readonly note: string;
  /** Held out of the fit by hand, with the reason; null lets it in. */
  readonly excluded: string | null;
}
