import type { Condition } from './offers.ts';
import type { ClockState, Preset } from './frame-model.ts';
import type { PartKind, Slot } from './slots.ts';

/** A game at a quality preset, with its share in the objective and the rate that the user wants to reach. */
export interface BriefGame {
  readonly game: string;
  readonly preset: Preset;
  readonly weight: number;
  /** Frames per second to reach; null takes the screen's refresh rate. */
  readonly target: number | null;
}

export type Background = 'none' | 'voice' | 'stream-cpu' | 'stream-gpu';

export interface Screen {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly refreshHz: number;
}

/** What the machine is for beside games. */
export type SideJob =
  /** A picture that is sent or kept while a game runs. */
  | {
      readonly kind: 'stream' | 'record';
      readonly encoder: 'cpu' | 'gpu';
      readonly widthPx: number;
      readonly heightPx: number;
      readonly fps: number;
      /** Bit rate in Mbit/s. */
      readonly mbps: number;
    }
  | { readonly kind: 'edit' | 'render' | 'office' }
  /** A headset: both eyes as one picture. */
  | { readonly kind: 'vr'; readonly screen: Screen };

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
  /**
   * Most that either side may lose to the other, as a share of what it could show alone (weighted mean over the games);
   * null for no limit.
   */
  readonly balanceLimit: number | null;
}

/** What a year of playing is counted with. */
export interface Running {
  readonly hoursPerWeek: number;
  /** Price of a kilowatt-hour in minor units of the brief's currency; may have a fraction. */
  readonly tariffMinorPerKwh: number;
  /** Which published efficiency levels apply: 115 V or 230 V mains. */
  readonly mains: 115 | 230;
}

/** Parts that are meant to come later, by id. Rules say what stands in their way. */
export interface Planned {
  readonly gpu: string | null;
  /** A second memory kit beside the first. */
  readonly memory: string | null;
  /** A processor for the same board. */
  readonly cpu: string | null;
  /** Whether today's picks must have room for all of them, in place of a note where they do not. */
  readonly isFirm: boolean;
}

/** Rule that says how many watts a supply needs. */
export interface PsuRule {
  /**
   * `load`: load times factor; `maker`: the card maker's figure; `larger`: the larger of both; `half`: twice the load;
   * `planned`: the larger of both with the planned card in place of the present one.
   */
  readonly kind: 'load' | 'maker' | 'larger' | 'half' | 'planned';
  readonly factor: number;
}

export interface Lock {
  readonly slot: Slot;
  /** The part that must be there; null keeps the slot empty. */
  readonly part: string | null;
  /** The very offer; null leaves the offer open. */
  readonly offer: string | null;
  /** The part is ordered: the lock holds until the order changes. Never stored. */
  readonly isOrdered?: true | undefined;
}

/** Which total must fit the sum: before rebates, with them by their chance, or with all of them. */
export type CostBasis = 'strict' | 'expected' | 'after';

/** What claims are reckoned with. Chosen figures, to be set by the user, and learnt from what came of claims. */
export interface ClaimHabits {
  /** Chance that a claim is sent in at all, in time and whole. */
  readonly fileChance: number;
  /** Chance that one that was sent in is paid. */
  readonly acceptChance: number;
  /** Yearly rate by which later money counts less. */
  readonly yearlyRate: number;
  /** Postage and copies for a claim by post, in minor units of the brief's currency. */
  readonly costMinor: number;
  /** Claims that this household made already, by deal. */
  readonly used: readonly { readonly deal: string; readonly times: number }[];
}

/** Something owned: what it cost, what it would fetch today, and whether it is to be sold if the build does without it. */
export interface OwnedPart {
  readonly part: string;
  readonly paidMinor: number | null;
  readonly valueMinor: number | null;
  readonly sell: boolean;
}

