import type { Interval } from '../frames/index.ts';
import type { Prediction } from './predict.ts';

/** Rarer than one in three hundred by chance (normal distribution). */
const FAR_SDS = 3;

/** How far a measured rate is from what is expected, in standard deviations of the prediction. @param average frames per second */
export const farOff = (average: number, { ln, sd }: Pick<Prediction, 'ln' | 'sd'>): number =>
  (Math.log(average) - ln) / sd;

/** Whether that is far enough to be looked at. */
export const isFarOff = (sds: number): boolean => Math.abs(sds) >= FAR_SDS;

/** What is expected of a bar of a chart, in frames per second, with its 80 % range. */
export interface ExpectedBar extends Interval {
  readonly fps: number;
}

/** So many times the upper half of its 80 % range: a bar further off may be mistyped. Chosen. */
const FAR_RANGES = 3;

/** Whether a typed bar lies so far from what is expected that it may be mistyped. @param average frames per second */
export const isBarFarOff = (average: number, { fps, high }: ExpectedBar): boolean =>
  Math.abs(Math.log(average / fps)) > FAR_RANGES * Math.log(high / fps);
