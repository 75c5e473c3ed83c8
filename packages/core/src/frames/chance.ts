import type { FrameModel } from '../parts/index.ts';
import { normalCdf } from '../stats/index.ts';

/**
 * Records that make it as likely as not that a model sees right which of two builds is the faster one, however sure its figures are: where few are
 * known, one wrong chart misleads all of it. Found on worlds that are not reported (seeds 1 to 6).
 */
const HALF_BELIEVED = 8;

/**
 * Chance that the first of two rates is the higher one.
 *
 * @param differenceLn ln of the first over the second, and `sdLn` its standard deviation
 * @returns 0.5 where both are bound to be equal
 */
export function chanceAbove(differenceLn: number, sdLn: number, { fit }: Pick<FrameModel, 'fit'>): number {
  const misled = fit ? 1 / (1 + fit.records / HALF_BELIEVED) : 0;
  const seen = sdLn > 0 ? normalCdf(differenceLn / sdLn) : differenceLn > 0 ? 1 : differenceLn < 0 ? 0 : 0.5;
  return misled / 2 + (1 - misled) * seen;
}
