import { atLeast, PASS, UNKNOWN, type Rule } from '../rule.ts';

export const socket: Rule = {
  id: 'socket',
  title: 'Processor in the motherboard’s socket',
  slots: ['cpu', 'motherboard'],
  judge({ cpu, motherboard }) {
    if (!cpu || !motherboard) return PASS;
    if (cpu.socket === null || motherboard.socket === null) return UNKNOWN;
    const verdict = cpu.socket === motherboard.socket ? 'pass' : 'block';
    return { verdict, actual: cpu.socket, limit: motherboard.socket };
  },
  words: (j) => ({
    sentence: `The processor needs socket ${j.actual}, the motherboard has ${j.limit}.`,
    mend: `Take a motherboard with socket ${j.actual}, or a processor for ${j.limit}.`,
  }),
};

export const firmware: Rule = {
  id: 'firmware',
  title: 'BIOS that knows the processor',
  slots: ['cpu', 'motherboard'],
  judge({ cpu, motherboard }, { needs }) {
    if (!cpu || !motherboard) return PASS;
    if (cpu.minBiosByChipset === null || motherboard.chipset === null) return UNKNOWN;
    const needed = cpu.minBiosByChipset[motherboard.chipset];
    if (needed === undefined) return { verdict: 'block', actual: motherboard.chipset };
    if (motherboard.biosVersion === null) return UNKNOWN;
    const figures = { actual: motherboard.biosVersion, limit: needed, unit: 'level' };
    if (motherboard.biosVersion >= needed) return { verdict: 'pass', ...figures };
    if (motherboard.flashesWithoutCpu || needs.borrowCpu) return { verdict: 'warn', ...figures };
    return motherboard.flashesWithoutCpu === null ? UNKNOWN : { verdict: 'block', ...figures };
  },
  words: (j, { motherboard }) =>
    j.limit === ''
      ? {
          sentence: `No BIOS for chipset ${j.actual} runs this processor.`,
          mend: 'Take a motherboard with a newer chipset, or an older processor.',
        }
      : {
          sentence: `The motherboard ships with BIOS version ${j.actual}, the processor needs version ${j.limit}.`,
          mend:
            j.verdict === 'warn'
              ? motherboard?.flashesWithoutCpu
                ? 'Flash it before the first start: this motherboard can do so without a processor. Follow the maker’s manual.'
                : 'Flash it before the first start with a borrowed older processor. Follow the maker’s manual.'
              : 'Take a motherboard that ships with a newer BIOS or flashes without a processor, or borrow an older processor.',
        },
};

export const powerStage: Rule = {
  id: 'power-stage',
  title: 'Motherboard’s VRM limit against the processor',
  slots: ['cpu', 'motherboard'],
  judge({ cpu, motherboard }) {
    if (!cpu || !motherboard) return PASS;
    return atLeast(motherboard.vrmWatts, cpu.packagePowerWatts, 'W');
  },
  words: (j) => ({
    sentence: `The motherboard feeds ${j.actual} W to a processor that draws up to ${j.limit} W.`,
    mend: 'Take a motherboard with a higher VRM limit, or a thriftier processor.',
  }),
};

/** Both sides of raising clocks: what is asked for and impossible blocks; what is paid for and unused is a note. */
export const raisingClocks: Rule = {
  id: 'raising-clocks',
  title: 'Overclocking',
  slots: ['cpu', 'motherboard'],
  judge({ cpu, motherboard }, { needs }) {
    if (!cpu || !motherboard) return PASS;
    const { unlocked } = cpu;
    const { overclocking } = motherboard;
    if (needs.overclock) {
      if (unlocked === false) return { verdict: 'block', actual: 'locked' };
      if (overclocking === false) return { verdict: 'block', actual: 'chipset' };
      return unlocked === null || overclocking === null ? UNKNOWN : PASS;
    }
    return unlocked && overclocking === false ? { verdict: 'note', actual: 'unused' } : PASS;
  },
  words: (j) =>
    j.actual === 'locked'
      ? {
          sentence: 'The brief asks for overclocking, and the processor is locked.',
          mend: 'Take an unlocked processor, or leave the clocks as they are.',
        }
      : j.actual === 'chipset'
        ? {
            sentence: 'The brief asks for overclocking, and the motherboard’s chipset does not let it.',
            mend: 'Take a motherboard whose chipset does.',
          }
        : {
            sentence: 'The processor is unlocked, and the motherboard’s chipset does not overclock.',
            mend: 'A locked processor does the same here. Overclocking can void warranties: see the maker’s limits.',
          },
};
