export { normalCdf, normalPdf, normalQuantile } from './normal.ts';
export { eachNode, integrate } from './quadrature.ts';
export { dot, factorise, invertWith, solveWith } from './cholesky.ts';
export { packFloats, unpackFloats } from './packed.ts';
export { meansOf, type Means } from './means.ts';
export { median, quantile, quantileSorted } from './quantile.ts';

export { drawsFrom, seedOf, type Draws } from './random.ts';
export { betaCdf, betaQuantile } from './beta.ts';
export { lnGamma } from './gamma.ts';
