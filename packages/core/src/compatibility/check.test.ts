import { describe, expect, it } from 'vitest';
import {
  ADAPTER,
  BOARD,
  BRIEF,
  CARD,
  CASE,
  COOLER,
  GOOD,
  MEMORY,
  PROCESSOR,
  STORAGE,
  SUPPLY,
} from '../test/fixtures.ts';
import type { Brief, Extra, PartSet } from '../parts/index.ts';
import { writeNumbersAs } from '../units/index.ts';
import { checkBuild, decided, firstBarrier, isBarred, isBarrier, openSlots, ruleContext } from './check.ts';
import { said, type RuleContext, type Verdict } from './rule.ts';
import { RULES } from './rules/index.ts';
import { CARD_FEED_WATTS, gpuFeedWatts } from './rules/psu.ts';

const CONTEXT = ruleContext(BRIEF, new Map());
const needing = (needs: Partial<Brief['needs']>): RuleContext => ({
  ...CONTEXT,
  needs: { ...CONTEXT.needs, ...needs },
});

const BULK = {
  ...STORAGE,
  id: 'secondaryStorage',
  interface: '3.5-inch SATA',
  solidState: false,
  m2LengthMm: null,
} as const;

function verdictOf(rule: string, change: PartSet, context: RuleContext = CONTEXT): Verdict {
  const set = { ...GOOD, ...change };
  const found = RULES.find((each) => each.id === rule);
  if (!found) throw new Error(`no rule ${rule}`);
  return found.judge(set, context).verdict;
}

/** Rule, what spoils it, and the verdict. A row with an unknown comes from a sheet that is silent. */
type Row = readonly [rule: string, what: string, change: PartSet, verdict: Verdict, context?: RuleContext];
/** What is added: a fan, a strip of lights, an optical drive. */
const EXTRA = {
  id: 'extra',
  kind: 'extras',
  brand: 'Maker',
  name: 'Extra',
  purpose: 'fan',
  watts: 2,
} as const;
const adding = (figures: Partial<Extra>, change: PartSet = {}): PartSet => ({
  ...change,
  extras3: { ...EXTRA, ...figures },
});
const SATA_DRIVE = { ...STORAGE, id: 'sata', interface: '2.5-inch SATA', m2LengthMm: null } as const;
const WARM = { ...CASE, fans: 0, meshFront: false };
const BOX_ROWS: readonly Row[] = [
  [
    'fan-headers',
    'a header for one more',
    adding({ fans: 1 }, { motherboard: { ...BOARD, fanHeaders: 3 } }),
    'pass',
  ],
  ['fan-headers', 'none for three more', adding({ fans: 3 }), 'warn'],
  ['fan-headers', 'a hub makes up for it', adding({ fans: 3, addsFanHeaders: 4 }), 'pass'],
  ['light-headers', 'no lights', {}, 'pass'],
  ['light-headers', 'a controller feeds them', adding({ lightPlugs: 2, addsLightHeaders: 3 }), 'pass'],
  [
    'light-headers',
    'two for one',
    adding({ lightPlugs: 2 }, { motherboard: { ...BOARD, lightHeaders: 1 } }),
    'warn',
  ],
  ['light-headers', 'not stated', adding({ lightPlugs: 1 }), 'unknown'],
  ['sata-plugs', 'no drive asks for one', {}, 'pass'],
  [
    'sata-plugs',
    'as many as there are',
    { storage: SATA_DRIVE, tertiaryStorage: BULK, psu: { ...SUPPLY, sataConnectors: 2 } },
    'pass',
  ],
  [
    'sata-plugs',
    'the third drive has none',
    { storage: SATA_DRIVE, tertiaryStorage: BULK, psu: { ...SUPPLY, sataConnectors: 1 } },
    'warn',
  ],
  [
    'sata-plugs',
    'an optical drive has none',
    adding({ sataPlugs: 1 }, { psu: { ...SUPPLY, sataConnectors: 0 } }),
    'warn',
  ],
  ['sata-plugs', 'not stated', { storage: SATA_DRIVE }, 'unknown'],
  ['peripheral-plugs', 'nothing asks for one', {}, 'pass'],
  [
    'peripheral-plugs',
    'one for two',
    adding({ peripheralPlugs: 2 }, { psu: { ...SUPPLY, peripheralConnectors: 1 } }),
    'warn',
  ],
  ['peripheral-plugs', 'not stated', adding({ peripheralPlugs: 2 }), 'unknown'],
  ['extra-ports', 'nothing asks for one', {}, 'pass'],
  [
    'extra-ports',
    'one for drive and optical drive',
    adding({ sataPorts: 1 }, { storage: SATA_DRIVE, motherboard: { ...BOARD, sataPorts: 1 } }),
    'warn',
  ],
  [
    'extra-ports',
    'not stated',
    adding({ sataPorts: 1 }, { motherboard: { ...BOARD, sataPorts: null } }),
    'unknown',
  ],
  ['bays-525', 'nothing asks for one', {}, 'pass'],
  ['bays-525', 'a place for it', adding({ bays525: 1 }, { case: { ...CASE, bays525: 1 } }), 'pass'],
  ['bays-525', 'no place', adding({ bays525: 1 }, { case: { ...CASE, bays525: 0 } }), 'warn'],
  ['bays-525', 'not stated', adding({ bays525: 1 }), 'unknown'],
  ['case-air', 'two fans and a mesh', { case: { ...CASE, fans: 3, meshFront: true } }, 'pass'],
  ['case-air', 'no fan behind a closed front', { case: WARM }, 'note'],
  ['case-air', 'one that blows in helps', adding({ fans: 4 }, { case: WARM }), 'pass'],
];

