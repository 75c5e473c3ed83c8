import type { Part } from '@ripe-pick/core/parts';

/** Names and units of specification fields; a field that is not listed is shown under its own name. */
const NAMES: Readonly<Record<string, readonly [name: string, unit?: string]>> = {
  socket: ['Socket'],
  cores: ['Cores'],
  threads: ['Threads'],
  packagePowerWatts: ['Package limit', 'W'],
  memoryTypes: ['Memory'],
  memoryMaxGb: ['Memory at most', 'GB'],
  pcieGeneration: ['PCIe generation'],
  boostMhz: ['Highest clock', 'MHz'],
  graphicsTflops: ['Own graphics’ rate', 'TFLOPS'],
  tflops: ['Computing rate', 'TFLOPS'],
  memoryGbs: ['Memory bandwidth', 'GB/s'],
  integratedGraphics: ['Own graphics'],
  unlocked: ['Unlocked'],
  chipset: ['Chipset'],
  formFactor: ['Outline'],
  memoryType: ['Memory'],
  memorySlots: ['Memory slots'],
  memoryMaxMts: ['Memory at most', 'MT/s'],
  memoryProfile: ['Memory profiles'],
  biosVersion: ['Firmware as shipped', 'level'],
  flashesWithoutCpu: ['Flashes without processor'],
  sataPorts: ['SATA ports'],
  smallSlots: ['Small slots'],
  vrmWatts: ['Power stage', 'W'],
  cpuPowerConnectors: ['Processor power sockets'],
  wireless: ['Wireless'],
  displayOutputs: ['Outputs'],
  watts: ['Draw', 'W'],
  type: ['Type'],
  modules: ['Sticks'],
  gbPerModule: ['Each', 'GB'],
  ratedMts: ['Rated', 'MT/s'],
  ratedCl: ['Rated latency', 'CL'],
  jedecMts: ['Base', 'MT/s'],
  jedecCl: ['Base latency', 'CL'],
  heightMm: ['Height', 'mm'],
  power: ['Power sockets'],
  m2: ['M.2 places'],
  pcieSlot: ['Card slot'],
  stockCooler: ['Boxed cooler'],
  minBiosByChipset: ['Firmware by chipset'],
  chip: ['Chip'],
  lengthMm: ['Length', 'mm'],
  slotsWide: ['Thickness', 'slots'],
  boardPowerWatts: ['Board power', 'W'],
  recommendedPsuWatts: ['Maker’s supply figure', 'W'],
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
  motherboardFormFactors: ['Boards'],
  maxGpuLengthMm: ['Card up to', 'mm'],
  expansionSlots: ['Card slots'],
  maxCoolerHeightMm: ['Cooler up to', 'mm'],
  psuFormFactors: ['Supplies'],
  maxPsuLengthMm: ['Supply up to', 'mm'],
  bays25: ['2.5-inch bays'],
  bays35: ['3.5-inch bays'],
  litres: ['Volume', 'l'],
  fans: ['Fans'],
  form: ['Form'],
  ratedWatts: ['Rated', 'W'],
  efficiency: ['80 PLUS level'],
  eightPinConnectors: ['6+2-pin leads'],
  sixteenPinConnectors: ['16-pin leads'],
  cpuConnectors: ['Processor leads'],
  warrantyMonths: ['Warranty', 'months'],
  looksOnly: ['For its looks alone'],
  overclocking: ['Raises clocks'],
  fanHeaders: ['Fan headers'],
  frontHeaders: ['Headers for the front'],
  adapterEightPins: ['8-pin leads its adapter joins'],
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

const HIDDEN = new Set(['id', 'kind', 'brand', 'name', 'source']);

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

/** A part's sheet, line by line. What is not stated says so. */
export function factsOf(part: Part): Fact[] {
  return Object.entries(part)
    .filter(([key]) => !HIDDEN.has(key))
    .map(([key, value]) => {
      const { name, unit } = fieldName(key);
      return {
        name,
        value: value === null ? 'not stated' : `${valueText(value)}${unit ? ` ${unit}` : ''}`,
        isKnown: value !== null,
      };
    });
}
