import { PASS, UNKNOWN, atLeast, type Rule } from '../rule.ts';

export const pictureOutput: Rule = {
  id: 'picture-output',
  title: 'A picture on the screen',
  slots: ['cpu', 'motherboard', 'gpu'],
  presenceOnly: ['gpu'],
  judge({ cpu, motherboard, gpu }) {
    if (gpu || !cpu || !motherboard) return PASS;
    if (cpu.integratedGraphics === false) return { verdict: 'block', actual: 'graphics' };
    if (cpu.integratedGraphics === null || motherboard.displayOutputs === null) return UNKNOWN;
    return { verdict: motherboard.displayOutputs.length > 0 ? 'pass' : 'block', actual: 'outputs' };
  },
  words: (j) => ({
    sentence:
      j.actual === 'graphics'
        ? 'No graphics card, and the processor has no graphics.'
        : 'The motherboard has no picture output for the processor’s graphics.',
    mend: 'Add a graphics card, or take a processor and motherboard with graphics output.',
  }),
};

export const gpuOutput: Rule = {
  id: 'card-output',
  title: 'Outputs of the graphics card',
  slots: ['gpu'],
  judge({ gpu }) {
    if (!gpu) return PASS;
    if (gpu.displayOutputs === null) return UNKNOWN;
    return gpu.displayOutputs.length > 0 ? PASS : { verdict: 'block', actual: 0 };
  },
  words: () => ({
    sentence: 'The graphics card has no picture output.',
    mend: 'Take a graphics card with outputs.',
  }),
};

export const gpuNeed: Rule = {
  id: 'card-need',
  title: 'A graphics card of its own',
  slots: ['gpu'],
  judge: ({ gpu }, { needs }) => (gpu || !needs.gpuRequired ? PASS : { verdict: 'block' }),
  words: () => ({
    sentence: 'The brief asks for a graphics card.',
    mend: 'Add one, or allow builds without.',
  }),
};

export const jobCores: Rule = {
  id: 'job-cores',
  title: 'Cores for side jobs',
  slots: ['cpu'],
  judge({ cpu }, { jobCores: least }) {
    return !cpu || least === 0 ? PASS : atLeast(cpu.cores, least, 'cores');
  },
  words: (j) => ({
    sentence: `The side jobs ask for ${j.limit} cores, and the processor has ${j.actual}.`,
    mend: 'Take a processor with more cores, or a side job off in the brief.',
  }),
};

export const memoryNeed: Rule = {
  id: 'memory-need',
  title: 'Memory the brief asks for',
  slots: ['memory'],
  judge({ memory }, { needs }) {
    if (!memory) return PASS;
    const gb =
      memory.modules === null || memory.gbPerModule === null ? null : memory.modules * memory.gbPerModule;
    return atLeast(gb, needs.memoryGb, 'GB');
  },
  words: (j) => ({
    sentence: `${j.actual} GB of memory, the brief asks for ${j.limit}.`,
    mend: 'Take a larger memory kit, or ask for less in the brief.',
  }),
};

export const wirelessNeed: Rule = {
  id: 'wireless-need',
  title: 'Wireless network',
  slots: ['motherboard', 'network'],
  judge({ motherboard, network }, { needs }) {
    if (!needs.wireless || !motherboard || network === undefined) return PASS;
    if (motherboard.wireless || network?.wireless) return PASS;
    return motherboard.wireless === null || network?.wireless === null ? UNKNOWN : { verdict: 'block' };
  },
  words: () => ({
    sentence: 'The brief asks for a wireless network, and nothing here has one.',
    mend: 'Add a wireless adapter, or take a motherboard with wireless.',
  }),
};

export const networkPlace: Rule = {
  id: 'network-place',
  title: 'A place for the network adapter',
  slots: ['motherboard', 'gpu', 'network'],
  presenceOnly: ['gpu'],
  judge({ motherboard, gpu, network }) {
    if (!motherboard || !network || network.interface === 'USB') return PASS;
    if (network.interface === null || motherboard.smallSlots === null) return UNKNOWN;
    if (network.interface === 'M.2') return { verdict: 'block', actual: 'M.2' };
    // A free card slot takes a single-lane adapter as well.
    const places = motherboard.smallSlots + (gpu ? 0 : 1);
    return { verdict: places >= 1 ? 'pass' : 'block', actual: places, limit: 1, unit: 'slots' };
  },
  words: (j) => ({
    sentence:
      j.actual === 'M.2'
        ? 'M.2 adapters need a keyed place that motherboards rarely state.'
        : 'No slot is left for the network adapter.',
    mend: 'Take a USB adapter, or a motherboard with wireless.',
  }),
};

export const systemNeed: Rule = {
  id: 'system-need',
  title: 'System licence',
  slots: ['os'],
  judge: ({ os }, { needs }) => (needs.osLicence && !os ? { verdict: 'block' } : PASS),
  words: () => ({
    sentence: 'The brief asks for a system licence.',
    mend: 'Add a licence, or leave it out of the brief.',
  }),
};

export const screenOutputs: Rule = {
  id: 'screen-outputs',
  title: 'Outputs for all screens',
  slots: ['motherboard', 'gpu'],
  judge({ motherboard, gpu }, { needs }) {
    if (needs.screens <= 1 || !motherboard || gpu === undefined) return PASS;
    const outputs = gpu ? gpu.displayOutputs : motherboard.displayOutputs;
    return atLeast(outputs === null ? null : outputs.length, needs.screens, 'outputs');
  },
  words: (j) => ({
    sentence: `${j.actual} picture outputs for ${j.limit} screens.`,
    mend: 'Take a graphics card or motherboard with more outputs.',
  }),
};