/** Wishes about single parts: another maker, another colour, fixed leads. A maker is always stated. */
const WISH_ROWS: readonly Row[] = [
  ...(['cpu', 'gpu', 'motherboard', 'memory', 'cooler', 'case', 'psu'] as const).flatMap((kind): Row[] => [
    [`brand-${kind}`, 'any brand', {}, 'pass'],
    [`brand-${kind}`, 'that maker', {}, 'pass', needing({ brands: { [kind]: [GOOD[kind]?.brand ?? ''] } })],
    [`brand-${kind}`, 'another maker', {}, 'block', needing({ brands: { [kind]: ['Another'] } })],
  ]),
  ...(['gpu', 'memory', 'cooler', 'case'] as const).flatMap((kind): Row[] => {
    const painted = (colour: string | null) => ({ [kind]: { ...GOOD[kind], colour } }) as PartSet;
    return [
      [`colour-${kind}`, 'any colour', painted('black'), 'pass'],
      [`colour-${kind}`, 'that colour', painted('White'), 'pass', needing({ colour: 'white' })],
      [`colour-${kind}`, 'another colour', painted('black'), 'block', needing({ colour: 'white' })],
      [`colour-${kind}`, 'not stated', painted(null), 'unknown', needing({ colour: 'white' })],
    ];
  }),
  ['modular-leads', 'any leads', {}, 'pass'],
  [
    'modular-leads',
    'all come off',
    { psu: { ...SUPPLY, modular: 'full' } },
    'pass',
    needing({ modular: true }),
  ],
  ['modular-leads', 'fixed', { psu: { ...SUPPLY, modular: 'no' } }, 'block', needing({ modular: true })],
  [
    'modular-leads',
    'not stated',
    { psu: { ...SUPPLY, modular: null } },
    'unknown',
    needing({ modular: true }),
  ],
];
const TABLE: readonly Row[] = [
  ['socket', 'same socket', {}, 'pass'],
  ['socket', 'another socket', { motherboard: { ...BOARD, socket: 'S2' } }, 'block'],
  ['socket', 'not stated', { motherboard: { ...BOARD, socket: null } }, 'unknown'],
  ['firmware', 'shipped level knows it', {}, 'pass'],
  ['firmware', 'level too low', { motherboard: { ...BOARD, chipset: 'C1' } }, 'block'],
  [
    'firmware',
    'level too low, but flashes alone',
    { motherboard: { ...BOARD, chipset: 'C1', flashesWithoutCpu: true } },
    'warn',
  ],
  [
    'firmware',
    'level too low, flashing not stated',
    { motherboard: { ...BOARD, chipset: 'C1', flashesWithoutCpu: null } },
    'unknown',
  ],
  ['firmware', 'a chipset that never learns it', { motherboard: { ...BOARD, chipset: 'C9' } }, 'block'],
  ['firmware', 'shipped level not stated', { motherboard: { ...BOARD, biosVersion: null } }, 'unknown'],
  ['power-stage', 'strong enough', {}, 'pass'],
  ['power-stage', 'exactly enough', { motherboard: { ...BOARD, vrmWatts: 88 } }, 'pass'],
  ['power-stage', 'one watt short', { motherboard: { ...BOARD, vrmWatts: 87 } }, 'block'],
  ['power-stage', 'not stated', { cpu: { ...PROCESSOR, packagePowerWatts: null } }, 'unknown'],
  ['memory-type', 'same type', {}, 'pass'],
  ['memory-type', 'another type', { memory: { ...MEMORY, type: 'DDR5' } }, 'block'],
  ['memory-type', 'not stated', { memory: { ...MEMORY, type: null } }, 'unknown'],
  ['memory-controller', 'type taken', {}, 'pass'],
  ['memory-controller', 'type not taken', { cpu: { ...PROCESSOR, memoryTypes: ['DDR5'] } }, 'block'],
  ['memory-controller', 'too much memory', { cpu: { ...PROCESSOR, memoryMaxGb: 8 } }, 'block'],
  ['memory-controller', 'not stated', { cpu: { ...PROCESSOR, memoryTypes: null } }, 'unknown'],
  ['memory-slots', 'enough slots', {}, 'pass'],
  ['memory-slots', 'too few', { motherboard: { ...BOARD, memorySlots: 1 } }, 'block'],
  ['memory-slots', 'not stated', { memory: { ...MEMORY, modules: null } }, 'unknown'],
  ['memory-capacity', 'fits', {}, 'pass'],
  ['memory-capacity', 'too much', { motherboard: { ...BOARD, memoryMaxGb: 15 } }, 'block'],
  ['memory-capacity', 'not stated', { motherboard: { ...BOARD, memoryMaxGb: null } }, 'unknown'],
  ['memory-profile', 'runs as rated', {}, 'pass'],
  ['memory-profile', 'profile off', {}, 'note', { ...CONTEXT, memoryProfile: false }],
  [
    'memory-profile',
    'motherboard without profiles',
    { motherboard: { ...BOARD, memoryProfile: false } },
    'note',
  ],
  ['memory-profile', 'not stated', { motherboard: { ...BOARD, memoryProfile: null } }, 'unknown'],
  ['memory-channels', 'two sticks', {}, 'pass'],
  ['memory-channels', 'one stick', { memory: { ...MEMORY, modules: 1 } }, 'note'],
  ['memory-channels', 'not stated', { memory: { ...MEMORY, modules: null } }, 'unknown'],
  ['board-in-case', 'takes it', {}, 'pass'],
  ['board-in-case', 'too large', { motherboard: { ...BOARD, formFactor: 'ATX' } }, 'block'],
  ['board-in-case', 'not stated', { case: { ...CASE, motherboardFormFactors: null } }, 'unknown'],
  ['card-in-slot', 'has a slot', {}, 'pass'],
  ['card-in-slot', 'has none', { motherboard: { ...BOARD, pcieSlot: { generation: 4, lanes: 0 } } }, 'block'],
  ['card-in-slot', 'not stated', { motherboard: { ...BOARD, pcieSlot: null } }, 'unknown'],
  ['card-length', 'short enough', { gpu: { ...CARD, lengthMm: 300 } }, 'pass'],
  ['card-length', 'one millimetre too long', { gpu: { ...CARD, lengthMm: 301 } }, 'block'],
  ['card-length', 'not stated', { case: { ...CASE, maxGpuLengthMm: null } }, 'unknown'],
  ['card-width', 'thin enough', {}, 'pass'],
  ['card-width', 'too thick', { gpu: { ...CARD, slotsWide: 4.2 } }, 'block'],
  ['card-width', 'not stated', { gpu: { ...CARD, slotsWide: null } }, 'unknown'],
  ['card-feed', 'within slot and socket', {}, 'pass'],
  ['card-feed', 'more than its sockets carry', { gpu: { ...CARD, boardPowerWatts: 226 } }, 'block'],
  ['card-feed', 'not stated', { gpu: { ...CARD, power: null } }, 'unknown'],
  ['cooler-socket', 'has the bracket', {}, 'pass'],
  ['cooler-socket', 'has not', { cooler: { ...COOLER, sockets: ['S2'] } }, 'block'],
  ['cooler-socket', 'not stated', { cooler: { ...COOLER, sockets: null } }, 'unknown'],
  ['cooler-heat', 'strong enough', {}, 'pass'],
  ['cooler-heat', 'too weak', { cooler: { ...COOLER, heatWatts: 87 } }, 'block'],
  ['cooler-heat', 'boxed and adequate', { cooler: null }, 'pass'],
  ['cooler-heat', 'no cooler at all', { cooler: null, cpu: { ...PROCESSOR, stockCooler: false } }, 'block'],
  ['cooler-heat', 'box not stated', { cooler: null, cpu: { ...PROCESSOR, stockCooler: null } }, 'unknown'],
  ['cooler-height', 'low enough', {}, 'pass'],
  ['cooler-height', 'too high', { cooler: { ...COOLER, heightMm: 161 } }, 'block'],
  ['cooler-height', 'not stated', { cooler: { ...COOLER, heightMm: null } }, 'unknown'],
  ['boxed-cooler-height', 'low enough', { cooler: null }, 'pass'],
  ['boxed-cooler-height', 'too high', { cooler: null, case: { ...CASE, maxCoolerHeightMm: 50 } }, 'block'],
  [
    'boxed-cooler-height',
    'not stated',
    { cooler: null, case: { ...CASE, maxCoolerHeightMm: null } },
    'unknown',
  ],
  ['cooler-over-memory', 'clears it', {}, 'pass'],
  ['cooler-over-memory', 'touches it', { memory: { ...MEMORY, heightMm: 41 } }, 'block'],
  ['cooler-over-memory', 'not stated', { cooler: { ...COOLER, memoryClearanceMm: null } }, 'unknown'],
  ['supply-watts', 'enough by the larger of both rules', {}, 'pass'],
  [
    'supply-watts',
    'under the graphics card’s recommended power supply',
    { psu: { ...SUPPLY, ratedWatts: 400 } },
    'block',
  ],
  [
    'supply-watts',
    'enough by load alone',
    { psu: { ...SUPPLY, ratedWatts: 400 } },
    'pass',
    needing({ psuRule: { kind: 'load', factor: 1.3 } }),
  ],
  ['supply-watts', 'maker’s figure not stated', { gpu: { ...CARD, recommendedPsuWatts: null } }, 'unknown'],
  [
    'supply-watts',
    'maker’s figure not stated, but the load alone is too much',
    { gpu: { ...CARD, recommendedPsuWatts: null }, psu: { ...SUPPLY, ratedWatts: 250 } },
    'block',
  ],
  ['supply-watts', 'rating not stated', { psu: { ...SUPPLY, ratedWatts: null } }, 'unknown'],
  ['card-leads', 'enough leads', {}, 'pass'],
  ['card-leads', 'too few', { psu: { ...SUPPLY, eightPinConnectors: 0 } }, 'block'],
  [
    'card-leads',
    'six-pin socket on a six-plus-two lead',
    { gpu: { ...CARD, power: { sixPin: 1, eightPin: 1, sixteenPin: 0 } } },
    'pass',
  ],
  [
    'card-leads',
    'no sixteen-pin lead',
    { gpu: { ...CARD, power: { sixPin: 0, eightPin: 0, sixteenPin: 1 } } },
    'block',
  ],
  ['card-leads', 'not stated', { psu: { ...SUPPLY, eightPinConnectors: null } }, 'unknown'],
  ['processor-leads', 'enough', {}, 'pass'],
  ['processor-leads', 'too few', { motherboard: { ...BOARD, cpuPowerConnectors: 2 } }, 'block'],
  ['processor-leads', 'not stated', { psu: { ...SUPPLY, cpuConnectors: null } }, 'unknown'],
  ['supply-in-case', 'fits', {}, 'pass'],
  ['supply-in-case', 'another form', { psu: { ...SUPPLY, form: 'TFX' } }, 'block'],
  ['supply-in-case', 'too long', { psu: { ...SUPPLY, lengthMm: 161 } }, 'block'],
  ['supply-in-case', 'not stated', { case: { ...CASE, psuFormFactors: null } }, 'unknown'],
  ['picture-output', 'a graphics card shows the picture', {}, 'pass'],
  ['picture-output', 'the processor shows it', { gpu: null }, 'pass'],
  [
    'picture-output',
    'no graphics at all',
    { gpu: null, cpu: { ...PROCESSOR, integratedGraphics: false } },
    'block',
  ],
  [
    'picture-output',
    'no output on the motherboard',
    { gpu: null, motherboard: { ...BOARD, displayOutputs: [] } },
    'block',
  ],
  ['picture-output', 'not stated', { gpu: null, cpu: { ...PROCESSOR, integratedGraphics: null } }, 'unknown'],
  ['card-output', 'has outputs', {}, 'pass'],
  ['card-output', 'has none', { gpu: { ...CARD, displayOutputs: [] } }, 'block'],
  ['card-output', 'not stated', { gpu: { ...CARD, displayOutputs: null } }, 'unknown'],
  ['drive-places', 'a place for the drive', {}, 'pass'],
  ['drive-places', 'too long for the place', { storage: { ...STORAGE, m2LengthMm: 110 } }, 'block'],
  ['drive-places', 'no M.2 place', { motherboard: { ...BOARD, m2: [] } }, 'block'],
  [
    'drive-places',
    'wrong protocol',
    {
      storage: { ...STORAGE, interface: 'M.2 SATA' },
      motherboard: { ...BOARD, m2: [{ protocols: ['NVMe'], maxLengthMm: 80, disablesSataPorts: 0 }] },
    },
    'block',
  ],
  [
    'drive-places',
    'SATA port taken by the M.2 place',
    {},
    'block',
    { ...CONTEXT, ownedDrives: [{ ...STORAGE, id: 'old', interface: '3.5-inch SATA', m2LengthMm: null }] },
  ],
  ['drive-places', 'not stated', { motherboard: { ...BOARD, m2: null } }, 'unknown'],
  ['drive-bays', 'needs none', {}, 'pass'],
  [
    'drive-bays',
    'no bay left',
    { storage: { ...STORAGE, interface: '2.5-inch SATA' }, case: { ...CASE, bays25: 0, bays35: 0 } },
    'block',
  ],
  [
    'drive-bays',
    'a small drive in a large bay',
    { storage: { ...STORAGE, interface: '2.5-inch SATA' }, case: { ...CASE, bays25: 0, bays35: 1 } },
    'pass',
  ],
  [
    'drive-bays',
    'not stated',
    { storage: { ...STORAGE, interface: '2.5-inch SATA' }, case: { ...CASE, bays25: null } },
    'unknown',
  ],
  ...WISH_ROWS,
  ...BOX_ROWS,
  ['job-cores', 'no side jobs', {}, 'pass'],
  ['job-cores', 'exactly enough', {}, 'pass', { ...CONTEXT, jobCores: PROCESSOR.cores ?? 0 }],
  ['job-cores', 'one too few', {}, 'block', { ...CONTEXT, jobCores: (PROCESSOR.cores ?? 0) + 1 }],
  ['job-cores', 'not stated', { cpu: { ...PROCESSOR, cores: null } }, 'unknown', { ...CONTEXT, jobCores: 4 }],
  ['memory-need', 'enough', {}, 'pass'],
  ['memory-need', 'too little', { memory: { ...MEMORY, gbPerModule: 4 } }, 'block'],
  ['memory-need', 'not stated', { memory: { ...MEMORY, gbPerModule: null } }, 'unknown'],
  ['storage-need', 'enough', {}, 'pass'],
  ['storage-need', 'too little in all', { storage: { ...STORAGE, gb: 240 } }, 'block'],
  ['storage-need', 'fast enough, too little in all', {}, 'block', needing({ totalStorageGb: 900 })],
  [
    'storage-need',
    'the owned drive makes up for it',
    {},
    'pass',
    { ...needing({ totalStorageGb: 900 }), ownedDrives: [{ ...STORAGE, id: 'old', solidState: false }] },
  ],
  ['storage-need', 'not stated', { storage: { ...STORAGE, gb: null } }, 'unknown'],
  ['card-need', 'has one', {}, 'pass', needing({ gpuRequired: true })],
  ['card-need', 'has none', { gpu: null }, 'block', needing({ gpuRequired: true })],
  ['wireless-need', 'not wanted', {}, 'pass'],
  ['wireless-need', 'wanted and missing', {}, 'block', needing({ wireless: true })],
  ['wireless-need', 'wanted, by adapter', { network: ADAPTER }, 'pass', needing({ wireless: true })],
  [
    'wireless-need',
    'motherboard not stated',
    { motherboard: { ...BOARD, wireless: null } },
    'unknown',
    needing({ wireless: true }),
  ],
  ['network-place', 'a small slot', { network: ADAPTER }, 'pass'],
  [
    'network-place',
    'no slot beside the graphics card',
    { network: ADAPTER, motherboard: { ...BOARD, smallSlots: 0 } },
    'block',
  ],
  [
    'network-place',
    'the graphics card’s own slot, when there is no graphics card',
    { network: ADAPTER, gpu: null, motherboard: { ...BOARD, smallSlots: 0 } },
    'pass',
  ],
  [
    'network-place',
    'not stated',
    { network: ADAPTER, motherboard: { ...BOARD, smallSlots: null } },
    'unknown',
  ],
  ['size-need', 'any size', {}, 'pass'],
  ['size-need', 'too large', {}, 'block', needing({ maxLitres: 31 })],
  ['size-need', 'not stated', { case: { ...CASE, litres: null } }, 'unknown', needing({ maxLitres: 31 })],
  ['system-need', 'not wanted', {}, 'pass'],
  ['system-need', 'wanted and missing', {}, 'block', needing({ osLicence: true })],
  [
    'firmware',
    'level too low, an older processor at hand',
    { motherboard: { ...BOARD, chipset: 'C1' } },
    'warn',
    needing({ borrowCpu: true }),
  ],
  [
    'card-leads',
    'sixteen pins by the maker’s adapter',
    { gpu: { ...CARD, power: { sixPin: 0, eightPin: 0, sixteenPin: 1 }, adapterEightPins: 2 } },
    'warn',
  ],
  [
    'card-leads',
    'an adapter that needs more leads than there are',
    { gpu: { ...CARD, power: { sixPin: 0, eightPin: 0, sixteenPin: 1 }, adapterEightPins: 3 } },
    'block',
  ],
  [
    'card-leads',
    'adapter not stated',
    { gpu: { ...CARD, power: { sixPin: 0, eightPin: 0, sixteenPin: 1 }, adapterEightPins: null } },
    'unknown',
  ],
  ['raising-clocks', 'not asked for, nothing paid for', {}, 'pass'],
  [
    'raising-clocks',
    'asked for and possible',
    { cpu: { ...PROCESSOR, unlocked: true } },
    'pass',
    needing({ overclock: true }),
  ],
  ['raising-clocks', 'asked for, the processor is locked', {}, 'block', needing({ overclock: true })],
  [
    'raising-clocks',
    'asked for, the chipset does not',
    { cpu: { ...PROCESSOR, unlocked: true }, motherboard: { ...BOARD, overclocking: false } },
    'block',
    needing({ overclock: true }),
  ],
  [
    'raising-clocks',
    'unlocked for nothing',
    { cpu: { ...PROCESSOR, unlocked: true }, motherboard: { ...BOARD, overclocking: false } },
    'note',
  ],
  [
    'raising-clocks',
    'not stated',
    { motherboard: { ...BOARD, overclocking: null }, cpu: { ...PROCESSOR, unlocked: true } },
    'unknown',
    needing({ overclock: true }),
  ],
  ['radiator-place', 'no radiator', {}, 'pass'],
  ['radiator-place', 'a place of its length', { cooler: { ...COOLER, radiatorMm: 240 } }, 'pass'],
  ['radiator-place', 'none of its length', { cooler: { ...COOLER, radiatorMm: 360 } }, 'block'],
  ['radiator-place', 'not stated', { cooler: { ...COOLER, radiatorMm: null } }, 'unknown'],
  ['cooler-bracket', 'in the box', {}, 'pass'],
  ['cooler-bracket', 'to be ordered', { cooler: { ...COOLER, bracketExtra: ['S1'] } }, 'warn'],
  ['cooler-bracket', 'not stated', { cooler: { ...COOLER, bracketExtra: null } }, 'unknown'],
  ['boxed-need', 'the boxed one will do', { cooler: null }, 'pass'],
  ['boxed-need', 'it will not', { cooler: null }, 'block', needing({ stockCooler: false })],
  ['noise-need', 'any noise', {}, 'pass'],
  ['noise-need', 'exactly as quiet as asked', {}, 'pass', needing({ maxNoiseDb: 26 })],
  ['noise-need', 'one decibel too loud', {}, 'block', needing({ maxNoiseDb: 25 })],
  ['noise-need', 'the boxed one is too loud', { cooler: null }, 'block', needing({ maxNoiseDb: 30 })],
  [
    'noise-need',
    'not stated',
    { cooler: { ...COOLER, noiseDb: null } },
    'unknown',
    needing({ maxNoiseDb: 30 }),
  ],
  ['fan-headers', 'enough', {}, 'pass'],
  ['fan-headers', 'one fan too many', { case: { ...CASE, fans: 3 } }, 'warn'],
  ['fan-headers', 'not stated', { motherboard: { ...BOARD, fanHeaders: null } }, 'unknown'],
  ['card-link', 'its full link', {}, 'pass'],
  [
    'card-link',
    'half the lanes',
    { motherboard: { ...BOARD, pcieSlot: { generation: 4, lanes: 8 } } },
    'note',
  ],
  ['card-link', 'not stated', { gpu: { ...CARD, pcieLanes: null } }, 'unknown'],
  ['front-connectors', 'all have a header', {}, 'pass'],
  ['front-connectors', 'one stays dead', { case: { ...CASE, frontConnectors: ['USB-C'] } }, 'warn'],
  ['front-connectors', 'not stated', { motherboard: { ...BOARD, frontHeaders: null } }, 'unknown'],
  ['planned-card', 'nothing planned', {}, 'pass'],
  ['planned-card', 'fits', {}, 'pass', { ...CONTEXT, plannedGpu: CARD }],
  ['planned-card', 'too long', {}, 'warn', { ...CONTEXT, plannedGpu: { ...CARD, lengthMm: 301 } }],
  [
    'planned-card',
    'no leads for it',
    {},
    'warn',
    { ...CONTEXT, plannedGpu: { ...CARD, power: { sixPin: 0, eightPin: 3, sixteenPin: 0 } } },
  ],
  ['planned-card', 'not stated', {}, 'unknown', { ...CONTEXT, plannedGpu: { ...CARD, lengthMm: null } }],
  ['planned-watts', 'nothing planned', {}, 'pass'],
  ['planned-watts', 'enough', {}, 'pass', { ...CONTEXT, plannedGpu: CARD }],
  ['planned-watts', 'too little', {}, 'warn', { ...CONTEXT, plannedGpu: { ...CARD, boardPowerWatts: 400 } }],
  [
    'planned-watts',
    'not stated',
    {},
    'unknown',
    { ...CONTEXT, plannedGpu: { ...CARD, recommendedPsuWatts: null } },
  ],
  [
    'supply-watts',
    'the planned graphics card counts by its rule',
    {},
    'block',
    {
      ...needing({ psuRule: { kind: 'planned', factor: 1.3 } }),
      plannedGpu: { ...CARD, recommendedPsuWatts: 650 },
    },
  ],
  [
    'supply-watts',
    'a smaller planned graphics card asks for nothing more',
    {},
    'pass',
    {
      ...needing({ psuRule: { kind: 'planned', factor: 1.3 } }),
      plannedGpu: { ...CARD, boardPowerWatts: 75, recommendedPsuWatts: 300 },
    },
  ],
  ['planned-processor', 'nothing planned', {}, 'pass'],
  ['planned-processor', 'drops in', {}, 'pass', { ...CONTEXT, plannedCpu: PROCESSOR }],
  [
    'planned-processor',
    'drops in once the present one has flashed the BIOS',
    { motherboard: { ...BOARD, chipset: 'C1' } },
    'pass',
    { ...CONTEXT, plannedCpu: PROCESSOR },
  ],
  [
    'planned-processor',
    'another socket',
    {},
    'warn',
    { ...CONTEXT, plannedCpu: { ...PROCESSOR, socket: 'S9' } },
  ],
  [
    'planned-processor',
    'a chipset that never learns it',
    { motherboard: { ...BOARD, chipset: 'C9' } },
    'warn',
    { ...CONTEXT, plannedCpu: PROCESSOR },
  ],
  [
    'planned-processor',
    'more watts than the motherboard feeds',
    {},
    'warn',
    { ...CONTEXT, plannedCpu: { ...PROCESSOR, packagePowerWatts: 400 } },
  ],
  [
    'planned-processor',
    'not stated',
    {},
    'unknown',
    { ...CONTEXT, plannedCpu: { ...PROCESSOR, socket: null } },
  ],
  ['prepared-card', 'only planned', {}, 'pass', { ...CONTEXT, plannedGpu: { ...CARD, lengthMm: 301 } }],
  [
    'prepared-card',
    'prepared for, and too long',
    {},
    'block',
    { ...CONTEXT, plannedGpu: { ...CARD, lengthMm: 301 }, isFirm: true },
  ],
  [
    'prepared-card',
    'prepared for, not stated',
    {},
    'unknown',
    { ...CONTEXT, plannedGpu: { ...CARD, lengthMm: null }, isFirm: true },
  ],
  ['prepared-memory', 'only planned', {}, 'pass', { ...CONTEXT, plannedMemory: { ...MEMORY, type: 'DDR5' } }],
  [
    'prepared-memory',
    'prepared for, no slots left',
    { motherboard: { ...BOARD, memorySlots: 2 } },
    'block',
    { ...CONTEXT, plannedMemory: MEMORY, isFirm: true },
  ],
  [
    'prepared-memory',
    'prepared for, unlike the first',
    {},
    'note',
    { ...CONTEXT, plannedMemory: { ...MEMORY, ratedMts: 3600 }, isFirm: true },
  ],
  [
    'prepared-memory',
    'prepared for, not stated',
    { motherboard: { ...BOARD, memorySlots: null } },
    'unknown',
    { ...CONTEXT, plannedMemory: MEMORY, isFirm: true },
  ],
  [
    'prepared-processor',
    'only planned',
    {},
    'pass',
    { ...CONTEXT, plannedCpu: { ...PROCESSOR, socket: 'S9' } },
  ],
  [
    'prepared-processor',
    'prepared for, a dead end',
    {},
    'block',
    { ...CONTEXT, plannedCpu: { ...PROCESSOR, socket: 'S9' }, isFirm: true },
  ],
  [
    'prepared-processor',
    'prepared for, not stated',
    {},
    'unknown',
    { ...CONTEXT, plannedCpu: { ...PROCESSOR, socket: null }, isFirm: true },
  ],
  ['second-kit', 'nothing planned', {}, 'pass'],
  ['second-kit', 'the very same memory kit', {}, 'pass', { ...CONTEXT, plannedMemory: MEMORY }],
  ['second-kit', 'another speed', {}, 'note', { ...CONTEXT, plannedMemory: { ...MEMORY, ratedMts: 3600 } }],
  ['second-kit', 'another type', {}, 'warn', { ...CONTEXT, plannedMemory: { ...MEMORY, type: 'DDR5' } }],
  [
    'second-kit',
    'no slots left',
    { motherboard: { ...BOARD, memorySlots: 2 } },
    'warn',
    { ...CONTEXT, plannedMemory: MEMORY },
  ],
  [
    'second-kit',
    'not stated',
    { motherboard: { ...BOARD, memorySlots: null } },
    'unknown',
    { ...CONTEXT, plannedMemory: MEMORY },
  ],
  ['memory-floor', 'not asked for', {}, 'pass'],
  [
    'memory-floor',
    'covers the heaviest game',
    {},
    'pass',
    { ...needing({ capacityFloors: true }), floors: { memoryGb: 16, videoMemoryGb: 8 } },
  ],
  [
    'memory-floor',
    'too little',
    {},
    'block',
    { ...needing({ capacityFloors: true }), floors: { memoryGb: 16.5, videoMemoryGb: 8 } },
  ],
  ['memory-floor', 'a game that is not known', {}, 'unknown', needing({ capacityFloors: true })],
  ['video-memory-floor', 'not asked for', {}, 'pass'],
  [
    'video-memory-floor',
    'too little',
    {},
    'block',
    { ...needing({ capacityFloors: true }), floors: { memoryGb: 16, videoMemoryGb: 8.5 } },
  ],
  [
    'video-memory-floor',
    'not stated',
    { gpu: { ...CARD, videoMemoryGb: null } },
    'unknown',
    { ...needing({ capacityFloors: true }), floors: { memoryGb: 16, videoMemoryGb: 8 } },
  ],
  ['screen-outputs', 'one screen', {}, 'pass'],
  ['screen-outputs', 'an output for each', {}, 'pass', needing({ screens: 2 })],
  ['screen-outputs', 'one screen too many', {}, 'block', needing({ screens: 3 })],
  [
    'screen-outputs',
    'without a graphics card the motherboard counts',
    { gpu: null },
    'block',
    needing({ screens: 2 }),
  ],
  [
    'screen-outputs',
    'not stated',
    { gpu: { ...CARD, displayOutputs: null } },
    'unknown',
    needing({ screens: 2 }),
  ],
  ['supply-quality', 'any will do', {}, 'pass'],
  ['supply-quality', 'marked as asked', {}, 'pass', needing({ psuQuality: 3 })],
  ['supply-quality', 'marked worse', {}, 'block', needing({ psuQuality: 4 })],
  [
    'supply-quality',
    'never marked',
    { psu: { ...SUPPLY, quality: null } },
    'unknown',
    needing({ psuQuality: 3 }),
  ],
  ['heat-spreader', 'a slow drive', {}, 'pass'],
  [
    'heat-spreader',
    'a fast one with its own',
    { storage: { ...STORAGE, pcieGeneration: 4, heatSpreader: true } },
    'pass',
  ],
  [
    'heat-spreader',
    'a fast one without',
    {
      storage: { ...STORAGE, pcieGeneration: 4 },
      motherboard: {
        ...BOARD,
        m2: [{ protocols: ['NVMe'], maxLengthMm: 80, disablesSataPorts: 0, heatSpreader: false }],
      },
    },
    'note',
  ],
  [
    'heat-spreader',
    'the place has one',
    {
      storage: { ...STORAGE, pcieGeneration: 4 },
      motherboard: {
        ...BOARD,
        m2: [{ protocols: ['NVMe'], maxLengthMm: 80, disablesSataPorts: 0, heatSpreader: true }],
      },
    },
    'pass',
  ],
  ['heat-spreader', 'not stated', { storage: { ...STORAGE, pcieGeneration: null } }, 'unknown'],
  ['bulk-places', 'no second drive', {}, 'pass'],
  ['bulk-places', 'a port for it', { secondaryStorage: BULK }, 'pass'],
  ['bulk-places', 'both want the one M.2 place', { secondaryStorage: { ...STORAGE, id: 'second' } }, 'block'],
  [
    'bulk-places',
    'not stated',
    { secondaryStorage: BULK, motherboard: { ...BOARD, sataPorts: null } },
    'unknown',
  ],
  ['bulk-bays', 'a bay for it', { secondaryStorage: BULK }, 'pass'],
  ['bulk-bays', 'no bay left', { secondaryStorage: BULK, case: { ...CASE, bays25: 2, bays35: 0 } }, 'block'],
  ['bulk-bays', 'not stated', { secondaryStorage: BULK, case: { ...CASE, bays35: null } }, 'unknown'],
  ['fast-storage-need', 'enough', {}, 'pass'],
  ['fast-storage-need', 'too little', { storage: { ...STORAGE, gb: 240 } }, 'block'],
  ['fast-storage-need', 'a disk is not fast', { storage: BULK }, 'block'],
  ['fast-storage-need', 'not stated', { storage: { ...STORAGE, solidState: null } }, 'unknown'],
  [
    'storage-need',
    'the second drive makes up for it',
    { secondaryStorage: BULK },
    'pass',
    needing({ totalStorageGb: 900 }),
  ],
];

