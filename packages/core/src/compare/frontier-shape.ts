/** A step of a frontier: what it costs in minor units, and its score in thousandths. */
interface FrontierPoint {
  readonly cost: number;
  readonly score: number;
}

/**
 * The upper concave envelope of points given in rising order of cost: the points at which each further bit of money
 * buys less than the one before. Andrew's monotone chain (A. M. Andrew, Information Processing Letters 9, 1979).
 */
export function hullOf<P extends FrontierPoint>(points: readonly P[]): P[] {
  const hull: P[] = [];
  const slope = (a: P, b: P) => (b.score - a.score) / (b.cost - a.cost);
  for (const point of points) {
    while (
      hull.length >= 2 &&
      slope(hull[hull.length - 2], hull[hull.length - 1]) <= slope(hull[hull.length - 1], point)
    )
      hull.pop();
    hull.push(point);
  }
  return hull;
}

/** A point after which money buys far less than before it. */
interface Knee<P extends FrontierPoint> {
  readonly point: P;
  /** Score (thousandths) per minor unit on the way to it, and beyond it. */
  readonly before: number;
  readonly after: number;
}

/** How much less money has to buy beyond a knee than before it. Chosen: a kink of less than a third is hard to see. */
const KNEE_DROP = 0.67;

/** Slopes below this share of the steepest one have no knees: what they buy cannot be seen. Chosen. */
const KNEE_LEAST = 0.02;

/** Knees of a frontier given in rising order of cost: vertices of its envelope where the slope falls by a third or more. */
export function kneesOf<P extends FrontierPoint>(points: readonly P[], drop = KNEE_DROP): Knee<P>[] {
  const hull = hullOf(points);
  const knees: Knee<P>[] = [];
  let steepest = 0;
  for (let n = 1; n + 1 < hull.length; n++) {
    const before = (hull[n].score - hull[n - 1].score) / (hull[n].cost - hull[n - 1].cost);
    const after = (hull[n + 1].score - hull[n].score) / (hull[n + 1].cost - hull[n].cost);
    steepest = Math.max(steepest, before);
    if (before >= steepest * KNEE_LEAST && after < before * drop)
      knees.push({ point: hull[n], before, after });
  }
  return knees;
}

/** The best step that a sum buys; null when it buys none. Points in rising order of cost. */
export function stepAt<P extends FrontierPoint>(points: readonly P[], sum: number): P | null {
  let found: P | null = null;
  for (const point of points) {
    if (point.cost > sum) break;
    found = point;
  }
  return found;
}

/** A step of less than half a frame, in thousandths, is none to save up for. Chosen. */
const LEAST_STEP = 500;

/** The cheapest step beyond a sum that is half a frame or more above the best within it; null when there is none. Points in rising order of cost. */
export function nextRise<P extends FrontierPoint>(points: readonly P[], sum: number): P | null {
  const now = stepAt(points, sum)?.score ?? -Infinity;
  return points.find(({ cost, score }) => cost > sum && score >= now + LEAST_STEP) ?? null;
}

/**
 * Amounts that people ask about around a sum: about a twenty-fifth of it, rounded as money is (1, 2½ or 5 of a power of
 * ten), twice and four times as much, and the first two less. Minor units.
 */
export function amountsAround(sum: number): readonly number[] {
  const least = Math.max(1, sum / 25);
  const power = 10 ** Math.floor(Math.log10(least));
  const steps = [1, 2.5, 5, 10].map((step) => step * power);
  const step = steps.reduce((best, each) =>
    Math.abs(Math.log(each / least)) < Math.abs(Math.log(best / least)) ? each : best,
  );
  const base = Math.max(1, Math.round(step));
  return [-2 * base, -base, base, 2 * base, 4 * base].filter((amount) => sum + amount > 0);
}

/** A way from one step to a dearer one. */
interface Rung<P extends FrontierPoint> {
  readonly from: P;
  readonly to: P;
  readonly money: number;
  readonly score: number;
  /** Money in minor units for each whole frame (1,000 thousandths). */
  readonly perFrame: number;
}

/** Rungs between the envelope's points: each is the steepest way up from where the last one ended. */
export function rungsOf<P extends FrontierPoint>(points: readonly P[]): Rung<P>[] {
  const hull = hullOf(points);
  return hull.slice(1).map((to, n) => {
    const from = hull[n];
    const money = to.cost - from.cost;
    const score = to.score - from.score;
    return { from, to, money, score, perFrame: (money * 1000) / score };
  });
}
