import type { Memory } from '../../parts/index.ts';
import { atLeast, atMost, PASS, UNKNOWN, type Rule } from '../rule.ts';

function kitGb(memory: Memory): number | null {
  return memory.modules === null || memory.gbPerModule === null ? null : memory.modules * memory.gbPerModule;
}

export const memoryType: Rule = {
  id: 'memory-type',
  title: 'Memory type on the motherboard',
  slots: ['motherboard', 'memory'],
  judge({ motherboard, memory }) {
    if (!motherboard || !memory) return PASS;
    if (motherboard.memoryType === null || memory.type === null) return UNKNOWN;
    return {
      verdict: motherboard.memoryType === memory.type ? 'pass' : 'block',
      actual: memory.type,
      limit: motherboard.memoryType,
    };
  },
  words: (j) => ({
    sentence: `The memory kit is ${j.actual}, the motherboard takes ${j.limit}.`,
    mend: `Take a ${j.limit} memory kit, or a motherboard for ${j.actual}.`,
  }),
};

export const memoryController: Rule = {
  id: 'memory-controller',
  title: 'Memory type in the processor',
  slots: ['cpu', 'memory'],
  judge({ cpu, memory }) {
    if (!cpu || !memory) return PASS;
    if (cpu.memoryTypes === null || memory.type === null) return UNKNOWN;
    if (cpu.memoryTypes.includes(memory.type)) return atMost(kitGb(memory), cpu.memoryMaxGb, 'GB');
    return { verdict: 'block', actual: memory.type, limit: cpu.memoryTypes.join(' or ') };
  },
  words: (j) => ({
    sentence:
      j.unit === 'GB'
        ? `The memory kit has ${j.actual} GB, the processor addresses ${j.limit} GB.`
        : `The memory kit is ${j.actual}, the processor takes ${j.limit}.`,
    mend: j.unit === 'GB' ? 'Take a smaller memory kit.' : `Take a ${j.limit} memory kit.`,
  }),
};

export const memorySlots: Rule = {
  id: 'memory-slots',
  title: 'Modules and memory slots',
  slots: ['motherboard', 'memory'],
  judge: ({ motherboard, memory }) =>
    motherboard && memory ? atMost(memory.modules, motherboard.memorySlots, 'modules') : PASS,
  words: (j) => ({
    sentence: `The memory kit has ${j.actual} modules, the motherboard has ${j.limit} slots.`,
    mend: 'Take a memory kit with fewer, larger modules.',
  }),
};

export const memoryCapacity: Rule = {
  id: 'memory-capacity',
  title: 'Memory the motherboard can hold',
  slots: ['motherboard', 'memory'],
  judge: ({ motherboard, memory }) =>
    motherboard && memory ? atMost(kitGb(memory), motherboard.memoryMaxGb, 'GB') : PASS,
  words: (j) => ({
    sentence: `The memory kit has ${j.actual} GB, the motherboard holds ${j.limit} GB.`,
    mend: 'Take a smaller memory kit or another motherboard.',
  }),
};

export const memoryProfile: Rule = {
  id: 'memory-profile',
  advice: true,
  title: 'Memory at its rated speed',
  slots: ['motherboard', 'memory'],
  judge({ motherboard, memory }, { memoryProfile: on }) {
    if (!motherboard || !memory) return PASS;
    const { ratedMts, jedecMts } = memory;
    if (
      ratedMts === null ||
      jedecMts === null ||
      motherboard.memoryProfile === null ||
      motherboard.memoryMaxMts === null
    )
      return UNKNOWN;
    const runs = Math.min(on && motherboard.memoryProfile ? ratedMts : jedecMts, motherboard.memoryMaxMts);
    return { verdict: runs < ratedMts ? 'note' : 'pass', actual: runs, limit: ratedMts, unit: 'MT/s' };
  },
  words: (j, { motherboard }) => ({
    sentence: `The memory kit is rated for ${j.limit} MT/s and runs at ${j.actual} here.`,
    mend:
      motherboard?.memoryProfile === false
        ? 'This motherboard has no memory profiles: pay for speed on another motherboard, or take a plainer memory kit.'
        : 'Switch the profile on in the BIOS, or take a plainer memory kit; a motherboard’s limit stays.',
  }),
};

