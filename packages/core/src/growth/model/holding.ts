import { decided, firstBarrier, type Rule, type RuleContext } from '../../compatibility/index.ts';
import {
  kindFor,
  type Brief,
  type Memory,
  type Part,
  type PartSet,
  type Picks,
  type Slot,
  type Drive,
} from '../../parts/index.ts';

/** What is in the computer at some time: the slots, both memory kits as one, and drives that came on top. */
export interface Holding {
  /** Every slot decided; `memory` is all kits together. */
  readonly set: PartSet;
  readonly kits: readonly Memory[];
  /** Drives that were added later, beside the storage slots and those that were there already. */
  readonly drives: readonly Drive[];
}

/**
 * What one changes at a date. `beside` adds to what is in the slot: a second memory kit, a further drive. Null as the
 * part takes what is there out.
 */
export interface PartChange {
  readonly slot: Slot;
  readonly part: string | null;
  readonly beside: boolean;
}

const worst = (values: readonly (number | null)[], pick: (...all: number[]) => number): number | null =>
  values.some((value) => value === null) ? null : pick(...(values as number[]));

/**
 * Several kits as one: sticks and space add up, and all run at the slowest rate and the loosest timing. A kit of the
 * same kind beside the first loses nothing. Common practice, no source; makers vouch for kits sold together only.
 */
export function joinedKit(kits: readonly Memory[]): Memory {
  const [first] = kits;
  if (kits.length === 1) return first;
  const modules = worst(
    kits.map((kit) => kit.modules),
    (...all) => all.reduce((a, b) => a + b, 0),
  );
  const gb = worst(
    kits.map((kit) =>
      kit.modules === null || kit.gbPerModule === null ? null : kit.modules * kit.gbPerModule,
    ),
    (...all) => all.reduce((a, b) => a + b, 0),
  );
  const of = (
    key: 'ratedMts' | 'ratedCl' | 'jedecMts' | 'jedecCl' | 'heightMm',
    pick: (...all: number[]) => number,
  ) =>
    worst(
      kits.map((kit) => kit[key]),
      pick,
    );
  return {
    ...first,
    id: kits.map((kit) => kit.id).join('+'),
    type: kits.every((kit) => kit.type === first.type) ? first.type : null,
    modules,
    gbPerModule: modules === null || gb === null || modules === 0 ? null : gb / modules,
    ratedMts: of('ratedMts', Math.min),
    ratedCl: of('ratedCl', Math.max),
    jedecMts: of('jedecMts', Math.min),
    jedecCl: of('jedecCl', Math.max),
    heightMm: of('heightMm', Math.max),
  };
}

/** The holding that a set of picks gives. */
export function holdingOf(picks: Picks, parts: ReadonlyMap<string, Part>): Holding {
  const set: Record<string, Part> = {};
  for (const [slot, pick] of Object.entries(picks)) {
    const part = parts.get(pick.part);
    if (part && part.kind === kindFor(slot as Slot)) set[slot] = part;
  }
  const full = decided(set as PartSet); // parts stand in slots of their own kind
  return { set: full, kits: full.memory ? [full.memory] : [], drives: [] };
}

/** A holding with changes made, and what went in and came out. Parts that are not known are left out and named. */
export interface Changed {
  readonly holding: Holding;
  readonly ins: readonly { readonly slot: Slot; readonly part: Part; readonly beside: boolean }[];
  readonly outs: readonly { readonly slot: Slot; readonly part: Part }[];
  readonly missing: readonly string[];
}

export function withChanges(
  holding: Holding,
  changes: readonly PartChange[],
  parts: ReadonlyMap<string, Part>,
): Changed {
  const set: Record<string, Part | null | undefined> = { ...holding.set };
  let kits = [...holding.kits];
  const drives = [...holding.drives];
  const ins: { slot: Slot; part: Part; beside: boolean }[] = [];
  const outs: { slot: Slot; part: Part }[] = [];
  const missing: string[] = [];
  for (const { slot, part: id, beside } of changes) {
    const part = id === null ? null : (parts.get(id) ?? null);
    if (id !== null && (!part || part.kind !== kindFor(slot))) {
      missing.push(id);
      continue;
    }
    if (part) ins.push({ slot, part, beside });
    if (beside && part) {
      if (part.kind === 'memory') kits.push(part);
      else if (part.kind === 'storage') drives.push(part);
      else set[slot] = part;
      continue;
    }
    if (slot === 'memory') {
      outs.push(...kits.map((kit) => ({ slot, part: kit })));
      kits = part?.kind === 'memory' ? [part] : [];
    } else {
      const before = set[slot];
      if (before) outs.push({ slot, part: before });
      set[slot] = part;
    }
  }
  set.memory = kits.length > 0 ? joinedKit(kits) : null;
  return { holding: { set: set as PartSet, kits, drives }, ins, outs, missing }; // parts stand in slots of their own kind
}

/** What rules read at a later stage: drives that came, an old processor that can flash, nothing planned any more. */
export function contextAt(context: RuleContext, holding: Holding, canFlash: boolean): RuleContext {
  return {
    ...context,
    needs: canFlash ? { ...context.needs, borrowCpu: true } : context.needs,
    ownedDrives: [...context.ownedDrives, ...holding.drives],
  };
}

/** The context of paths: needs as in the brief, and nothing that is only planned. */
export function pathContext(context: RuleContext): RuleContext {
  return { ...context, plannedGpu: null, plannedMemory: null, plannedCpu: null, isFirm: false };
}

/** Needs that may be put off to a later stage. */
export function relaxedNeeds(needs: Brief['needs'], memory: boolean, gpu: boolean): Brief['needs'] {
  return {
    ...needs,
    memoryGb: memory ? needs.memoryGb / 2 : needs.memoryGb,
    gpuRequired: gpu ? false : needs.gpuRequired,
  };
}

/** The first rule that stands against a holding; null when it fits together. */
export function barrierOf(
  holding: Holding,
  context: RuleContext,
  canFlash: boolean,
  allowUnknown: boolean,
): Rule | null {
  return firstBarrier(holding.set, contextAt(context, holding, canFlash), allowUnknown);
}
