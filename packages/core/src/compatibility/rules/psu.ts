import { isAdded, SLOTS, type Gpu, type GpuPower, type Nullable } from '../../parts/index.ts';
import { deciwatts, loadOf, neededPsuWatts } from '../../power/index.ts';
import { dayText } from '../../units/index.ts';
import { atLeast, atMost, PASS, UNKNOWN, type Judgement, type Rule, type RuleContext } from '../rule.ts';

/**
 * Most that each way of feeding a card may carry, in watts.
 * Source: PCI Express Card Electromechanical specification (values from memory).
 */
export const CARD_FEED_WATTS = { slot: 75, sixPin: 75, eightPin: 150, sixteenPin: 600 } as const;

/** Most that a card may draw through the slot and its sockets. */
export function gpuFeedWatts(power: GpuPower): number {
  return (
    CARD_FEED_WATTS.slot +
    power.sixPin * CARD_FEED_WATTS.sixPin +
    power.eightPin * CARD_FEED_WATTS.eightPin +
    power.sixteenPin * CARD_FEED_WATTS.sixteenPin
  );
}

export const psuWatts: Rule = {
  id: 'supply-watts',
  title: 'Watts of the power supply',
  // All that draw power, and what has to give it.
  slots: SLOTS.filter((slot) => slot !== 'os' && !isAdded(slot)),
  wholeBuild: true,
  judge(set, context) {
    const { psu, gpu } = set;
    if (!psu) return PASS;
    const load = loadOf(set, context);
    if (psu.ratedWatts === null || load === null) return UNKNOWN;
    const need = psuNeed(load.deciwatts, gpu ?? null, context);
    const figures = { actual: psu.ratedWatts, limit: need.watts, unit: 'W' };
    if (psu.ratedWatts < need.watts) return { verdict: 'block', ...figures };
    return need.isLeast ? UNKNOWN : { verdict: 'pass', ...figures };
  },
  words: (j) => ({
    sentence: `The power supply is rated for ${j.actual} W; by the brief's rule ${j.limit} W are needed.`,
    mend: 'Take a stronger power supply or a thriftier graphics card.',
  }),
};

/** Rated watts that a load with a card needs. */
interface PsuNeed {
  readonly watts: number;
  /** A figure that counts is not stated: it is this much at least, and may be more. */
  readonly isLeast: boolean;
}

/** What the brief's rule asks of the supply for a load (tenths of a watt) with a card; null for no card. */
export function psuNeed(
  loadDeciwatts: number,
  gpu: Gpu | null,
  context: Pick<RuleContext, 'needs' | 'plannedGpu'>,
): PsuNeed {
  const demand = gpuDemand(gpu, context);
  const { psuRule } = context.needs;
  const watts = demand
    ? neededPsuWatts(psuRule, loadDeciwatts + demand.extraDeciwatts, demand.makerWatts)
    : neededPsuWatts(psuRule, loadDeciwatts, 0);
  return { watts, isLeast: demand === null };
}

/** What a card asks of the supply beside its own draw. */
interface GpuDemand {
  /** The card maker's figure; 0 where it does not count. */
  readonly makerWatts: number;
  /** What a planned card draws more than this one, in tenths of a watt; 0 where that does not count. */
  readonly extraDeciwatts: number;
}

/** What the brief's supply rule counts for a card (null: no card); null when a figure that counts is not stated. */
function gpuDemand(
  gpu: Gpu | null,
  { needs, plannedGpu }: Pick<RuleContext, 'needs' | 'plannedGpu'>,
): GpuDemand | null {
  const { kind } = needs.psuRule;
  if (kind === 'load' || kind === 'half') return { makerWatts: 0, extraDeciwatts: 0 };
  const now = gpu ? gpu.recommendedPsuWatts : 0;
  if (now === null) return null;
  if (kind !== 'planned' || !plannedGpu) return { makerWatts: now, extraDeciwatts: 0 };
  const { recommendedPsuWatts, boardPowerWatts } = plannedGpu;
  const draw = gpu ? gpu.boardPowerWatts : 0;
  if (recommendedPsuWatts === null || boardPowerWatts === null || draw === null) return null;
  return {
    makerWatts: Math.max(now, recommendedPsuWatts),
    extraDeciwatts: Math.max(0, deciwatts(boardPowerWatts) - deciwatts(draw)),
  };
}

