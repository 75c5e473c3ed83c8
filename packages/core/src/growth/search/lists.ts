import { firstBarrier, type RuleContext } from '../../compatibility/index.ts';
import type { ModelIndex } from '../../frames/index.ts';
import type {
  Motherboard,
  Brief,
  Gpu,
  Case,
  Cooler,
  Memory,
  Part,
  PartKind,
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

const figure = (value: number | null | undefined, otherwise: number) => value ?? otherwise;
/** Larger is better in each. Parts of different `group`s never beat one another. */
interface Respects<T> {
  readonly group: (part: T) => string;
  readonly of: (part: T) => readonly number[];
}

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
    .map((part) => ({ part, price: priceOf(part), group: respects.group(part), of: respects.of(part) }))
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

export function listsFor(
  parts: readonly Part[],
  brief: Brief,
  context: RuleContext,
  index: ModelIndex,
  outlook: Outlook,
): Lists {
  const excluded = new Set(brief.excluded.map((entry) => entry.part));
  const { allowUnknown } = brief.whereToBuy;
  const pick = <K extends PartKind>(kind: K, isRated: (part: Part & { kind: K }) => boolean) =>
    parts.filter((part): part is Part & { kind: K } => {
      if (part.kind !== kind || excluded.has(part.id) || outlook.base(part) === null) return false;
      if (firstBarrier({ [kind]: part } as PartSet, context, allowUnknown)) return false; // its own slot
      return isRated(part as Part & { kind: K }); // of this kind
    });
  const list = <T extends Part>(all: readonly T[], respects: Respects<T>): readonly T[] =>
    thinned(
      unbeaten(all, (part) => outlook.base(part) ?? Infinity, respects),
      MOST[all[0]?.kind as keyof typeof MOST] ?? 1,
    );
  const rate = (part: Part) => index.gpus.get(part.id)?.rateLn ?? index.cpus.get(part.id)?.rateLn ?? 0;
  const one = () => '';
  return {
    gpus: list(
      pick(
        'gpu',
        (gpu) =>
          index.gpus.has(gpu.id) &&
          gpu.videoMemoryGb !== null &&
          gpu.pcieGeneration !== null &&
          gpu.pcieLanes !== null,
      ),
      {
        group: one,
        of: (gpu) => [
          rate(gpu),
          figure(gpu.videoMemoryGb, 0),
          -figure(gpu.boardPowerWatts, 999),
          -figure(gpu.recommendedPsuWatts, 9999),
          -figure(gpu.lengthMm, 999),
          -figure(gpu.slotsWide, 9),
          -(gpu.power ? gpu.power.sixPin + gpu.power.eightPin + 4 * gpu.power.sixteenPin : 99),
        ],
      },
    ),
    cpus: list(
      pick('cpu', (chip) => index.cpus.has(chip.id) && chip.threads !== null && chip.pcieGeneration !== null),
      {
        group: (chip) =>
          `${chip.socket}|${chip.memoryTypes?.join()}|${JSON.stringify(chip.minBiosByChipset)}`,
        of: (chip) => [
          rate(chip),
          figure(chip.threads, 0),
          -figure(chip.packagePowerWatts, 999),
          figure(chip.pcieGeneration, 0),
          chip.stockCooler ? 1 : 0,
        ],
      },
    ),
    motherboards: list(
      pick(
        'motherboard',
        (motherboard) =>
          motherboard.memoryMaxMts !== null &&
          motherboard.memoryProfile !== null &&
          motherboard.pcieSlot !== null,
      ),
      {
        group: (motherboard) =>
          `${motherboard.socket}|${motherboard.chipset}|${motherboard.memoryType}|${motherboard.formFactor}`,
        of: (motherboard) => [
          figure(motherboard.vrmWatts, 0),
          figure(motherboard.memorySlots, 0),
          figure(motherboard.memoryMaxMts, 0),
          motherboard.wireless ? 1 : 0,
          figure(motherboard.pcieSlot?.generation, 0),
          figure(motherboard.biosVersion, 0),
        ],
      },
    ),
    kits: list(
      pick('memory', (kit) =>
        [kit.modules, kit.gbPerModule, kit.ratedMts, kit.ratedCl, kit.jedecMts, kit.jedecCl].every(
          (value) => value !== null,
        ),
      ),
      {
        group: (kit) => `${kit.type}`,
        of: (kit) => [
          figure(kit.modules, 0) * figure(kit.gbPerModule, 0),
          figure(kit.ratedMts, 0),
          -figure(kit.ratedCl, 99),
          figure(kit.modules, 0) >= 2 ? 1 : 0,
          -figure(kit.heightMm, 99),
        ],
      },
    ),
    psus: list(
      pick('psu', () => true),
      {
        group: (psu) => `${psu.form}`,
        of: (psu) => [
          figure(psu.ratedWatts, 0),
          figure(psu.eightPinConnectors, 0),
          figure(psu.sixteenPinConnectors, 0),
          figure(psu.cpuConnectors, 0),
          -figure(psu.lengthMm, 999),
        ],
      },
    ),
    coolers: list(
      pick('cooler', () => true),
      {
        group: (cooler) => `${cooler.sockets?.join()}|${cooler.radiatorMm}`,
        of: (cooler) => [
          figure(cooler.heatWatts, 0),
          -figure(cooler.heightMm, 999),
          -figure(cooler.noiseDb, 99),
          figure(cooler.memoryClearanceMm, 0),
        ],
      },
    ),
    cases: list(
      pick('case', () => true),
      {
        group: (box) => `${box.psuFormFactors?.join()}|${box.motherboardFormFactors?.join()}`,
        of: (box) => [
          figure(box.maxGpuLengthMm, 0),
          figure(box.expansionSlots, 0),
          figure(box.maxCoolerHeightMm, 0),
          figure(box.maxPsuLengthMm, 0),
          figure(box.bays25, 0),
          figure(box.bays35, 0),
        ],
      },
    ),
    drives: list(
      pick('storage', () => true),
      {
        group: (drive) => `${drive.interface}|${drive.solidState}|${drive.m2LengthMm}`,
        of: (drive) => [figure(drive.gb, 0)],
      },
    ),
  };
}
