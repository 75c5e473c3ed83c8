/*
 * How a history lies in the database: a row per run of looks that found the same price, stock and source, with the minutes between the
 * looks packed behind it. Every look keeps its time; years of daily looks at prices that stay are a few bytes a week.
 */

/** A look as it was taken: a moment in minutes, what was asked (null: not for sale), how many there were, and where it was seen. */
export interface StoredLook {
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
  /** Minutes between the looks: seven bits a byte, the highest bit set on all but the last byte of a number. */
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

function unpacked(bytes: Uint8Array): number[] {
  const gaps: number[] = [];
  let value = 0;
  let scale = 1;
  for (const byte of bytes) {
    value += (byte & 127) * scale;
    scale *= 128;
    if (byte < 128) {
      gaps.push(value);
      value = 0;
      scale = 1;
    }
  }
  return gaps;
}

const isSame = (
  a: Pick<StoredLook, 'price' | 'stock' | 'source'>,
  b: Pick<StoredLook, 'price' | 'stock' | 'source'>,
) => a.price === b.price && a.stock === b.stock && a.source === b.source;

/** Looks in rising order of time as runs. */
export function runsOf(looks: readonly StoredLook[]): Run[] {
  const runs: { look: StoredLook; last: number; gaps: number[] }[] = [];
  for (const look of looks) {
    const run = runs.at(-1);
    if (run && isSame(run.look, look)) {
      run.gaps.push(look.at - run.last);
      run.last = look.at;
    } else runs.push({ look, last: look.at, gaps: [] });
  }
  return runs.map(({ look: { at, ...what }, last, gaps }) => ({
    first: at,
    last,
    ...what,
    gaps: packed(gaps),
  }));
}

export function looksOf(runs: readonly Run[]): StoredLook[] {
  const looks: StoredLook[] = [];
  for (const { first, price, stock, source, gaps } of runs) {
    let at = first;
    looks.push({ at, price, stock, source });
    for (const gap of unpacked(gaps)) {
      at += gap;
      looks.push({ at, price, stock, source });
    }
  }
  return looks;
}

/** The last run with one more look behind it; null when the look begins a run of its own. */
export function prolonged(run: Run, look: StoredLook): Run | null {
  if (!isSame(run, look) || look.at <= run.last) return null;
  const more = packed([look.at - run.last]);
  const gaps = new Uint8Array(run.gaps.length + more.length);
  gaps.set(run.gaps);
  gaps.set(more, run.gaps.length);
  return { ...run, last: look.at, gaps };
}
