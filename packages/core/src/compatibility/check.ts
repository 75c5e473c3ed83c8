import { jobFloors, scenesOf } from '../frames/index.ts';
import {
  REQUIRED_SLOTS,
  SLOTS,
  type Brief,
  type FrameModel,
  type Part,
  type PartKind,
  type PartOf,
  type PartSet,
  type Slot,
  type Drive,
} from '../parts/index.ts';
import { said, type Judgement, type Rule, type RuleContext, type Verdict } from './rule.ts';
import { RULES } from './rules/index.ts';

/** What a rule found about a build. */
export interface Finding {
  readonly rule: string;
  readonly title: string;
  readonly verdict: Verdict;
  readonly parts: readonly string[];
  readonly slots: readonly Slot[];
  readonly actual: number | string | null;
  readonly limit: number | string | null;
  readonly unit: string | null;
  readonly sentence: string;
  readonly mend: string;
  /** Whether it only advises, and never keeps a build from being proposed. */
  readonly isAdvice: boolean;
}

/** Reads what rules need from a brief and the parts that are there already. */
export function ruleContext(
  brief: Brief,
  parts: ReadonlyMap<string, Part>,
  model: FrameModel | null = null,
): RuleContext {
  const ownedDrives: Drive[] = [];
  for (const id of brief.owned) {
    const part = parts.get(id);
    if (part?.kind === 'storage') ownedDrives.push(part);
  }
  const named = <K extends PartKind>(id: string | null, kind: K): PartOf<K> | null => {
    const part = id === null ? undefined : parts.get(id);
    return part?.kind === kind ? (part as PartOf<K>) : null; // of this kind
  };
  const gpu = named(brief.planned.gpu, 'gpu');
  const third = brief.locks.find(({ slot }) => slot === 'tertiaryStorage')?.part ?? null;
  const { isFirm } = brief.planned;
  // Where raised clocks count, the build has to let them be raised.
  const jobs = jobFloors(brief.play.jobs);
  const needs = {
    ...brief.needs,
    overclock: brief.needs.overclock || brief.play.clocks.cpu === 'raised',
    memoryGb: Math.max(brief.needs.memoryGb, jobs.memoryGb),
  };
  const { psuRule } = needs;
  // Prepared for a card, the supply is sized with it from the start.
  const isSized = isFirm && gpu !== null;
  return {
    needs: isSized ? { ...needs, psuRule: { ...psuRule, kind: 'planned' } } : needs,
    jobCores: jobs.cores,
    memoryProfile: brief.play.memoryProfile,
    ownedDrives,
    thirdDrive: named(third, 'storage'),
    plannedGpu: gpu,
    plannedMemory: named(brief.planned.memory, 'memory'),
    plannedCpu: named(brief.planned.cpu, 'cpu'),
    isFirm,
    floors: brief.needs.capacityFloors && model ? floorsOf(brief, model) : null,
  };
}

/** The most memory and video memory that any of the brief's games asks for at its preset and resolution. */
function floorsOf(brief: Brief, model: FrameModel): RuleContext['floors'] {
  const { scenes, unknownGames } = scenesOf(brief, model);
  if (unknownGames.length > 0) return null;
  return {
    memoryGb: Math.max(0, ...scenes.map((scene) => scene.memoryNeedGb)),
    videoMemoryGb: Math.max(0, ...scenes.map((scene) => scene.videoMemoryNeedGb)),
  };
}

/** Whether every slot that a rule reads has been decided. */
function isDecided(rule: Rule, set: PartSet): boolean {
  return rule.slots.every((slot) => set[slot] !== undefined);
}

function finding(rule: Rule, judgement: Judgement, set: PartSet): Finding {
  const slots = [...rule.slots, ...(rule.alsoReads ?? [])].filter((slot) => set[slot]);
  const words =
    judgement.verdict === 'unknown'
      ? {
          sentence: `${rule.title}: not known, a spec is missing.`,
          mend: 'Look the missing spec up and type it in, or take a part whose specs are complete.',
        }
      : rule.words(said(judgement), set);
  return {
    rule: rule.id,
    title: rule.title,
    verdict: judgement.verdict,
    parts: slots.flatMap((slot) => set[slot]?.id ?? []),
    slots,
    actual: judgement.actual ?? null,
    limit: judgement.limit ?? null,
    unit: judgement.unit ?? null,
    isAdvice: rule.advice === true,
    ...words,
  };
}

/** All findings about a build that are not a plain pass, in the order of {@link RULES}. */
export function checkBuild(set: PartSet, context: RuleContext, rules: readonly Rule[] = RULES): Finding[] {
  const findings: Finding[] = [];
  for (const rule of rules) {
    if (!isDecided(rule, set)) continue;
    const judgement = rule.judge(set, context);
    if (judgement.verdict !== 'pass') findings.push(finding(rule, judgement, set));
  }
  return findings;
}

/** Whether a verdict keeps a build from being proposed. */
export function isBarred(verdict: Verdict, allowUnknown: boolean): boolean {
  return verdict === 'block' || (verdict === 'unknown' && !allowUnknown);
}

/** Whether a finding keeps a build from being proposed. */
export function isBarrier(found: Finding, allowUnknown: boolean): boolean {
  return !found.isAdvice && isBarred(found.verdict, allowUnknown);
}

/** The first rule that keeps a build from being proposed; null when it fits together. */
export function firstBarrier(set: PartSet, context: RuleContext, allowUnknown: boolean): Rule | null {
  for (const rule of RULES) {
    if (!rule.advice && isDecided(rule, set) && isBarred(rule.judge(set, context).verdict, allowUnknown))
      return rule;
  }
  return null;
}

/** The first finding whose verdict is one of those asked for; rules in the order given. */
export function firstFinding(
  set: PartSet,
  context: RuleContext,
  isWanted: (verdict: Verdict) => boolean,
  rules: readonly Rule[] = RULES,
): Finding | null {
  for (const rule of rules) {
    if (!isDecided(rule, set)) continue;
    const judgement = rule.judge(set, context);
    if (isWanted(judgement.verdict)) return finding(rule, judgement, set);
  }
  return null;
}

/** Marks every slot that is still open as left empty on purpose, so that every rule can be asked. */
export function decided(set: PartSet): PartSet {
  const full: Record<string, unknown> = {};
  for (const slot of SLOTS) full[slot] = set[slot] ?? null;
  return full as PartSet; // same parts, with null for the open slots
}

/** Required slots that a build leaves open. */
export function openSlots(set: PartSet): Slot[] {
  return REQUIRED_SLOTS.filter((slot) => !set[slot]);
}

/** Rules that keep a build from being proposed, by id; decided slots only. */
export function barriersOf(
  set: PartSet,
  context: RuleContext,
  allowUnknown: boolean,
  rules: readonly Rule[] = RULES,
): Rule[] {
  return rules.filter(
    (rule) =>
      !rule.advice && isDecided(rule, set) && isBarred(rule.judge(set, context).verdict, allowUnknown),
  );
}
