import { barriersOf, firstBarrier, isBarred, RULES, type Rule } from '../../compatibility/index.ts';
import { systemOf } from '../../frames/index.ts';
import type { Motherboard, Gpu, Memory, Part, PartSet, Cpu, Slot } from '../../parts/index.ts';
import type { Stage } from '../model/calendar.ts';
import { contextAt, joinedKit, withChanges, type PartChange, type Holding } from '../model/holding.ts';
import type { GrowthWorld } from '../model/world.ts';

/*
 * What a stage may change. A core is a platform (processor, board, kits) with a card; companions (supply, cooler, case)
 * follow only where a rule forces them, with as few changes as can be.
 */

/** Processor, board and memory, and how to get there from what is held. */
export interface PlatformOption {
  readonly changes: readonly PartChange[];
  readonly ins: readonly Part[];
  readonly outs: readonly Part[];
  readonly cpu: Cpu;
  readonly motherboard: Motherboard;
  readonly memory: Memory;
  /** Whether the board stays, so that the old processor can flash it. */
  readonly canFlash: boolean;
}

/** What of a platform frames depend on. */
export type Core = Pick<PlatformOption, 'cpu' | 'motherboard' | 'memory'>;

const change = (slot: Slot, part: Part, beside = false): PartChange => ({ slot, part: part.id, beside });
const gbOf = (kit: Memory) => (kit.modules ?? 0) * (kit.gbPerModule ?? 0);

type Bare = Omit<PlatformOption, 'ins' | 'outs'>;

/** Whether a platform fits together by the rules that read it alone. */
function isWhole(world: GrowthWorld, platform: Bare, holding: Holding): boolean {
  const { cpu, motherboard, memory, canFlash } = platform;
  const context = contextAt(world.context, holding, canFlash);
  // What memory the brief needs may be put off; the whole build is asked about it later.
  const needs = { ...context.needs, memoryGb: 0 };
  const set: PartSet = { cpu, motherboard, memory };
  return !firstBarrier(set, { ...context, needs }, world.brief.whereToBuy.allowUnknown);
}

/** Whether a part runs some game faster than another does. */
function isFaster({ index }: GrowthWorld, part: Cpu | Gpu, than: Cpu | Gpu): boolean {
  const before = index.ratesOf(than);
  return index.ratesOf(part).some((rate, n) => rate > before[n]);
}

/** Platforms that can be reached from a holding in one step; the first is the one that is there. */
export function platformsFrom(world: GrowthWorld, holding: Holding): PlatformOption[] {
  const { cpu, motherboard, memory } = holding.set;
  if (!cpu || !motherboard || !memory) return [];
  const { lists } = world;
  const out: PlatformOption[] = [];
  const add = (platform: Bare) => {
    if (platform.changes.length > 0 && !isWhole(world, platform, holding)) return;
    const made = withChanges(holding, platform.changes, world.priceIndex.parts);
    const bare = (each: { readonly part: Part }) => each.part;
    out.push({ ...platform, ins: made.ins.map(bare), outs: made.outs.map(bare) });
  };
  const dropIns = lists.cpus.filter(
    (chip) => chip.socket === motherboard.socket && chip.id !== cpu.id && isFaster(world, chip, cpu),
  );
  const kitSets: { changes: PartChange[]; memory: Memory }[] = [{ changes: [], memory }];
  if (holding.kits.length === 1 && world.outlook.base(holding.kits[0]) !== null)
    kitSets.push({
      changes: [change('memory', holding.kits[0], true)],
      memory: joinedKit([...holding.kits, holding.kits[0]]),
    });
  for (const kit of lists.kits)
    if (kit.type === motherboard.memoryType && gbOf(kit) > gbOf(memory))
      kitSets.push({ changes: [change('memory', kit)], memory: kit });
  for (const chip of [cpu, ...dropIns])
    for (const kits of kitSets)
      add({
        changes: [...(chip === cpu ? [] : [change('cpu', chip)]), ...kits.changes],
        cpu: chip,
        motherboard,
        memory: kits.memory,
        canFlash: true,
      });
  for (const chip of lists.cpus) {
    if (chip.socket === motherboard.socket || !isFaster(world, chip, cpu)) continue;
    for (const other of lists.motherboards) {
      if (other.socket !== chip.socket) continue;
      const base = [change('cpu', chip), change('motherboard', other)];
      const rest = { cpu: chip, motherboard: other, canFlash: false };
      if (other.memoryType === memory.type) add({ ...rest, changes: base, memory });
      else
        for (const kit of lists.kits)
          if (kit.type === other.memoryType)
            add({ ...rest, changes: [...base, change('memory', kit)], memory: kit });
    }
  }
  return out;
}

/** Cards that may take the place of the one that is there: those that run faster or hold more. */
export function gpusFrom(world: GrowthWorld, gpu: Gpu | null): readonly Gpu[] {
  if (!gpu) return world.lists.gpus;
  return world.lists.gpus.filter(
    (each) =>
      each.id !== gpu.id &&
      (isFaster(world, each, gpu) || (each.videoMemoryGb ?? 0) > (gpu.videoMemoryGb ?? 0)),
  );
}

