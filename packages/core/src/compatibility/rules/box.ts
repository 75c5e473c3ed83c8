import { linkLn } from '../../frames/index.ts';
import { atMost, PASS, UNKNOWN, type Rule, type RuleContext } from '../rule.ts';
import { cardLeads } from './supply.ts';

/** Rules about two sheets alone read no context. */
const NO_CONTEXT = {} as RuleContext;

/*
 * Board outlines: ATX 305 x 244 mm, micro-ATX up to 244 x 244, mini-ITX 170 x 170 (ATX and mini-ITX specifications,
 * from memory). Cases state which of them they take; a smaller outline shares the mounting holes of the larger.
 */

export const boardInCase: Rule = {
  id: 'board-in-case',
  title: 'Board in the case',
  slots: ['board', 'case'],
  judge({ board, case: box }) {
    if (!board || !box) return PASS;
    if (board.formFactor === null || box.boardFormFactors === null) return UNKNOWN;
    const verdict = box.boardFormFactors.includes(board.formFactor) ? 'pass' : 'block';
    return { verdict, actual: board.formFactor, limit: box.boardFormFactors.join(', ') };
  },
  words: (j) => ({
    sentence: `The board is ${j.actual}, the case takes ${j.limit}.`,
    mend: 'Take a smaller board or a larger case.',
  }),
};

export const cardLength: Rule = {
  id: 'card-length',
  title: 'Card length',
  slots: ['card', 'case'],
  judge: ({ card, case: box }) => (card && box ? atMost(card.lengthMm, box.cardMaxMm, 'mm') : PASS),
  words: (j) => ({
    sentence: `The card is ${j.actual} mm long, the case takes ${j.limit} mm.`,
    mend: 'Take a shorter card with the same chip, or a longer case.',
  }),
};

export const cardWidth: Rule = {
  id: 'card-width',
  title: 'Card thickness',
  slots: ['card', 'case'],
  judge: ({ card, case: box }) => (card && box ? atMost(card.slotsWide, box.cardSlots, 'slots') : PASS),
  words: (j) => ({
    sentence: `The card is ${j.actual} slots thick, the case has ${j.limit}.`,
    mend: 'Take a thinner card or another case.',
  }),
};

export const cardInSlot: Rule = {
  id: 'card-in-slot',
  title: 'Card in the board’s slot',
  slots: ['board', 'card'],
  judge({ board, card }) {
    if (!board || !card) return PASS;
    if (board.cardSlot === null) return UNKNOWN;
    return {
      verdict: board.cardSlot.lanes > 0 ? 'pass' : 'block',
      actual: board.cardSlot.lanes,
      limit: 16,
      unit: 'lanes',
    };
  },
  words: () => ({ sentence: 'The board has no slot for a graphics card.', mend: 'Take another board.' }),
};

export const sizeNeed: Rule = {
  id: 'size-need',
  title: 'Case size the brief asks for',
  slots: ['case'],
  judge({ case: box }, { needs }) {
    if (needs.maxLitres === null) return PASS;
    return box ? atMost(box.litres, needs.maxLitres, 'l') : PASS;
  },
  words: (j) => ({
    sentence: `The case has ${j.actual} litres, the brief allows ${j.limit}.`,
    mend: 'Take a smaller case, or allow more in the brief.',
  }),
};

/** A link counts as narrower from this share of the card's own on; below it nobody would notice. Chosen. */
const LINK_SHARE = 0.99;

export const cardLink: Rule = {
  id: 'card-link',
  title: 'Card’s link to the board',
  slots: ['processor', 'board', 'card'],
  advice: true,
  judge({ processor, board, card }) {
    if (!processor || !board || !card) return PASS;
    const ln = linkLn(card, board, processor);
    if (ln === null) return UNKNOWN;
    const share = Math.round(Math.exp(ln) * 100);
    return { verdict: Math.exp(ln) >= LINK_SHARE ? 'pass' : 'note', actual: share, limit: 100, unit: '%' };
  },
  words: (j, { board, card }) => ({
    sentence: `The card is made for generation ${card?.pcieGeneration} with ${card?.pcieLanes} lanes and gets ${j.actual} % of that link (slot: generation ${board?.cardSlot?.generation}, ${board?.cardSlot?.lanes} lanes).`,
    mend: 'The expected rates count it already; it weighs most when video memory is short.',
  }),
};

export const frontConnectors: Rule = {
  id: 'front-connectors',
  title: 'Connectors on the case’s front',
  slots: ['board', 'case'],
  advice: true,
  judge({ board, case: box }) {
    if (!board || !box) return PASS;
    if (board.frontHeaders === null || box.frontConnectors === null) return UNKNOWN;
    const headers = board.frontHeaders;
    const missing = box.frontConnectors.filter((each) => !headers.includes(each));
    return { verdict: missing.length === 0 ? 'pass' : 'warn', actual: missing.join(', ') || 'all' };
  },
  words: (j) => ({
    sentence: `The case’s ${j.actual} on the front has no header on the board and would stay dead.`,
    mend: 'Do without it, add an adapter card, or take a board with the header.',
  }),
};

/** What of a planned card would not fit the case and the supply that are bought now. */
export const plannedCard: Rule = {
  id: 'planned-card',
  title: 'Room for the planned card',
  slots: ['case', 'supply'],
  advice: true,
  judge({ case: box, supply }, { plannedCard: card }) {
    if (!card || !box || !supply) return PASS;
    const judgements = [
      atMost(card.lengthMm, box.cardMaxMm, 'mm'),
      atMost(card.slotsWide, box.cardSlots, 'slots'),
      cardLeads.judge({ card, supply }, NO_CONTEXT),
    ];
    const bad = judgements.find((each) => each.verdict === 'block');
    if (bad) return { ...bad, verdict: 'warn' };
    return judgements.find((each) => each.verdict === 'unknown') ?? PASS;
  },
  words: (j) => ({
    sentence:
      j.unit === 'mm' || j.unit === 'slots'
        ? `The planned card needs ${j.actual} ${j.unit}, the case takes ${j.limit}.`
        : `The planned card needs ${j.limit} ${j.unit}, the supply has ${j.actual}.`,
    mend: 'Pay for the room now, or plan to swap this part along with the card.',
  }),
};
