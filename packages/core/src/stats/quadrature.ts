/**
 * Gauss–Legendre quadrature with 16 points on each panel.
 * Nodes and weights by Newton's method on the Legendre polynomial (standard construction, see W. H. Press et
 * al., "Numerical Recipes", section on Gaussian quadratures), computed once.
 */
const POINTS = 16;
const NODES = new Float64Array(POINTS);
const WEIGHTS = new Float64Array(POINTS);

for (let i = 0; i < POINTS / 2; i++) {
  let z = Math.cos((Math.PI * (i + 0.75)) / (POINTS + 0.5));
  let slope = 0;
  for (let round = 0; round < 50; round++) {
    let p1 = 1;
    let p2 = 0;
    for (let j = 0; j < POINTS; j++) {
      const p3 = p2;
      p2 = p1;
      p1 = ((2 * j + 1) * z * p2 - j * p3) / (j + 1);
    }
    slope = (POINTS * (z * p1 - p2)) / (z * z - 1);
    const step = p1 / slope;
    z -= step;
    if (Math.abs(step) < 1e-16) break;
  }
  const weight = 2 / ((1 - z * z) * slope * slope);
  NODES[i] = -z;
  NODES[POINTS - 1 - i] = z;
  WEIGHTS[i] = weight;
  WEIGHTS[POINTS - 1 - i] = weight;
}

/** Visits the nodes of a composite rule over [from, to] in equal panels of at most `panelWidth`, with their weights. */
export function eachNode(
  from: number,
  to: number,
  panelWidth: number,
  visit: (x: number, weight: number) => void,
): void {
  if (!(to > from)) return;
  const panels = Math.max(1, Math.ceil((to - from) / panelWidth));
  const half = (to - from) / panels / 2;
  for (let panel = 0; panel < panels; panel++) {
    const middle = from + half * (2 * panel + 1);
    for (let i = 0; i < POINTS; i++) visit(middle + half * NODES[i], WEIGHTS[i] * half);
  }
}

/** Integral of f over [from, to], cut into equal panels of at most `panelWidth`. */
export function integrate(f: (x: number) => number, from: number, to: number, panelWidth: number): number {
  let total = 0;
  eachNode(from, to, panelWidth, (x, weight) => {
    total += weight * f(x);
  });
  return total;
}