export const memoryChannels: Rule = {
  id: 'memory-channels',
  advice: true,
  title: 'Memory channels',
  slots: ['memory'],
  judge({ memory }) {
    if (!memory) return PASS;
    if (memory.modules === null) return UNKNOWN;
    return {
      verdict: memory.modules >= 2 ? 'pass' : 'note',
      actual: memory.modules,
      limit: 2,
      unit: 'modules',
    };
  },
  words: () => ({
    sentence: 'One module uses one channel: half of the bandwidth.',
    mend: 'Take two modules, or plan the second matched one.',
  }),
};

/** A second kit runs with the first at full speed only when both are alike. Common practice, no source. */
export const secondKit: Rule = {
  id: 'second-kit',
  title: 'Planned second memory kit',
  slots: ['motherboard', 'memory'],
  advice: true,
  judge({ motherboard, memory }, { plannedMemory: later }) {
    if (!later || !motherboard || !memory) return PASS;
    const figures = [memory.type, memory.modules, memory.ratedMts, memory.ratedCl, memory.gbPerModule];
    const others = [later.type, later.modules, later.ratedMts, later.ratedCl, later.gbPerModule];
    if ([...figures, ...others, motherboard.memorySlots, motherboard.memoryMaxGb].includes(null))
      return UNKNOWN;
    if (memory.type !== later.type)
      return { verdict: 'warn', actual: String(later.type), limit: String(memory.type), unit: 'type' };
    const slots = atMost((memory.modules ?? 0) + (later.modules ?? 0), motherboard.memorySlots, 'slots');
    if (slots.verdict !== 'pass') return { ...slots, verdict: 'warn' };
    const room = atMost((kitGb(memory) ?? 0) + (kitGb(later) ?? 0), motherboard.memoryMaxGb, 'GB');
    if (room.verdict !== 'pass') return { ...room, verdict: 'warn' };
    const isMatched =
      memory.ratedMts === later.ratedMts &&
      memory.ratedCl === later.ratedCl &&
      memory.gbPerModule === later.gbPerModule;
    return isMatched
      ? PASS
      : {
          verdict: 'note',
          actual: `${later.gbPerModule} GB ${later.ratedMts} CL${later.ratedCl}`,
          limit: `${memory.gbPerModule} GB ${memory.ratedMts} CL${memory.ratedCl}`,
          unit: 'match',
        };
  },
  words: (j) => ({
    sentence:
      j.unit === 'match'
        ? `The planned second memory kit (${j.actual}) does not match the first (${j.limit}): both run at the slower figures.`
        : j.unit === 'type'
          ? `The planned second memory kit is ${j.actual}, the first is ${j.limit}.`
          : `Both memory kits together need ${j.actual} ${j.unit}, the motherboard has ${j.limit}.`,
    mend: 'Plan the very same memory kit a second time, on a motherboard with the slots for it.',
  }),
};

export const memoryFloor: Rule = {
  id: 'memory-floor',
  title: 'Memory the heaviest game asks for',
  slots: ['memory'],
  judge({ memory }, { needs, floors }) {
    if (!needs.capacityFloors || !memory) return PASS;
    return floors ? atLeast(kitGb(memory), floors.memoryGb, 'GB') : UNKNOWN;
  },
  words: (j) => ({
    sentence: `${j.actual} GB of memory; the heaviest game with what runs beside it asks for ${j.limit} GB.`,
    mend: 'Take a larger memory kit, a lower preset, or let the loss of frames count in place of a floor.',
  }),
};

export const videoMemoryFloor: Rule = {
  id: 'video-memory-floor',
  title: 'Video memory the heaviest game asks for',
  slots: ['gpu'],
  judge({ gpu }, { needs, floors }) {
    if (!needs.capacityFloors || !gpu) return PASS;
    return floors ? atLeast(gpu.videoMemoryGb, floors.videoMemoryGb, 'GB') : UNKNOWN;
  },
  words: (j) => ({
    sentence: `${j.actual} GB of video memory; the heaviest game asks for ${j.limit} GB at this resolution.`,
    mend: 'Take a graphics card with more memory, a lower preset, or let the loss of frames count in place of a floor.',
  }),
};
