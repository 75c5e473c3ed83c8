import type { Origin } from './origins.ts';
import type { Nullable, PartKind, Slot } from './slots.ts';

export type MemoryType = 'DDR3' | 'DDR4' | 'DDR5';
export type FormFactor = 'mini-ITX' | 'micro-ATX' | 'ATX' | 'E-ATX';
export type PsuFormFactor = 'ATX' | 'SFX' | 'TFX';
export type DisplayOutput = 'HDMI' | 'DisplayPort' | 'DVI' | 'VGA' | 'USB-C';
export type Efficiency = 'none' | 'White' | 'Bronze' | 'Silver' | 'Gold' | 'Platinum' | 'Titanium';
export type DriveKind = 'M.2 NVMe' | 'M.2 SATA' | '2.5-inch SATA' | '3.5-inch SATA';

/** Connectors on a case's front that a board needs a header for. */
export type FrontConnector = 'USB 2' | 'USB 3' | 'USB-C';

/** Somebody's mark for a part, 1 (poor) to 5 (excellent), with where it comes from and when it was given. */
export interface QualityMark {
  readonly mark: number;
  readonly source: string;
  readonly on: string;
}

interface PartBase<S extends PartKind> {
  readonly id: string;
  readonly kind: S;
  readonly brand: string;
  readonly name: string;
  /** Where the specification comes from, and when it was read (ISO date). */
  readonly source?: Origin | undefined;
  /** Where single figures come from, by field, where that is another place or day. */
  readonly origins?: Readonly<Record<string, Origin>> | undefined;
  /** Maker's warranty on a new one, in months. */
  readonly warrantyMonths?: Nullable<number> | undefined;
  /** Item number (GTIN), check digit included, and the maker’s own number. */
  readonly gtin?: string | undefined;
  readonly mpn?: string | undefined;
  /** The colour that is seen, as a shop names it: black, white. */
  readonly colour?: Nullable<string> | undefined;
  /** Bought for its looks alone: the brief may keep it out of the sum. */
  readonly looksOnly?: boolean | undefined;
}

/** A cooler that comes in the processor's box. */
export interface StockCooler {
  readonly heatWatts: number;
  readonly heightMm: number;
  readonly noiseDb: Nullable<number>;
}

export interface Cpu extends PartBase<'cpu'> {
  readonly socket: Nullable<string>;
  readonly cores: Nullable<number>;
  readonly threads: Nullable<number>;
  /** Sustained package limit, in watts. */
  readonly packagePowerWatts: Nullable<number>;
  readonly memoryTypes: Nullable<readonly MemoryType[]>;
  readonly memoryMaxGb: Nullable<number>;
  readonly pcieGeneration: Nullable<number>;
  /** Highest clock, in MHz. With cores and generation it tells about how fast a part is that nobody measured. */
  readonly boostMhz?: Nullable<number> | undefined;
  /** Computing rate of its own graphics, in teraflops. */
  readonly graphicsTflops?: Nullable<number> | undefined;
  readonly integratedGraphics: Nullable<boolean>;
  /** The cooler in the box; `false` when the box has none. */
  readonly stockCooler: Nullable<StockCooler | false>;
  readonly unlocked: Nullable<boolean>;
  /** Chipsets that can run it, each with the lowest firmware level that knows it. */
  readonly minBiosByChipset: Nullable<Readonly<Record<string, number>>>;
}

export interface M2Place {
  readonly protocols: readonly ('NVMe' | 'SATA')[];
  readonly maxLengthMm: number;
  /** SATA ports that go dead when a drive sits here. */
  readonly disablesSataPorts: number;
  /** Whether a heat spreader covers the place. */
  readonly heatSpreader?: Nullable<boolean> | undefined;
}

