import { isBarred, type Rule, type RuleContext } from '../compatibility/index.ts';
import { SLOTS, type Part, type PartSet, type Slot } from '../parts/index.ts';
import { type Bits, emptyBits, setBit, orInto, and } from './bits.ts';
import { REST, type Domains, AT, type RestSlot } from './domains.ts';
import { type Kinds, kindsOf } from './part-kinds.ts';
import { pairKey, TABLE, WIDE } from './rule-table.ts';

/** What is allowed beside one processor. */
export interface CpuLinks {
  /** By rest slot: elements that its own rules allow. */
  readonly allowed: readonly Bits[];
  /** By rest slot: elements allowed when the cooler slot is empty, and when the card slot is. */
  readonly withoutCooler: readonly Bits[];
  readonly withoutGpu: readonly Bits[];
}

/** A set of parts that is written over for every question; undefined means that nothing is asked about the slot. */
type AskedParts = Record<Slot, Part | null | undefined>;

/* Rules between two slots, and those that hold with or without a card only, by both slots. */
const rulesBetween = (table: ReadonlyMap<string, readonly Rule[]>) =>
  REST.map((a) => REST.map((b) => table.get(pairKey(a, b)) ?? null));
export const PLAIN_RULES = rulesBetween(TABLE.pairs);
export const GPU_RULES = rulesBetween(TABLE.byGpu);

/** Asks the rule engine about a few slots at a time. */
export class Questions {
  private readonly asked: AskedParts;
  readonly kinds: readonly Kinds[];
  readonly cpuKinds: Kinds;
  private readonly all: readonly Bits[];
  private readonly someGpu: Part | null;

  constructor(
    private readonly domains: Domains,
    private readonly context: RuleContext,
    private readonly allowUnknown: boolean,
  ) {
    // One object of one shape is asked about again and again: fresh ones by the hundred thousand cost most of the time.
    this.asked = Object.fromEntries(SLOTS.map((slot) => [slot, undefined])) as AskedParts;
    this.kinds = domains.rest.map(kindsOf);
    this.cpuKinds = kindsOf(domains.cpus);
    this.someGpu = domains.rest[AT.gpu].find((element) => element.part)?.part ?? null;
    this.all = domains.rest.map((elements) => {
      const bits = emptyBits(elements.length);
      for (let j = 0; j < elements.length; j++) setBit(bits, j);
      return bits;
    });
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

  /** Elements of slot b beside those of a kind in slot a; null when no rule links the two. */
  row(a: number, kind: number, b: number, hasGpu: boolean): Bits | null {
    const plain = PLAIN_RULES[a][b];
    const byGpu = GPU_RULES[a][b];
    if (!plain && !byGpu) return null;
    return this.with(REST[a], this.kinds[a].examples[kind], () => {
      const bits = plain ? this.passing(REST[b], plain) : this.all[b];
      if (!byGpu) return bits;
      const beside = this.with('gpu', hasGpu ? this.someGpu : null, () => this.passing(REST[b], byGpu));
      return and(bits, beside);
    });
  }

  /** What is allowed beside processors of a kind. */
  links(kind: number): CpuLinks {
    return this.with('cpu', this.cpuKinds.examples[kind], () => {
      const allowed = REST.map((slot, at) => {
        const rules = TABLE.withCpu.get(slot);
        return rules ? this.passing(slot, rules) : this.all[at];
      });
      const without = (empty: RestSlot): Bits[] =>
        this.with(empty, null, () => {
          const out = [...allowed];
          for (const { rule, other } of TABLE.whenEmpty.filter((entry) => entry.empty === empty))
            out[AT[other]] = and(out[AT[other]], this.passing(other, [rule]));
          return out;
        });
      return { allowed, withoutCooler: without('cooler'), withoutGpu: without('gpu') };
    });
  }

  private pass(rules: readonly Rule[]): boolean {
    for (const rule of rules)
      if (isBarred(rule.judge(this.asked as PartSet, this.context).verdict, this.allowUnknown)) return false;
    return true;
  }
}
