import { memoryStateOf } from '../frames/index.ts';
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

/** Makes the platforms of processors; those of one kind that make a link as fast have the same ones. */
class PlatformMaker {
  readonly links: GpuLink[] = [];
  private readonly kitClasses: readonly KitClass[];
  private readonly motherboardClasses: readonly MotherboardClass[];
  private readonly numbers = { link: new Numbers(), memory: new Numbers(), motherboards: new Numbers() };
  private readonly known = new Map<CpuLinks, Map<number | null, readonly SharedPlatform[]>>();

  constructor(
    domains: Domains,
    private readonly compatibility: Compatibility,
    private readonly memoryProfile: boolean,
  ) {
    this.kitClasses = kitClassesOf(domains);
    this.motherboardClasses = motherboardClassesOf(domains);
  }

  of({ pcieGeneration }: Cpu, links: CpuLinks): readonly SharedPlatform[] {
    const byGeneration = this.known.get(links) ?? new Map<number | null, readonly SharedPlatform[]>();
    this.known.set(links, byGeneration);
    const found = byGeneration.get(pcieGeneration) ?? this.made(pcieGeneration, links);
    byGeneration.set(pcieGeneration, found);
    return found;
  }

  private made(pcieGeneration: number | null, { allowed }: CpuLinks): readonly SharedPlatform[] {
    const sets = this.motherboardClasses
      .map((each) => ({ ...each, members: and(each.members, allowed[AT.motherboard]) }))
      .filter((each) => !isEmpty(each.members));
    const all = union(sets.map((each) => each.members));
    return this.kitClasses.flatMap((kitClass, k): SharedPlatform[] => {
      const memory = and(kitClass.members, allowed[AT.memory]);
      if (isEmpty(memory)) return [];
      const fitting = sets.filter(
        (set) => isOfOneType(set, kitClass) && meet(this.compatibility, set.members, memory, all),
      );
      const merged = this.merged(fitting, kitClass, pcieGeneration);
      if (merged.length === 0) return [];
      const memoryKey = this.numbers.memory.of(bitsKey(memory)).n;
      return merged.map((each) => {
        const motherboardsKey = this.numbers.motherboards.of(bitsKey(each.motherboards)).n;
        return { ...each, kitClass: k, memory, memoryKey, motherboardsKey };
      });
    });
  }

  /** Boards merged where the kit runs alike and the link is the same. */
  private merged(
    sets: readonly MotherboardClass[],
    { kit }: KitClass,
    pcieGeneration: number | null,
  ): Pick<Platform, 'motherboards' | 'state' | 'link'>[] {
    const merged = new Map<string, Pick<Platform, 'motherboards' | 'state' | 'link'>>();
    for (const { motherboard, members: motherboards } of sets) {
      const state = memoryStateOf(kit, motherboard, this.memoryProfile);
      if (!state) continue;
      const link = this.linkOf(linkFor(motherboard, pcieGeneration));
      const key = `${state.latencyNs}|${state.bandwidthGbs}|${link}`;
      const same = merged.get(key);
      if (same) orInto(same.motherboards, motherboards);
      else merged.set(key, { motherboards: motherboards.slice(), state, link });
    }
    return [...merged.values()];
  }

  private linkOf(link: GpuLink): number {
    const { n, isNew } = this.numbers.link.of(link ? `${link.generation}x${link.lanes}` : 'unknown');
    if (isNew) this.links.push(link);
    return n;
  }
}

/** Per processor and class of kits: boards merged where the kit runs alike and the link is the same. */
export function platformsOf(
  brief: Brief,
  domains: Domains,
  compatibility: Compatibility,
): { readonly platforms: readonly Platform[]; readonly links: readonly GpuLink[] } {
  const maker = new PlatformMaker(domains, compatibility, brief.play.memoryProfile);
  const platforms = domains.cpus.flatMap((element, cpu): Platform[] => {
    const chip = element.part as Cpu; // the processors' domain holds processors only
    return maker.of(chip, compatibility.linksOf(cpu)).map((each) => ({ ...each, cpu }));
  });
  return { platforms, links: maker.links };
}

/** Indices that are in any of the sets. */
function union(sets: readonly Bits[]): number[] {
  if (sets.length === 0) return [];
  const all = sets[0].slice();
  for (const set of sets) orInto(all, set);
  return members(all);
}
