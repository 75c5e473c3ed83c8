import type { CardPower, Known, PartSet } from '../../parts/index.ts';
import { loadOf, neededSupplyWatts } from '../../power/index.ts';
import { atMost, PASS, UNKNOWN, type Judgement, type Rule } from '../rule.ts';

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
  slots: ['processor', 'board', 'memory', 'card', 'storage', 'cooler', 'case', 'supply', 'network'],
  wholeBuild: true,
  judge(set, context) {
    const { supply, card } = set;
    if (!supply) return PASS;
    const load = loadOf(set, context);
    const maker = makerWatts(card, context.needs.supplyRule.kind);
    if (supply.ratedWatts === null || load === null || maker === null) return UNKNOWN;
    const needed = neededSupplyWatts(context.needs.supplyRule, load.deciwatts, maker);
    const verdict = supply.ratedWatts >= needed ? 'pass' : 'block';
    return { verdict, actual: supply.ratedWatts, limit: needed, unit: 'W' };
  },
  words: (j) => ({
    sentence: `The supply is rated for ${j.actual} W; by the brief's rule ${Math.ceil(Number(j.limit))} W are needed.`,
    mend: 'Take a stronger supply or a thriftier card.',
  }),
};

/** The card maker's figure for the supply; 0 where it does not count. */
export function makerWatts(card: PartSet['card'], kind: string): number | null {
  return card && (kind === 'maker' || kind === 'larger') ? card.makerSupplyWatts : 0;
}

function judgeCardLeads(power: Known<CardPower>, eight: Known<number>, sixteen: Known<number>): Judgement {
  if (power === null || eight === null || sixteen === null) return UNKNOWN;
  const spareSixteen = sixteen - power.sixteenPin;
  const wanted = power.sixPin + power.eightPin;
  if (spareSixteen < 0)
    return { verdict: 'block', actual: sixteen, limit: power.sixteenPin, unit: 'sixteen-pin leads' };
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
    card && supply ? judgeCardLeads(card.power, supply.eightPinLeads, supply.sixteenPinLeads) : PASS,
  words: (j) => ({
    sentence: `The card needs ${j.limit} ${j.unit}, the supply has ${j.actual}.`,
    mend: 'Take a supply with the leads; leave home-made adapters alone.',
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
