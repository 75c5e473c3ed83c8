import { gtinOf, type Part } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { count, dateSchema, figure, idSchema, nameSchema, oneOf, word, yesNo } from './primitives.ts';

/*
 * Parts as they cross a border. A specification that is absent or null is unknown; a field that is not known here is
 * an error, so that a typing mistake never passes for a gap.
 */

const MEMORY_TYPES = ['DDR3', 'DDR4', 'DDR5'] as const;
const OUTLINES = ['mini-ITX', 'micro-ATX', 'ATX', 'E-ATX'] as const;
const SUPPLY_FORMS = ['ATX', 'SFX', 'TFX'] as const;
const FRONT = ['USB 2', 'USB 3', 'USB-C'] as const;
const OUTPUTS = ['HDMI', 'DisplayPort', 'DVI', 'VGA', 'USB-C'] as const;

const gtinSchema = z.string().refine((text) => gtinOf(text) !== null, {
  message: 'an item number has 8, 12, 13 or 14 digits, the last of them its check digit',
});

const originSchema = z.strictObject({ name: nameSchema, on: dateSchema });
const base = <const K extends string>(kind: K) => ({
  id: idSchema,
  kind: z.literal(kind),
  brand: nameSchema,
  name: nameSchema,
  source: originSchema.optional(),
  /** Where single figures come from, by field, where that is another place or day. */
  origins: z.record(z.string().max(60), originSchema).optional(),
  warrantyMonths: z.int().min(0).max(600).nullable().optional(),
  gtin: gtinSchema.optional(),
  mpn: z.string().trim().min(1).max(80).optional(),
  colour: z.string().trim().min(1).max(40).nullable().optional(),
  looksOnly: z.boolean().optional(),
});
const noise = () => z.number().min(0).max(120).nullable().optional();
const someOf = <const T extends readonly [string, ...string[]]>(values: T) =>
  z.array(z.enum(values)).max(20).nullable().default(null);

const cpu = z.strictObject({
  ...base('cpu'),
  socket: word(),
  cores: count(1024),
  threads: count(2048),
  packagePowerWatts: figure(2000),
  memoryTypes: someOf(MEMORY_TYPES),
  memoryMaxGb: figure(16384),
  pcieGeneration: count(9),
  integratedGraphics: yesNo(),
  boostMhz: z.number().min(100).max(20000).nullable().optional(),
  graphicsTflops: z.number().min(0.01).max(1000).nullable().optional(),
  stockCooler: z
    .union([
      z.literal(false),
      z.strictObject({
        heatWatts: z.number().min(0).max(2000),
        heightMm: z.number().min(0).max(500),
        noiseDb: figure(120),
      }),
    ])
    .nullable()
    .default(null),
  unlocked: yesNo(),
  minBiosByChipset: z.record(z.string().min(1).max(60), z.int().min(0).max(10000)).nullable().default(null),
});

const motherboard = z.strictObject({
  ...base('motherboard'),
  socket: word(),
  chipset: word(),
  formFactor: oneOf(OUTLINES),
  memoryType: oneOf(MEMORY_TYPES),
  memorySlots: count(32),
  memoryMaxGb: figure(16384),
  memoryMaxMts: figure(30000),
  memoryProfile: yesNo(),
  biosVersion: count(10000),
  flashesWithoutCpu: yesNo(),
  m2: z
    .array(
      z.strictObject({
        protocols: z
          .array(z.enum(['NVMe', 'SATA']))
          .min(1)
          .max(2),
        maxLengthMm: z.number().min(0).max(200),
        disablesSataPorts: z.int().min(0).max(20),
        heatSpreader: z.boolean().nullable().optional(),
      }),
    )
    .max(12)
    .nullable()
    .default(null),
  sataPorts: count(64),
  pcieSlot: z
    .strictObject({ generation: z.int().min(1).max(9), lanes: z.int().min(0).max(16) })
    .nullable()
    .default(null),
  smallSlots: count(20),
  vrmWatts: figure(2000),
  cpuPowerConnectors: count(8),
  wireless: yesNo(),
  displayOutputs: someOf(OUTPUTS),
  watts: figure(500),
  overclocking: yesNo(),
  fanHeaders: count(40),
  frontHeaders: someOf(FRONT),
  lightHeaders: z.int().min(0).max(40).nullable().optional(),
  rearUsb: z.int().min(0).max(40).nullable().optional(),
  lanMbps: z.number().min(0).max(1_000_000).nullable().optional(),
  sound: z.string().trim().min(1).max(80).nullable().optional(),
});

const memory = z.strictObject({
  ...base('memory'),
  type: oneOf(MEMORY_TYPES),
  modules: z.int().min(1).max(32).nullable().default(null),
  gbPerModule: z.number().min(0.25).max(2048).nullable().default(null),
  ratedMts: z.number().min(100).max(30000).nullable().default(null),
  ratedCl: z.number().min(1).max(200).nullable().default(null),
  jedecMts: z.number().min(100).max(30000).nullable().default(null),
  jedecCl: z.number().min(1).max(200).nullable().default(null),
  heightMm: figure(200),
});

