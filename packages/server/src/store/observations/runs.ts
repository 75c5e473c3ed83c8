/*
 * How a history lies in the database: a row per run of observations that found the same price, stock and source, with the minutes between the
 * observations packed behind it. Every observation keeps its time; years of daily observations at prices that stay are a few bytes a week.
 */

/** A observation as it was taken: a moment in minutes, what was asked (null: not for sale), how many there were, and where it was seen. */
export interface StoredObservation {
  readonly at: number;
  readonly price: number | null;
  readonly stock: number | null;
  readonly source: number;
}

export interface Run {
  readonly first: number;
  readonly last: number;
  readonly price: number | null;
  readonly stock: number | null;
  readonly source: number;
  /** Minutes between the observations: seven bits a byte, the highest bit set on all but the last byte of a number. */
  readonly gaps: Uint8Array;
}

function packed(gaps: readonly number[]): Uint8Array {
  const bytes: number[] = [];
  for (let gap of gaps) {
    while (gap >= 128) {
      bytes.push((gap & 127) | 128);
      gap = Math.floor(gap / 128);
    }
    bytes.push(gap);
  }
  return Uint8Array.from(bytes);
}

/** Whether gaps, each of at least a minute, lead from the first moment of a run to its last. */
export function endsAt(first: number, last: number, gaps: Uint8Array): boolean {
  let at = first;
  let gap = 0;
  let scale = 1;
  for (const byte of gaps) {
    gap += (byte & 127) * scale;
    scale *= 128;
    if (byte >= 128) continue;
    if (gap < 1) return false;
    at += gap;
    gap = 0;
    scale = 1;
  }
  return at === last && scale === 1;
}

/** The moments of a run, in rising order. */
export function momentsOf({ first, gaps }: Pick<Run, 'first' | 'gaps'>): number[] {
  const moments = [first];
  let at = first;
  let scale = 1;
  for (const byte of gaps) {
    at += (byte & 127) * scale;
    scale *= 128;
    if (byte >= 128) continue;
    moments.push(at);
    scale = 1;
  }
  return moments;
}

const isSame = (
  a: Pick<StoredObservation, 'price' | 'stock' | 'source'>,
  b: Pick<StoredObservation, 'price' | 'stock' | 'source'>,
) => a.price === b.price && a.stock === b.stock && a.source === b.source;

/** Observations in rising order of time as runs. */
export function runsOf(observations: readonly StoredObservation[]): Run[] {
  const runs: { observation: StoredObservation; last: number; gaps: number[] }[] = [];
  for (const observation of observations) {
    const run = runs.at(-1);
    if (run && isSame(run.observation, observation)) {
      run.gaps.push(observation.at - run.last);
      run.last = observation.at;
    } else runs.push({ observation, last: observation.at, gaps: [] });
  }
  return runs.map(({ observation: { at, ...what }, last, gaps }) => ({
    first: at,
    last,
    ...what,
    gaps: packed(gaps),
  }));
}

export const observationsOf = (runs: readonly Run[]): StoredObservation[] =>
  runs.flatMap((run) => {
    const { price, stock, source } = run;
    return momentsOf(run).map((at) => ({ at, price, stock, source }));
  });

/** The last run with one more observation behind it; null when the observation begins a run of its own. */
export function prolonged(run: Run, observation: StoredObservation): Run | null {
  if (!isSame(run, observation) || observation.at <= run.last) return null;
  const more = packed([observation.at - run.last]);
  const gaps = new Uint8Array(run.gaps.length + more.length);
  gaps.set(run.gaps);
  gaps.set(more, run.gaps.length);
  return { ...run, last: observation.at, gaps };
}