function judgeGpuLeads(
  power: Nullable<GpuPower>,
  adapter: Nullable<number>,
  eight: Nullable<number>,
  sixteen: Nullable<number>,
): Judgement {
  if (power === null || eight === null || sixteen === null) return UNKNOWN;
  const spareSixteen = sixteen - power.sixteenPin;
  const wanted = power.sixPin + power.eightPin;
  if (spareSixteen < 0) {
    const figures = { actual: sixteen, limit: power.sixteenPin, unit: 'sixteen-pin leads' };
    if (adapter === null) return UNKNOWN;
    // The maker's own adapter joins eight-pin leads; each must come from the supply by itself.
    const joined = adapter * -spareSixteen;
    return { verdict: adapter > 0 && eight >= wanted + joined ? 'warn' : 'block', ...figures };
  }
  return {
    verdict: eight >= wanted ? 'pass' : 'block',
    actual: eight,
    limit: wanted,
    unit: 'six- or eight-pin leads',
  };
}

export const gpuLeads: Rule = {
  id: 'card-leads',
  title: 'Power leads for the graphics card',
  slots: ['gpu', 'psu'],
  judge: ({ gpu, psu }) =>
    gpu && psu
      ? judgeGpuLeads(gpu.power, gpu.adapterEightPins, psu.eightPinConnectors, psu.sixteenPinConnectors)
      : PASS,
  words: (j) => ({
    sentence: `The graphics card needs ${j.limit} ${j.unit}, the power supply has ${j.actual}.`,
    mend:
      j.verdict === 'warn'
        ? 'The maker’s adapter in the graphics card’s box joins eight-pin leads: use one lead for each plug, and follow the manual.'
        : 'Take a power supply with the leads; leave home-made adapters alone.',
  }),
};

export const gpuFeed: Rule = {
  id: 'card-feed',
  title: 'Graphics card’s draw within its sockets',
  slots: ['gpu'],
  judge({ gpu }) {
    if (!gpu) return PASS;
    return gpu.power === null ? UNKNOWN : atMost(gpu.boardPowerWatts, gpuFeedWatts(gpu.power), 'W');
  },
  words: (j) => ({
    sentence: `The graphics card is said to draw ${j.actual} W through sockets good for ${j.limit} W.`,
    mend: 'Check the specs: one of the figures is wrong.',
  }),
};

export const cpuConnectors: Rule = {
  id: 'processor-leads',
  title: 'Power leads for the processor',
  slots: ['motherboard', 'psu'],
  judge: ({ motherboard, psu }) =>
    motherboard && psu ? atMost(motherboard.cpuPowerConnectors, psu.cpuConnectors, 'leads') : PASS,
  words: (j) => ({
    sentence: `The motherboard has ${j.actual} processor power sockets, the power supply has ${j.limit} leads.`,
    mend: 'Take a power supply with more processor leads.',
  }),
};

export const psuInCase: Rule = {
  id: 'supply-in-case',
  title: 'Power supply in the case',
  slots: ['psu', 'case'],
  judge({ psu, case: box }) {
    if (!psu || !box) return PASS;
    if (psu.form === null || box.psuFormFactors === null) return UNKNOWN;
    if (!box.psuFormFactors.includes(psu.form))
      return { verdict: 'block', actual: psu.form, limit: box.psuFormFactors.join(', ') };
    return atMost(psu.lengthMm, box.maxPsuLengthMm, 'mm');
  },
  words: (j) => ({
    sentence:
      j.unit === 'mm'
        ? `The power supply is ${j.actual} mm long, the case takes ${j.limit} mm.`
        : `The power supply is ${j.actual}, the case takes ${j.limit}.`,
    mend: 'Take a power supply that fits, or another case.',
  }),
};

export const psuQuality: Rule = {
  id: 'supply-quality',
  title: 'Quality of the power supply',
  slots: ['psu'],
  judge({ psu }, { needs }) {
    if (needs.psuQuality === null || !psu) return PASS;
    return psu.quality === null ? UNKNOWN : atLeast(psu.quality.mark, needs.psuQuality, 'of 5');
  },
  words: (j, { psu }) => ({
    sentence: `The power supply’s mark is ${j.actual} of 5 (${psu?.quality?.source}, ${dayText(psu?.quality?.on ?? '')}), the brief asks for ${j.limit}.`,
    mend: 'Take a better power supply. Marks go stale: look at the date.',
  }),
};

/** Watts with the planned card in place of the present one, by the larger of load times factor and its maker's figure. */
export const plannedWatts: Rule = {
  id: 'planned-watts',
  title: 'Watts for the planned graphics card',
  slots: psuWatts.slots,
  wholeBuild: true,
  advice: true,
  judge(set, context) {
    if (!set.psu || !context.plannedGpu) return PASS;
    const { factor } = context.needs.psuRule;
    const needs = { ...context.needs, psuRule: { kind: 'planned' as const, factor } };
    const judgement = psuWatts.judge(set, { ...context, needs });
    return judgement.verdict === 'block' ? { ...judgement, verdict: 'warn' } : judgement;
  },
  words: (j) => ({
    sentence: `The power supply is rated for ${j.actual} W; with the planned graphics card ${j.limit} W are needed.`,
    mend: 'Take a stronger power supply now, or count a new one into the later step.',
  }),
};
