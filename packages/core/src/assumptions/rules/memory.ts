import { atBest, atWorst, rulesFor, type AssumptionRule } from '../assumption.ts';
import { JEDEC_SOURCE, jedecLatency, MEMORY_FAMILIES } from '../standards.ts';

const memory = rulesFor('memory');

/** Tallest heat spreader that is common, in mm. Common practice, no source. */
const TALL_MM = 45;

const clocks = (mts: number, ns: number) => Math.round((ns * mts) / 2000);

export const MEMORY_ASSUMPTIONS: readonly AssumptionRule[] = [
  memory(
    'ratedMts',
    { reach: 'all', reason: 'The base rate of its type.', source: JEDEC_SOURCE },
    ({ type }) =>
      type === null ? null : atWorst(MEMORY_FAMILIES[type].baseMts, MEMORY_FAMILIES[type].topMts),
  ),
  memory(
    'ratedCl',
    {
      reason: 'What memory kits of its type and rate commonly have; at worst the standard’s own.',
      source: JEDEC_SOURCE,
    },
    ({ type, ratedMts }) => {
      if (type === null || ratedMts === null) return null;
      const slow = jedecLatency(type, ratedMts);
      return atBest(Math.min(slow, clocks(ratedMts, MEMORY_FAMILIES[type].profileNs)), slow);
    },
  ),
  memory(
    'jedecMts',
    { reason: 'The base rate of its type, by the standard.', source: JEDEC_SOURCE },
    ({ type, ratedMts }) => {
      if (type === null || ratedMts === null) return null;
      const { baseMts, topMts } = MEMORY_FAMILIES[type];
      return atWorst(Math.min(ratedMts, baseMts), Math.min(ratedMts, topMts));
    },
  ),
  memory(
    'jedecCl',
    { reason: 'The latency that the standard gives its base rate.', source: JEDEC_SOURCE },
    ({ type, jedecMts }) => {
      if (type === null || jedecMts === null) return null;
      const cl = jedecLatency(type, jedecMts);
      return atWorst(cl, cl);
    },
  ),
  memory(
    'heightMm',
    {
      reason: 'A bare module where it has no faster profile, a low spreader where it has.',
      source: 'JEDEC MO-269, MO-309 (from memory)',
    },
    ({ type, ratedMts, jedecMts }) => {
      if (type === null) return null;
      const { bareMm } = MEMORY_FAMILIES[type];
      const isFast = ratedMts !== null && jedecMts !== null && ratedMts > jedecMts;
      return { value: isFast ? 35 : bareMm, worst: TALL_MM, best: bareMm };
    },
  ),
];
