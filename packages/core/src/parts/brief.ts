import type { Condition } from './offers.ts';
import type { Preset } from './frame-model.ts';
import type { Slot } from './slots.ts';

/** A game at a quality preset, with its share in the objective and the rate that the user wants to reach. */
export interface BriefGame {
  readonly game: string;
  readonly preset: Preset;
  readonly weight: number;
  /** Frames per second to reach; null takes the screen's refresh rate. */
  readonly target: number | null;
}

export type Background = 'none' | 'voice' | 'stream-processor' | 'stream-card';

/** What is made as large as possible. */
export interface Objective {
  /** `frames`: as many as the money buys. `targets`: reach every target for the least money. */
  readonly goal: 'frames' | 'targets';
  /** Which figure of a game counts: its average, its 1 % low (99th percentile), or the mean of its slowest 1 %. */
  readonly figure: 'average' | 'low' | 'slowest';
  /** How the games are put together; `weakest` takes the lowest. */
  readonly mean: 'geometric' | 'arithmetic' | 'harmonic' | 'weakest';
  /** Whether frames beyond the screen's refresh rate count. */
  readonly capAtRefresh: boolean;
}

/** Rule that says how many watts a supply needs. */
export interface SupplyRule {
  /** `load`: load times factor; `maker`: the card maker's figure; `larger`: the larger of both; `half`: twice the load. */
  readonly kind: 'load' | 'maker' | 'larger' | 'half';
  readonly factor: number;
}

export interface Lock {
  readonly slot: Slot;
  /** The part that must be there; null keeps the slot empty. */
  readonly part: string | null;
  /** The very offer; null leaves the offer open. */
  readonly offer: string | null;
}

/** The job: money, games, screen, needs. Money is in minor units of `money.currency`. */
export interface Brief {
  readonly name: string;
  readonly money: {
    readonly currency: string;
    readonly budgetMinor: number;
    readonly slackMinor: number;
  };
  readonly play: {
    readonly games: readonly BriefGame[];
    readonly widthPx: number;
    readonly heightPx: number;
    readonly refreshHz: number;
    readonly objective: Objective;
    readonly background: Background;
    /** Share of each side of the picture that is rendered before upscaling, 1 = none. */
    readonly renderScale: number;
    /** Whether the memory's rated profile is switched on. */
    readonly memoryProfile: boolean;
  };
  readonly needs: {
    readonly memoryGb: number;
    readonly fastStorageGb: number;
    readonly totalStorageGb: number;
    readonly wireless: boolean;
    readonly systemLicence: boolean;
    /** Largest case, in litres; null for any. */
    readonly maxLitres: number | null;
    /** Whether the build may do without a graphics card. */
    readonly cardRequired: boolean;
    readonly supplyRule: SupplyRule;
  };
  readonly market: {
    readonly conditions: readonly Condition[];
    /** Shops that are not to be used. */
    readonly shopsOut: readonly string[];
    /** Whether parts with a gap in their specifications may be proposed. */
    readonly allowUnknown: boolean;
  };
  /** Parts that are there already. Drives come on top of the storage slot; others compete at no cost. */
  readonly owned: readonly string[];
  readonly locks: readonly Lock[];
  /** Parts ruled out. */
  readonly excluded: readonly { readonly part: string; readonly reason: string }[];
}
