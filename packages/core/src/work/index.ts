/*
 * Long work of one kind: a generator that yields its progress every few milliseconds and ends in a result. Sent `true`
 * it stops soon and ends with the best that it has: being stopped is a result, not an error.
 */
export type Work<Progress, Result> = Generator<Progress, Result, boolean | undefined>;

/** Runs work to its end at once, or until it is to stop. */
export function finish<Progress, Result>(
  work: Work<Progress, Result>,
  { isStopped = () => false, onProgress }: Omit<RunOptions<Progress>, 'onSlice'> = {},
): Result {
  let step = work.next(false);
  while (!step.done) {
    onProgress?.(step.value);
    step = work.next(isStopped());
  }
  return step.value;
}

/** Runs work as a part of other work, which hands its progress on as its own; a stop reaches the part. */
export function* partOf<Progress, Outer, Result>(
  work: Work<Progress, Result>,
  progressOf: (progress: Progress) => Outer,
): Work<Outer, Result> {
  let step = work.next(false);
  while (!step.done) step = work.next(yield progressOf(step.value));
  return step.value;
}

/** What a runner needs of the place it runs in. */
export interface Host {
  /** Milliseconds on any clock. */
  readonly now: () => number;
  /** Lets what waits have its turn: messages, calls, a cancel. */
  readonly pause: () => Promise<void>;
}

/** How long work goes on before others have their turn, in ms: under a frame of 60 a second, and long against a pause. */
const SLICE_MS = 12;

interface RunOptions<Progress> {
  readonly isStopped?: () => boolean;
  /** Sees the last progress of every slice. */
  readonly onSlice?: ((progress: Progress) => void) | null;
  /** Sees all progress. */
  readonly onProgress?: (progress: Progress) => void;
}

/** Runs work in slices, so that it can be stopped and keeps nothing waiting. */
export async function runInSlices<Progress, Result>(
  work: Work<Progress, Result>,
  { now, pause }: Host,
  { isStopped = () => false, onSlice, onProgress }: RunOptions<Progress> = {},
): Promise<Result> {
  let sliceEnd = now() + SLICE_MS;
  let step = work.next(false);
  while (!step.done) {
    onProgress?.(step.value);
    if (now() > sliceEnd) {
      onSlice?.(step.value);
      await pause();
      sliceEnd = now() + SLICE_MS;
    }
    step = work.next(isStopped());
  }
  return step.value;
}
