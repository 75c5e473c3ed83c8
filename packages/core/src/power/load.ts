import type { PartSet, Drive, PsuRule } from '../parts/index.ts';

/**
 * Typical draw of what is not stated on sheets, in watts. Common practice, no source; small beside the processor
 * and the card, whose figures are never assumed.
 */
const TYPICAL_WATTS = {
  motherboard: 30,
  memoryStick: 3,
  drive: 6,
  coolerFan: 3,
  caseFan: 2,
  network: 2,
  extra: 3,
} as const;

/** Tenths of a watt as a whole number, so that a sum does not depend on its order. */
export function deciwatts(watts: number): number {
  return Math.round(watts * 10);
}

export interface LoadLine {
  readonly what: string;
  readonly watts: number;
}

interface DriveSet {
  readonly ownedDrives: readonly Drive[];
}

/** Draw of one slot of a build in tenths of a watt; null when a figure that is never assumed is missing. */
export function slotDeciwatts(set: PartSet, slot: keyof PartSet): number | null {
  const part = set[slot];
  if (!part) return 0;
  switch (part.kind) {
    case 'cpu':
      return part.packagePowerWatts === null ? null : deciwatts(part.packagePowerWatts);
    case 'gpu':
      return part.boardPowerWatts === null ? null : deciwatts(part.boardPowerWatts);
    case 'motherboard':
      return deciwatts(part.watts ?? TYPICAL_WATTS.motherboard);
    case 'memory':
      return deciwatts((part.modules ?? 2) * TYPICAL_WATTS.memoryStick);
    case 'storage':
      return deciwatts(part.watts ?? TYPICAL_WATTS.drive);
    case 'cooler':
      return deciwatts(part.watts ?? TYPICAL_WATTS.coolerFan);
    case 'case':
      return deciwatts((part.fans ?? 1) * TYPICAL_WATTS.caseFan);
    case 'network':
      return deciwatts(TYPICAL_WATTS.network);
    case 'extras':
      return deciwatts(part.watts ?? TYPICAL_WATTS.extra);
    case 'psu':
    case 'os':
      return 0;
  }
}

/** Draw of the drives that are there already, in tenths of a watt. */
export function ownedDriveDeciwatts(context: DriveSet): number {
  return context.ownedDrives.reduce((sum, drive) => sum + deciwatts(drive.watts ?? TYPICAL_WATTS.drive), 0);
}

export interface Load {
  readonly deciwatts: number;
  readonly lines: readonly LoadLine[];
}

/** Load of a build at its worst, with its lines; null when the processor's or the card's draw is not stated. */
export function loadOf(set: PartSet, context: DriveSet): Load | null {
  const lines: LoadLine[] = [];
  let total = ownedDriveDeciwatts(context);
  if (total > 0) lines.push({ what: 'drives already there', watts: total / 10 });
  for (const slot of Object.keys(set) as (keyof PartSet)[]) {
    const draw = slotDeciwatts(set, slot);
    if (draw === null) return null;
    if (draw > 0) lines.push({ what: slot, watts: draw / 10 });
    total += draw;
  }
  return { deciwatts: total, lines };
}

/**
 * Rated watts that a supply needs by a rule, for a load and the card maker's figure. For `planned` both come with the
 * planned card in place of the present one.
 */
export function neededPsuWatts(rule: PsuRule, loadDeciwatts: number, makerWatts: number): number {
  const byLoad = (loadDeciwatts * Math.round(rule.factor * 100)) / 1000;
  switch (rule.kind) {
    case 'load':
      return byLoad;
    case 'maker':
      return Math.max(makerWatts, loadDeciwatts / 10);
    case 'larger':
    case 'planned':
      return Math.max(makerWatts, byLoad);
    case 'half':
      return loadDeciwatts / 5;
  }
}
