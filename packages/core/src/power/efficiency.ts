import type { Efficiency } from '../parts/index.ts';

/** Points of a published level: share of the rating, and efficiency there. */
type Level = readonly (readonly [share: number, efficiency: number])[];

const at = (low: number, half: number, full: number): Level => [
  [0.2, low],
  [0.5, half],
  [1, full],
];

/**
 * Least efficiency that each level asks for. Source: 80 PLUS programme levels (values from memory): 115 V internal, and
 * 230 V internal redundant, which has no White level.
 */
export const EFFICIENCY_LEVELS: Readonly<Record<115 | 230, Readonly<Partial<Record<Efficiency, Level>>>>> = {
  115: {
    White: at(0.8, 0.8, 0.8),
    Bronze: at(0.82, 0.85, 0.82),
    Silver: at(0.85, 0.88, 0.85),
    Gold: at(0.87, 0.9, 0.87),
    Platinum: at(0.9, 0.92, 0.89),
    Titanium: [[0.1, 0.9], ...at(0.92, 0.94, 0.9)],
  },
  230: {
    Bronze: at(0.81, 0.85, 0.81),
    Silver: at(0.85, 0.89, 0.85),
    Gold: at(0.88, 0.92, 0.88),
    Platinum: at(0.9, 0.94, 0.91),
    Titanium: [[0.1, 0.9], ...at(0.94, 0.96, 0.91)],
  },
};

/** The level's points for a supply, and the mains that they were published for; null when there is none. */
export function levelOf(
  efficiency: Efficiency | null,
  mains: 115 | 230,
): { readonly points: Level; readonly mains: 115 | 230 } | null {
  if (efficiency === null) return null;
  // White exists at 115 V alone; its figures are the nearest published ones.
  const own = EFFICIENCY_LEVELS[mains][efficiency];
  const other = EFFICIENCY_LEVELS[115][efficiency];
  return own ? { points: own, mains } : other ? { points: other, mains: 115 } : null;
}

/** Efficiency at a share of the rating, straight lines between published points; null outside of them. */
export function efficiencyAt(points: Level, share: number): number | null {
  for (let n = 1; n < points.length; n++) {
    const [a, low] = points[n - 1];
    const [b, high] = points[n];
    if (share >= a && share <= b) return low + ((high - low) * (share - a)) / (b - a);
  }
  return null;
}
