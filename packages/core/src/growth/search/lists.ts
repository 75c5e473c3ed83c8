import { firstBarrier, type RuleContext } from '../../compatibility/index.ts';
import { hasRate, type ModelIndex } from '../../frames/index.ts';
import type {
  Motherboard,
  Brief,
  Gpu,
  Case,
  Cooler,
  Memory,
  Part,
  PartSet,
  Cpu,
  Drive,
  Psu,
} from '../../parts/index.ts';
import type { Outlook } from '../model/outlook.ts';

/*
 * Parts that later steps may bring in: of each kind those that no other beats in every respect that matters for the
 * same money or less.
 */

export interface Lists {
  readonly gpus: readonly Gpu[];
  readonly cpus: readonly Cpu[];
  readonly motherboards: readonly Motherboard[];
  readonly kits: readonly Memory[];
  readonly psus: readonly Psu[];
  readonly coolers: readonly Cooler[];
  readonly cases: readonly Case[];
  readonly drives: readonly Drive[];
}

/** Most of each kind: enough to keep a search quick; what is left out is thinned evenly by price. */
const MOST = {
  gpu: 40,
  cpu: 24,
  motherboard: 12,
  memory: 12,
  psu: 12,
  cooler: 8,
  case: 8,
  storage: 24,
} as const;

/** A figure that is missing counts as the worst there may be. */
const figure = (value: number | null | undefined, otherwise: number) => value ?? otherwise;

/** What parts of a kind are held against one another by. Larger is better in each. */
interface Respects<T> {
  /** Parts of different groups never beat one another. */
  readonly group: (part: T) => readonly unknown[];
  readonly of: (part: T) => readonly number[];
}

type OfKind<K extends Part['kind']> = Extract<Part, { readonly kind: K }>;

/** Respects by kind; what the frame model says of a part is asked of its index. */
const RESPECTS: { readonly [K in keyof typeof MOST]: (rates: ModelIndex['ratesOf']) => Respects<OfKind<K>> } =
  {
    gpu: (rates) => ({
      group: () => [],
      of: (gpu) => [
        ...rates(gpu),
        figure(gpu.videoMemoryGb, 0),
        -figure(gpu.boardPowerWatts, 999),
        -figure(gpu.recommendedPsuWatts, 9999),
        -figure(gpu.lengthMm, 999),
        -figure(gpu.slotsWide, 9),
        -(gpu.power ? gpu.power.sixPin + gpu.power.eightPin + 4 * gpu.power.sixteenPin : 99),
      ],
    }),
    cpu: (rates) => ({
      group: (cpu) => [cpu.socket, cpu.memoryTypes, JSON.stringify(cpu.minBiosByChipset)],
      of: (cpu) => [
        ...rates(cpu),
        figure(cpu.threads, 0),
        -figure(cpu.packagePowerWatts, 999),
        figure(cpu.pcieGeneration, 0),
        cpu.stockCooler ? 1 : 0,
      ],
    }),
    motherboard: () => ({
      group: (motherboard) => [
        motherboard.socket,
        motherboard.chipset,
        motherboard.memoryType,
        motherboard.formFactor,
      ],
      of: (motherboard) => [
        figure(motherboard.vrmWatts, 0),
        figure(motherboard.memorySlots, 0),
        figure(motherboard.memoryMaxMts, 0),
        motherboard.wireless ? 1 : 0,
        figure(motherboard.pcieSlot?.generation, 0),
        figure(motherboard.biosVersion, 0),
      ],
    }),
    memory: () => ({
      group: (kit) => [kit.type],
      of: (kit) => [
        figure(kit.modules, 0) * figure(kit.gbPerModule, 0),
        figure(kit.ratedMts, 0),
        -figure(kit.ratedCl, 99),
        figure(kit.modules, 0) >= 2 ? 1 : 0,
        -figure(kit.heightMm, 99),
      ],
    }),
    psu: () => ({
      group: (psu) => [psu.form],
      of: (psu) => [
        figure(psu.ratedWatts, 0),
        figure(psu.eightPinConnectors, 0),
        figure(psu.sixteenPinConnectors, 0),
        figure(psu.cpuConnectors, 0),
        -figure(psu.lengthMm, 999),
      ],
    }),
    cooler: () => ({
      group: (cooler) => [cooler.sockets, cooler.radiatorMm],
      of: (cooler) => [
        figure(cooler.heatWatts, 0),
        -figure(cooler.heightMm, 999),
        -figure(cooler.noiseDb, 99),
        figure(cooler.memoryClearanceMm, 0),
      ],
    }),
    case: () => ({
      group: (box) => [box.psuFormFactors, box.motherboardFormFactors],
      of: (box) => [
        figure(box.maxGpuLengthMm, 0),
        figure(box.expansionSlots, 0),
        figure(box.maxCoolerHeightMm, 0),
        figure(box.maxPsuLengthMm, 0),
        figure(box.bays25, 0),
        figure(box.bays35, 0),
      ],
    }),
    storage: () => ({
      group: (drive) => [drive.interface, drive.solidState, drive.m2LengthMm],
      of: (drive) => [figure(drive.gb, 0)],
    }),
  };

function beats(a: readonly number[], b: readonly number[]): boolean {
  return a.every((value, n) => value >= b[n]);
}

/** Those that nothing cheaper (or as cheap and named before) beats in every respect, cheapest first. */
export function unbeaten<T extends { readonly id: string }>(
  parts: readonly T[],
  priceOf: (part: T) => number,
  respects: Respects<T>,
): T[] {
  const rows = parts
    .map((part) => ({
      part,
      price: priceOf(part),
      group: respects.group(part).join('|'),
      of: respects.of(part),
    }))
    .sort((a, b) => a.price - b.price || (a.part.id < b.part.id ? -1 : 1));
  const kept: typeof rows = [];
  for (const row of rows)
    if (!kept.some((each) => each.group === row.group && beats(each.of, row.of))) kept.push(row);
  return kept.map(({ part }) => part);
}

/** At most so many of a list in order, the first and last among them. */
export function thinned<T>(list: readonly T[], most: number): readonly T[] {
  if (list.length <= most) return list;
  return Array.from({ length: most }, (_, n) => list[Math.round((n * (list.length - 1)) / (most - 1))]);
}

/** The parts of every kind that a search through paths takes up. */
export function listsFor(
  parts: readonly Part[],
  brief: Brief,
  context: RuleContext,
  index: ModelIndex,
  outlook: Outlook,
): Lists {
  const excluded = new Set(brief.excluded.map((entry) => entry.part));
  const { allowUnknown } = brief.whereToBuy;
  const isTaken = (part: Part): boolean =>
    !excluded.has(part.id) &&
    outlook.base(part) !== null &&
    hasRate(part, index) &&
    !firstBarrier({ [part.kind]: part } as PartSet, context, allowUnknown); // its own slot
  const list = <K extends keyof typeof MOST>(kind: K): readonly OfKind<K>[] => {
    const all = parts.filter((part): part is OfKind<K> => part.kind === kind && isTaken(part));
    return thinned(
      unbeaten(all, (part) => outlook.base(part) ?? Infinity, RESPECTS[kind](index.ratesOf)),
      MOST[kind],
    );
  };
  return {
    gpus: list('gpu'),
    cpus: list('cpu'),
    motherboards: list('motherboard'),
    kits: list('memory'),
    psus: list('psu'),
    coolers: list('cooler'),
    cases: list('case'),
    drives: list('storage'),
  };
}
