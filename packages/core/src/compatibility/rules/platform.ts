import { atLeast, PASS, UNKNOWN, type Rule } from '../rule.ts';

export const socket: Rule = {
  id: 'socket',
  title: 'Processor in the board’s socket',
  slots: ['processor', 'board'],
  judge({ processor, board }) {
    if (!processor || !board) return PASS;
    if (processor.socket === null || board.socket === null) return UNKNOWN;
    const verdict = processor.socket === board.socket ? 'pass' : 'block';
    return { verdict, actual: processor.socket, limit: board.socket };
  },
  words: (j) => ({
    sentence: `The processor needs socket ${j.actual}, the board has ${j.limit}.`,
    mend: `Take a board with socket ${j.actual}, or a processor for ${j.limit}.`,
  }),
};

export const firmware: Rule = {
  id: 'firmware',
  title: 'Firmware that knows the processor',
  slots: ['processor', 'board'],
  judge({ processor, board }, { needs }) {
    if (!processor || !board) return PASS;
    if (processor.firmwareByChipset === null || board.chipset === null) return UNKNOWN;
    const needed = processor.firmwareByChipset[board.chipset];
    if (needed === undefined) return { verdict: 'block', actual: board.chipset };
    if (board.firmwareShipped === null) return UNKNOWN;
    const figures = { actual: board.firmwareShipped, limit: needed, unit: 'level' };
    if (board.firmwareShipped >= needed) return { verdict: 'pass', ...figures };
    if (board.flashWithoutProcessor || needs.borrowProcessor) return { verdict: 'warn', ...figures };
    return board.flashWithoutProcessor === null ? UNKNOWN : { verdict: 'block', ...figures };
  },
  words: (j, { board }) =>
    j.limit === undefined
      ? {
          sentence: `No firmware for chipset ${j.actual} runs this processor.`,
          mend: 'Take a board with a newer chipset, or an older processor.',
        }
      : {
          sentence: `The board ships with firmware level ${j.actual}, the processor needs level ${j.limit}.`,
          mend:
            j.verdict === 'warn'
              ? board?.flashWithoutProcessor
                ? 'Flash it before the first start: this board can do so without a processor. Follow the maker’s manual.'
                : 'Flash it before the first start with a borrowed older processor. Follow the maker’s manual.'
              : 'Take a board that ships with newer firmware or flashes without a processor, or borrow an older processor.',
        },
};

export const powerStage: Rule = {
  id: 'power-stage',
  title: 'Board’s power stage against the processor',
  slots: ['processor', 'board'],
  judge({ processor, board }) {
    if (!processor || !board) return PASS;
    return atLeast(board.powerStageWatts, processor.packageWatts, 'W');
  },
  words: (j) => ({
    sentence: `The board feeds ${j.actual} W to a processor that draws up to ${j.limit} W.`,
    mend: 'Take a board with a stronger power stage, or a thriftier processor.',
  }),
};

/** Both sides of raising clocks: what is asked for and impossible blocks; what is paid for and unused is a note. */
export const raisingClocks: Rule = {
  id: 'raising-clocks',
  title: 'Raising clocks',
  slots: ['processor', 'board'],
  judge({ processor, board }, { needs }) {
    if (!processor || !board) return PASS;
    const { unlocked } = processor;
    const { raisesClocks } = board;
    if (needs.raiseClocks) {
      if (unlocked === false) return { verdict: 'block', actual: 'locked' };
      if (raisesClocks === false) return { verdict: 'block', actual: 'chipset' };
      return unlocked === null || raisesClocks === null ? UNKNOWN : PASS;
    }
    return unlocked && raisesClocks === false ? { verdict: 'note', actual: 'unused' } : PASS;
  },
  words: (j) =>
    j.actual === 'locked'
      ? {
          sentence: 'The brief asks to raise clocks, and the processor is locked.',
          mend: 'Take an unlocked processor, or leave the clocks as they are.',
        }
      : j.actual === 'chipset'
        ? {
            sentence: 'The brief asks to raise clocks, and the board’s chipset does not let it.',
            mend: 'Take a board whose chipset does.',
          }
        : {
            sentence: 'The processor is unlocked, and the board’s chipset does not raise clocks.',
            mend: 'A locked processor does the same here. Raising clocks can void warranties: see the maker’s limits.',
          },
};