export interface Motherboard extends PartBase<'motherboard'> {
  readonly socket: Nullable<string>;
  readonly chipset: Nullable<string>;
  readonly formFactor: Nullable<FormFactor>;
  readonly memoryType: Nullable<MemoryType>;
  readonly memorySlots: Nullable<number>;
  readonly memoryMaxGb: Nullable<number>;
  /** Highest memory rate, in MT/s. */
  readonly memoryMaxMts: Nullable<number>;
  /** Whether the board can switch on a kit's rated profile. */
  readonly memoryProfile: Nullable<boolean>;
  readonly biosVersion: Nullable<number>;
  readonly flashesWithoutCpu: Nullable<boolean>;
  readonly m2: Nullable<readonly M2Place[]>;
  readonly sataPorts: Nullable<number>;
  readonly pcieSlot: Nullable<{ readonly generation: number; readonly lanes: number }>;
  /** Further slots that take a single-lane add-in. */
  readonly smallSlots: Nullable<number>;
  readonly vrmWatts: Nullable<number>;
  /** Eight-pin processor power sockets that must be fed (a four-pin one counts as one). */
  readonly cpuPowerConnectors: Nullable<number>;
  readonly wireless: Nullable<boolean>;
  readonly displayOutputs: Nullable<readonly DisplayOutput[]>;
  readonly watts: Nullable<number>;
  /** Whether its chipset lets an unlocked processor be raised. */
  readonly overclocking: Nullable<boolean>;
  /** Headers for fans, the processor cooler's among them. */
  readonly fanHeaders: Nullable<number>;
  readonly frontHeaders: Nullable<readonly FrontConnector[]>;
  /** Headers for lights. */
  readonly lightHeaders?: Nullable<number> | undefined;
  /** USB sockets at the back, wired network in Mbit/s, and what makes its sound. */
  readonly rearUsb?: Nullable<number> | undefined;
  readonly lanMbps?: Nullable<number> | undefined;
  readonly sound?: Nullable<string> | undefined;
}

export interface Memory extends PartBase<'memory'> {
  readonly type: Nullable<MemoryType>;
  readonly modules: Nullable<number>;
  readonly gbPerModule: Nullable<number>;
  /** Rated profile: rate in MT/s and CAS latency in clocks. */
  readonly ratedMts: Nullable<number>;
  readonly ratedCl: Nullable<number>;
  /** What it runs at with the profile off. */
  readonly jedecMts: Nullable<number>;
  readonly jedecCl: Nullable<number>;
  readonly heightMm: Nullable<number>;
}

export interface GpuPower {
  readonly sixPin: number;
  readonly eightPin: number;
  readonly sixteenPin: number;
}

export interface Gpu extends PartBase<'gpu'> {
  readonly chip: Nullable<string>;
  readonly lengthMm: Nullable<number>;
  readonly slotsWide: Nullable<number>;
  readonly boardPowerWatts: Nullable<number>;
  readonly power: Nullable<GpuPower>;
  readonly recommendedPsuWatts: Nullable<number>;
  readonly videoMemoryGb: Nullable<number>;
  /** Computing rate (teraflops) and memory bandwidth (GB/s): about how fast a card is that nobody measured. */
  readonly tflops?: Nullable<number> | undefined;
  readonly memoryGbs?: Nullable<number> | undefined;
  readonly pcieGeneration: Nullable<number>;
  readonly pcieLanes: Nullable<number>;
  /** Eight-pin leads that the maker's own adapter in the box joins into one sixteen-pin plug; 0 when there is none. */
  readonly adapterEightPins: Nullable<number>;
  /** At full load, in dB(A). */
  readonly noiseDb?: Nullable<number> | undefined;
  readonly displayOutputs: Nullable<readonly DisplayOutput[]>;
}

export interface Drive extends PartBase<'storage'> {
  readonly interface: Nullable<DriveKind>;
  readonly gb: Nullable<number>;
  /** Solid state: counts towards the fast space that the brief asks for. */
  readonly solidState: Nullable<boolean>;
  /** Length of an M.2 drive; null for others or when not stated. */
  readonly m2LengthMm: Nullable<number>;
  readonly watts: Nullable<number>;
  /** PCI Express generation of an NVMe drive; null for others or when not stated. */
  readonly pcieGeneration: Nullable<number>;
  readonly heatSpreader: Nullable<boolean>;
}

export interface Cooler extends PartBase<'cooler'> {
  /** Sockets that its brackets fit. */
  readonly sockets: Nullable<readonly string[]>;
  /** Of those, sockets whose bracket is not in the box and has to be ordered. */
  readonly bracketExtra: Nullable<readonly string[]>;
  /** Length of its radiator: 120, 240, 280, 360 … mm; 0 for a cooler without one. */
  readonly radiatorMm: Nullable<number>;
  readonly fans: Nullable<number>;
  readonly heatWatts: Nullable<number>;
  readonly heightMm: Nullable<number>;
  /** Tallest memory that fits under it; null when not stated, Infinity is written as 999. */
  readonly memoryClearanceMm: Nullable<number>;
  readonly noiseDb: Nullable<number>;
  readonly watts: Nullable<number>;
}