/** Money that is expected on a day, on top of what is left. In minor units of the brief's currency. */
export interface LaterSum {
  readonly id: string;
  readonly on: string;
  readonly amountMinor: number;
  readonly note: string;
}

/** Something that comes at a date whatever else is changed: it is paid from the money of that day. */
export type LaterWish =
  /** Another screen: from then on frames count on it. */
  | {
      readonly kind: 'screen';
      readonly id: string;
      readonly on: string;
      readonly note: string;
      readonly widthPx: number;
      readonly heightPx: number;
      readonly refreshHz: number;
      readonly costMinor: number;
    }
  /** A further drive, the cheapest of its size that fits. */
  | {
      readonly kind: 'drive';
      readonly id: string;
      readonly on: string;
      readonly note: string;
      readonly gb: number;
      readonly solidState: boolean;
    }
  /** A game taken up later: one of the catalogue's, or one that is so many times as heavy. */
  | {
      readonly kind: 'game';
      readonly id: string;
      readonly on: string;
      readonly note: string;
      readonly game: string;
      readonly preset: Preset;
      readonly weight: number;
      readonly timesAsHeavy: number;
    };

/** What the years to come are reckoned with. Rates are shares a year: 0.06 is 6 %. */
export interface Growth {
  /** How far ahead frames count. */
  readonly horizonMonths: number;
  readonly sums: readonly LaterSum[];
  /** Put aside every month, from the day of the purchase on. */
  readonly monthlyMinor: number;
  readonly wishes: readonly LaterWish[];
  /** By how much less a frame counts that comes a year later. */
  readonly discountYearly: number;
  /** Growth of the work in a frame, for families of games that are not named below. */
  readonly heavierYearly: number;
  readonly heavierByFamily: Readonly<Record<string, number>>;
  /** Growth of the memory and video memory that games ask for. */
  readonly needsYearly: number;
  /** Fall of prices by kind of part, in place of what is assumed or measured. */
  readonly falls: { readonly [K in PartKind]?: number };
  /**
   * What comes out: share of its worth that selling costs, the condition it is in (A: hardly used; B: usual; C: worn), whether
   * the money helps to pay for what goes in, kinds that stay.
   */
  readonly resale: {
    readonly feeShare: number;
    readonly condition: 'A' | 'B' | 'C';
    readonly pays: boolean;
    readonly kept: readonly PartKind[];
  };
  /** What may be put off to a later sum: the graphics card, or memory down to half of what is asked for. */
  readonly start: {
    readonly withoutGpu: boolean;
    readonly withLessMemory: boolean;
    readonly playableFps: number;
  };
}

/** An owned part and how many times its rated clock it runs at; a figure of this very piece. */
export interface TunedPart {
  readonly part: string;
  readonly times: number;
}

/** Choices that builders argue about; see `compare/forks.ts`. */
export const FORK_CODES = ['card', 'memory', 'brand', 'condition', 'drives', 'clocks', 'jobs'] as const;
export type ForkCode = (typeof FORK_CODES)[number];

/** What one way at a fork has in place of the brief's own; null: as the brief. */
export interface OwnTerms {
  readonly fork: ForkCode;
  readonly branch: string;
  readonly screen: Screen | null;
  readonly costBasis: CostBasis | null;
}

