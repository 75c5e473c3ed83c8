import {
  summedExtras,
  type Drive,
  type FormFactor,
  type Gpu,
  type M2Place,
  type Motherboard,
  type PartSet,
  type Psu,
} from '../parts/index.ts';
import { caseFans } from '../power/index.ts';

/*
 * Facts of the trade that steps and drawings are made from: which slots, which places, how many screws, leads and fans.
 */

/** Places of a board's memory, counted from the processor, that are filled first. */
interface MemoryPlan {
  readonly slots: number;
  readonly fill: readonly number[];
  /** Whether it is what nearly all boards ask for; otherwise the board's sheet has to be read. */
  readonly isUsual: boolean;
}

/**
 * Which memory slots are filled. Two sticks in four slots sit in the second and the fourth from the processor. Common practice,
 * no source; the board's manual comes first.
 */
export function memoryPlan(slots: number, sticks: number): MemoryPlan {
  const all = Array.from({ length: slots }, (_, n) => n + 1);
  const everySecond = all.filter((slot) => slot % 2 === 0);
  if (sticks >= slots) return { slots, fill: all, isUsual: sticks === slots };
  if (slots % 4 === 0 && sticks === everySecond.length) return { slots, fill: everySecond, isUsual: true };
  if (slots === 4 && sticks === 1) return { slots, fill: [2], isUsual: true };
  return { slots, fill: all.slice(0, sticks), isUsual: false };
}

/** A drive and where it goes. */
interface DriveSeat {
  readonly drive: Drive;
  /** Number of the M.2 place on the board, from 1; null: a bay and a SATA port, or no place is known. */
  readonly place: number | null;
  readonly isM2: boolean;
}
interface DrivePlan {
  readonly seats: readonly DriveSeat[];
  /** SATA ports that go dead through drives on the board, and those that stay; null where the board does not say. */
  readonly deadPorts: number;
  readonly livePorts: number | null;
}

const isM2 = ({ interface: kind }: Drive) => kind === 'M.2 NVMe' || kind === 'M.2 SATA';

function takes(place: M2Place, drive: Drive): boolean {
  const protocol = drive.interface === 'M.2 NVMe' ? 'NVMe' : 'SATA';
  return place.protocols.includes(protocol) && place.maxLengthMm >= (drive.m2LengthMm ?? 0);
}

/** Puts drives on the board so that the fewest SATA ports go dead; of equals the places nearest to the processor. */
export function drivePlan(board: Pick<Motherboard, 'm2' | 'sataPorts'>, drives: readonly Drive[]): DrivePlan {
  const places = board.m2 ?? [];
  const sticks = drives.filter(isM2);
  let best: { readonly lost: number; readonly at: readonly (number | null)[] } | null = null;
  const seat = (n: number, at: readonly (number | null)[], lost: number): void => {
    if (best && lost >= best.lost) return;
    if (n === sticks.length) {
      best = { lost, at };
      return;
    }
    for (const [p, place] of places.entries())
      if (!at.includes(p) && takes(place, sticks[n])) seat(n + 1, [...at, p], lost + place.disablesSataPorts);
  };
  seat(0, [], 0);
  const found = best as { lost: number; at: readonly (number | null)[] } | null; // set within the closure
  const placeOf = new Map(sticks.map((drive, n) => [drive, found?.at[n] ?? null]));
  return {
    seats: drives.map((drive) => {
      const place = placeOf.get(drive) ?? null;
      return { drive, place: place === null ? null : place + 1, isM2: isM2(drive) };
    }),
    deadPorts: found?.lost ?? 0,
    livePorts: board.sataPorts === null ? null : board.sataPorts - (found?.lost ?? 0),
  };
}

/** All drives of a build, those that are there already first. */
export const drivesOf = (parts: PartSet, owned: readonly Drive[]): readonly Drive[] => [
  ...owned,
  ...[parts.storage, parts.secondaryStorage, parts.tertiaryStorage].filter(
    (drive): drive is Drive => !!drive,
  ),
];

/**
 * Holes that a board of an outline is screwed down by: columns and rows of a plan of the board, and how many of them are
 * usual. From memory of the ATX (2.2), microATX (1.2) and Mini-ITX outlines; boards may use fewer, so they are counted.
 */
export const STANDOFFS: Readonly<
  Record<FormFactor, { readonly count: number; readonly holes: readonly (readonly [x: number, y: number])[] }>
> = {
  'mini-ITX': { count: 4, holes: grid(2, 2) },
  'micro-ATX': { count: 8, holes: grid(3, 3).slice(0, 8) },
  ATX: { count: 9, holes: grid(3, 3) },
  'E-ATX': { count: 10, holes: [...grid(3, 3), [1, 0.75]] },
};

function grid(columns: number, rows: number): [number, number][] {
  return Array.from({ length: columns * rows }, (_, n) => [
    (n % columns) / (columns - 1),
    Math.floor(n / columns) / (rows - 1),
  ]);
}

/** Slot covers that come off for a card of a thickness. */
export const coversFor = (slotsWide: number): number => Math.ceil(slotsWide);

/** Leads that a card takes from the supply. */
interface CardLeads {
  readonly eightPin: number;
  readonly sixPin: number;
  readonly sixteenPin: number;
  /** Whether the sixteen-pin plug is fed through the maker's adapter, and by how many eight-pin leads. */
  readonly adapterEightPins: number;
}

/** Null where the card does not say what it takes. */
export function cardLeads({ power, adapterEightPins }: Gpu, psu: Psu | null): CardLeads | null {
  if (power === null) return null;
  const { eightPin, sixPin, sixteenPin } = power;
  const isFedDirectly = sixteenPin <= (psu?.sixteenPinConnectors ?? 0);
  return { eightPin, sixPin, sixteenPin, adapterEightPins: isFedDirectly ? 0 : (adapterEightPins ?? 0) };
}

/** Fans by where they blow; the processor's cooler apart. */
interface AirPlan {
  readonly front: number;
  readonly rear: number;
  readonly radiatorMm: number;
  /** Fans on the processor's cooler or its radiator. */
  readonly cooler: number;
  /** Headers of the board; null where it does not say. */
  readonly headers: number | null;
  /** More fans than headers. */
  readonly short: number;
}

/** In at the front, out at the rear, with the headers for it. */
export function airPlan(set: PartSet): AirPlan {
  const { cooler, motherboard: board } = set;
  const { inward, outward } = caseFans(set) ?? { inward: 0, outward: 0 };
  const onCooler = cooler ? (cooler.fans ?? 1) : 1;
  const own = board?.fanHeaders ?? null;
  const headers = own === null ? null : own + summedExtras(set, 'addsFanHeaders');
  return {
    front: inward,
    rear: outward,
    radiatorMm: cooler?.radiatorMm ?? 0,
    cooler: onCooler,
    headers,
    short: headers === null ? 0 : Math.max(0, inward + outward + onCooler - headers),
  };
}

/** Height from which a cooler is a tower that covers what is under it, in millimetres. Chosen. */
const TOWER_MM = 100;

/** Whether the cooler is a tower: it hides the board's screws and places under it. */
export const isTower = ({ cooler }: PartSet): boolean =>
  !!cooler && (cooler.radiatorMm ?? 0) === 0 && (cooler.heightMm ?? 0) >= TOWER_MM;
