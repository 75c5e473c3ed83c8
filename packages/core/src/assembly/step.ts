import type { Brief, Drive, PartSet } from '../parts/index.ts';
import type { CautionCode } from './cautions.ts';

/** Stretches of a build day, in their order. */
export const PHASES = ['before', 'table', 'case', 'close'] as const;
export type Phase = (typeof PHASES)[number];

/** What a drawing of a step shows. */
export const DRAWINGS = ['standoffs', 'memory', 'drives', 'cooler', 'leads', 'card', 'air', 'front'] as const;
export type DrawingKind = (typeof DRAWINGS)[number];

/** A step that has to be done before, and why. */
export interface After {
  readonly code: string;
  readonly reason: string;
}

/** One step of putting a machine together. It exists only where the build has what it speaks of. */
export interface AssemblyStep {
  /** Tells it from all others: the rule, and the part where a rule makes a step for each. */
  readonly code: string;
  readonly phase: Phase;
  readonly title: string;
  /** What is done, a sentence each. */
  readonly lines: readonly string[];
  /** Ids of the parts that are handled: fitted, fixed or connected. */
  readonly handles: readonly string[];
  readonly after: readonly After[];
  readonly cautions: readonly CautionCode[];
  /** How long it takes somebody who does it for the first time. Chosen. */
  readonly minutes: number;
  readonly tools: readonly string[];
  /** What is to be seen before it is ticked. */
  readonly check: string;
  /** What commonly goes wrong. Common practice, no source. */
  readonly wrong: readonly string[];
  readonly drawing: DrawingKind | null;
}

/** A part as it was ordered: what became of it. */
export interface Arrival {
  readonly part: string;
  readonly state: 'ordered' | 'arrived' | 'dead' | 'returned' | 'cancelled';
  readonly arrivedOn: string | null;
  readonly expectedOn: string | null;
  readonly returnBy: string | null;
}

/** Ways of building on which schools differ, and what no sheet states. Chosen once; null: not said. */
export interface AssemblyChoices {
  /** Whether the graphics card goes in before the leads are laid, or after everything else. */
  readonly cardFirst: boolean;
  /** Whether the shield of the ports is fixed to the board. */
  readonly shieldOnBoard: boolean | null;
  /** Whether the machine will stand on a carpet. */
  readonly onCarpet: boolean;
  /** Whether the cooler's box holds paste; null: not said. */
  readonly pasteInBox: boolean | null;
}

export const USUAL_CHOICES: AssemblyChoices = {
  cardFirst: false,
  shieldOnBoard: null,
  onCarpet: false,
  pasteInBox: null,
};

/** All that steps are made from. */
export interface AssemblyInput {
  readonly parts: PartSet;
  /** Drives that are there already, beside those of the build. */
  readonly ownedDrives: readonly Drive[];
  readonly arrivals: readonly Arrival[];
  readonly needs: Pick<Brief['needs'], 'borrowCpu' | 'wireless' | 'osLicence'>;
  readonly choices: AssemblyChoices;
}

/** What a rule says of a step; the rest the rule itself knows. */
export interface StepWords {
  /** Behind the rule's code, where it makes several steps. */
  readonly suffix?: string;
  readonly title: string;
  readonly lines: readonly string[];
  readonly handles?: readonly string[];
  readonly cautions?: readonly CautionCode[];
  readonly minutes: number;
  readonly tools?: readonly string[];
  readonly check: string;
  readonly wrong?: readonly string[];
  readonly drawing?: DrawingKind;
}

/** Why a step waits for those of another rule. Rules that made no step bind nothing. */
interface RuleAfter {
  readonly rule: string;
  readonly reason: string;
  /** Whether it holds in this build; always where it is not said. */
  readonly when?: (input: AssemblyInput) => boolean;
}

/** A rule that makes steps: as data, with one function for its words. */
export interface StepRule {
  readonly code: string;
  readonly phase: Phase;
  readonly after: readonly RuleAfter[];
  /** None where the build has nothing that it speaks of. */
  readonly make: (input: AssemblyInput) => readonly StepWords[];
}
