import { PASS, UNKNOWN, atLeast, type Rule } from '../rule.ts';

export const pictureOutput: Rule = {
  id: 'picture-output',
  title: 'A picture on the screen',
  slots: ['processor', 'board', 'card'],
  presenceOnly: ['card'],
  judge({ processor, board, card }) {
    if (card || !processor || !board) return PASS;
    if (processor.integratedGraphics === false) return { verdict: 'block', actual: 'graphics' };
    if (processor.integratedGraphics === null || board.pictureOutputs === null) return UNKNOWN;
    return { verdict: board.pictureOutputs.length > 0 ? 'pass' : 'block', actual: 'outputs' };
  },
  words: (j) => ({
    sentence:
      j.actual === 'graphics'
        ? 'No graphics card, and the processor has no graphics.'
        : 'The board has no picture output for the processor’s graphics.',
    mend: 'Add a graphics card, or take a processor and board with graphics output.',
  }),
};

export const cardOutput: Rule = {
  id: 'card-output',
  title: 'Outputs of the card',
  slots: ['card'],
  judge({ card }) {
    if (!card) return PASS;
    if (card.pictureOutputs === null) return UNKNOWN;
    return card.pictureOutputs.length > 0 ? PASS : { verdict: 'block', actual: 0 };
  },
  words: () => ({ sentence: 'The card has no picture output.', mend: 'Take a card with outputs.' }),
};

export const cardNeed: Rule = {
  id: 'card-need',
  title: 'A graphics card of its own',
  slots: ['card'],
  judge: ({ card }, { needs }) => (card || !needs.cardRequired ? PASS : { verdict: 'block' }),
  words: () => ({
    sentence: 'The brief asks for a graphics card.',
    mend: 'Add one, or allow builds without.',
  }),
};

export const memoryNeed: Rule = {
  id: 'memory-need',
  title: 'Memory the brief asks for',
  slots: ['memory'],
  judge({ memory }, { needs }) {
    if (!memory) return PASS;
    const gb =
      memory.sticks === null || memory.gbPerStick === null ? null : memory.sticks * memory.gbPerStick;
    return atLeast(gb, needs.memoryGb, 'GB');
  },
  words: (j) => ({
    sentence: `${j.actual} GB of memory, the brief asks for ${j.limit}.`,
    mend: 'Take a larger kit, or ask for less in the brief.',
  }),
};

export const wirelessNeed: Rule = {
  id: 'wireless-need',
  title: 'Wireless network',
  slots: ['board', 'network'],
  judge({ board, network }, { needs }) {
    if (!needs.wireless || !board || network === undefined) return PASS;
    if (board.wireless || network?.wireless) return PASS;
    return board.wireless === null || network?.wireless === null ? UNKNOWN : { verdict: 'block' };
  },
  words: () => ({
    sentence: 'The brief asks for a wireless network, and nothing here has one.',
    mend: 'Add a wireless adapter, or take a board with wireless.',
  }),
};

export const networkPlace: Rule = {
  id: 'network-place',
  title: 'A place for the network adapter',
  slots: ['board', 'card', 'network'],
  presenceOnly: ['card'],
  judge({ board, card, network }) {
    if (!board || !network || network.interface === 'USB') return PASS;
    if (network.interface === null || board.smallSlots === null) return UNKNOWN;
    if (network.interface === 'M.2') return { verdict: 'block', actual: 'M.2' };
    // A free card slot takes a single-lane adapter as well.
    const places = board.smallSlots + (card ? 0 : 1);
    return { verdict: places >= 1 ? 'pass' : 'block', actual: places, limit: 1, unit: 'slots' };
  },
  words: (j) => ({
    sentence:
      j.actual === 'M.2'
        ? 'M.2 adapters need a keyed place that boards rarely state.'
        : 'No slot is left for the network adapter.',
    mend: 'Take a USB adapter, or a board with wireless.',
  }),
};

export const systemNeed: Rule = {
  id: 'system-need',
  title: 'System licence',
  slots: ['system'],
  judge: ({ system }, { needs }) => (needs.systemLicence && !system ? { verdict: 'block' } : PASS),
  words: () => ({
    sentence: 'The brief asks for a system licence.',
    mend: 'Add a licence, or leave it out of the brief.',
  }),
};

export const screenOutputs: Rule = {
  id: 'screen-outputs',
  title: 'Outputs for all screens',
  slots: ['board', 'card'],
  judge({ board, card }, { needs }) {
    if (needs.screens <= 1 || !board || card === undefined) return PASS;
    const outputs = card ? card.pictureOutputs : board.pictureOutputs;
    return atLeast(outputs === null ? null : outputs.length, needs.screens, 'outputs');
  },
  words: (j) => ({
    sentence: `${j.actual} picture outputs for ${j.limit} screens.`,
    mend: 'Take a card or board with more outputs.',
  }),
};
