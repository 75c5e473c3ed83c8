import { signOf, type StagePlan } from './plan.ts';
import { passedLimit, type TuningAttempt } from './session.ts';

/** A machine that is not there: how good its silicon is, how warm it runs, and how it fails. For the demo and for tests. */
export interface SimulatedMachine {
  /** The setting from which it does not hold any more, however short. */
  readonly wall: number;
  /** How far before the wall errors begin to show in a long soak. */
  readonly soft: number;
  readonly idleCelsius: number;
  /** Degrees for each step away from the start. */
  readonly celsiusPerStep: number;
  readonly seed: number;
}

/** Degrees at the start, by stage. Invented. */
const AT_START: Readonly<Record<StagePlan['stage'], number>> = { memory: 38, cpu: 58, gpu: 60 };

/** The machine of a seed for a plan: the same each time. How good its silicon is goes by the seed. Invented. */
export const machineOfSeed = (seed: number, plan: StagePlan): SimulatedMachine => ({
  wall: plan.start + signOf(plan) * plan.step * (5.5 + (seed % 5)),
  soft: plan.step * 1.5,
  idleCelsius: AT_START[plan.stage],
  celsiusPerStep: 1.6,
  seed,
});

/** A number from 0 to 1 from a seed and a serial, always the same (an integer hash, as in splitmix). */
function drawn(seed: number, serial: number): number {
  let mixed = (seed * 0x9e3779b1 + serial * 0x85ebca6b) | 0;
  mixed = Math.imul(mixed ^ (mixed >>> 16), 0x7feb352d);
  mixed = Math.imul(mixed ^ (mixed >>> 15), 0x846ca68b);
  return ((mixed ^ (mixed >>> 16)) >>> 0) / 4294967296;
}

/** What comes of a setting on the machine. A setting that does not hold crashes; one near the wall shows errors, the longer the likelier. */
export function simulate(
  machine: SimulatedMachine,
  plan: StagePlan,
  { setting, minutes, serial }: Pick<TuningAttempt, 'setting' | 'minutes' | 'serial'>,
): Pick<TuningAttempt, 'outcome' | 'celsius' | 'volts' | 'errors' | 'score'> {
  const sign = signOf(plan);
  const distance = sign * (machine.wall - setting);
  const steps = Math.abs(setting - plan.start) / plan.step;
  const draw = drawn(machine.seed, serial);
  const celsius = Math.round(machine.idleCelsius + machine.celsiusPerStep * steps + 3 * draw);
  const read = { celsius, volts: null, score: Math.round(1000 * (1 + 0.004 * sign * steps)) };
  if (passedLimit(plan, { celsius, volts: null })) return { ...read, outcome: 'stopped', errors: 0 };
  if (distance <= 0) return { ...read, score: null, outcome: 'crash', errors: null };
  const chance = distance >= machine.soft ? 0 : (1 - distance / machine.soft) * (1 - Math.exp(-minutes / 30));
  return draw < chance
    ? { ...read, outcome: 'errors', errors: 1 + Math.floor(draw * 40) }
    : { ...read, outcome: 'held', errors: 0 };
}
