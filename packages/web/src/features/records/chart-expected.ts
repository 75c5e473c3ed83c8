/** What the model expects of a bar, in frames per second, with its 80 % range. */
export interface ExpectedBar {
  readonly fps: number;
  readonly low: number;
  readonly high: number;
}

/** A bar further off than so many times the width of its range is asked about. Chosen. */
const FAR = 3;

/** Whether a bar lies so far from what is expected that it may be mistyped. */
export const isFarOff = (average: number | null, known: ExpectedBar | undefined): boolean =>
  known !== undefined &&
  average !== null &&
  Math.abs(Math.log(average / known.fps)) > FAR * Math.log(known.high / known.fps);
