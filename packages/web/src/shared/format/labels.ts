/** Puts labels that would overlap on rows of their own: a row for each label, from the top. */
export function labelRows(at: readonly number[], widths: readonly number[]): number[] {
  const ends: number[] = [];
  return at.map((x, n) => {
    let row = ends.findIndex((end) => end < x);
    if (row < 0) row = ends.length;
    ends[row] = x + widths[n];
    return row;
  });
}
