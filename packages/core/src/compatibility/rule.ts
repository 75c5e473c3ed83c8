import type { Brief, Gpu, Memory, PartSet, Cpu, Slot, Drive } from '../parts/index.ts';
import { shortDecimal } from '../units/index.ts';

/** `note`: worth knowing; `warn`: do something first; `block`: does not work; `unknown`: a sheet is silent. */
export type Verdict = 'pass' | 'note' | 'warn' | 'block' | 'unknown';

/** What rules read beside the parts. */
export interface RuleContext {
  readonly needs: Brief['needs'];
  /** Cores that side jobs ask for at least; 0 without any. */
  readonly jobCores: number;
  readonly memoryProfile: boolean;
  /** Drives that are there already and come on top of the storage slots. */
  readonly ownedDrives: readonly Drive[];
  /** The third drive that a lock holds, where a rule is asked about a few slots alone. */
  readonly thirdDrive: Drive | null;
  /** Parts that are meant to come later; null where none is planned or the catalogue lost it. */
  readonly plannedGpu: Gpu | null;
  readonly plannedMemory: Memory | null;
  readonly plannedCpu: Cpu | null;
  /** Whether today's picks must have room for the planned parts. */
  readonly isFirm: boolean;
  /** What the heaviest of the brief's games asks for; null when it cannot be known. */
  readonly floors: { readonly memoryGb: number; readonly videoMemoryGb: number } | null;
}

/** The bare outcome of a rule: a verdict, and the figures that it compared. */
export interface Judgement {
  readonly verdict: Verdict;
  readonly actual?: number | string;
  readonly limit?: number | string;
  readonly unit?: string;
}

/** The figures of a {@link Judgement} for a sentence: as the user writes numbers, with a decimal where there is one. */
export interface SaidFigures {
  readonly verdict: Verdict;
  readonly actual: string;
  readonly limit: string;
  readonly unit: string;
}

/** Nobody reads a build's millimetres, watts or gigabytes finer than that, unless a verdict hangs on it. */
const PLACES = 1;
const FINE_PLACES = 3;
const asText = (figure: number | string | undefined, places: number): string =>
  typeof figure === 'number' ? shortDecimal(figure, places) : (figure ?? '');

/** The figures of an outcome, as text: two that differ never read alike. */
export function said({ verdict, actual, limit, unit }: Judgement): SaidFigures {
  const areAlike = actual !== limit && asText(actual, PLACES) === asText(limit, PLACES);
  const places = areAlike ? FINE_PLACES : PLACES;
  return { verdict, actual: asText(actual, places), limit: asText(limit, places), unit: unit ?? '' };
}

export const PASS: Judgement = { verdict: 'pass' };
export const UNKNOWN: Judgement = { verdict: 'unknown' };

/** Figures compared as "actual must not exceed limit". */
export function atMost(actual: number | null, limit: number | null, unit: string): Judgement {
  if (actual === null || limit === null) return UNKNOWN;
  return { verdict: actual <= limit ? 'pass' : 'block', actual, limit, unit };
}

/** Figures compared as "actual must reach limit". */
export function atLeast(actual: number | null, limit: number | null, unit: string): Judgement {
  if (actual === null || limit === null) return UNKNOWN;
  return { verdict: actual >= limit ? 'pass' : 'block', actual, limit, unit };
}

/**
 * A rule of compatibility: data plus one function. `judge` is called only when every slot in `slots` is decided
 * (a part, or null for "left empty"), so that it can be asked about two parts alone as well as about a whole build.
 *
 * For the search a rule must be local: at most two slots beside the processor, where those in `presenceOnly` do not
 * count, because the rule only reads whether they are empty. `wide` marks those on three slots, which the search asks
 * when the last of them is chosen; `wholeBuild` the one that reads everything. `advice` never keeps a build from being
 * proposed, whatever it finds.
 */
export interface Rule<S extends Slot = Slot> {
  readonly id: string;
  readonly title: string;
  readonly slots: readonly S[];
  readonly presenceOnly?: readonly S[];
  /** Slots that it reads as well where something is in them; it is judged without them too. */
  readonly alsoReads?: readonly Slot[];
  readonly wholeBuild?: boolean;
  readonly wide?: boolean;
  readonly advice?: boolean;
  readonly judge: (set: PartSet, context: RuleContext) => Judgement;
  /** One sentence about an outcome that is not a pass, and what mends it. */
  readonly words: (
    figures: SaidFigures,
    set: PartSet,
  ) => { readonly sentence: string; readonly mend: string };
}

/** Whether what stands in a slot bears on a rule. */
export const readsSlot = ({ slots, alsoReads }: Rule, slot: Slot): boolean =>
  slots.includes(slot) || alsoReads?.includes(slot) === true;
