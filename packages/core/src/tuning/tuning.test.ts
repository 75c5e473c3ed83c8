import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { signOf, USUAL_PLANS, type StagePlan } from './plan.ts';
import { nextStep, passedLimit, timeLeft, type TuningAttempt, type NextStep } from './session.ts';
import { simulate, type SimulatedMachine } from './simulated.ts';

const BEGUN = {
  beganAt: '2026-11-20T20:00:00Z',
  celsius: null,
  volts: null,
  errors: null,
  score: null,
  note: '',
};

/** Goes through a plan on a machine to its end. */
function through(plan: StagePlan, outcomeOf: (attempt: TuningAttempt) => Partial<TuningAttempt>) {
  const attempts: TuningAttempt[] = [];
  for (let next: NextStep = nextStep(plan, attempts); ; next = nextStep(plan, attempts)) {
    if (next.kind !== 'try') return { attempts, end: next };
    const { setting, purpose, minutes } = next;
    const running: TuningAttempt = {
      ...BEGUN,
      serial: attempts.length,
      setting,
      purpose,
      minutes,
      outcome: null,
    };
    expect(nextStep(plan, [...attempts, running])).toMatchObject({ kind: 'ask' });
    attempts.push({ ...running, ...outcomeOf(running) });
    expect(attempts.length).toBeLessThan(500);
  }
}
const cpu: StagePlan = { ...USUAL_PLANS.cpu, start: 3800 };
const gpu: StagePlan = { ...USUAL_PLANS.gpu, start: 1800 };

describe('tuning (common practice, no source)', () => {
  it('from 3,800 MHz by 25, a crash at 4,000 holds at 3,950 after 8 steps of 5 minutes', () => {
    const { attempts, end } = through(cpu, ({ setting }) => ({
      outcome: setting >= 4000 ? 'crash' : 'held',
    }));
    const steps = attempts.filter(({ purpose }) => purpose === 'step');
    expect(steps.at(-1)?.setting).toBe(4000);
    expect(steps.length - 1).toBe(8); // beside the start itself
    expect(steps.every(({ minutes }) => minutes === 5)).toBe(true);
    expect(end).toEqual({ kind: 'done', setting: 3950, reason: 'found' });
    expect(attempts.at(-1)).toMatchObject({ setting: 3950, purpose: 'final', minutes: 270 });
  });
  it('a card with first errors at f goes 25 back for half an hour, and ends at f - 50', () => {
    const { attempts, end } = through(gpu, ({ setting }) => ({
      outcome: setting >= 2000 ? 'errors' : 'held',
    }));
    expect(attempts.at(-1)).toMatchObject({ setting: 1975, minutes: 30 });
    expect(end).toEqual({ kind: 'done', setting: 1950, reason: 'found' });
  });
  it('lower voltage goes down instead, and back up after a failure', () => {
    const plan: StagePlan = {
      ...USUAL_PLANS.cpu,
      way: 'voltage',
      start: 1.2,
      step: 0.025,
      backOff: 0.025,
      margin: 0.0125,
      limit: 0.9,
    };
    const { end } = through(plan, ({ setting }) => ({ outcome: setting < 1.06 ? 'crash' : 'held' }));
    expect(end).toEqual({ kind: 'done', setting: 1.0875, reason: 'found' });
    expect(through(plan, () => ({ outcome: 'held' })).end).toEqual({
      kind: 'done',
      setting: 0.9,
      reason: 'at its limit',
    });
  });
  it('stops at a limit of degrees or volts, and says which', () => {
    expect(passedLimit(cpu, { celsius: 91, volts: null })).toContain('91 °C, and 90');
    expect(passedLimit({ ...cpu, maxVolts: 1.35 }, { celsius: 80, volts: 1.4 })).toContain('1.4 V');
    expect(passedLimit(cpu, { celsius: 90, volts: 2 })).toBeNull();
  });
  it('says that nothing is to be had where the start itself does not hold', () => {
    expect(through(cpu, () => ({ outcome: 'crash' })).end).toEqual({
      kind: 'nothing',
      reason: 'the start does not hold',
    });
  });
});

