import { atBest, atWorst, rulesFor, surely, type AssumptionRule } from '../assumption.ts';
import { OUTLINE_SOURCE, OUTLINE_FACTS, PSU_LENGTHS, PSU_SOURCE } from '../standards.ts';

/* What stands around the board: case, supply, cooler, drives, network. */

const box = rulesFor('case');
const psu = rulesFor('psu');
const cooler = rulesFor('cooler');
const storage = rulesFor('storage');
const network = rulesFor('network');

const CASE_RULES: readonly AssumptionRule[] = [
  box(
    'expansionSlots',
    { reason: 'As many as the largest motherboard that it takes.', source: OUTLINE_SOURCE },
    ({ motherboardFormFactors }) =>
      motherboardFormFactors?.length
        ? surely(Math.max(...motherboardFormFactors.map((each) => OUTLINE_FACTS[each].expansionSlots)))
        : null,
  ),
  box(
    'psuFormFactors',
    { reason: 'An ATX power supply, or an SFX one where it takes no motherboard larger than mini-ITX.' },
    ({ motherboardFormFactors }) => {
      if (!motherboardFormFactors?.length) return null;
      const isSmall = motherboardFormFactors.every((each) => each === 'mini-ITX');
      return isSmall ? atWorst(['SFX' as const], ['ATX' as const, 'SFX' as const]) : surely(['ATX' as const]);
    },
  ),
  box(
    'maxPsuLengthMm',
    { reason: 'Room for a power supply of usual length; at worst for the form’s own.', source: PSU_SOURCE },
    ({ psuFormFactors }) => {
      const form = psuFormFactors?.at(0);
      return form ? atBest(PSU_LENGTHS[form][1], PSU_LENGTHS[form][0]) : null;
    },
  ),
  box('bays25', { reason: 'One place for a 2.5-inch drive is usual.' }, () => atBest(1, 0)),
  box('bays35', { reason: 'One place for a 3.5-inch drive is usual.' }, () => atBest(1, 0)),
  box('fans', { reason: 'One fan in the box is usual.' }, () => atBest(1, 3)),
  box('radiatorsMm', { reason: 'Counted as without a place for a radiator.' }, () =>
    atWorst<readonly number[]>([], [120, 240]),
  ),
  box('frontConnectors', { reason: 'USB 2 and USB 3 on the front are usual.' }, () =>
    atBest<readonly ('USB 2' | 'USB 3' | 'USB-C')[]>(['USB 2', 'USB 3'], ['USB 2', 'USB 3', 'USB-C']),
  ),
];

/** Eight-pin card plugs by rating: usual, and the fewest that is common. Common practice, no source. */
const PLUGS: readonly (readonly [belowWatts: number, usual: number, fewest: number])[] = [
  [400, 1, 0],
  [550, 2, 1],
  [750, 2, 2],
  [Infinity, 4, 2],
];

const PSU_RULES: readonly AssumptionRule[] = [
  psu('form', { reason: 'ATX is usual.' }, () => atBest('ATX' as const, 'SFX' as const)),
  psu(
    'lengthMm',
    { reason: 'What power supplies of its form commonly measure.', source: PSU_SOURCE },
    ({ form }) => (form === null ? null : atBest(PSU_LENGTHS[form][1], PSU_LENGTHS[form][2])),
  ),
  psu(
    'eightPinConnectors',
    { reason: 'What power supplies of its rating commonly have.' },
    ({ ratedWatts }) => {
      if (ratedWatts === null) return null;
      const [, usual, fewest] = PLUGS.find(([below]) => ratedWatts < below) ?? PLUGS[0];
      return atBest(usual, fewest);
    },
  ),
  psu('sixteenPinConnectors', { reason: 'Counted as without.' }, () => atWorst(0, 1)),
  psu(
    'cpuConnectors',
    { reason: 'One plug for the processor is usual, two from 750 W on.' },
    ({ ratedWatts }) => (ratedWatts !== null && ratedWatts >= 750 ? atBest(2, 1) : atWorst(1, 2)),
  ),
];

