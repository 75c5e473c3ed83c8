import type { RuleContext } from '../compatibility/index.ts';
import type { Bits } from './bits.ts';
import { REST, REST_COUNT, type Domains } from './domains.ts';
import { GPU_RULES, PLAIN_RULES, Questions, type CpuLinks } from './rule-questions.ts';
import { WIDE } from './rule-table.ts';

/*
 * The rules, asked about pairs of parts and remembered as bits. The search never has a rule of its own: every bit
 * here is the answer of the rule engine.
 */

export interface Compatibility {
  /** Elements of slot b that go with element i of slot a; null when no rule links the two. */
  row(a: number, i: number, b: number, hasGpu: boolean): Bits | null;
  /** Slots at which rules on three slots are asked. */
  readonly hasWide: readonly boolean[];
  /** Whether the rules on three slots allow an element, once all the others that they read are chosen. */
  fitsWide(slot: number, element: number, chosen: readonly { readonly element: number }[]): boolean;
  /** By slot: those after it that rules link with it. */
  readonly linkedAfter: readonly (readonly number[])[];
  linksOf(cpu: number): CpuLinks;
}

/** Compatibility of all elements, worked out when first asked for. */
export function compatibilityOf(
  domains: Domains,
  context: RuleContext,
  allowUnknown: boolean,
): Compatibility {
  const questions = new Questions(domains, context, allowUnknown);
  const { kinds, cpuKinds } = questions;
  const rows = Array.from({ length: REST_COUNT * REST_COUNT * 2 }, (): (Bits | null | undefined)[] => []);
  const cpuLinks: (CpuLinks | undefined)[] = [];
  return {
    row(a, i, b, hasGpu) {
      const mode = GPU_RULES[a][b] && !hasGpu ? 1 : 0;
      const table = rows[(a * REST_COUNT + b) * 2 + mode];
      const kind = kinds[a].kindOf[i];
      const known = table[kind];
      return known === undefined ? (table[kind] = questions.row(a, kind, b, hasGpu)) : known;
    },
    hasWide: WIDE.map((rules) => rules.length > 0),
    // While the others are not chosen nothing is asked.
    fitsWide: (slot, element, chosen) => chosen.length < slot || questions.passWide(slot, element, chosen),
    linkedAfter: REST.map((_, a) =>
      REST.flatMap((__, b) => (b > a && (PLAIN_RULES[a][b] || GPU_RULES[a][b]) ? [b] : [])),
    ),
    linksOf: (cpu) => (cpuLinks[cpuKinds.kindOf[cpu]] ??= questions.links(cpuKinds.kindOf[cpu])),
  };
}
