import { atLeast, atMost, PASS, UNKNOWN, type Rule } from '../rule.ts';

export const coolerSocket: Rule = {
  id: 'cooler-socket',
  title: 'Cooler on the socket',
  slots: ['cpu', 'cooler'],
  judge({ cpu, cooler }) {
    if (!cpu || !cooler) return PASS;
    if (cooler.sockets === null || cpu.socket === null) return UNKNOWN;
    const verdict = cooler.sockets.includes(cpu.socket) ? 'pass' : 'block';
    return { verdict, actual: cpu.socket, limit: cooler.sockets.join(', ') };
  },
  words: (j) => ({
    sentence: `The cooler has brackets for ${j.limit}, the processor sits in ${j.actual}.`,
    mend: 'Take a cooler with a bracket for this socket.',
  }),
};

export const coolerHeat: Rule = {
  id: 'cooler-heat',
  title: 'Cooler against the processor’s heat',
  slots: ['cpu', 'cooler'],
  judge({ cpu, cooler }) {
    if (!cpu || cooler === undefined) return PASS;
    if (cooler) return atLeast(cooler.heatWatts, cpu.packagePowerWatts, 'W');
    if (cpu.stockCooler === null) return UNKNOWN;
    if (cpu.stockCooler === false) return { verdict: 'block', actual: 0 };
    return atLeast(cpu.stockCooler.heatWatts, cpu.packagePowerWatts, 'W');
  },
  words: (j) =>
    j.actual === '0'
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
  judge: ({ cooler, case: box }) =>
    cooler && box ? atMost(cooler.heightMm, box.maxCoolerHeightMm, 'mm') : PASS,
  words: (j) => ({
    sentence: `The cooler is ${j.actual} mm high, the case takes ${j.limit} mm.`,
    mend: 'Take a lower cooler or a wider case.',
  }),
};

export const boxedCoolerHeight: Rule = {
  id: 'boxed-cooler-height',
  title: 'Boxed cooler’s height',
  slots: ['cpu', 'cooler', 'case'],
  presenceOnly: ['cooler'],
  judge({ cpu, cooler, case: box }) {
    if (cooler || !cpu || !box || !cpu.stockCooler) return PASS;
    return atMost(cpu.stockCooler.heightMm, box.maxCoolerHeightMm, 'mm');
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
    mend: 'Take a lower memory kit or a slimmer cooler.',
  }),
};

export const coolerBracket: Rule = {
  id: 'cooler-bracket',
  title: 'Bracket for the socket',
  slots: ['cpu', 'cooler'],
  advice: true,
  judge({ cpu, cooler }) {
    if (!cpu || !cooler || cpu.socket === null) return PASS;
    if (!cooler.sockets?.includes(cpu.socket)) return PASS; // the socket rule speaks
    if (cooler.bracketExtra === null) return UNKNOWN;
    const isExtra = cooler.bracketExtra.includes(cpu.socket);
    return { verdict: isExtra ? 'warn' : 'pass', actual: cpu.socket };
  },
  words: (j) => ({
    sentence: `The bracket for ${j.actual} is not in the cooler’s box.`,
    mend: 'Order the bracket from the maker, or take a cooler that brings it.',
  }),
};

export const radiatorPlace: Rule = {
  id: 'radiator-place',
  title: 'A place for the radiator',
  slots: ['cooler', 'case'],
  judge({ cooler, case: box }) {
    if (!cooler || !box || cooler.radiatorMm === 0) return PASS;
    if (cooler.radiatorMm === null || box.radiatorsMm === null) return UNKNOWN;
    const longest = Math.max(0, ...box.radiatorsMm);
    const verdict = box.radiatorsMm.includes(cooler.radiatorMm) ? 'pass' : 'block';
    return { verdict, actual: cooler.radiatorMm, limit: longest, unit: 'mm' };
  },
  words: (j) => ({
    sentence:
      j.limit === '0'
        ? `The cooler has a ${j.actual} mm radiator, the case has no place for one.`
        : `The cooler has a ${j.actual} mm radiator; the case’s places go up to ${j.limit} mm, and none has that length.`,
    mend: 'Take a cooler without a radiator, or a case with the place.',
  }),
};

export const boxedNeed: Rule = {
  id: 'boxed-need',
  title: 'A cooler of its own',
  slots: ['cooler'],
  judge: ({ cooler }, { needs }) => (cooler === null && !needs.stockCooler ? { verdict: 'block' } : PASS),
  words: () => ({
    sentence: 'The brief asks for a cooler in place of the boxed one.',
    mend: 'Add a cooler, or let the boxed one do.',
  }),
};

export const noiseNeed: Rule = {
  id: 'noise-need',
  title: 'Noise of the processor’s cooler',
  slots: ['cpu', 'cooler'],
  judge({ cpu, cooler }, { needs }) {
    if (needs.maxNoiseDb === null || !cpu || cooler === undefined) return PASS;
    if (cooler) return atMost(cooler.noiseDb, needs.maxNoiseDb, 'dB');
    if (cpu.stockCooler === null) return UNKNOWN;
    return cpu.stockCooler === false
      ? PASS // no cooler at all: the heat rule speaks
      : atMost(cpu.stockCooler.noiseDb, needs.maxNoiseDb, 'dB');
  },
  words: (j) => ({
    sentence: `The cooler is rated ${j.actual} dB, the brief allows ${j.limit} dB.`,
    mend: 'Take a quieter cooler, or allow more in the brief.',
  }),
};