describe('rules', () => {
  // The M.2 place of this board takes two ports away, for the row that needs it.
  it.each(TABLE.map((row) => [`${row[0]}: ${row[1]}`, row] as const))(
    '%s',
    (_, [rule, what, change, verdict, context]) => {
      const motherboard = what.startsWith('SATA port')
        ? {
            motherboard: {
              ...BOARD,
              sataPorts: 2,
              m2: [{ protocols: ['NVMe'] as const, maxLengthMm: 80, disablesSataPorts: 2 }],
            },
          }
        : {};
      expect(verdictOf(rule, { ...change, ...motherboard }, context)).toBe(verdict);
    },
  );
  /** Rules that read no sheet, only whether a slot is filled: there is nothing to be unknown. */
  const WITHOUT_SHEET = [
    'card-need',
    'system-need',
    'boxed-need',
    'case-air',
    ...RULES.map(({ id }) => id).filter((id) => id.startsWith('brand-')),
  ];
  it('every rule has a row that passes, one that does not, and one for a sheet that is silent', () => {
    for (const rule of RULES) {
      const verdicts = new Set(TABLE.filter((row) => row[0] === rule.id).map((row) => row[3]));
      expect(verdicts.has('pass'), `${rule.id} lacks a pass`).toBe(true);
      verdicts.delete('pass');
      const silent = verdicts.delete('unknown');
      expect(verdicts.size, `${rule.id} lacks a row that does not pass`).toBeGreaterThan(0);
      expect(silent, `${rule.id} lacks an unknown`).toBe(!WITHOUT_SHEET.includes(rule.id));
    }
  });
  it('writes the figures of its sentences as the user writes numbers', () => {
    const set = { ...GOOD, gpu: { ...CARD, slotsWide: 2.5 }, case: { ...CASE, expansionSlots: 2 } };
    const sentence = () => checkBuild(set, CONTEXT).find(({ rule }) => rule === 'card-width')?.sentence;
    expect(sentence()).toBe('The graphics card is 2.5 slots thick, the case has 2.');
    writeNumbersAs('de');
    try {
      expect(sentence()).toBe('The graphics card is 2,5 slots thick, the case has 2.');
    } finally {
      writeNumbersAs('en');
    }
  });
  it('never lets two figures read alike where one breaks the other, and leaves versions ungrouped', () => {
    const sentenceOf = (rule: string, change: PartSet) =>
      checkBuild({ ...GOOD, ...change }, CONTEXT).find((each) => each.rule === rule)?.sentence;
    const long = { gpu: { ...CARD, lengthMm: 312.04 }, case: { ...CASE, maxGpuLengthMm: 312 } };
    expect(sentenceOf('card-length', long)).toContain('312.04 mm long, the case takes 312 mm');
    expect(said({ verdict: 'warn', actual: 3607, limit: 4021 })).toMatchObject({
      actual: '3607',
      limit: '4021',
    });
  });
  it('every rule that does not pass says so in a sentence with its figures, and how to mend it', () => {
    for (const [rule, , change, verdict, context] of TABLE) {
      if (verdict === 'pass') continue;
      const finding = checkBuild({ ...GOOD, ...change }, context ?? CONTEXT).find(
        (each) => each.rule === rule,
      );
      if (!finding) continue; // the row with the special board
      expect(finding.sentence).toMatch(/\.$/);
      expect(finding.sentence).not.toMatch(/undefined|null|NaN/);
      expect(finding.mend.length).toBeGreaterThan(5);
    }
  });
  it('has an id of its own', () => {
    expect(new Set(RULES.map((rule) => rule.id)).size).toBe(RULES.length);
  });
});

