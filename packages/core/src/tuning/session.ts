import { shortDecimal } from '../units/index.ts';
import { signOf, USUAL_STEPS, type StagePlan } from './plan.ts';

/** What came of a setting. `crash`: the machine froze or started anew; `stopped`: a limit of the user's was reached. */
export const OUTCOMES = ['held', 'errors', 'crash', 'stopped'] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** Why a setting is tried: the next step up, the long soak of what is left, or the margin behind it. */
export type Purpose = 'step' | 'final';

/** A setting that was tried, or is being tried: it is written down before, so that a crash does not lose it. */
export interface TuningAttempt {
  readonly serial: number;
  readonly setting: number;
  readonly purpose: Purpose;
  readonly minutes: number;
  /** ISO moment. */
  readonly beganAt: string;
  /** Null while it runs, or when the machine went away in the middle. */
  readonly outcome: Outcome | null;
  readonly celsius: number | null;
  readonly volts: number | null;
  readonly errors: number | null;
  readonly score: number | null;
  readonly note: string;
}

/** What is to be done next. */
export type NextStep =
  | { readonly kind: 'try'; readonly setting: number; readonly purpose: Purpose; readonly minutes: number }
  /** The last one has no outcome: did the machine go down in it? */
  | { readonly kind: 'ask'; readonly attempt: TuningAttempt }
  | { readonly kind: 'done'; readonly setting: number; readonly reason: DoneReason }
  | { readonly kind: 'nothing'; readonly reason: 'the start does not hold' };
export type DoneReason = 'found' | 'at its limit';

const isBad = ({ outcome }: TuningAttempt) =>
  outcome === 'errors' || outcome === 'crash' || outcome === 'stopped';
/** Settings are sums of steps: rounded, so that volts stay tellable apart. */
const rounded = (setting: number) => Math.round(setting * 1e4) / 1e4;

/** Whether a setting lies beyond where the user lets it go. */
function isBeyond(plan: StagePlan, setting: number): boolean {
  return plan.limit !== null && signOf(plan) * (setting - plan.limit) > 1e-9;
}

/**
 * What is next, from the plan and all that was tried: nothing else is remembered, so that the log alone is the state. Steps go on until
 * the first failure; then back, and the long soak; a failure there goes back once more. At last the margin.
 */
export function nextStep(plan: StagePlan, attempts: readonly TuningAttempt[]): NextStep {
  const last = attempts.at(-1);
  if (last && last.outcome === null) return { kind: 'ask', attempt: last };
  const sign = signOf(plan);
  const attempt = (setting: number, purpose: Purpose): NextStep => ({
    kind: 'try',
    setting: rounded(setting),
    purpose,
    minutes: purpose === 'final' ? plan.finalMinutes : plan.soakMinutes,
  });
  if (!last) return attempt(plan.start, 'step');
  const back = (setting: number, by: number): NextStep => {
    const next = rounded(setting - sign * by);
    const isBehindStart = sign * (next - plan.start) < 0;
    // The start itself may be what held: further back nothing was asked for.
    if (isBehindStart) {
      const hasStartFailed = attempts.some((each) => each.setting === plan.start && isBad(each));
      return hasStartFailed
        ? { kind: 'nothing', reason: 'the start does not hold' }
        : attempt(plan.start, 'final');
    }
    return attempt(next, 'final');
  };
  if (last.purpose === 'step') {
    if (isBad(last))
      return last.setting === plan.start
        ? { kind: 'nothing', reason: 'the start does not hold' }
        : back(last.setting, plan.backOff);
    const next = rounded(last.setting + sign * plan.step);
    return isBeyond(plan, next) ? attempt(last.setting, 'final') : attempt(next, 'step');
  }
  if (isBad(last))
    return last.setting === plan.start
      ? { kind: 'nothing', reason: 'the start does not hold' }
      : back(last.setting, plan.step);
  const hasFailed = attempts.some(isBad);
  const settled = hasFailed ? rounded(last.setting - sign * plan.margin) : last.setting;
  return {
    kind: 'done',
    setting: sign * (settled - plan.start) < 0 ? plan.start : settled,
    reason: hasFailed ? 'found' : 'at its limit',
  };
}

/** Whether a limit that the user set is passed by what was read; which one, in words, else null. */
export function passedLimit(
  plan: StagePlan,
  { celsius, volts }: Pick<TuningAttempt, 'celsius' | 'volts'>,
): string | null {
  if (plan.maxCelsius !== null && celsius !== null && celsius > plan.maxCelsius)
    return `${shortDecimal(celsius, 3)} °C, and ${shortDecimal(plan.maxCelsius, 3)} is the most that you allow`;
  if (plan.maxVolts !== null && volts !== null && volts > plan.maxVolts)
    return `${shortDecimal(volts, 3)} V, and ${shortDecimal(plan.maxVolts, 3)} is the most that you allow`;
  return null;
}

/** What counts as having come of an attempt: what was said, unless a limit was passed in what held. */
export function judged(
  plan: StagePlan,
  outcome: Outcome,
  reading: Pick<TuningAttempt, 'celsius' | 'volts'>,
): Pick<TuningAttempt, 'outcome' | 'note'> {
  const limit = outcome === 'held' ? passedLimit(plan, reading) : null;
  return limit === null ? { outcome, note: '' } : { outcome: 'stopped', note: limit };
}

/** What is left of a stage: steps that somebody has to set, and long soaks; as expected, and at worst. */
interface StageLeft {
  readonly steps: { readonly expected: number; readonly worst: number };
  readonly soaks: { readonly expected: number; readonly worst: number };
}

/** What is left, when the steps that are left to the limit are spread evenly. */
export function stageLeft(
  plan: StagePlan,
  attempts: readonly TuningAttempt[],
  expectedSteps = USUAL_STEPS[plan.stage],
): StageLeft {
  const next = nextStep(plan, attempts);
  const none = { expected: 0, worst: 0 };
  if (next.kind === 'done' || next.kind === 'nothing') return { steps: none, soaks: none };
  const steps = attempts.filter(({ purpose }) => purpose === 'step').length;
  const isInFinal = (next.kind === 'try' ? next.purpose : next.attempt.purpose) === 'final';
  const most =
    plan.limit === null
      ? expectedSteps * 2
      : Math.floor(Math.abs(plan.limit - plan.start) / plan.step + 1e-9) + 1;
  const stepsLeft = (all: number) => (isInFinal ? 0 : Math.max(1, all - steps));
  return {
    steps: { expected: stepsLeft(expectedSteps), worst: stepsLeft(Math.max(most, expectedSteps)) },
    soaks: { expected: 1, worst: 2 }, // a long soak that fails at its end is begun anew a step lower
  };
}

/** How long the rest takes as expected, and at worst, in minutes. */
export function timeLeft(
  plan: StagePlan,
  attempts: readonly TuningAttempt[],
  expectedSteps = USUAL_STEPS[plan.stage],
): { readonly expected: number; readonly worst: number } {
  const { steps, soaks } = stageLeft(plan, attempts, expectedSteps);
  const minutes = (which: 'expected' | 'worst') =>
    steps[which] * plan.soakMinutes + soaks[which] * plan.finalMinutes;
  return { expected: minutes('expected'), worst: minutes('worst') };
}
