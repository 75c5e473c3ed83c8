import { memoryStateOf, type MemoryState } from '../frames/index.ts';
import type { Brief, Cpu, Motherboard } from '../parts/index.ts';
import { and, bitsKey, hasBit, intersects, members, orInto, type Bits } from './bits.ts';
import { AT, type Domains } from './domains.ts';
import type { Compatibility } from './pair-compatibility.ts';
import type { KitClass, GpuLink, Platform } from './pair-classes.ts';
import type { CpuLinks } from './rule-questions.ts';
import { kitClassesOf, motherboardClassesOf, type MotherboardClass } from './part-classes.ts';

const isEmpty = (bits: Bits) => bits.every((word) => word === 0);

/** Gives every key a number, in order of first asking. */
class Numbers {
  private readonly known = new Map<string, number>();

  /** The key's number, and whether it was asked for the first time. */
  of(key: string): { readonly n: number; readonly isNew: boolean } {
    const known = this.known.get(key);
    if (known !== undefined) return { n: known, isNew: false };
    this.known.set(key, this.known.size);
    return { n: this.known.size - 1, isNew: true };
  }
}

/** Whether any board of a set takes any kit of another, with the processor's own rules kept. */
function meet(
  compatibility: Compatibility,
  motherboards: Bits,
  memory: Bits,
  all: readonly number[],
): boolean {
  return all.some((motherboard) => {
    if (!hasBit(motherboards, motherboard)) return false;
    const row = compatibility.row(AT.motherboard, motherboard, AT.memory, true);
    return !row || intersects(row, memory);
  });
}

const isOfOneType = ({ motherboard }: MotherboardClass, { kit }: KitClass) =>
  motherboard.memoryType === kit.type || motherboard.memoryType === null || kit.type === null;

/** Without a card nothing asks for it: a board whose slot is not stated is still a board. */
function linkFor({ pcieSlot }: Motherboard, pcieGeneration: number | null): GpuLink {
  if (pcieSlot === null || pcieGeneration === null) return null;
  return { generation: Math.min(pcieSlot.generation, pcieGeneration), lanes: pcieSlot.lanes };
}

/** A platform but for its processor. */
type SharedPlatform = Omit<Platform, 'cpu'>;

/** Per processor and class of kits: boards merged where the kit runs alike and the link is the same. */
export function platformsOf(
  brief: Brief,
  domains: Domains,
  compatibility: Compatibility,
): { readonly platforms: readonly Platform[]; readonly links: readonly GpuLink[] } {
  const kitClasses = kitClassesOf(domains);
  const motherboardClasses = motherboardClassesOf(domains);
  const platforms: Platform[] = [];
  const links: GpuLink[] = [];
  const linkNumbers = new Numbers();
  const memoryNumbers = new Numbers();
  const motherboardNumbers = new Numbers();
  const linkOf = (link: GpuLink): number => {
    const { n, isNew } = linkNumbers.of(link ? `${link.generation}x${link.lanes}` : 'unknown');
    if (isNew) links.push(link);
    return n;
  };

  // Processors that rules cannot tell apart, and that make a link as fast, have the same platforms.
  const known = new Map<CpuLinks, Map<number | null, readonly SharedPlatform[]>>();
  const sharedBy = ({ pcieGeneration }: Cpu, cpuLinks: CpuLinks): readonly SharedPlatform[] => {
    const byGeneration = known.get(cpuLinks) ?? new Map<number | null, readonly SharedPlatform[]>();
    known.set(cpuLinks, byGeneration);
    const found = byGeneration.get(pcieGeneration) ?? sharedPlatforms(pcieGeneration, cpuLinks);
    byGeneration.set(pcieGeneration, found);
    return found;
  };

  function sharedPlatforms(pcieGeneration: number | null, { allowed }: CpuLinks): readonly SharedPlatform[] {
    const sets = motherboardClasses
      .map((each) => ({ ...each, members: and(each.members, allowed[AT.motherboard]) }))
      .filter((each) => !isEmpty(each.members));
    const all = union(sets.map((each) => each.members));
    return kitClasses.flatMap((kitClass, k): SharedPlatform[] => {
      const memory = and(kitClass.members, allowed[AT.memory]);
      if (isEmpty(memory)) return [];
      const merged = new Map<string, { motherboards: Bits; state: MemoryState; link: number }>();
      for (const set of sets) {
        const { motherboard, members: motherboards } = set;
        if (!isOfOneType(set, kitClass) || !meet(compatibility, motherboards, memory, all)) continue;
        const state = memoryStateOf(kitClass.kit, motherboard, brief.play.memoryProfile);
        if (!state) continue;
        const link = linkOf(linkFor(motherboard, pcieGeneration));
        const key = `${state.latencyNs}|${state.bandwidthGbs}|${link}`;
        const same = merged.get(key);
        if (same) orInto(same.motherboards, motherboards);
        else merged.set(key, { motherboards: motherboards.slice(), state, link });
      }
      if (merged.size === 0) return [];
      const memoryKey = memoryNumbers.of(bitsKey(memory)).n;
      return [...merged.values()].map((each) => {
        const motherboardsKey = motherboardNumbers.of(bitsKey(each.motherboards)).n;
        return { ...each, kitClass: k, memory, memoryKey, motherboardsKey };
      });
    });
  }

  domains.cpus.forEach((element, cpu) => {
    const chip = element.part as Cpu; // the processors' domain holds processors only
    for (const each of sharedBy(chip, compatibility.linksOf(cpu))) platforms.push({ ...each, cpu });
  });
  return { platforms, links };
}

/** Indices that are in any of the sets. */
function union(sets: readonly Bits[]): number[] {
  if (sets.length === 0) return [];
  const all = sets[0].slice();
  for (const set of sets) orInto(all, set);
  return members(all);
}