/** Heat that a cooler takes off, in watts, by its height or its radiator. Common practice, no source. */
const BY_HEIGHT = [
  [60, 65],
  [130, 95],
  [150, 130],
  [Infinity, 180],
] as const;
const BY_RADIATOR = [
  [140, 150],
  [280, 220],
  [Infinity, 280],
] as const;
/** Of what is common, so much is taken for sure. Chosen. */
const SURE_SHARE = 0.7;
/** Height over the board of a cooler with a radiator, and room for memory beside a tower, in mm. Common practice. */
const PUMP_MM = 60;
const BESIDE_TOWER_MM = 40;
/** Stands for "no limit" in a cooler's room for memory. */
const NO_LIMIT_MM = 999;

const COOLER_RULES: readonly AssumptionRule[] = [
  cooler(
    'bracketExtra',
    { reason: 'Brackets for the sockets that it names are usually in the box.' },
    ({ sockets }) => (sockets === null ? null : atBest<readonly string[]>([], sockets)),
  ),
  cooler('radiatorMm', { reason: 'No radiator is named.' }, ({ heightMm }) =>
    heightMm === null ? null : atBest(0, 240),
  ),
  cooler(
    'heightMm',
    { reach: 'all', reason: 'A pump over the motherboard is commonly no taller.' },
    ({ radiatorMm }) => (radiatorMm ? atBest(PUMP_MM, PUMP_MM + 15) : null),
  ),
  cooler(
    'heatWatts',
    { reason: 'What coolers of its size commonly take off.' },
    ({ heightMm, radiatorMm }) => {
      const size = radiatorMm ? radiatorMm : heightMm;
      if (size === null) return null;
      const watts = (radiatorMm ? BY_RADIATOR : BY_HEIGHT).find(([upTo]) => size <= upTo)?.[1] ?? 0;
      return atBest(watts, Math.round(watts * SURE_SHARE));
    },
  ),
  cooler('memoryClearanceMm', { reason: 'A tower commonly leaves this much over the memory.' }, (part) =>
    part.radiatorMm ? surely(NO_LIMIT_MM) : { value: BESIDE_TOWER_MM, worst: 32, best: NO_LIMIT_MM },
  ),
  cooler('fans', { reason: 'One fan is usual.' }, ({ radiatorMm }) =>
    radiatorMm && radiatorMm > 140 ? atBest(2, 3) : atBest(1, 2),
  ),
];

const STORAGE_RULES: readonly AssumptionRule[] = [
  storage('solidState', { reason: 'M.2 drives have no disks, 3.5-inch ones do.' }, ({ interface: by }) =>
    by === 'M.2 NVMe' || by === 'M.2 SATA'
      ? surely<boolean>(true)
      : by === '3.5-inch SATA'
        ? surely<boolean>(false)
        : null,
  ),
  storage(
    'solidState',
    { reach: 'all', reason: 'New 2.5-inch drives commonly have no disks.' },
    ({ interface: by }) => (by === '2.5-inch SATA' ? atBest<boolean>(true, false) : null),
  ),
  storage('m2LengthMm', { reason: '80 mm is the usual length.' }, ({ interface: by }) =>
    by === 'M.2 NVMe' || by === 'M.2 SATA' ? atBest(80, 110) : null,
  ),
  storage('pcieGeneration', { reason: 'Counted as of the third generation.' }, ({ interface: by }) =>
    by === 'M.2 NVMe' ? atWorst(3, 4) : null,
  ),
  storage('heatSpreader', { reason: 'Counted as bare.' }, () => atWorst<boolean>(false, true)),
];

const NETWORK_RULES: readonly AssumptionRule[] = [
  network('interface', { reach: 'all', reason: 'Counted as an expansion card, which needs a slot.' }, () =>
    atWorst('PCIe' as const, 'USB' as const),
  ),
  network('wireless', { reason: 'Counted as without.' }, () => atWorst<boolean>(false, true)),
];

export const ENCLOSURE_ASSUMPTIONS: readonly AssumptionRule[] = [
  ...CASE_RULES,
  ...PSU_RULES,
  ...COOLER_RULES,
  ...STORAGE_RULES,
  ...NETWORK_RULES,
];
