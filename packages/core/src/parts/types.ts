import type { Known, PartKind, Slot } from './slots.ts';

export type MemoryType = 'DDR3' | 'DDR4' | 'DDR5';
export type BoardFormFactor = 'mini-ITX' | 'micro-ATX' | 'ATX' | 'E-ATX';
export type SupplyForm = 'ATX' | 'SFX' | 'TFX';
export type PictureOutput = 'HDMI' | 'DisplayPort' | 'DVI' | 'VGA' | 'USB-C';
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
  readonly slot: S;
  readonly maker: string;
  readonly name: string;
  /** Where the specification comes from, and when it was read (ISO date). */
  readonly source?: { readonly name: string; readonly on: string } | undefined;
  /** Maker's warranty on a new one, in months. */
  readonly warrantyMonths?: Known<number> | undefined;
  /** Item number (GTIN), check digit included, and the maker’s own number. */
  readonly gtin?: string | undefined;
  readonly mpn?: string | undefined;
  /** Bought for its looks alone: the brief may keep it out of the sum. */
  readonly looksOnly?: boolean | undefined;
}

/** A cooler that comes in the processor's box. */
export interface BoxedCooler {
  readonly heatWatts: number;
  readonly heightMm: number;
  readonly noiseDb: Known<number>;
}

export interface Processor extends PartBase<'processor'> {
  readonly socket: Known<string>;
  readonly cores: Known<number>;
  readonly threads: Known<number>;
  /** Sustained package limit, in watts. */
  readonly packageWatts: Known<number>;
  readonly memoryTypes: Known<readonly MemoryType[]>;
  readonly memoryMaxGb: Known<number>;
  readonly pcieGeneration: Known<number>;
  /** Highest clock, in MHz. With cores and generation it tells about how fast a part is that nobody measured. */
  readonly boostMhz?: Known<number> | undefined;
  /** Computing rate of its own graphics, in teraflops. */
  readonly graphicsTflops?: Known<number> | undefined;
  readonly integratedGraphics: Known<boolean>;
  /** The cooler in the box; `false` when the box has none. */
  readonly boxedCooler: Known<BoxedCooler | false>;
  readonly unlocked: Known<boolean>;
  /** Chipsets that can run it, each with the lowest firmware level that knows it. */
  readonly firmwareByChipset: Known<Readonly<Record<string, number>>>;
}

export interface M2Place {
  readonly protocols: readonly ('NVMe' | 'SATA')[];
  readonly maxLengthMm: number;
  /** SATA ports that go dead when a drive sits here. */
  readonly disablesSataPorts: number;
  /** Whether a heat spreader covers the place. */
  readonly heatSpreader?: Known<boolean> | undefined;
}

export interface Board extends PartBase<'board'> {
  readonly socket: Known<string>;
  readonly chipset: Known<string>;
  readonly formFactor: Known<BoardFormFactor>;
  readonly memoryType: Known<MemoryType>;
  readonly memorySlots: Known<number>;
  readonly memoryMaxGb: Known<number>;
  /** Highest memory rate, in MT/s. */
  readonly memoryMaxMts: Known<number>;
  /** Whether the board can switch on a kit's rated profile. */
  readonly memoryProfile: Known<boolean>;
  readonly firmwareShipped: Known<number>;
  readonly flashWithoutProcessor: Known<boolean>;
  readonly m2: Known<readonly M2Place[]>;
  readonly sataPorts: Known<number>;
  readonly cardSlot: Known<{ readonly generation: number; readonly lanes: number }>;
  /** Further slots that take a single-lane add-in. */
  readonly smallSlots: Known<number>;
  readonly powerStageWatts: Known<number>;
  /** Eight-pin processor power sockets that must be fed (a four-pin one counts as one). */
  readonly processorPowerSockets: Known<number>;
  readonly wireless: Known<boolean>;
  readonly pictureOutputs: Known<readonly PictureOutput[]>;
  readonly watts: Known<number>;
  /** Whether its chipset lets an unlocked processor be raised. */
  readonly raisesClocks: Known<boolean>;
  /** Headers for fans, the processor cooler's among them. */
  readonly fanHeaders: Known<number>;
  readonly frontHeaders: Known<readonly FrontConnector[]>;
}

export interface Memory extends PartBase<'memory'> {
  readonly type: Known<MemoryType>;
  readonly sticks: Known<number>;
  readonly gbPerStick: Known<number>;
  /** Rated profile: rate in MT/s and CAS latency in clocks. */
  readonly ratedMts: Known<number>;
  readonly ratedCl: Known<number>;
  /** What it runs at with the profile off. */
  readonly baseMts: Known<number>;
  readonly baseCl: Known<number>;
  readonly heightMm: Known<number>;
}