/** What a platform with a card runs like; null when a rate is missing. */
export function coreSystem(world: GrowthWorld, { cpu, motherboard, memory }: Core, gpu: Gpu | null) {
  const system = systemOf({ cpu, motherboard, memory, gpu }, world.index, world.brief.play.memoryProfile);
  return 'cpu' in system ? system : null;
}

/** A way to make a core fit: changes of companions, none where it fits as it is. */
export type Companions = readonly PartChange[];

const COMPANIONS = ['psu', 'cooler', 'case'] as const;
type Companion = (typeof COMPANIONS)[number];
const reads = (rule: Rule, slot: Slot) => rule.slots.includes(slot);
const BINDING = RULES.filter((rule) => !rule.advice);
const READ_COMPANIONS = BINDING.filter((rule) => COMPANIONS.some((slot) => reads(rule, slot)));
/** Rules about a companion that read no other one: they can be asked before the others are chosen. */
const ALONE = Object.fromEntries(
  COMPANIONS.map((slot) => [
    slot,
    READ_COMPANIONS.filter(
      (rule) => reads(rule, slot) && COMPANIONS.every((other) => other === slot || !reads(rule, other)),
    ),
  ]),
) as unknown as Readonly<Record<Companion, readonly Rule[]>>; // one entry for each of the three

/**
 * Companions with which a holding passes every rule, with as few changes as can be: all sets of that size. Empty when
 * nothing helps.
 */
export function companionsFor(
  world: GrowthWorld,
  holding: Holding,
  canFlash: boolean,
  needs: GrowthWorld['context']['needs'],
): Companions[] {
  const { lists, priceIndex } = world;
  const { allowUnknown } = world.brief.whereToBuy;
  const context = contextAt({ ...world.context, needs }, holding, canFlash);
  const isFine = (set: PartSet, rules: readonly Rule[]) =>
    rules.every((rule) => !isBarred(rule.judge(set, context).verdict, allowUnknown));
  const barriers = barriersOf(holding.set, context, allowUnknown, BINDING);
  if (barriers.length === 0) return [[]];
  // A rule that reads none of the companions stays broken whatever they are.
  if (!barriers.every((rule) => READ_COMPANIONS.includes(rule))) return [];
  const all: Readonly<Record<Companion, readonly Part[]>> = {
    psu: lists.psus,
    cooler: lists.coolers,
    case: lists.cases,
  };
  const fitsAlone = (slot: Companion, part: Part | null | undefined) =>
    isFine({ ...holding.set, [slot]: part } as PartSet, ALONE[slot]); // the slot's own part
  const candidates = COMPANIONS.map((slot) =>
    all[slot].filter((part) => part.id !== holding.set[slot]?.id && fitsAlone(slot, part)),
  );
  const mustChange = COMPANIONS.map((slot) => !fitsAlone(slot, holding.set[slot]));
  const passes = (changes: readonly PartChange[]): boolean => {
    const set: Record<string, unknown> = { ...holding.set };
    for (const { slot, part } of changes) set[slot] = priceIndex.parts.get(part ?? '') ?? null;
    return isFine(set as PartSet, READ_COMPANIONS); // companions stand in their own slots
  };
  for (const size of [1, 2, 3]) {
    const found: PartChange[][] = [];
    const choose = (at: number, chosen: PartChange[]): void => {
      if (at === COMPANIONS.length) {
        if (chosen.length === size && passes(chosen)) found.push(chosen);
        return;
      }
      if (!mustChange[at]) choose(at + 1, chosen);
      if (chosen.length < size)
        for (const part of candidates[at]) choose(at + 1, [...chosen, change(COMPANIONS[at], part)]);
    };
    choose(0, []);
    if (found.length > 0) return found;
  }
  return [];
}

/** A way to make a core fit, with the drives that the stage brings. */
export interface Fitting {
  readonly drives: readonly PartChange[];
  readonly companions: readonly Companions[];
}

/**
 * The same for a stage that brings drives: of each size the cheapest that fits, companions as above. Null when nothing
 * fits.
 */
export function fittingFor(
  world: GrowthWorld,
  holding: Holding,
  canFlash: boolean,
  needs: GrowthWorld['context']['needs'],
  stage: Pick<Stage, 'month' | 'wishes'>,
): Fitting | null {
  let held = holding;
  const drives: PartChange[] = [];
  for (const wish of stage.wishes) {
    if (wish.kind !== 'drive') continue;
    const priceOf = (part: Part) => world.outlook.priceAt(part, stage.month) ?? Infinity;
    const fits = world.lists.drives
      .filter((drive) => (drive.gb ?? 0) >= wish.gb && (!wish.solidState || drive.solidState === true))
      .sort((a, b) => priceOf(a) - priceOf(b) || (a.id < b.id ? -1 : 1))
      .map((drive) => change('storage', drive, true))
      .find((each) => {
        const tried = withChanges(held, [each], world.priceIndex.parts).holding;
        return companionsFor(world, tried, canFlash, needs).length > 0;
      });
    if (!fits) return null;
    drives.push(fits);
    held = withChanges(held, [fits], world.priceIndex.parts).holding;
  }
  const companions = companionsFor(world, held, canFlash, needs);
  return companions.length === 0 ? null : { drives, companions };
}