export interface Case extends PartBase<'case'> {
  readonly motherboardFormFactors: Nullable<readonly FormFactor[]>;
  readonly maxGpuLengthMm: Nullable<number>;
  readonly expansionSlots: Nullable<number>;
  readonly maxCoolerHeightMm: Nullable<number>;
  readonly psuFormFactors: Nullable<readonly PsuFormFactor[]>;
  readonly maxPsuLengthMm: Nullable<number>;
  readonly bays25: Nullable<number>;
  readonly bays35: Nullable<number>;
  readonly litres: Nullable<number>;
  readonly fans: Nullable<number>;
  /** Radiator lengths that it has a place for, in mm. */
  readonly radiatorsMm: Nullable<readonly number[]>;
  readonly frontConnectors: Nullable<readonly FrontConnector[]>;
  readonly bays525?: Nullable<number> | undefined;
  /** Whether air comes in through a mesh at the front. */
  readonly meshFront?: Nullable<boolean> | undefined;
  /** Its own fans at full speed, in dB(A). */
  readonly noiseDb?: Nullable<number> | undefined;
}

export interface Psu extends PartBase<'psu'> {
  readonly form: Nullable<PsuFormFactor>;
  readonly lengthMm: Nullable<number>;
  readonly ratedWatts: Nullable<number>;
  readonly efficiency: Nullable<Efficiency>;
  /** Six-plus-two-pin leads; each can also feed a six-pin socket. */
  readonly eightPinConnectors: Nullable<number>;
  readonly sixteenPinConnectors: Nullable<number>;
  readonly cpuConnectors: Nullable<number>;
  /** Whether leads come off: none, all but the board's, all. */
  readonly modular?: Nullable<'no' | 'semi' | 'full'> | undefined;
  /** Plugs for SATA drives, and four-pin ones for what is older. */
  readonly sataConnectors?: Nullable<number> | undefined;
  readonly peripheralConnectors?: Nullable<number> | undefined;
  readonly noiseDb?: Nullable<number> | undefined;
  readonly quality: Nullable<QualityMark>;
}

export interface Network extends PartBase<'network'> {
  readonly interface: Nullable<'PCIe' | 'USB' | 'M.2'>;
  readonly wireless: Nullable<boolean>;
  readonly mbps: Nullable<number>;
}

interface Os extends PartBase<'os'> {
  readonly licence: Nullable<string>;
}

/** Whatever else goes into a build: fans, lights and their controller, an optical drive, cables, film. Absent: none of it. */
export interface Extra extends PartBase<'extras'> {
  readonly purpose: Nullable<string>;
  readonly watts: Nullable<number>;
  /** Fans in the box, and the way that they blow as they are usually fixed. */
  readonly fans?: Nullable<number> | undefined;
  readonly blows?: Nullable<'in' | 'out'> | undefined;
  /** Fan headers that a hub or splitter adds beyond the one that it takes. */
  readonly addsFanHeaders?: Nullable<number> | undefined;
  /** Headers for lights on the board that it takes, and those that a controller adds. */
  readonly lightPlugs?: Nullable<number> | undefined;
  readonly addsLightHeaders?: Nullable<number> | undefined;
  /** Plugs of the supply that it takes, ports of the board, and 5.25-inch places of the case. */
  readonly sataPlugs?: Nullable<number> | undefined;
  readonly peripheralPlugs?: Nullable<number> | undefined;
  readonly sataPorts?: Nullable<number> | undefined;
  readonly bays525?: Nullable<number> | undefined;
  /** At full speed, in dB(A). */
  readonly noiseDb?: Nullable<number> | undefined;
}

export interface PartBySlot {
  readonly cpu: Cpu;
  readonly motherboard: Motherboard;
  readonly memory: Memory;
  readonly gpu: Gpu;
  readonly storage: Drive;
  readonly secondaryStorage: Drive;
  readonly tertiaryStorage: Drive;
  readonly cooler: Cooler;
  readonly case: Case;
  readonly psu: Psu;
  readonly network: Network;
  readonly os: Os;
  readonly extras: Extra;
  readonly extras2: Extra;
  readonly extras3: Extra;
  readonly extras4: Extra;
  readonly extras5: Extra;
  readonly extras6: Extra;
}

/** A product with its specifications, without a price. */
export type Part = PartBySlot[PartKind];
export type PartOf<K extends PartKind> = PartBySlot[K];

/**
 * The parts of a build. A slot that is absent has not been decided; null says that it is left empty on purpose
 * (no graphics card, the boxed cooler). Owned drives are in every build and are counted beside the storage slot.
 */
export type PartSet = { readonly [S in Slot]?: PartBySlot[S] | null };
