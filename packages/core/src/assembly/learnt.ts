import { median } from '../stats/index.ts';
import type { AssemblyStep } from './step.ts';

/** What is kept of another build's day. */
interface PastDay {
  readonly steps: readonly { readonly code: string; readonly minutes: number | null }[];
  readonly notes: readonly { readonly code: string; readonly text: string }[];
}

/** What earlier builds say of a step. */
interface LearntStep {
  /** Median of the minutes that it took; null: nobody timed it. */
  readonly minutes: number | null;
  readonly notes: readonly string[];
}

/** A step of another part is the same work: `seat-m2:this` learns from `seat-m2:that`. */
const ruleOf = (code: string) => code.split(':')[0];

/** What earlier builds say of each step, by its code; steps that they say nothing of are not in it. */
export function learntSteps(
  steps: readonly AssemblyStep[],
  days: readonly PastDay[],
): ReadonlyMap<string, LearntStep> {
  const out = new Map<string, LearntStep>();
  for (const { code } of steps) {
    const isSame = (each: { readonly code: string }) => ruleOf(each.code) === ruleOf(code);
    const took = days.flatMap((day) => day.steps.filter(isSame).flatMap(({ minutes }) => minutes ?? []));
    const notes = days.flatMap((day) => day.notes.filter(isSame).map(({ text }) => text));
    if (took.length > 0 || notes.length > 0)
      out.set(code, { minutes: took.length > 0 ? median(took) : null, notes });
  }
  return out;
}

/** What a day comes to: minutes that steps took (as told where nobody timed them), and parts that are in by now. */
export function dayTotals(
  steps: readonly AssemblyStep[],
  done: readonly { readonly code: string; readonly minutes: number | null }[],
): { readonly minutes: number; readonly timed: number; readonly parts: ReadonlySet<string> } {
  const byCode = new Map(steps.map((step) => [step.code, step]));
  let [minutes, timed] = [0, 0];
  const parts = new Set<string>();
  for (const each of done) {
    const step = byCode.get(each.code);
    if (!step) continue;
    minutes += each.minutes ?? step.minutes;
    if (each.minutes !== null) timed++;
    for (const part of step.handles) parts.add(part);
  }
  return { minutes, timed, parts };
}