/** The job: money, games, screen, needs. Money is in minor units of `money.currency`. */
export interface Brief {
  readonly name: string;
  readonly money: {
    readonly currency: string;
    readonly budgetMinor: number;
    readonly allowedOverMinor: number;
    /** Whether parts bought for their looks alone stay outside the sum. */
    readonly looksOutside: boolean;
    readonly running: Running;
    /** What else is bought from the same sum and is no part of the build: a screen, fans, cables, lights. */
    readonly besides: readonly { readonly name: string; readonly priceMinor: number }[];
    readonly costBasis: CostBasis;
    readonly claimHabits: ClaimHabits;
    /** Whether what owned parts would fetch counts towards the sum, once they are to be sold. */
    readonly countSales: boolean;
  };
  readonly play: {
    readonly games: readonly BriefGame[];
    readonly widthPx: number;
    readonly heightPx: number;
    readonly refreshHz: number;
    readonly objective: Objective;
    readonly background: Background;
    readonly jobs: readonly SideJob[];
    /** Another screen on which rates are told too; null: the next usual one. */
    readonly second: Screen | null;
    /** Share of each side of the picture that is rendered before upscaling, 1 = none. */
    readonly renderScale: number;
    /** Whether the memory's rated profile is switched on. */
    readonly memoryProfile: boolean;
    /** The states of processor and card that count, for parts that can run so. */
    readonly clocks: { readonly cpu: ClockState; readonly gpu: ClockState };
  };
  readonly needs: {
    readonly memoryGb: number;
    readonly fastStorageGb: number;
    readonly totalStorageGb: number;
    readonly wireless: boolean;
    readonly osLicence: boolean;
    /** Largest case, in litres; null for any. */
    readonly maxLitres: number | null;
    /** Whether the build may do without a graphics card. */
    readonly gpuRequired: boolean;
    readonly psuRule: PsuRule;
    /** Least quality mark of the supply, 1 to 5; null when any will do. A supply without a mark is then unknown. */
    readonly psuQuality: number | null;
    /** The only makers that are let in, by kind of part; a kind that is not named takes any. */
    readonly brands: { readonly [K in PartKind]?: readonly string[] };
    /** The colour of what is seen of the build; null: any. */
    readonly colour: string | null;
    /** Whether the supply's leads must come off. */
    readonly modular: boolean;
    /** Whether memory and video memory must cover what every game asks for, in place of a loss of frames. */
    readonly capacityFloors: boolean;
    /** Whether the cooler in the processor's box will do. */
    readonly stockCooler: boolean;
    /** Most noise of the processor's cooler; null for any. */
    readonly maxNoiseDb: number | null;
    /** Whether clocks are to be raised: an unlocked processor on a board that lets it. */
    readonly overclock: boolean;
    /** Whether an older processor can be borrowed to flash a board's firmware. */
    readonly borrowCpu: boolean;
    /** Screens to be connected. */
    readonly screens: number;
  };
  readonly whereToBuy: {
    readonly conditions: readonly Condition[];
    /** Conditions for single slots, in place of the general ones. */
    readonly conditionsBySlot: { readonly [S in Slot]?: readonly Condition[] };
    /** Shops that are not to be used. */
    readonly shopsOut: readonly string[];
    /** Whether parts with a gap in their specifications may be proposed. */
    readonly allowUnknown: boolean;
    /** How far missing specifications may be assumed: not at all, what is usual, or estimates as well. */
    readonly assume: 'none' | 'usual' | 'all';
    /** Oldest price that is still taken, in days; null: any. */
    readonly maxAgeDays: number | null;
    /** Whether the risk of a used part is kept back from the sum, beside its price. */
    readonly usedRisk: boolean;
  };
  readonly dates: {
    /** The day of the purchase; null: today. */
    readonly buyOn: string | null;
    /** The day by which every part must have arrived; null: any. */
    readonly readyBy: string | null;
  };
  /** Parts that are there already. Drives come on top of the storage slot; others compete at no cost. */
  readonly owned: readonly string[];
  /** What is known of the owned parts' worth. */
  readonly ownedParts: readonly OwnedPart[];
  /** Owned parts that run faster than shipped, found by tuning this very machine. */
  readonly tuned: readonly TunedPart[];
  readonly locks: readonly Lock[];
  readonly planned: Planned;
  /** Ways at forks that have a screen or a counted total of their own. */
  readonly ownTerms: readonly OwnTerms[];
  readonly growth: Growth;
  /** Parts ruled out. */
  readonly excluded: readonly { readonly part: string; readonly reason: string }[];
}
