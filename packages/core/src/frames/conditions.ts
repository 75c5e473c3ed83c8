import type { Brief, PartSet } from '../parts/index.ts';
import { canRun } from './states.ts';
import { isTuned } from './tuned.ts';

/** Under what the rates of a build hold. Rates may stand side by side only where these are equal, or the difference is said. */
export interface RateConditions {
  /** Game and preset pairs, in the brief's order. */
  readonly presets: readonly string[];
  readonly resolution: string;
  /** Share of each side that is rendered before upscaling. */
  readonly renderScale: number;
  /** How the 1 % low is defined. */
  readonly low: '99th percentile of frame time';
  /** Frames made up between rendered ones never count here. */
  readonly generatedFrames: 'none';
  readonly background: Brief['play']['background'];
  /** Side jobs, each by its kind. */
  readonly jobs: string;
  /** How the memory runs: at its rated profile, at its base rate, or held by the board. */
  readonly memory: 'rated profile' | 'base rate' | 'motherboard’s limit' | 'unknown';
  /** Parts as shipped, in a state that counts, or as this very machine was tuned. */
  readonly clocks: string;
}

/** The conditions behind the expected rates of a build under a brief. */
export function conditionsOf(brief: Brief, parts: PartSet): RateConditions {
  const { play } = brief;
  const { memory, motherboard } = parts;
  return {
    presets: play.games.map(({ game, preset }) => `${game} at ${preset}`),
    resolution: `${play.widthPx} x ${play.heightPx}`,
    renderScale: play.renderScale,
    low: '99th percentile of frame time',
    generatedFrames: 'none',
    background: play.background,
    jobs: play.jobs.map(({ kind }) => kind).join(', ') || 'none',
    memory: memoryStateName(play.memoryProfile, memory ?? null, motherboard ?? null),
    clocks: clocksName(brief, parts),
  };
}

/** How the clocks of a set stand under a brief: this machine's own, the states that count, or as shipped. */
function clocksName(brief: Brief, parts: PartSet): string {
  if (isTuned(brief, parts)) return 'this machine’s own';
  const { cpu, gpu } = brief.play.clocks;
  const named = [
    cpu !== 'shipped' && parts.cpu && canRun(parts.cpu, cpu) ? `processor ${cpu}` : '',
    gpu !== 'shipped' && parts.gpu ? `graphics card ${gpu}` : '',
  ].filter(Boolean);
  return named.length > 0 ? named.join(', ') : 'as shipped';
}

function memoryStateName(
  profileOn: boolean,
  memory: NonNullable<PartSet['memory']> | null,
  motherboard: NonNullable<PartSet['motherboard']> | null,
): RateConditions['memory'] {
  if (!memory || !motherboard) return 'unknown';
  const { ratedMts, jedecMts } = memory;
  if (
    ratedMts === null ||
    jedecMts === null ||
    motherboard.memoryProfile === null ||
    motherboard.memoryMaxMts === null
  )
    return 'unknown';
  if (ratedMts > jedecMts && !(profileOn && motherboard.memoryProfile)) return 'base rate';
  return motherboard.memoryMaxMts < ratedMts ? 'motherboard’s limit' : 'rated profile';
}

/** A condition that is not the same for all, with what it is for each. */
export interface ConditionDifference {
  readonly condition: keyof RateConditions;
  readonly values: readonly string[];
}

/** Conditions in which builds differ; an empty list means that their rates may be compared as they stand. */
export function differencesIn(all: readonly RateConditions[]): ConditionDifference[] {
  if (all.length < 2) return [];
  return (Object.keys(all[0]) as (keyof RateConditions)[]).flatMap((condition) => {
    const values = all.map((each) => String(each[condition]));
    return new Set(values).size > 1 ? [{ condition, values }] : [];
  });
}
