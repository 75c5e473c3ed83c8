import { atBest, atWorst, rulesFor, surely, type AssumptionRule } from '../assumption.ts';
import { JEDEC_SOURCE, MEMORY_FAMILIES, OUTLINE_FACTS } from '../standards.ts';
import type { Motherboard } from '../../parts/index.ts';

const motherboard = rulesFor('motherboard');

/** Processors up to this draw count as of a board's own class, in watts. Common practice, no source. */
const OWN_CLASS_WATTS = 105;
/** What every board's power stage feeds, in watts. Common practice, no source. */
const LEAST_STAGE_WATTS = 65;

const familyOf = ({ memoryType }: Motherboard) => (memoryType ? MEMORY_FAMILIES[memoryType] : null);
const outlineOf = ({ formFactor }: Motherboard) => (formFactor ? OUTLINE_FACTS[formFactor] : null);

const IDENTITY: readonly AssumptionRule[] = [
  motherboard('memoryType', { reason: 'The only type that its socket goes with.' }, ({ socket }, peers) => {
    const { memoryTypes } = peers.ofSocket(socket);
    return memoryTypes.length === 1 ? surely(memoryTypes[0]) : null;
  }),
  motherboard(
    'chipset',
    { reason: 'Not stated: counted as one of its socket that its processors run on.' },
    ({ socket }, peers) => {
      const { chipsets } = peers.ofSocket(socket);
      if (socket === null || chipsets.length > 1) return null;
      return surely(chipsets.at(0) ?? `a chipset for ${socket}`);
    },
  ),
  motherboard(
    'biosVersion',
    {
      reason:
        'Sold with a BIOS that knows the processors of its socket; ask the seller which version it ships with.',
    },
    ({ socket, chipset }, peers) =>
      chipset === null ? null : atBest(peers.ofSocket(socket).biosByChipset.get(chipset) ?? 0, 0),
  ),
  motherboard('flashesWithoutCpu', { reason: 'Counted as needing a processor to update its BIOS.' }, () =>
    atWorst<boolean>(false, true),
  ),
  motherboard(
    'vrmWatts',
    {
      reason: 'Feeds the processors of its own class; for a hungrier one see the maker’s list of processors.',
    },
    ({ socket }, peers) => {
      const watts = Math.min(peers.ofSocket(socket).watts ?? OWN_CLASS_WATTS, OWN_CLASS_WATTS);
      return atBest(watts, Math.min(watts, LEAST_STAGE_WATTS));
    },
  ),
  motherboard('cpuPowerConnectors', { reason: 'One power plug for the processor is usual.' }, (part) => {
    const plugs = outlineOf(part)?.cpuPlugs ?? [1, 2];
    return atBest(plugs[0], plugs[1]);
  }),
];

const MEMORY: readonly AssumptionRule[] = [
  motherboard(
    'memorySlots',
    { reason: 'Two slots are the least that motherboards have.' },
    ({ formFactor }) => (formFactor === 'mini-ITX' ? surely(2) : atWorst(2, 4)),
  ),
  motherboard('memoryMaxGb', { reason: 'What its slots commonly take of its memory type.' }, (part) => {
    const family = familyOf(part);
    if (!family || part.memorySlots === null) return null;
    return atBest(part.memorySlots * family.moduleGb[1], part.memorySlots * family.moduleGb[0]);
  }),
  motherboard(
    'memoryMaxMts',
    { reason: 'What motherboards of its memory type commonly run.', source: JEDEC_SOURCE },
    (part) => {
      const family = familyOf(part);
      return (
        family && { value: family.boardMts[1], worst: family.boardMts[0], best: 1.25 * family.boardMts[1] }
      );
    },
  ),
  motherboard(
    'memoryProfile',
    { reason: 'Motherboards for building commonly switch a memory kit’s rated speed on.' },
    () => atBest<boolean>(true, false),
  ),
];

const PLACES: readonly AssumptionRule[] = [
  motherboard(
    'm2',
    { reason: 'One place for a drive of 80 mm is usual from DDR4 on, none before.' },
    ({ memoryType }) => {
      if (memoryType === null) return null;
      const place = {
        protocols: ['NVMe' as const],
        maxLengthMm: 80,
        disablesSataPorts: 0,
        heatSpreader: false,
      };
      return memoryType === 'DDR3' ? atWorst([], [place]) : atBest([place], []);
    },
  ),
  motherboard('sataPorts', { reason: 'What its outline commonly has.' }, (part) => {
    const ports = outlineOf(part)?.sataPorts ?? [2, 4];
    return atBest(ports[1], ports[0]);
  }),
  motherboard(
    'pcieSlot',
    { reason: 'Sixteen lanes at the generation of its platform.' },
    ({ socket, memoryType }, peers) => {
      const platform = peers.ofSocket(socket);
      const byMemory = memoryType ? MEMORY_FAMILIES[memoryType].generation : null;
      const usual = platform.slotGeneration ?? platform.cpuGeneration ?? byMemory?.[1];
      if (usual === undefined) return null;
      const worst = { generation: Math.min(usual, byMemory?.[0] ?? usual), lanes: 8 };
      return atBest({ generation: usual, lanes: 16 }, worst);
    },
  ),
  motherboard('smallSlots', { reason: 'What its outline commonly has.' }, (part) => {
    const slots = outlineOf(part)?.smallSlots ?? [0, 1];
    return atBest(slots[1], slots[0]);
  }),
  motherboard('wireless', { reason: 'Counted as without.' }, () => atWorst<boolean>(false, true)),
  motherboard('displayOutputs', { reason: 'One HDMI output is usual.' }, () => atBest(['HDMI' as const], [])),
  motherboard('overclocking', { reason: 'Counted as not doing so.' }, () => atWorst<boolean>(false, true)),
  motherboard('fanHeaders', { reason: 'What its outline commonly has.' }, (part) => {
    const headers = outlineOf(part)?.fanHeaders ?? [2, 3];
    return atBest(headers[1], headers[0]);
  }),
  motherboard('frontHeaders', { reason: 'Headers for USB 2 and USB 3 are usual.' }, () =>
    atBest<readonly ('USB 2' | 'USB 3' | 'USB-C')[]>(['USB 2', 'USB 3'], ['USB 2']),
  ),
];

export const MOTHERBOARD_ASSUMPTIONS: readonly AssumptionRule[] = [...IDENTITY, ...MEMORY, ...PLACES];
