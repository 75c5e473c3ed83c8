import type { PartSet } from '../parts/index.ts';
import type { Machine } from './causes.ts';

/** What a build has that a first start may fail on. */
export function machineOf({ cpu, motherboard: board, memory, gpu }: PartSet): Machine {
  const needed = board?.chipset ? cpu?.minBiosByChipset?.[board.chipset] : undefined;
  const power = gpu?.power ?? null;
  return {
    card: !!gpu,
    cardLeads: gpu ? power && power.sixPin + power.eightPin + power.sixteenPin > 0 : false,
    ownGraphics: cpu?.integratedGraphics ?? null,
    oldFirmware:
      needed === undefined || !board || board.biosVersion === null ? null : board.biosVersion < needed,
    sticks: memory?.modules ?? null,
  };
}
