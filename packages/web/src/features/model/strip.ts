/** Dots on a line that may not overlap: those that would are laid on top, in rows from 0 up. */
export function stacked(
  xs: readonly number[],
  apart: number,
): { readonly x: number; readonly row: number }[] {
  const rows: number[][] = [];
  return xs.map((x) => {
    let row = 0;
    while (rows[row]?.some((other) => Math.abs(other - x) < apart)) row++;
    (rows[row] ??= []).push(x);
    return { x, row };
  });
}