describe('power over sockets (PCI Express CEM specification, values from memory)', () => {
  it('is 75 W from the slot, 75 W from six pins, 150 W from eight, up to 600 W from sixteen', () => {
    expect(CARD_FEED_WATTS).toEqual({ slot: 75, sixPin: 75, eightPin: 150, sixteenPin: 600 });
    expect(gpuFeedWatts({ sixPin: 1, eightPin: 1, sixteenPin: 0 })).toBe(300);
    expect(gpuFeedWatts({ sixPin: 0, eightPin: 0, sixteenPin: 1 })).toBe(675);
  });
});

describe('checking a build', () => {
  it('finds nothing in a good one', () => {
    expect(checkBuild(GOOD, CONTEXT)).toEqual([]);
    expect(firstBarrier(GOOD, CONTEXT, false)).toBeNull();
  });
  it('asks no rule about slots that are still open', () => {
    expect(checkBuild({ cpu: PROCESSOR }, CONTEXT)).toEqual([]);
    expect(openSlots({ cpu: PROCESSOR })).toEqual(['motherboard', 'memory', 'case', 'psu']);
  });
  it('lets a gap through only where the brief allows it', () => {
    const set = decided({ ...GOOD, case: { ...CASE, maxGpuLengthMm: null } });
    expect(firstBarrier(set, CONTEXT, false)?.id).toBe('card-length');
    expect(firstBarrier(set, CONTEXT, true)).toBeNull();
    expect(isBarred('block', true)).toBe(true);
  });
});

