import { atMost, PASS, UNKNOWN, type Rule } from '../rule.ts';

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
