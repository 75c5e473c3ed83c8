import type { PartSet } from '../parts/index.ts';

/** What is tuned, in the order in which it is done. */
export const TUNING_STAGES = ['memory', 'cpu', 'gpu'] as const;
export type TuningStage = (typeof TUNING_STAGES)[number];

/** How one of them is tuned. Clocks in MHz (memory: MT/s), voltages in volts, times in minutes. All of it is for the user to set. */
export interface StagePlan {
  readonly stage: TuningStage;
  /** `clock` raises clocks step by step; `voltage` lowers voltage at the clock as shipped. */
  readonly way: 'clock' | 'voltage';
  readonly start: number;
  readonly step: number;
  /** How long a setting has to hold before the next one. */
  readonly soakMinutes: number;
  /** How far it goes back after the first failure. */
  readonly backOff: number;
  /** How long what is left has to hold at last. */
  readonly finalMinutes: number;
  /** How much further back it goes after that, so that a warm day does no harm. */
  readonly margin: number;
  /** Where it stops by itself; null: no limit of one's own, beside the maker's. */
  readonly limit: number | null;
  readonly maxCelsius: number | null;
  readonly maxVolts: number | null;
}

/**
 * What is usual. Common practice, no source: memory soaks overnight; a processor rises by 25 MHz every 5 minutes until it fails, then
 * 50 back and over four hours; a card rises by 25 every 2 minutes, at the first errors 25 back for half an hour, then 25
 * more as a margin.
 */
export const USUAL_PLANS: Readonly<Record<TuningStage, Omit<StagePlan, 'start'>>> = {
  memory: {
    stage: 'memory',
    way: 'clock',
    step: 200,
    soakMinutes: 20,
    backOff: 200,
    finalMinutes: 480,
    margin: 0,
    limit: null,
    maxCelsius: 60,
    maxVolts: null,
  },
  cpu: {
    stage: 'cpu',
    way: 'clock',
    step: 25,
    soakMinutes: 5,
    backOff: 50,
    finalMinutes: 270,
    margin: 0,
    limit: null,
    maxCelsius: 90,
    maxVolts: null,
  },
  gpu: {
    stage: 'gpu',
    way: 'clock',
    step: 25,
    soakMinutes: 2,
    backOff: 25,
    finalMinutes: 30,
    margin: 25,
    limit: null,
    maxCelsius: 83,
    maxVolts: null,
  },
};

/** The direction in which a plan goes: up with clocks, down with voltages. */
export const signOf = ({ way }: StagePlan): 1 | -1 => (way === 'clock' ? 1 : -1);

/** Steps that a stage takes as a rule, for the time that it will take. Chosen. */
export const USUAL_STEPS: Readonly<Record<TuningStage, number>> = { memory: 3, cpu: 8, gpu: 8 };

/** Where a stage begins: at what the part does as shipped or rated; 0, and counted from there, where no sheet says it. */
export function shippedSetting(stage: TuningStage, { cpu, memory }: PartSet): number {
  if (stage === 'cpu') return cpu?.boostMhz ?? 0;
  return stage === 'memory' ? (memory?.ratedMts ?? 0) : 0; // no sheet here states a card's clock
}

/** Lower voltage goes down in hundredths of a volt from what is shipped. Chosen. */
const VOLTAGE_STEPS = { start: 0, step: 0.025, backOff: 0.025, margin: 0.0125, limit: -0.3 };

/** What a plan becomes when clocks are to be raised, or voltages lowered, instead. */
export function stepsOf(stage: TuningStage, way: StagePlan['way'], shipped: number): Partial<StagePlan> {
  const { step, backOff, margin } = USUAL_PLANS[stage];
  return {
    way,
    ...(way === 'voltage' ? VOLTAGE_STEPS : { start: shipped, step, backOff, margin, limit: null }),
  };
}
