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
  judge({ processor, board }) {
    if (!processor || !board) return PASS;
    if (processor.firmwareByChipset === null || board.chipset === null) return UNKNOWN;
    const needed = processor.firmwareByChipset[board.chipset];
    if (needed === undefined) return { verdict: 'block', actual: board.chipset };
    if (board.firmwareShipped === null) return UNKNOWN;
    const figures = { actual: board.firmwareShipped, limit: needed, unit: 'level' };
    if (board.firmwareShipped >= needed) return { verdict: 'pass', ...figures };
    if (board.flashWithoutProcessor === null) return UNKNOWN;
    return { verdict: board.flashWithoutProcessor ? 'warn' : 'block', ...figures };
  },
  words: (j) =>
    j.limit === undefined
      ? {
          sentence: `No firmware for chipset ${j.actual} runs this processor.`,
          mend: 'Take a board with a newer chipset, or an older processor.',
        }
      : {
          sentence: `The board ships with firmware level ${j.actual}, the processor needs level ${j.limit}.`,
          mend:
            j.verdict === 'warn'
              ? 'Flash it before the first start: this board can do so without a processor. Follow the maker’s manual.'
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
