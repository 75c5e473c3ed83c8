import type { AssemblyStep } from './step.ts';

/** A step that would come before what it waits for, and why it may not. */
export interface MoveRefusal {
  readonly step: string;
  readonly waitsFor: string;
  readonly reason: string;
}

/** Whether no step stands before one that it waits for; the first that does, else null. */
export function firstMisplaced(steps: readonly AssemblyStep[]): MoveRefusal | null {
  const places = new Map(steps.map(({ code }, place) => [code, place]));
  for (const [place, { code, after }] of steps.entries())
    for (const { code: before, reason } of after)
      if ((places.get(before) ?? -1) > place) return { step: code, waitsFor: before, reason };
  return null;
}

/**
 * Steps so that each comes behind those that it waits for. Of several that could come next the one that stands first in the wish
 * comes: the same wish gives the same order, and a wish that breaks nothing is kept as it is.
 * @throws when steps wait for each other in a ring
 */
export function inOrder(
  steps: readonly AssemblyStep[],
  wish: readonly string[] = [],
): readonly AssemblyStep[] {
  const wished = new Map(wish.map((code, place) => [code, place]));
  // What nobody wished anything of stays behind what it stood behind.
  let rank = -1;
  const ranked = steps
    .map((step, place) => ({ step, place, rank: (rank = wished.get(step.code) ?? rank) }))
    .sort((a, b) => a.rank - b.rank || a.place - b.place);
  const open = new Map(ranked.map(({ step }) => [step.code, step]));
  const ordered: AssemblyStep[] = [];
  while (open.size > 0) {
    const next = [...open.values()].find(({ after }) => after.every(({ code }) => !open.has(code)));
    if (!next) throw new Error(`steps wait for each other: ${[...open.keys()].join(', ')}`);
    open.delete(next.code);
    ordered.push(next);
  }
  return ordered;
}

/** A step put at another place; why not, where it would come before what it waits for or behind what waits for it. */
export function moved(
  steps: readonly AssemblyStep[],
  code: string,
  to: number,
): { readonly steps: readonly AssemblyStep[] } | { readonly refused: MoveRefusal } {
  const step = steps.find((each) => each.code === code);
  if (!step) return { steps };
  const others = steps.filter((each) => each !== step);
  const next = [...others.slice(0, to), step, ...others.slice(to)];
  const refused = firstMisplaced(next);
  return refused ? { refused } : { steps: next };
}
