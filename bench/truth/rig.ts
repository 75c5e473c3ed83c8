import type { Cpu, Gpu, Memory, Motherboard } from '@ripe-pick/core/parts';

/** A kit and a board of a common kind: what the machines of these worlds have. */
const MEMORY = {
  ...{ id: 'kit', kind: 'memory', type: 'DDR4', modules: 2, gbPerModule: 16 },
  ...{ ratedMts: 3200, ratedCl: 16, jedecMts: 2400, jedecCl: 17 },
} as unknown as Memory; // what the frame model reads
const BOARD = {
  ...{ id: 'board', kind: 'motherboard', memoryMaxMts: 6400, memoryProfile: true },
  pcieSlot: { generation: 5, lanes: 16 },
} as unknown as Motherboard; // what the frame model reads

/** A machine of a processor and a card, whose memory answers in ten nanoseconds. */
export const rigOf = (cpu: Cpu, gpu: Gpu) => ({
  cpu,
  gpu,
  memory: MEMORY,
  motherboard: BOARD,
  profileOn: true,
});
