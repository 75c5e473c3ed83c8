import type { Motherboard, Case, Drive, PartSet } from '../../parts/index.ts';
import { PASS, UNKNOWN, type Judgement, type Rule, type RuleContext } from '../rule.ts';

/** Owned drives, those of the slots that are asked about, and the third one. */
export function allDrives(
  set: PartSet,
  slots: readonly ('storage' | 'secondaryStorage')[],
  { ownedDrives, thirdDrive }: RuleContext,
): readonly Drive[] {
  const third = set.tertiaryStorage === undefined ? thirdDrive : set.tertiaryStorage;
  const drives = [...slots.map((slot) => set[slot]), third];
  return [...ownedDrives, ...drives.filter((drive) => drive !== null && drive !== undefined)];
}

/** Drives that take a port of the board and a plug of the supply. */
export const isSata = (drive: Drive): boolean =>
  drive.interface === '2.5-inch SATA' || drive.interface === '3.5-inch SATA';
export const BOTH = ['storage', 'secondaryStorage'] as const;

/** Puts M.2 drives into places one by one, the pickiest first; returns SATA ports lost, or null when one has no place. */
function seatM2(drives: readonly Drive[], motherboard: Motherboard): number | null | 'unknown' {
  const m2 = drives.filter((drive) => drive.interface === 'M.2 NVMe' || drive.interface === 'M.2 SATA');
  if (m2.length === 0) return 0;
  if (motherboard.m2 === null || m2.some((drive) => drive.m2LengthMm === null)) return 'unknown';
  const places = motherboard.m2;
  // At most a handful of drives and places: try every assignment and keep the one that loses the fewest ports.
  const seat = (index: number, taken: number): number | null => {
    if (index === m2.length) return 0;
    const drive = m2[index];
    const protocol = drive.interface === 'M.2 NVMe' ? 'NVMe' : 'SATA';
    let best: number | null = null;
    for (let place = 0; place < places.length; place++) {
      const at = places[place];
      if (
        taken & (1 << place) ||
        !at.protocols.includes(protocol) ||
        at.maxLengthMm < (drive.m2LengthMm ?? 0)
      )
        continue;
      const rest = seat(index + 1, taken | (1 << place));
      if (rest === null) continue;
      const lost = at.disablesSataPorts + rest;
      if (best === null || lost < best) best = lost;
    }
    return best;
  };
  return seat(0, 0);
}

/** SATA ports that stay live beside drives on the board; null where that is not known. */
export function livePorts(motherboard: Motherboard, drives: readonly Drive[]): number | null {
  const lost = seatM2(drives, motherboard);
  return typeof lost === 'number' && motherboard.sataPorts !== null ? motherboard.sataPorts - lost : null;
}

function judgePlaces(motherboard: Motherboard, drives: readonly Drive[]): Judgement {
  if (drives.some((drive) => drive.interface === null)) return UNKNOWN;
  const lost = seatM2(drives, motherboard);
  if (lost === 'unknown') return UNKNOWN;
  if (lost === null) return { verdict: 'block', unit: 'M.2' };
  const sata = drives.filter(isSata).length;
  if (sata === 0) return { verdict: 'pass', actual: drives.length };
  if (motherboard.sataPorts === null) return UNKNOWN;
  const ports = motherboard.sataPorts - lost;
  return { verdict: sata <= ports ? 'pass' : 'block', actual: sata, limit: ports, unit: 'SATA ports' };
}

export const drivePlaces: Rule = {
  id: 'drive-places',
  title: 'Drives on the motherboard',
  slots: ['motherboard', 'storage'],
  alsoReads: ['tertiaryStorage'],
  judge: (set, context) =>
    set.motherboard ? judgePlaces(set.motherboard, allDrives(set, ['storage'], context)) : PASS,
  words: (j) =>
    j.unit === 'M.2'
      ? {
          sentence: 'The motherboard has no free M.2 place of the right protocol and length for this drive.',
          mend: 'Take a SATA drive or a shorter M.2 drive, or another motherboard.',
        }
      : {
          sentence: `${j.actual} SATA drives, but ${j.limit} ports stay live.`,
          mend: 'Take an M.2 drive, or a motherboard with more ports.',
        },
};

function judgeBays(box: Case, drives: readonly Drive[]): Judgement {
  if (drives.some((drive) => drive.interface === null)) return UNKNOWN;
  const small = drives.filter((drive) => drive.interface === '2.5-inch SATA').length;
  const large = drives.filter((drive) => drive.interface === '3.5-inch SATA').length;
  if (small + large === 0) return PASS;
  if (box.bays25 === null || box.bays35 === null) return UNKNOWN;
  // A 2.5-inch drive also sits in a 3.5-inch bay, with a bracket.
  const fits = large <= box.bays35 && small + large <= box.bays25 + box.bays35;
  return {
    verdict: fits ? 'pass' : 'block',
    actual: small + large,
    limit: box.bays25 + box.bays35,
    unit: 'bays',
  };
}

