import { eachNode, normalCdf, normalPdf } from '../stats/index.ts';
import { frameTimeCdf, frameTimeQuantile, meanOfSlowest, sideMean } from './frame-time.ts';
import type { FrameTime } from './sides.ts';

/** ln of a rate, and how it moves with each side's log mean and spread. */
export interface RateSlopes {
  readonly ln: number;
  readonly cpuMean: number;
  readonly cpuSpread: number;
  readonly gpuMean: number;
  readonly gpuSpread: number;
}

/** One figure over another: a ratio's logarithm and its slopes. */
export const ratioSlopes = (a: RateSlopes, b: RateSlopes): RateSlopes => ({
  ln: a.ln - b.ln,
  cpuMean: a.cpuMean - b.cpuMean,
  cpuSpread: a.cpuSpread - b.cpuSpread,
  gpuMean: a.gpuMean - b.gpuMean,
  gpuSpread: a.gpuSpread - b.gpuSpread,
});

/** Beyond so many spreads from a side's mean there is less than 1e-15 of the mass. */
const SPREADS = 9;
/** Share of the mean below which what a cap takes away is not worth an integral. */
const NEGLIGIBLE = 1e-9;

/** Density of ln T at x that each side brings, and its moment with that side's standard score. */
function densities({ cpu: c, gpu: g }: FrameTime, x: number) {
  const zc = (x - c.mean) / c.spread;
  const zg = (x - g.mean) / g.spread;
  const byCpu = (normalPdf(zc) / c.spread) * normalCdf(zg);
  const byGpu = (normalPdf(zg) / g.spread) * normalCdf(zc);
  return { byCpu, byGpu, zc, zg };
}

/** Integrals of e^x times the densities of {@link densities} over an interval. */
function moments(time: FrameTime, from: number, to: number) {
  const sums = { cpuMean: 0, cpuSpread: 0, gpuMean: 0, gpuSpread: 0 };
  if (!(to > from)) return sums;
  const width = 3 * Math.min(time.cpu.spread, time.gpu.spread);
  eachNode(from, to, width, (x, weight) => {
    const { byCpu, byGpu, zc, zg } = densities(time, x);
    const w = weight * Math.exp(x);
    sums.cpuMean += w * byCpu;
    sums.cpuSpread += w * byCpu * zc;
    sums.gpuMean += w * byGpu;
    sums.gpuSpread += w * byGpu * zg;
  });
  return sums;
}

type Moments = ReturnType<typeof moments>;

/** d ln(1000 / T) from dT. */
function slopesOf(ms: number, by: Moments): RateSlopes {
  return {
    ln: Math.log(1000 / ms),
    cpuMean: -by.cpuMean / ms,
    cpuSpread: -by.cpuSpread / ms,
    gpuMean: -by.gpuMean / ms,
    gpuSpread: -by.gpuSpread / ms,
  };
}

const lowerEnd = ({ cpu: c, gpu: g }: FrameTime) =>
  Math.max(c.mean - SPREADS * c.spread, g.mean - SPREADS * g.spread);
const upperEnd = ({ cpu: c, gpu: g }: FrameTime) =>
  Math.max(c.mean + SPREADS * c.spread, g.mean + SPREADS * g.spread);

/** The average rate. Without a cap all slopes have a closed form; a cap takes away the frames below it. */
export function averageSlopes(time: FrameTime): RateSlopes {
  const { cpu: c, gpu: g, shortestMs } = time;
  const s = Math.sqrt(c.spread * c.spread + g.spread * g.spread);
  const ec = sideMean(c);
  const eg = sideMean(g);
  const dc = (c.mean - g.mean + c.spread * c.spread) / s;
  const dg = (g.mean - c.mean + g.spread * g.spread) / s;
  // With E = ec Φ(dc) + eg Φ(dg), the slope in s is ec φ(dc) (the "vega" of an exchange option).
  const vega = ec * normalPdf(dc);
  const open: Moments = {
    cpuMean: ec * normalCdf(dc),
    cpuSpread: c.spread * ec * normalCdf(dc) + (vega * c.spread) / s,
    gpuMean: eg * normalCdf(dg),
    gpuSpread: g.spread * eg * normalCdf(dg) + (vega * g.spread) / s,
  };
  const mean = open.cpuMean + open.gpuMean;
  if (shortestMs <= 0) return slopesOf(mean, open);
  const lnCap = Math.log(shortestMs);
  const from = lowerEnd(time);
  const share = frameTimeCdf(time, shortestMs);
  if (from >= lnCap || shortestMs * share < NEGLIGIBLE * mean) return slopesOf(mean, open);
  const held = moments(time, from, Math.min(lnCap, upperEnd(time)));
  const free: Moments = {
    cpuMean: open.cpuMean - held.cpuMean,
    cpuSpread: open.cpuSpread - held.cpuSpread,
    gpuMean: open.gpuMean - held.gpuMean,
    gpuSpread: open.gpuSpread - held.gpuSpread,
  };
  return slopesOf(shortestMs * share + free.cpuMean + free.gpuMean, free);
}

const NONE: Moments = { cpuMean: 0, cpuSpread: 0, gpuMean: 0, gpuSpread: 0 };

/** The rate whose frame time a share `p` of the frames stays within: 0.99 for the 1 % low. */
export function percentileSlopes(time: FrameTime, p: number): RateSlopes {
  const ms = frameTimeQuantile(time, p);
  if (ms <= time.shortestMs) return slopesOf(ms, NONE);
  const d = densities(time, Math.log(ms));
  // F(x; side) = p holds on, so x moves by each side's share of the density.
  const whole = d.byCpu + d.byGpu;
  return slopesOf(ms, {
    cpuMean: (ms * d.byCpu) / whole,
    cpuSpread: (ms * d.byCpu * d.zc) / whole,
    gpuMean: (ms * d.byGpu) / whole,
    gpuSpread: (ms * d.byGpu * d.zg) / whole,
  });
}

/**
 * The rate of the mean of the slowest share of frames. The quantile itself may be held still: it is where that mean is
 * least.
 */
export function slowestSlopes(time: FrameTime, share: number): RateSlopes {
  const from = frameTimeQuantile(time, 1 - share);
  const by = moments(time, Math.log(from), upperEnd(time));
  // Where the cap lies above the quantile, part of the slowest share sits at the cap itself.
  const ms = from > time.shortestMs ? (by.cpuMean + by.gpuMean) / share : meanOfSlowest(time, share);
  return slopesOf(ms, {
    cpuMean: by.cpuMean / share,
    cpuSpread: by.cpuSpread / share,
    gpuMean: by.gpuMean / share,
    gpuSpread: by.gpuSpread / share,
  });
}