const plans = fc
  .record({
    stage: fc.constantFrom('memory', 'cpu', 'gpu'),
    way: fc.constantFrom('clock', 'voltage'),
    start: fc.constantFrom(1000, 3800),
    step: fc.constantFrom(12.5, 25, 100),
    soakMinutes: fc.integer({ min: 1, max: 60 }),
    backOff: fc.constantFrom(0, 25, 50, 200),
    finalMinutes: fc.integer({ min: 1, max: 600 }),
    margin: fc.constantFrom(0, 12.5, 25),
    limit: fc.constantFrom(null, 0),
    maxCelsius: fc.constantFrom(null, 90),
    maxVolts: fc.constant(null),
  })
  .map(
    (plan): StagePlan =>
      ({
        ...plan,
        limit: plan.way === 'voltage' ? plan.start - 800 : plan.limit === null ? null : plan.start + 800,
      }) as StagePlan,
  );
const machines = fc.record({
  wall: fc.integer({ min: -50, max: 900 }),
  soft: fc.integer({ min: 1, max: 120 }),
  idleCelsius: fc.integer({ min: 30, max: 75 }),
  celsiusPerStep: fc.double({ min: 0, max: 2, noNaN: true }),
  seed: fc.nat(),
});
const on = (plan: StagePlan, machine: SimulatedMachine): SimulatedMachine => ({
  ...machine,
  wall: plan.start + signOf(plan) * machine.wall,
});

describe('the whole route on a simulated machine', () => {
  it('ends, within the limit and short of the wall, at what held its long soak, or a margin behind it', () => {
    fc.assert(
      fc.property(plans, machines, (plan, raw) => {
        const machine = on(plan, raw);
        const { attempts, end } = through(plan, (attempt) => simulate(machine, plan, attempt));
        const sign = signOf(plan);
        if (end.kind === 'nothing') {
          expect(attempts.some(({ setting, outcome }) => setting === plan.start && outcome !== 'held')).toBe(
            true,
          );
          return;
        }
        if (end.kind !== 'done') throw new Error('it is at its end');
        const last = attempts.at(-1);
        expect(last).toMatchObject({ purpose: 'final', outcome: 'held', minutes: plan.finalMinutes });
        expect(sign * ((last?.setting ?? 0) - end.setting)).toBeGreaterThanOrEqual(0);
        expect(sign * (machine.wall - end.setting)).toBeGreaterThan(0);
        if (plan.limit !== null) expect(sign * (plan.limit - end.setting)).toBeGreaterThanOrEqual(0);
      }),
    );
  });
  it('cut off at any point goes on from the log alone: the crash question is asked when an attempt has no outcome, and never else', () => {
    fc.assert(
      fc.property(plans, machines, fc.nat(), fc.boolean(), (plan, raw, cut, isInside) => {
        const { attempts } = through(plan, (attempt) => simulate(on(plan, raw), plan, attempt));
        const at = cut % (attempts.length + 1);
        const log = [...attempts.slice(0, at)];
        const running = attempts[at];
        if (isInside && running) log.push({ ...running, outcome: null });
        const stored = JSON.parse(JSON.stringify(log)) as TuningAttempt[];
        const next = nextStep(plan, stored);
        expect(next.kind === 'ask').toBe(isInside && running !== undefined);
        if (next.kind === 'try')
          expect(running).toMatchObject({ setting: next.setting, purpose: next.purpose });
      }),
      { numRuns: 200 },
    );
  });
  it('tells how long the rest takes: never more than the worst, and nothing at the end', () => {
    fc.assert(
      fc.property(
        plans.filter(({ limit }) => limit !== null),
        machines,
        (plan, raw) => {
          const { attempts } = through(plan, (attempt) => simulate(on(plan, raw), plan, attempt));
          expect(timeLeft(plan, attempts, 8)).toEqual({ expected: 0, worst: 0 });
          const { expected, worst } = timeLeft(plan, [], 8);
          expect(expected).toBeLessThanOrEqual(worst);
          const finals = attempts.filter(({ purpose }) => purpose === 'final').length;
          const took = attempts.reduce((sum, { minutes }) => sum + minutes, 0);
          if (finals <= 2) expect(took).toBeLessThanOrEqual(worst);
        },
      ),
    );
  });
});