const gpu = z.strictObject({
  ...base('gpu'),
  chip: word(),
  lengthMm: figure(1000),
  slotsWide: figure(10),
  boardPowerWatts: figure(2000),
  power: z
    .strictObject({
      sixPin: z.int().min(0).max(8),
      eightPin: z.int().min(0).max(8),
      sixteenPin: z.int().min(0).max(4),
    })
    .nullable()
    .default(null),
  recommendedPsuWatts: figure(5000),
  videoMemoryGb: figure(1024),
  tflops: z.number().min(0.01).max(10000).nullable().optional(),
  memoryGbs: z.number().min(1).max(100000).nullable().optional(),
  pcieGeneration: z.int().min(1).max(9).nullable().default(null),
  pcieLanes: z.int().min(1).max(16).nullable().default(null),
  adapterEightPins: count(8),
  displayOutputs: someOf(OUTPUTS),
  noiseDb: noise(),
});

const storage = z.strictObject({
  ...base('storage'),
  interface: oneOf(['M.2 NVMe', 'M.2 SATA', '2.5-inch SATA', '3.5-inch SATA']),
  gb: figure(1_000_000),
  solidState: yesNo(),
  m2LengthMm: figure(200),
  watts: figure(100),
  pcieGeneration: z.int().min(1).max(9).nullable().default(null),
  heatSpreader: yesNo(),
});

const cooler = z.strictObject({
  ...base('cooler'),
  sockets: z.array(z.string().min(1).max(60)).max(40).nullable().default(null),
  bracketExtra: z.array(z.string().min(1).max(60)).max(40).nullable().default(null),
  radiatorMm: figure(1000),
  fans: count(20),
  heatWatts: figure(2000),
  heightMm: figure(500),
  memoryClearanceMm: figure(999),
  noiseDb: figure(120),
  watts: figure(200),
});

const box = z.strictObject({
  ...base('case'),
  motherboardFormFactors: someOf(OUTLINES),
  maxGpuLengthMm: figure(2000),
  expansionSlots: figure(20),
  maxCoolerHeightMm: figure(1000),
  psuFormFactors: someOf(SUPPLY_FORMS),
  maxPsuLengthMm: figure(1000),
  bays25: count(100),
  bays35: count(100),
  litres: figure(1000),
  fans: count(50),
  radiatorsMm: z.array(z.number().min(0).max(1000)).max(20).nullable().default(null),
  frontConnectors: someOf(FRONT),
  bays525: z.int().min(0).max(20).nullable().optional(),
  meshFront: z.boolean().nullable().optional(),
  noiseDb: noise(),
});

const psu = z.strictObject({
  ...base('psu'),
  form: oneOf(SUPPLY_FORMS),
  lengthMm: figure(1000),
  ratedWatts: figure(5000),
  efficiency: oneOf(['none', 'White', 'Bronze', 'Silver', 'Gold', 'Platinum', 'Titanium']),
  eightPinConnectors: count(20),
  sixteenPinConnectors: count(10),
  cpuConnectors: count(10),
  modular: z.enum(['no', 'semi', 'full']).nullable().optional(),
  sataConnectors: z.int().min(0).max(40).nullable().optional(),
  peripheralConnectors: z.int().min(0).max(40).nullable().optional(),
  noiseDb: noise(),
  quality: z
    .strictObject({ mark: z.number().min(1).max(5), source: nameSchema, on: dateSchema })
    .nullable()
    .default(null),
});

const network = z.strictObject({
  ...base('network'),
  interface: oneOf(['PCIe', 'USB', 'M.2']),
  wireless: yesNo(),
  mbps: figure(1_000_000),
});

const os = z.strictObject({ ...base('os'), licence: word() });
const few = () => z.int().min(0).max(40).nullable().optional();
const extras = z.strictObject({
  ...base('extras'),
  purpose: word(),
  watts: figure(500),
  fans: few(),
  blows: z.enum(['in', 'out']).nullable().optional(),
  addsFanHeaders: few(),
  lightPlugs: few(),
  addsLightHeaders: few(),
  sataPlugs: few(),
  peripheralPlugs: few(),
  sataPorts: few(),
  bays525: few(),
  noiseDb: noise(),
});

export const partSchema = z.discriminatedUnion('kind', [
  cpu,
  motherboard,
  memory,
  gpu,
  storage,
  cooler,
  box,
  psu,
  network,
  os,
  extras,
]);

/** Fails to compile when the schema and the core's type part ways. */
export function asPart(part: z.infer<typeof partSchema>): Part {
  return part;
}
