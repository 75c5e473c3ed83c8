/** A place of a chart that can be read off: where it is drawn, in px of the drawing, and what is said of it. */
export interface ChartPoint {
  readonly x: number;
  readonly y: number;
  readonly words: string;
}

/**
 * The point nearest to a place, by its place in the list; null where none is near.
 *
 * @param y null: only the way along the chart counts
 * @param reach px
 */
export function nearestPoint(
  points: readonly ChartPoint[],
  x: number,
  y: number | null,
  reach: number,
): number | null {
  let best: number | null = null;
  let least = reach;
  for (const [at, point] of points.entries()) {
    const far = Math.hypot(point.x - x, y === null ? 0 : point.y - y);
    if (far <= least) [best, least] = [at, far];
  }
  return best;
}

/** Where a key leads to among so many points; undefined: the key is none of the readout's. */
export function pointByKey(key: string, at: number | null, count: number): number | null | undefined {
  if (count === 0) return undefined;
  switch (key) {
    case 'ArrowRight':
    case 'ArrowDown':
      return at === null ? 0 : Math.min(count - 1, at + 1);
    case 'ArrowLeft':
    case 'ArrowUp':
      return at === null ? count - 1 : Math.max(0, at - 1);
    case 'Home':
      return 0;
    case 'End':
      return count - 1;
    case 'Escape':
      return at === null ? undefined : null;
    default:
      return undefined;
  }
}
