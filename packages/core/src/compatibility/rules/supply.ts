import type { Card, CardPower, Known } from '../../parts/index.ts';
import { deciwatts, loadOf, neededSupplyWatts } from '../../power/index.ts';
import { atLeast, atMost, PASS, UNKNOWN, type Judgement, type Rule, type RuleContext } from '../rule.ts';

/**
 * Most that each way of feeding a card may carry, in watts.
 * Source: PCI Express Card Electromechanical specification (values from memory).
 */
export const CARD_FEED_WATTS = { slot: 75, sixPin: 75, eightPin: 150, sixteenPin: 600 } as const;

/** Most that a card may draw through the slot and its sockets. */
export function cardFeedWatts(power: CardPower): number {
  return (
    CARD_FEED_WATTS.slot +
    power.sixPin * CARD_FEED_WATTS.sixPin +
    power.eightPin * CARD_FEED_WATTS.eightPin +
    power.sixteenPin * CARD_FEED_WATTS.sixteenPin
  );
}

export const supplyWatts: Rule = {
  id: 'supply-watts',
  title: 'Watts of the power supply',
  slots: ['processor', 'board', 'memory', 'card', 'storage', 'bulk', 'cooler', 'case', 'supply', 'network'],
  wholeBuild: true,
  judge(set, context) {
    const { supply, card } = set;
    if (!supply) return PASS;
    const load = loadOf(set, context);
    if (supply.ratedWatts === null || load === null) return UNKNOWN;
    const need = supplyNeed(load.deciwatts, card ?? null, context);
    const figures = { actual: supply.ratedWatts, limit: need.watts, unit: 'W' };
    if (supply.ratedWatts < need.watts) return { verdict: 'block', ...figures };
    return need.isLeast ? UNKNOWN : { verdict: 'pass', ...figures };
  },
  words: (j) => ({
    sentence: `The supply is rated for ${j.actual} W; by the brief's rule ${Math.ceil(Number(j.limit))} W are needed.`,
    mend: 'Take a stronger supply or a thriftier card.',
  }),
};

/** Rated watts that a load with a card needs. */
export interface SupplyNeed {
  readonly watts: number;
  /** A figure that counts is not stated: it is this much at least, and may be more. */
  readonly isLeast: boolean;
}

/** What the brief's rule asks of the supply for a load (tenths of a watt) with a card; null for no card. */
export function supplyNeed(
  loadDeciwatts: number,
  card: Card | null,
  context: Pick<RuleContext, 'needs' | 'plannedCard'>,
): SupplyNeed {
  const demand = cardDemand(card, context);
  const { supplyRule } = context.needs;
  const watts = demand
    ? neededSupplyWatts(supplyRule, loadDeciwatts + demand.extraDeciwatts, demand.makerWatts)
    : neededSupplyWatts(supplyRule, loadDeciwatts, 0);
  return { watts, isLeast: demand === null };
}

/** What a card asks of the supply beside its own draw. */
interface CardDemand {
  /** The card maker's figure; 0 where it does not count. */
  readonly makerWatts: number;
  /** What a planned card draws more than this one, in tenths of a watt; 0 where that does not count. */
  readonly extraDeciwatts: number;
}

/** What the brief's supply rule counts for a card (null: no card); null when a figure that counts is not stated. */
function cardDemand(
  card: Card | null,
  { needs, plannedCard }: Pick<RuleContext, 'needs' | 'plannedCard'>,
): CardDemand | null {
  const { kind } = needs.supplyRule;
  if (kind === 'load' || kind === 'half') return { makerWatts: 0, extraDeciwatts: 0 };
  const now = card ? card.makerSupplyWatts : 0;
  if (now === null) return null;
  if (kind !== 'planned' || !plannedCard) return { makerWatts: now, extraDeciwatts: 0 };
  const { makerSupplyWatts, boardWatts } = plannedCard;
  const draw = card ? card.boardWatts : 0;
  if (makerSupplyWatts === null || boardWatts === null || draw === null) return null;
  return {
    makerWatts: Math.max(now, makerSupplyWatts),
    extraDeciwatts: Math.max(0, deciwatts(boardWatts) - deciwatts(draw)),
  };
}

