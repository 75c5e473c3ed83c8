import type { GpuPower, Part, PartOf } from '@ripe-pick/core/parts';

/** Names and units of specification fields; a field that is not listed is shown under its own name. */
const NAMES: Readonly<Record<string, readonly [name: string, unit?: string]>> = {
  socket: ['Socket'],
  cores: ['Cores'],
  threads: ['Threads'],
  packagePowerWatts: ['Package power limit', 'W'],
  memoryTypes: ['Memory'],
  memoryMaxGb: ['Memory at most', 'GB'],
  pcieGeneration: ['PCIe generation'],
  boostMhz: ['Boost clock', 'MHz'],
  graphicsTflops: ['Integrated graphics’ rate', 'TFLOPS'],
  tflops: ['Computing rate', 'TFLOPS'],
  memoryGbs: ['Memory bandwidth', 'GB/s'],
  integratedGraphics: ['Integrated graphics'],
  unlocked: ['Unlocked'],
  chipset: ['Chipset'],
  formFactor: ['Outline'],
  memoryType: ['Memory'],
  memorySlots: ['Memory slots'],
  memoryMaxMts: ['Memory at most', 'MT/s'],
  memoryProfile: ['Memory profiles'],
  biosVersion: ['BIOS version as shipped', 'level'],
  flashesWithoutCpu: ['Flashes without processor'],
  sataPorts: ['SATA ports'],
  smallSlots: ['Small slots'],
  vrmWatts: ['VRM limit', 'W'],
  cpuPowerConnectors: ['Processor power sockets'],
  wireless: ['Wireless'],
  displayOutputs: ['Outputs'],
  watts: ['Draw', 'W'],
  type: ['Type'],
  modules: ['Modules'],
  gbPerModule: ['Each', 'GB'],
  ratedMts: ['Rated', 'MT/s'],
  ratedCl: ['Rated latency', 'CL'],
  jedecMts: ['Base', 'MT/s'],
  jedecCl: ['Base latency', 'CL'],
  heightMm: ['Height', 'mm'],
  power: ['Power sockets'],
  m2: ['M.2 places'],
  pcieSlot: ['Graphics card slot'],
  stockCooler: ['Boxed cooler'],
  minBiosByChipset: ['BIOS version by chipset'],
  chip: ['Chip'],
  lengthMm: ['Length', 'mm'],
  slotsWide: ['Thickness', 'slots'],
  boardPowerWatts: ['Board power', 'W'],
  recommendedPsuWatts: ['Recommended power supply', 'W'],
  videoMemoryGb: ['Video memory', 'GB'],
  pcieLanes: ['PCIe lanes'],
  purpose: ['Kind'],
  gb: ['Space', 'GB'],
  solidState: ['Solid state'],
  m2LengthMm: ['M.2 length', 'mm'],
  sockets: ['Sockets'],
  heatWatts: ['Heat', 'W'],
  memoryClearanceMm: ['Room for memory', 'mm'],
  noiseDb: ['Noise', 'dB'],
  motherboardFormFactors: ['Motherboard form factors'],
  maxGpuLengthMm: ['Max. graphics card length', 'mm'],
  expansionSlots: ['Expansion slots'],
  maxCoolerHeightMm: ['Max. cooler height', 'mm'],
  psuFormFactors: ['Power supply form factors'],
  maxPsuLengthMm: ['Max. power supply length', 'mm'],
  bays25: ['2.5-inch bays'],
  bays35: ['3.5-inch bays'],
  litres: ['Volume', 'l'],
  fans: ['Fans'],
  form: ['Form'],
  colour: ['Colour'],
  rearUsb: ['USB at the back'],
  lanMbps: ['Wired network', 'Mbit/s'],
  sound: ['Sound'],
  bays525: ['5.25-inch bays'],
  lightHeaders: ['Headers for lights'],
  blows: ['Its fans blow'],
  addsFanHeaders: ['Adds fan headers'],
  lightPlugs: ['Takes light headers'],
  addsLightHeaders: ['Adds light headers'],
  sataPlugs: ['Takes SATA plugs'],
  peripheralPlugs: ['Takes 4-pin plugs'],
  meshFront: ['Mesh at the front'],
  modular: ['Modular'],
  sataConnectors: ['SATA connectors'],
  peripheralConnectors: ['4-pin connectors'],
  gtin: ['Barcode (GTIN)'],
  mpn: ['Part number'],
  ratedWatts: ['Rated', 'W'],
  efficiency: ['80 PLUS level'],
  eightPinConnectors: ['6+2-pin connectors'],
  sixteenPinConnectors: ['16-pin connectors'],
  cpuConnectors: ['Processor connectors'],
  warrantyMonths: ['Warranty', 'months'],
  looksOnly: ['Decorative only'],
  overclocking: ['Overclocking'],
  fanHeaders: ['Fan headers'],
  frontHeaders: ['Headers for the front'],
  adapterEightPins: ['8-pin connectors its adapter joins'],
  heatSpreader: ['Heat spreader'],
  bracketExtra: ['Brackets to order'],
  radiatorMm: ['Radiator', 'mm'],
  radiatorsMm: ['Radiators up to', 'mm'],
  frontConnectors: ['Front connectors'],
  quality: ['Quality mark'],
  interface: ['Connects by'],
  mbps: ['Speed', 'Mb/s'],
  licence: ['Licence'],
};

