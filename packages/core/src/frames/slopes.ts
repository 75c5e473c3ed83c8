import { eachNode, normalCdf, normalPdf } from '../stats/index.ts';
import { frameTimeCdf, frameTimeQuantile, meanOfSlowest, sideMean } from './frame-time.ts';
import type { FrameTime } from './sides.ts';

/** ln of a rate, and how it moves with each side's log mean and spread. */
export interface RateSlopes {
  readonly ln: number;
  readonly processorMean: number;
  readonly processorSpread: number;
  readonly cardMean: number;
  readonly cardSpread: number;
}

/** Beyond so many spreads from a side's mean there is less than 1e-15 of the mass. */
const SPREADS = 9;
/** Share of the mean below which what a cap takes away is not worth an integral. */
const NEGLIGIBLE = 1e-9;

/** Density of ln T at x that each side brings, and its moment with that side's standard score. */
function densities({ processor: c, card: g }: FrameTime, x: number) {
  const zc = (x - c.mean) / c.spread;
  const zg = (x - g.mean) / g.spread;
  const byProcessor = (normalPdf(zc) / c.spread) * normalCdf(zg);
  const byCard = (normalPdf(zg) / g.spread) * normalCdf(zc);
  return { byProcessor, byCard, zc, zg };
}

/** Integrals of e^x times the densities of {@link densities} over an interval. */
function moments(time: FrameTime, from: number, to: number) {
  const sums = { processorMean: 0, processorSpread: 0, cardMean: 0, cardSpread: 0 };
  if (!(to > from)) return sums;
  const width = 3 * Math.min(time.processor.spread, time.card.spread);
  eachNode(from, to, width, (x, weight) => {
    const { byProcessor, byCard, zc, zg } = densities(time, x);
    const w = weight * Math.exp(x);
    sums.processorMean += w * byProcessor;
    sums.processorSpread += w * byProcessor * zc;
    sums.cardMean += w * byCard;
    sums.cardSpread += w * byCard * zg;
  });
  return sums;
}

type Moments = ReturnType<typeof moments>;

/** d ln(1000 / T) from dT. */
function slopesOf(ms: number, by: Moments): RateSlopes {
  return {
    ln: Math.log(1000 / ms),
    processorMean: -by.processorMean / ms,
    processorSpread: -by.processorSpread / ms,
    cardMean: -by.cardMean / ms,
    cardSpread: -by.cardSpread / ms,
  };
}

const lowerEnd = ({ processor: c, card: g }: FrameTime) =>
  Math.max(c.mean - SPREADS * c.spread, g.mean - SPREADS * g.spread);
const upperEnd = ({ processor: c, card: g }: FrameTime) =>
  Math.max(c.mean + SPREADS * c.spread, g.mean + SPREADS * g.spread);

/** The average rate. Without a cap all slopes have a closed form; a cap takes away the frames below it. */
export function averageSlopes(time: FrameTime): RateSlopes {
  const { processor: c, card: g, shortestMs } = time;
  const s = Math.sqrt(c.spread * c.spread + g.spread * g.spread);
  const ec = sideMean(c);
  const eg = sideMean(g);
  const dc = (c.mean - g.mean + c.spread * c.spread) / s;
  const dg = (g.mean - c.mean + g.spread * g.spread) / s;
  // With E = ec Φ(dc) + eg Φ(dg), the slope in s is ec φ(dc) (the "vega" of an exchange option).
  const vega = ec * normalPdf(dc);
  const open: Moments = {
    processorMean: ec * normalCdf(dc),
    processorSpread: c.spread * ec * normalCdf(dc) + (vega * c.spread) / s,
    cardMean: eg * normalCdf(dg),
    cardSpread: g.spread * eg * normalCdf(dg) + (vega * g.spread) / s,
  };
  const mean = open.processorMean + open.cardMean;
  if (shortestMs <= 0) return slopesOf(mean, open);
  const lnCap = Math.log(shortestMs);
  const from = lowerEnd(time);
  const share = frameTimeCdf(time, shortestMs);
  if (from >= lnCap || shortestMs * share < NEGLIGIBLE * mean) return slopesOf(mean, open);
  const held = moments(time, from, Math.min(lnCap, upperEnd(time)));
  const free: Moments = {
    processorMean: open.processorMean - held.processorMean,
    processorSpread: open.processorSpread - held.processorSpread,
    cardMean: open.cardMean - held.cardMean,
    cardSpread: open.cardSpread - held.cardSpread,
  };
  return slopesOf(shortestMs * share + free.processorMean + free.cardMean, free);
}

const NONE: Moments = { processorMean: 0, processorSpread: 0, cardMean: 0, cardSpread: 0 };

/** The rate whose frame time a share `p` of the frames stays within: 0.99 for the 1 % low. */
export function percentileSlopes(time: FrameTime, p: number): RateSlopes {
  const ms = frameTimeQuantile(time, p);
  if (ms <= time.shortestMs) return slopesOf(ms, NONE);
  const d = densities(time, Math.log(ms));
  // F(x; side) = p holds on, so x moves by each side's share of the density.
  const whole = d.byProcessor + d.byCard;
  return slopesOf(ms, {
    processorMean: (ms * d.byProcessor) / whole,
    processorSpread: (ms * d.byProcessor * d.zc) / whole,
    cardMean: (ms * d.byCard) / whole,
    cardSpread: (ms * d.byCard * d.zg) / whole,
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
  const ms = from > time.shortestMs ? (by.processorMean + by.cardMean) / share : meanOfSlowest(time, share);
  return slopesOf(ms, {
    processorMean: by.processorMean / share,
    processorSpread: by.processorSpread / share,
    cardMean: by.cardMean / share,
    cardSpread: by.cardSpread / share,
  });
}