export interface CardPower {
  readonly sixPin: number;
  readonly eightPin: number;
  readonly sixteenPin: number;
}

export interface Card extends PartBase<'card'> {
  readonly chip: Known<string>;
  readonly lengthMm: Known<number>;
  readonly slotsWide: Known<number>;
  readonly boardWatts: Known<number>;
  readonly power: Known<CardPower>;
  readonly makerSupplyWatts: Known<number>;
  readonly videoMemoryGb: Known<number>;
  /** Computing rate (teraflops) and memory bandwidth (GB/s): about how fast a card is that nobody measured. */
  readonly tflops?: Known<number> | undefined;
  readonly memoryGbs?: Known<number> | undefined;
  readonly pcieGeneration: Known<number>;
  readonly pcieLanes: Known<number>;
  /** Eight-pin leads that the maker's own adapter in the box joins into one sixteen-pin plug; 0 when there is none. */
  readonly adapterEightPins: Known<number>;
  readonly pictureOutputs: Known<readonly PictureOutput[]>;
}

export interface Storage extends PartBase<'storage'> {
  readonly kind: Known<DriveKind>;
  readonly gb: Known<number>;
  /** Solid state: counts towards the fast space that the brief asks for. */
  readonly solidState: Known<boolean>;
  /** Length of an M.2 drive; null for others or when not stated. */
  readonly m2LengthMm: Known<number>;
  readonly watts: Known<number>;
  /** PCI Express generation of an NVMe drive; null for others or when not stated. */
  readonly pcieGeneration: Known<number>;
  readonly heatSpreader: Known<boolean>;
}

export interface Cooler extends PartBase<'cooler'> {
  /** Sockets that its brackets fit. */
  readonly sockets: Known<readonly string[]>;
  /** Of those, sockets whose bracket is not in the box and has to be ordered. */
  readonly bracketExtra: Known<readonly string[]>;
  /** Length of its radiator: 120, 240, 280, 360 … mm; 0 for a cooler without one. */
  readonly radiatorMm: Known<number>;
  readonly fans: Known<number>;
  readonly heatWatts: Known<number>;
  readonly heightMm: Known<number>;
  /** Tallest memory that fits under it; null when not stated, Infinity is written as 999. */
  readonly memoryClearanceMm: Known<number>;
  readonly noiseDb: Known<number>;
  readonly watts: Known<number>;
}

export interface Case extends PartBase<'case'> {
  readonly boardFormFactors: Known<readonly BoardFormFactor[]>;
  readonly cardMaxMm: Known<number>;
  readonly cardSlots: Known<number>;
  readonly coolerMaxMm: Known<number>;
  readonly supplyForms: Known<readonly SupplyForm[]>;
  readonly supplyMaxMm: Known<number>;
  readonly bays25: Known<number>;
  readonly bays35: Known<number>;
  readonly litres: Known<number>;
  readonly fans: Known<number>;
  /** Radiator lengths that it has a place for, in mm. */
  readonly radiatorsMm: Known<readonly number[]>;
  readonly frontConnectors: Known<readonly FrontConnector[]>;
}

export interface Supply extends PartBase<'supply'> {
  readonly form: Known<SupplyForm>;
  readonly lengthMm: Known<number>;
  readonly ratedWatts: Known<number>;
  readonly efficiency: Known<Efficiency>;
  /** Six-plus-two-pin leads; each can also feed a six-pin socket. */
  readonly eightPinLeads: Known<number>;
  readonly sixteenPinLeads: Known<number>;
  readonly processorLeads: Known<number>;
  readonly quality: Known<QualityMark>;
}

export interface Network extends PartBase<'network'> {
  readonly interface: Known<'PCIe' | 'USB' | 'M.2'>;
  readonly wireless: Known<boolean>;
  readonly mbps: Known<number>;
}

export interface System extends PartBase<'system'> {
  readonly licence: Known<string>;
}

export interface Extra extends PartBase<'extras'> {
  readonly kind: Known<string>;
  readonly watts: Known<number>;
}

export interface PartBySlot {
  readonly processor: Processor;
  readonly board: Board;
  readonly memory: Memory;
  readonly card: Card;
  readonly storage: Storage;
  readonly bulk: Storage;
  readonly cooler: Cooler;
  readonly case: Case;
  readonly supply: Supply;
  readonly network: Network;
  readonly system: System;
  readonly extras: Extra;
}

/** A product with its specifications, without a price. */
export type Part = PartBySlot[PartKind];

/**
 * The parts of a build. A slot that is absent has not been decided; null says that it is left empty on purpose
 * (no graphics card, the boxed cooler). Owned drives are in every build and are counted beside the storage slot.
 */
export type PartSet = { readonly [S in Slot]?: PartBySlot[S] | null };