describe('published sizes', () => {
  it('M.2 drives: 2230, 2242, 2260, 2280 and 22110 fit places of their length and longer (PCI-SIG M.2, from memory)', () => {
    const lengths = [30, 42, 60, 80, 110];
    for (const drive of lengths)
      for (const place of lengths)
        expect(
          verdictOf('drive-places', {
            storage: { ...STORAGE, m2LengthMm: drive },
            motherboard: {
              ...BOARD,
              m2: [{ protocols: ['NVMe'], maxLengthMm: place, disablesSataPorts: 0 }],
            },
          }),
        ).toBe(drive <= place ? 'pass' : 'block');
  });
  it('board outlines: a case for ATX lists the smaller ones that share its holes (ATX, mini-ITX, from memory)', () => {
    const outlines = ['mini-ITX', 'micro-ATX', 'ATX'] as const;
    outlines.forEach((largest, at) => {
      const box = { ...CASE, motherboardFormFactors: outlines.slice(0, at + 1) };
      outlines.forEach((formFactor, n) =>
        expect(verdictOf('board-in-case', { case: box, motherboard: { ...BOARD, formFactor } })).toBe(
          n <= at ? 'pass' : 'block',
        ),
      );
      expect(box.motherboardFormFactors).toContain(largest);
    });
  });
});

describe('advice', () => {
  it('never keeps a build from being proposed, not even when a sheet is silent', () => {
    const poor = decided({ ...GOOD, motherboard: { ...BOARD, fanHeaders: null, frontHeaders: [] } });
    const found = checkBuild(poor, CONTEXT);
    expect(found.map((each) => each.rule)).toEqual(['fan-headers', 'front-connectors']);
    expect(found.some((each) => isBarrier(each, false))).toBe(false);
    expect(firstBarrier(poor, CONTEXT, false)).toBeNull();
  });
});