const HIDDEN = new Set(['id', 'kind', 'brand', 'name', 'source', 'origins']);

interface Fact {
  readonly name: string;
  readonly value: string;
  readonly isKnown: boolean;
}

/** A field's name in words: sixteenPin becomes sixteen pin. Names of chipsets stay as they are. */
function spaced(key: string): string {
  return /^[a-z]+([A-Z]|$)/.test(key) ? key.replace(/([A-Z])/g, ' $1').toLowerCase() : key;
}

/** Name and unit of a specification field for people. */
export function fieldName(key: string): { readonly name: string; readonly unit: string | null } {
  const [name, unit] = NAMES[key] ?? [spaced(key)];
  return { name, unit: unit ?? null };
}

function valueText(value: unknown): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value))
    return value.length === 0
      ? 'none'
      : value.map(valueText).join(value.some((item) => typeof item === 'object') ? '; ' : ', ');
  if (value !== null && typeof value === 'object')
    return Object.entries(value)
      .map(([key, inner]) => `${spaced(key)} ${valueText(inner)}`)
      .join(', ');
  return String(value);
}

const count = (times: number, what: string) => (times > 0 ? [`${times} × ${what}`] : []);

/** Figures of several parts, in the words that people have for them. */
const OWN_WORDS: Readonly<Record<string, (value: never) => string>> = {
  m2: (places: NonNullable<PartOf<'motherboard'>['m2']>) =>
    places
      .map(({ protocols, maxLengthMm, disablesSataPorts, heatSpreader }) =>
        [
          `${protocols.join(' or ')} up to ${maxLengthMm} mm`,
          ...(heatSpreader ? ['heat spreader'] : []),
          ...(disablesSataPorts > 0
            ? [`${disablesSataPorts} SATA ${disablesSataPorts === 1 ? 'port goes' : 'ports go'} dead`]
            : []),
        ].join(', '),
      )
      .join('; '),
  pcieSlot: ({ generation, lanes }: NonNullable<PartOf<'motherboard'>['pcieSlot']>) =>
    `generation ${generation}, ${lanes} lanes`,
  power: ({ sixPin, eightPin, sixteenPin }: GpuPower) =>
    [...count(sixPin, '6-pin'), ...count(eightPin, '8-pin'), ...count(sixteenPin, '16-pin')].join(', '),
  stockCooler: ({ heatWatts, heightMm }: { heatWatts: number; heightMm: number }) =>
    `for ${heatWatts} W, ${heightMm} mm`,
  minBiosByChipset: (levels: Readonly<Record<string, number>>) =>
    Object.entries(levels)
      .map(([chipset, level]) => (level > 0 ? `${chipset} from level ${level}` : chipset))
      .join(', '),
};

/** A figure's value with its unit; "unknown" without one. */
export function figureText(figure: string, value: unknown): string {
  const words = OWN_WORDS[figure];
  // The value of this very figure, as its schema let it in.
  if (words && value !== null && typeof value === 'object') return words(value as never) || 'none';
  const { unit } = fieldName(figure);
  return value === null || value === undefined ? 'unknown' : `${valueText(value)}${unit ? ` ${unit}` : ''}`;
}

/** A part's specs, line by line. What is not stated says so, and what is assumed as well. */
export function factsOf(part: Part, assumed: readonly { readonly figure: string }[] = []): Fact[] {
  return Object.entries(part)
    .filter(([key]) => !HIDDEN.has(key))
    .map(([key, value]) => {
      const isAssumed = assumed.some(({ figure }) => figure === key);
      const text = value === null ? 'not stated' : figureText(key, value);
      return {
        name: fieldName(key).name,
        value: isAssumed ? `${text} (assumed)` : text,
        isKnown: value !== null && !isAssumed,
      };
    });
}
