import { atLeast, atMost, PASS, UNKNOWN, type Rule } from '../rule.ts';

export const coolerSocket: Rule = {
  id: 'cooler-socket',
  title: 'Cooler on the socket',
  slots: ['processor', 'cooler'],
  judge({ processor, cooler }) {
    if (!processor || !cooler) return PASS;
    if (cooler.sockets === null || processor.socket === null) return UNKNOWN;
    const verdict = cooler.sockets.includes(processor.socket) ? 'pass' : 'block';
    return { verdict, actual: processor.socket, limit: cooler.sockets.join(', ') };
  },
  words: (j) => ({
    sentence: `The cooler has brackets for ${j.limit}, the processor sits in ${j.actual}.`,
    mend: 'Take a cooler with a bracket for this socket.',
  }),
};

export const coolerHeat: Rule = {
  id: 'cooler-heat',
  title: 'Cooler against the processor’s heat',
  slots: ['processor', 'cooler'],
  judge({ processor, cooler }) {
    if (!processor || cooler === undefined) return PASS;
    if (cooler) return atLeast(cooler.heatWatts, processor.packageWatts, 'W');
    if (processor.boxedCooler === null) return UNKNOWN;
    if (processor.boxedCooler === false) return { verdict: 'block', actual: 0 };
    return atLeast(processor.boxedCooler.heatWatts, processor.packageWatts, 'W');
  },
  words: (j) =>
    j.actual === 0
      ? { sentence: 'The processor comes without a cooler.', mend: 'Add a cooler.' }
      : {
          sentence: `The cooler handles ${j.actual} W, the processor draws up to ${j.limit} W.`,
          mend: 'Take a stronger cooler or a thriftier processor.',
        },
};

export const coolerHeight: Rule = {
  id: 'cooler-height',
  title: 'Cooler height',
  slots: ['cooler', 'case'],
  judge: ({ cooler, case: box }) => (cooler && box ? atMost(cooler.heightMm, box.coolerMaxMm, 'mm') : PASS),
  words: (j) => ({
    sentence: `The cooler is ${j.actual} mm high, the case takes ${j.limit} mm.`,
    mend: 'Take a lower cooler or a wider case.',
  }),
};

export const boxedCoolerHeight: Rule = {
  id: 'boxed-cooler-height',
  title: 'Boxed cooler’s height',
  slots: ['processor', 'cooler', 'case'],
  presenceOnly: ['cooler'],
  judge({ processor, cooler, case: box }) {
    if (cooler || !processor || !box || !processor.boxedCooler) return PASS;
    return atMost(processor.boxedCooler.heightMm, box.coolerMaxMm, 'mm');
  },
  words: (j) => ({
    sentence: `The boxed cooler is ${j.actual} mm high, the case takes ${j.limit} mm.`,
    mend: 'Take a low cooler or a wider case.',
  }),
};

export const coolerOverMemory: Rule = {
  id: 'cooler-over-memory',
  title: 'Memory under the cooler',
  slots: ['cooler', 'memory'],
  judge: ({ cooler, memory }) =>
    cooler && memory ? atMost(memory.heightMm, cooler.memoryClearanceMm, 'mm') : PASS,
  words: (j) => ({
    sentence: `The memory is ${j.actual} mm high, the cooler leaves ${j.limit} mm.`,
    mend: 'Take a lower kit or a slimmer cooler.',
  }),
};
