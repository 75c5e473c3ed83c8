import { atBest, atWorst, rulesFor, type AssumptionRule } from '../assumption.ts';
import { MEMORY_FAMILIES } from '../standards.ts';

const cpu = rulesFor('cpu');

/** Package limit by cores, in watts: usual, and the most that is common. Common practice, no source. */
const wattsFor = (cores: number): readonly [usual: number, most: number] =>
  cores <= 4 ? [65, 95] : cores <= 8 ? [88, 125] : [125, 250];

export const CPU_ASSUMPTIONS: readonly AssumptionRule[] = [
  cpu('threads', { reach: 'all', reason: 'One thread a core is the least there can be.' }, ({ cores }) =>
    cores === null ? null : atWorst(cores, 2 * cores),
  ),
  cpu(
    'packagePowerWatts',
    { reach: 'all', reason: 'What processors with this many cores commonly draw.' },
    (part) => {
      if (part.cores === null) return null;
      const [usual, most] = wattsFor(part.cores);
      return atBest(usual, most);
    },
  ),
  cpu('memoryTypes', { reason: 'What the motherboards of its socket take.' }, ({ socket }, peers) => {
    const { memoryTypes } = peers.ofSocket(socket);
    return memoryTypes.length === 0 ? null : atBest(memoryTypes, memoryTypes.slice(0, 1));
  }),
  cpu(
    'memoryMaxGb',
    { reason: 'What processors of its memory type commonly address.' },
    ({ memoryTypes }) => {
      const newest = memoryTypes?.at(-1);
      if (!newest) return null;
      const [least, usual] = MEMORY_FAMILIES[newest].moduleGb;
      return atBest(4 * usual, 2 * least);
    },
  ),
  cpu('pcieGeneration', { reason: 'The generation of its platform.' }, ({ socket, memoryTypes }, peers) => {
    const platform = peers.ofSocket(socket);
    const oldest = memoryTypes?.at(0);
    const byMemory = oldest ? MEMORY_FAMILIES[oldest].generation : null;
    const usual = platform.cpuGeneration ?? platform.slotGeneration ?? byMemory?.[1];
    return usual === undefined ? null : atBest(usual, Math.min(usual, byMemory?.[0] ?? usual));
  }),
  cpu('integratedGraphics', { reason: 'Counted as having none until somebody says that it has.' }, () =>
    atWorst<boolean>(false, true),
  ),
  cpu('stockCooler', { reason: 'Counted as coming without a cooler.' }, ({ packagePowerWatts }) =>
    atWorst<false | { heatWatts: number; heightMm: number; noiseDb: null }>(false, {
      heatWatts: packagePowerWatts ?? 65,
      heightMm: 75,
      noiseDb: null,
    }),
  ),
  cpu('unlocked', { reason: 'Counted as locked.' }, () => atWorst<boolean>(false, true)),
  cpu(
    'minBiosByChipset',
    {
      reason:
        'Taken to run on the motherboards of its socket; the maker’s list of processors has the last word.',
    },
    ({ socket }, peers) => {
      const { chipsets } = peers.ofSocket(socket);
      if (chipsets.length === 0) return null;
      return atBest<Record<string, number>>(Object.fromEntries(chipsets.map((chipset) => [chipset, 0])), {});
    },
  ),
];