export const driveBays: Rule = {
  id: 'drive-bays',
  title: 'Drives in the case',
  slots: ['storage', 'case'],
  alsoReads: ['tertiaryStorage'],
  judge: (set, context) => (set.case ? judgeBays(set.case, allDrives(set, ['storage'], context)) : PASS),
  words: (j) => ({
    sentence: `${j.actual} drives need bays; the case has ${j.limit} that fit.`,
    mend: 'Take an M.2 drive or a case with more bays.',
  }),
};

/** The same for a build with a second drive: places, ports and bays are shared by all. */
export const secondaryStoragePlaces: Rule = {
  ...drivePlaces,
  id: 'bulk-places',
  title: 'Both drives on the motherboard',
  slots: ['motherboard', 'storage', 'secondaryStorage'],
  wide: true,
  judge: (set, context) =>
    set.motherboard && set.secondaryStorage
      ? judgePlaces(set.motherboard, allDrives(set, BOTH, context))
      : PASS,
};

export const secondaryStorageBays: Rule = {
  ...driveBays,
  id: 'bulk-bays',
  title: 'Both drives in the case',
  slots: ['storage', 'secondaryStorage', 'case'],
  wide: true,
  judge: (set, context) =>
    set.case && set.secondaryStorage ? judgeBays(set.case, allDrives(set, BOTH, context)) : PASS,
};

const sumGb = (drives: readonly Drive[]) => drives.reduce((gb, drive) => gb + (drive.gb ?? 0), 0);

export const fastStorageNeed: Rule = {
  id: 'fast-storage-need',
  title: 'Fast storage the brief asks for',
  slots: ['storage'],
  alsoReads: ['tertiaryStorage'],
  judge(set, context) {
    const drives = allDrives(set, ['storage'], context);
    if (drives.some((drive) => drive.gb === null || drive.solidState === null)) return UNKNOWN;
    const fast = sumGb(drives.filter((drive) => drive.solidState));
    const { fastStorageGb } = context.needs;
    return {
      verdict: fast >= fastStorageGb ? 'pass' : 'block',
      actual: fast,
      limit: fastStorageGb,
      unit: 'GB',
    };
  },
  words: (j) => ({
    sentence: `${j.actual} GB of solid-state storage, the brief asks for ${j.limit} GB.`,
    mend: 'Take a larger main drive, or ask for less in the brief.',
  }),
};

export const storageNeed: Rule = {
  id: 'storage-need',
  title: 'Storage the brief asks for',
  slots: ['storage', 'secondaryStorage'],
  alsoReads: ['tertiaryStorage'],
  judge(set, context) {
    const drives = allDrives(set, BOTH, context);
    if (drives.some((drive) => drive.gb === null)) return UNKNOWN;
    const have = sumGb(drives);
    const { totalStorageGb } = context.needs;
    return {
      verdict: have >= totalStorageGb ? 'pass' : 'block',
      actual: have,
      limit: totalStorageGb,
      unit: 'GB',
    };
  },
  words: (j) => ({
    sentence: `${j.actual} GB of storage in all, the brief asks for ${j.limit} GB.`,
    mend: 'Take a larger drive or add a second one for bulk, or ask for less in the brief.',
  }),
};

/** NVMe drives from this generation on are said to slow down when hot. Common practice, no source. */
const HOT_GENERATION = 4;

export const heatSpreader: Rule = {
  id: 'heat-spreader',
  title: 'Heat spreader for a fast drive',
  slots: ['motherboard', 'storage'],
  advice: true,
  judge({ motherboard, storage }) {
    if (!motherboard || storage?.interface !== 'M.2 NVMe' || storage.heatSpreader) return PASS;
    if (storage.pcieGeneration === null || storage.heatSpreader === null || motherboard.m2 === null)
      return UNKNOWN;
    if (storage.pcieGeneration < HOT_GENERATION) return PASS;
    const places = motherboard.m2.filter((place) => place.protocols.includes('NVMe'));
    if (places.some((place) => place.heatSpreader)) return PASS;
    if (places.some((place) => place.heatSpreader === null || place.heatSpreader === undefined))
      return UNKNOWN;
    return { verdict: 'note', actual: storage.pcieGeneration, limit: HOT_GENERATION, unit: 'generation' };
  },
  words: (j) => ({
    sentence: `A generation ${j.actual} drive, and neither it nor the motherboard’s M.2 places have a heat spreader.`,
    mend: 'Add a spreader, or a drive that brings one: long copies slow down without.',
  }),
};
