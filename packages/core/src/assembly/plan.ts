import { inOrder } from './order.ts';
import { PHASES, type AssemblyInput, type AssemblyStep, type StepRule } from './step.ts';
import { BEFORE_STEPS } from './steps/before.ts';
import { CASE_STEPS } from './steps/case.ts';
import { CLOSE_STEPS } from './steps/close.ts';
import { TABLE_STEPS } from './steps/table.ts';

/** All rules that make steps, in the order that they have where nothing binds them. */
export const STEP_RULES: readonly StepRule[] = [
  ...BEFORE_STEPS,
  ...TABLE_STEPS,
  ...CASE_STEPS,
  ...CLOSE_STEPS,
];

/**
 * The steps of a build day, from the parts themselves: only those that the build has something for, each behind what it
 * waits for. The same build gives the same steps.
 *
 * @param wish codes in the order that somebody wants, as far as nothing binds them
 */
export function assemblySteps(input: AssemblyInput, wish: readonly string[] = []): readonly AssemblyStep[] {
  const made = STEP_RULES.map((rule) => ({ rule, words: rule.make(input) }));
  const codes = new Map(
    made.map(({ rule, words }) => [
      rule.code,
      words.map(({ suffix }) => (suffix === undefined ? rule.code : `${rule.code}:${suffix}`)),
    ]),
  );
  const steps = made.flatMap(({ rule, words }) =>
    words.map(
      ({ suffix: _, handles = [], cautions = [], tools = [], wrong = [], drawing = null, ...rest }, n) => ({
        ...rest,
        code: codes.get(rule.code)?.[n] ?? rule.code,
        phase: rule.phase,
        handles: [...new Set(handles)],
        cautions,
        tools,
        wrong,
        drawing,
        after: rule.after.flatMap(({ rule: before, reason, when }) =>
          when && !when(input) ? [] : (codes.get(before) ?? []).map((code) => ({ code, reason })),
        ),
      }),
    ),
  );
  return inPhases(inOrder(steps, wish));
}

/** A step belongs to no earlier stretch of the day than what it waits for. */
function inPhases(steps: readonly AssemblyStep[]): readonly AssemblyStep[] {
  const phases = new Map<string, number>();
  return steps.map((step) => {
    const own = PHASES.indexOf(step.phase);
    const phase = Math.max(own, ...step.after.map(({ code }) => phases.get(code) ?? 0));
    phases.set(step.code, phase);
    return { ...step, phase: PHASES[phase] };
  });
}
