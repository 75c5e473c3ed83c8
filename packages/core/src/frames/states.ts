import type { ClockState, FrameModel, Part, StateEffect } from '../parts/index.ts';

/** What a state other than the shipped one does to a part, whichever it is. Logarithms with their standard deviations. */
type AssumedState = Omit<StateEffect, 'part' | 'state' | 'records'>;

/**
 * What may be assumed of a state before it was measured. Chosen; common practice, no source for the speeds. Watts follow the dynamic power of
 * CMOS circuits, which goes with clock times voltage squared: voltage rises about as the clock does, so that the draw rises with its cube.
 */
const ASSUMED: Readonly<
  Record<'cpu' | 'gpu', Readonly<Record<Exclude<ClockState, 'shipped'>, AssumedState>>>
> = {
  cpu: {
    raised: { speedLn: 0.05, speedSd: 0.025, wattsLn: 0.17, wattsSd: 0.08 },
    undervolted: { speedLn: 0, speedSd: 0.01, wattsLn: -0.12, wattsSd: 0.06 },
  },
  gpu: {
    raised: { speedLn: 0.04, speedSd: 0.02, wattsLn: 0.1, wattsSd: 0.05 },
    undervolted: { speedLn: 0, speedSd: 0.015, wattsLn: -0.14, wattsSd: 0.06 },
  },
};

/** What is assumed of a part in a state, where no record says it. */
export const assumedState = (
  part: string,
  kind: 'cpu' | 'gpu',
  state: Exclude<ClockState, 'shipped'>,
): StateEffect => ({ part, state, records: 0, ...ASSUMED[kind][state] });

/** Whether a part can run in a state at all: a locked processor cannot be raised. An unknown lock counts as one. */
export const canRun = (part: Part, state: ClockState): boolean =>
  state !== 'raised' || part.kind !== 'cpu' || part.unlocked === true;

/** What a state does to a part: by its records where there are some, else as assumed; null where it changes nothing. */
export function stateEffectOf(part: Part, state: ClockState, model: FrameModel): StateEffect | null {
  if (state === 'shipped' || (part.kind !== 'cpu' && part.kind !== 'gpu') || !canRun(part, state))
    return null;
  const known = model.states?.find((each) => each.part === part.id && each.state === state);
  return known ?? assumedState(part.id, part.kind, state);
}

/** Standard normal quantile of 0.8: four pieces in five draw no more than the middle and so many deviations. */
const Z_FOUR_IN_FIVE = 0.841621;

/** How many times its shipped draw a part is planned with in a state: enough for four pieces in five. */
export const plannedDraw = ({ wattsLn, wattsSd }: StateEffect): number =>
  Math.exp(wattsLn + Z_FOUR_IN_FIVE * wattsSd);
