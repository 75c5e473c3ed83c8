import { isBarred, type Rule, type RuleContext } from '../compatibility/index.ts';
import { SLOTS, type Part, type PartSet, type Slot } from '../parts/index.ts';
import { and, emptyBits, orInto, setBit, type Bits } from './bits.ts';
import { AT, REST, REST_COUNT, type Domains, type RestSlot } from './domains.ts';
import { kindsOf, type Kinds } from './part-kinds.ts';
import { pairKey, TABLE, WIDE } from './rule-table.ts';

/*
 * The rules, asked about pairs of parts and remembered as bits. The search never has a rule of its own: every bit
 * here is the answer of the rule engine.
 */

/** What is allowed beside one processor. */
export interface CpuLinks {
  /** By rest slot: elements that its own rules allow. */
  readonly allowed: readonly Bits[];
  /** By rest slot: elements allowed when the cooler slot is empty, and when the card slot is. */
  readonly withoutCooler: readonly Bits[];
  readonly withoutGpu: readonly Bits[];
}

export interface Compatibility {
  /** Elements of slot b that go with element i of slot a; null when no rule links the two. */
  row(a: number, i: number, b: number, hasGpu: boolean): Bits | null;
  /** Slots at which rules on three slots are asked. */
  readonly hasWide: readonly boolean[];
  /** Whether the rules on three slots allow an element, once all the others that they read are chosen. */
  fitsWide(slot: number, element: number, chosen: readonly { readonly element: number }[]): boolean;
  linked(a: number, b: number): boolean;
  linksOf(cpu: number): CpuLinks;
}

/** A set of parts that is written over for every question; undefined means that nothing is asked about the slot. */
type AskedParts = Record<Slot, Part | null | undefined>;

/** Asks the rule engine about a few slots at a time. */
class Questions {
  private readonly asked: AskedParts;
  readonly kinds: readonly Kinds[];
  readonly cpuKinds: Kinds;

  constructor(
    private readonly domains: Domains,
    private readonly context: RuleContext,
    private readonly allowUnknown: boolean,
  ) {
    // One object of one shape is asked about again and again: fresh ones by the hundred thousand cost most of the time.
    this.asked = Object.fromEntries(SLOTS.map((slot) => [slot, undefined])) as AskedParts;
    this.kinds = domains.rest.map(kindsOf);
    this.cpuKinds = kindsOf(domains.cpus);
  }

  /** Answers a question with something in a slot, and takes it out again. */
  with<T>(slot: Slot, part: Part | null, question: () => T): T {
    this.asked[slot] = part;
    const answer = question();
    this.asked[slot] = undefined;
    return answer;
  }

  /** Elements of a slot that pass some rules beside what is asked already. */
  passing(slot: RestSlot, rules: readonly Rule[]): Bits {
    const { members, examples } = this.kinds[AT[slot]];
    const bits = emptyBits(this.domains.rest[AT[slot]].length);
    examples.forEach((example, kind) => {
      if (this.with(slot, example, () => this.pass(rules))) orInto(bits, members[kind]);
    });
    return bits;
  }

  /** Whether rules on three slots allow an element beside those chosen. */
  passWide(slot: number, element: number, chosen: readonly { readonly element: number }[]): boolean {
    const rules = WIDE[slot];
    const slots = rules.flatMap((rule) => rule.slots);
    for (const each of slots) {
      const at = AT[each as RestSlot]; // rules on three slots read no processor
      this.asked[each] = this.domains.rest[at][at === slot ? element : chosen[at].element].part;
    }
    const passes = this.pass(rules);
    for (const each of slots) this.asked[each] = undefined;
    return passes;
  }

  private pass(rules: readonly Rule[]): boolean {
    for (const rule of rules)
      if (isBarred(rule.judge(this.asked as PartSet, this.context).verdict, this.allowUnknown)) return false;
    return true;
  }
}

/** Compatibility of all elements, worked out when first asked for. */
export function compatibilityOf(
  domains: Domains,
  context: RuleContext,
  allowUnknown: boolean,
): Compatibility {
  const questions = new Questions(domains, context, allowUnknown);
  const { kinds, cpuKinds } = questions;
  const rulesBetween = REST.map((a) => REST.map((b) => TABLE.pairs.get(pairKey(a, b)) ?? null));
  const gpuRulesBetween = REST.map((a) => REST.map((b) => TABLE.byGpu.get(pairKey(a, b)) ?? null));
  const someGpu: Part | null = domains.rest[AT.gpu].find((element) => element.part)?.part ?? null;
  const everything = domains.rest.map((elements) => {
    const bits = emptyBits(elements.length);
    for (let j = 0; j < elements.length; j++) setBit(bits, j);
    return bits;
  });

  const buildRow = (a: number, kind: number, b: number, hasGpu: boolean): Bits | null => {
    const plain = rulesBetween[a][b];
    const byGpu = gpuRulesBetween[a][b];
    if (!plain && !byGpu) return null;
    return questions.with(REST[a], kinds[a].examples[kind], () => {
      const bits = plain ? questions.passing(REST[b], plain) : everything[b];
      const gpu = hasGpu ? someGpu : null;
      return byGpu
        ? and(
            bits,
            questions.with('gpu', gpu, () => questions.passing(REST[b], byGpu)),
          )
        : bits;
    });
  };
  const buildLinks = (kind: number): CpuLinks =>
    questions.with('cpu', cpuKinds.examples[kind], () => {
      const allowed = REST.map((slot, at) => {
        const rules = TABLE.withCpu.get(slot);
        return rules ? questions.passing(slot, rules) : everything[at];
      });
      const without = (empty: RestSlot): Bits[] =>
        questions.with(empty, null, () => {
          const out = [...allowed];
          for (const { rule, other } of TABLE.whenEmpty.filter((entry) => entry.empty === empty))
            out[AT[other]] = and(out[AT[other]], questions.passing(other, [rule]));
          return out;
        });
      return { allowed, withoutCooler: without('cooler'), withoutGpu: without('gpu') };
    });

  const rows = Array.from({ length: REST_COUNT * REST_COUNT * 2 }, (): (Bits | null | undefined)[] => []);
  const cpuLinks: (CpuLinks | undefined)[] = [];
  return {
    row(a, i, b, hasGpu) {
      const mode = gpuRulesBetween[a][b] && !hasGpu ? 1 : 0;
      const table = rows[(a * REST_COUNT + b) * 2 + mode];
      const kind = kinds[a].kindOf[i];
      const known = table[kind];
      return known === undefined ? (table[kind] = buildRow(a, kind, b, hasGpu)) : known;
    },
    hasWide: WIDE.map((rules) => rules.length > 0),
    // While the others are not chosen nothing is asked.
    fitsWide: (slot, element, chosen) => chosen.length < slot || questions.passWide(slot, element, chosen),
    linked: (a, b) => rulesBetween[a][b] !== null || gpuRulesBetween[a][b] !== null,
    linksOf: (cpu) => (cpuLinks[cpuKinds.kindOf[cpu]] ??= buildLinks(cpuKinds.kindOf[cpu])),
  };
}