function judgeCardLeads(
  power: Known<CardPower>,
  adapter: Known<number>,
  eight: Known<number>,
  sixteen: Known<number>,
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

export const cardLeads: Rule = {
  id: 'card-leads',
  title: 'Power leads for the card',
  slots: ['card', 'supply'],
  judge: ({ card, supply }) =>
    card && supply
      ? judgeCardLeads(card.power, card.adapterEightPins, supply.eightPinLeads, supply.sixteenPinLeads)
      : PASS,
  words: (j) => ({
    sentence: `The card needs ${j.limit} ${j.unit}, the supply has ${j.actual}.`,
    mend:
      j.verdict === 'warn'
        ? 'The maker’s adapter in the card’s box joins eight-pin leads: use one lead for each plug, and follow the manual.'
        : 'Take a supply with the leads; leave home-made adapters alone.',
  }),
};

export const cardFeed: Rule = {
  id: 'card-feed',
  title: 'Card’s draw within its sockets',
  slots: ['card'],
  judge({ card }) {
    if (!card) return PASS;
    return card.power === null ? UNKNOWN : atMost(card.boardWatts, cardFeedWatts(card.power), 'W');
  },
  words: (j) => ({
    sentence: `The card is said to draw ${j.actual} W through sockets good for ${j.limit} W.`,
    mend: 'Check the sheet: one of the figures is wrong.',
  }),
};

export const processorLeads: Rule = {
  id: 'processor-leads',
  title: 'Power leads for the processor',
  slots: ['board', 'supply'],
  judge: ({ board, supply }) =>
    board && supply ? atMost(board.processorPowerSockets, supply.processorLeads, 'leads') : PASS,
  words: (j) => ({
    sentence: `The board has ${j.actual} processor power sockets, the supply has ${j.limit} leads.`,
    mend: 'Take a supply with more processor leads.',
  }),
};

export const supplyInCase: Rule = {
  id: 'supply-in-case',
  title: 'Supply in the case',
  slots: ['supply', 'case'],
  judge({ supply, case: box }) {
    if (!supply || !box) return PASS;
    if (supply.form === null || box.supplyForms === null) return UNKNOWN;
    if (!box.supplyForms.includes(supply.form))
      return { verdict: 'block', actual: supply.form, limit: box.supplyForms.join(', ') };
    return atMost(supply.lengthMm, box.supplyMaxMm, 'mm');
  },
  words: (j) => ({
    sentence:
      j.unit === 'mm'
        ? `The supply is ${j.actual} mm long, the case takes ${j.limit} mm.`
        : `The supply is ${j.actual}, the case takes ${j.limit}.`,
    mend: 'Take a supply that fits, or another case.',
  }),
};

export const supplyQuality: Rule = {
  id: 'supply-quality',
  title: 'Quality of the power supply',
  slots: ['supply'],
  judge({ supply }, { needs }) {
    if (needs.supplyQuality === null || !supply) return PASS;
    return supply.quality === null ? UNKNOWN : atLeast(supply.quality.mark, needs.supplyQuality, 'of 5');
  },
  words: (j, { supply }) => ({
    sentence: `The supply’s mark is ${j.actual} of 5 (${supply?.quality?.source}, ${supply?.quality?.on}), the brief asks for ${j.limit}.`,
    mend: 'Take a better supply. Marks go stale: look at the date.',
  }),
};

/** Watts with the planned card in place of the present one, by the larger of load times factor and its maker's figure. */
export const plannedWatts: Rule = {
  id: 'planned-watts',
  title: 'Watts for the planned card',
  slots: supplyWatts.slots,
  wholeBuild: true,
  advice: true,
  judge(set, context) {
    if (!set.supply || !context.plannedCard) return PASS;
    const { factor } = context.needs.supplyRule;
    const needs = { ...context.needs, supplyRule: { kind: 'planned' as const, factor } };
    const judgement = supplyWatts.judge(set, { ...context, needs });
    return judgement.verdict === 'block' ? { ...judgement, verdict: 'warn' } : judgement;
  },
  words: (j) => ({
    sentence: `The supply is rated for ${j.actual} W; with the planned card ${Math.ceil(Number(j.limit))} W are needed.`,
    mend: 'Take a stronger supply now, or count a new one into the later step.',
  }),
};
