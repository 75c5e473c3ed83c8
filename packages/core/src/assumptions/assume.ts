import type { Catalogue, Part, PartKind } from '../parts/index.ts';
import type { Assumption, AssumptionRule, Reach } from './assumption.ts';
import { peersIn, type Peers } from './peers.ts';
import { CPU_ASSUMPTIONS } from './rules/cpu.ts';
import { ENCLOSURE_ASSUMPTIONS } from './rules/enclosure.ts';
import { GPU_ASSUMPTIONS } from './rules/gpu.ts';
import { MEMORY_ASSUMPTIONS } from './rules/memory.ts';
import { MOTHERBOARD_ASSUMPTIONS } from './rules/motherboard.ts';

/** All assumptions; those of a kind in the order in which they are made, since some read what others filled in. */
export const ASSUMPTION_RULES: readonly AssumptionRule[] = [
  ...CPU_ASSUMPTIONS,
  ...MOTHERBOARD_ASSUMPTIONS,
  ...MEMORY_ASSUMPTIONS,
  ...GPU_ASSUMPTIONS,
  ...ENCLOSURE_ASSUMPTIONS,
];

/** A catalogue in which missing figures are filled in, and what was filled in by part. */
export interface Assumed {
  readonly catalogue: Catalogue;
  readonly byPart: ReadonlyMap<string, readonly Assumption[]>;
}

const rulesByKind = new Map<PartKind, readonly AssumptionRule[]>(
  ASSUMPTION_RULES.map(({ kind }) => [kind, ASSUMPTION_RULES.filter((rule) => rule.kind === kind)]),
);
const NOTHING: ReadonlyMap<string, readonly Assumption[]> = new Map();
const cache = new WeakMap<Catalogue, Map<Reach, Assumed>>();

/** One part with what can be assumed of it, beyond what was assumed before. */
function fill(
  part: Part,
  peers: Peers,
  reach: Reach,
): { readonly part: Part; readonly made: readonly Assumption[] } {
  const made: Assumption[] = [];
  let filled = part;
  for (const rule of rulesByKind.get(part.kind) ?? []) {
    if (rule.reach === 'all' && reach !== 'all') continue;
    if (((filled as unknown as Record<string, unknown>)[rule.figure] ?? null) !== null) continue;
    const guess = rule.guess(filled, peers);
    if (!guess) continue;
    const { figure, reason, source } = rule;
    made.push({ part: part.id, figure, reason, source, ...guess });
    filled = { ...filled, [figure]: guess.value };
  }
  return { part: filled, made };
}

function assumeAfresh(catalogue: Catalogue, reach: Reach): Assumed {
  const byPart = new Map<string, readonly Assumption[]>();
  let { parts } = catalogue;
  // What is assumed of one part may tell about another: again, until nothing new comes of it.
  for (let isNew = true; isNew;) {
    isNew = false;
    const peers = peersIn(parts);
    const next: Part[] = [];
    for (const part of parts) {
      const filled = fill(part, peers, reach);
      next.push(filled.part);
      if (filled.made.length === 0) continue;
      isNew = true;
      byPart.set(part.id, [...(byPart.get(part.id) ?? []), ...filled.made]);
    }
    parts = next;
  }
  return byPart.size === 0 ? { catalogue, byPart: NOTHING } : { catalogue: { ...catalogue, parts }, byPart };
}

/**
 * Fills in what is missing in a catalogue as far as assumptions may go. What is stated is never touched, and a catalogue
 * that was filled in before stays as it is. With reach `none` the catalogue itself comes back.
 */
export function assume(catalogue: Catalogue, reach: Reach): Assumed {
  if (reach === 'none') return { catalogue, byPart: NOTHING };
  const known = cache.get(catalogue) ?? new Map<Reach, Assumed>();
  const assumed = known.get(reach) ?? assumeAfresh(catalogue, reach);
  cache.set(catalogue, known.set(reach, assumed));
  return assumed;
}
