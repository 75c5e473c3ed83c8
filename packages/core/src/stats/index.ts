export { normalCdf, normalPdf, normalQuantile } from './normal.ts';
export { integrate } from './quadrature.ts';
