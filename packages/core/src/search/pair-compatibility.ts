import { isBarred, RULES, type Rule, type RuleContext } from '../compatibility/index.ts';
import { SLOTS, type Part, type PartSet, type Slot } from '../parts/index.ts';
import { and, emptyBits, orInto, setBit, type Bits } from './bits.ts';
import { specsText } from './specs-text.ts';
import { AT, REST, REST_COUNT, type Domains, type RestSlot } from './domains.ts';

/*
 * The rules, asked about pairs of parts and remembered as bits. The search never has a rule of its own: every bit
 * here is the answer of the rule engine.
 */

/** Which slots are linked by rules about exactly these two (with the processor fixed or not). */
interface RuleTable {
  /** Rules on a pair of rest slots. */
  readonly pairs: ReadonlyMap<string, readonly Rule[]>;
  /** Rules on the processor and one rest slot. */
  readonly withCpu: ReadonlyMap<RestSlot, readonly Rule[]>;
  /** Rules on the processor and one rest slot that speak only when another slot is empty. */
  readonly whenEmpty: readonly { readonly rule: Rule; readonly empty: RestSlot; readonly other: RestSlot }[];
  /** Rules on a pair that also read whether there is a card. */
  readonly byGpu: ReadonlyMap<string, readonly Rule[]>;
}

function pairKey(a: RestSlot, b: RestSlot): string {
  return AT[a] < AT[b] ? `${a}|${b}` : `${b}|${a}`;
}

function addTo<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}

/** Sorts the rules by what they read. A rule of another shape is our bug: the search could not honour it. */
function tableOf(rules: readonly Rule[]): RuleTable {
  const pairs = new Map<string, Rule[]>();
  const withCpu = new Map<RestSlot, Rule[]>();
  const whenEmpty: { rule: Rule; empty: RestSlot; other: RestSlot }[] = [];
  const byGpu = new Map<string, Rule[]>();
  for (const rule of rules) {
    if (rule.wholeBuild || rule.wide || rule.advice || rule.slots.length === 1) continue;
    const presence = (rule.presenceOnly ?? []) as readonly RestSlot[];
    const read = rule.slots.filter(
      (slot) => slot !== 'cpu' && !presence.includes(slot as RestSlot),
    ) as RestSlot[];
    const hasCpu = rule.slots.includes('cpu');
    if (presence.length === 0 && hasCpu && read.length === 1) addTo(withCpu, read[0], rule);
    else if (presence.length === 0 && !hasCpu && read.length === 2)
      addTo(pairs, pairKey(read[0], read[1]), rule);
    else if (presence.length === 1 && hasCpu && read.length === 1)
      whenEmpty.push({ rule, empty: presence[0], other: read[0] });
    else if (presence.length === 1 && presence[0] === 'gpu' && !hasCpu && read.length === 2)
      addTo(byGpu, pairKey(read[0], read[1]), rule);
    else
      throw new Error(
        `search: rule ${rule.id} reads slots in a way that the search does not know; this is our bug`,
      );
  }
  return { pairs, withCpu, whenEmpty, byGpu };
}

const TABLE = tableOf(RULES);

/** Rules on three rest slots, by the last of them in the order of the search. */
const WIDE: readonly (readonly Rule[])[] = REST.map((_, index) =>
  RULES.filter((rule) => rule.wide && Math.max(...rule.slots.map((slot) => AT[slot as RestSlot])) === index),
);

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

/** Parts of a slot sorted into kinds with equal specifications: rules read those alone, so that one of a kind answers for all. */
interface Kinds {
  readonly kindOf: readonly number[];
  readonly examples: readonly (Part | null)[];
  readonly members: readonly Bits[];
}

function kindsOf(elements: readonly { readonly part: Part | null }[]): Kinds {
  const known = new Map<string, number>();
  const kindOf: number[] = [];
  const examples: (Part | null)[] = [];
  const members: Bits[] = [];
  elements.forEach(({ part }, j) => {
    const sheet = part === null ? '' : specsText(part);
    let kind = known.get(sheet);
    if (kind === undefined) {
      kind = examples.length;
      known.set(sheet, kind);
      examples.push(part);
      members.push(emptyBits(elements.length));
    }
    kindOf.push(kind);
    setBit(members[kind], j);
  });
  return { kindOf, examples, members };
}

/** A set of parts that is written over for every question; undefined means that nothing is asked about the slot. */
type Asked = Record<Slot, Part | null | undefined>;

/** Compatibility of all elements, worked out when first asked for. */
export function compatibilityOf(
  domains: Domains,
  context: RuleContext,
  allowUnknown: boolean,
): Compatibility {
  const rows = Array.from({ length: REST_COUNT * REST_COUNT * 2 }, (): (Bits | null | undefined)[] => []);
  const cpuLinks: (CpuLinks | undefined)[] = [];
  const rulesBetween: (readonly Rule[] | null)[][] = [];
  const gpuRulesBetween: (readonly Rule[] | null)[][] = [];
  for (const a of REST) {
    rulesBetween.push(REST.map((b) => TABLE.pairs.get(pairKey(a, b)) ?? null));
    gpuRulesBetween.push(REST.map((b) => TABLE.byGpu.get(pairKey(a, b)) ?? null));
  }
  const someGpu: Part | null = domains.rest[AT.gpu].find((element) => element.part)?.part ?? null;
  // One object of one shape is asked about again and again: fresh ones by the hundred thousand cost most of the time.
  const asked = Object.fromEntries(SLOTS.map((slot) => [slot, undefined])) as Asked;
  const ok = (rules: readonly Rule[]): boolean => {
    for (const rule of rules)
      if (isBarred(rule.judge(asked as PartSet, context).verdict, allowUnknown)) return false;
    return true;
  };
  const everything = domains.rest.map((elements) => {
    const bits = emptyBits(elements.length);
    for (let j = 0; j < elements.length; j++) setBit(bits, j);
    return bits;
  });

  const kinds = domains.rest.map(kindsOf);
  const cpuKinds = kindsOf(domains.cpus);

  /** Elements of a slot that pass some rules beside what is asked already. */
  const passing = (slot: RestSlot, rules: readonly Rule[]): Bits => {
    const { members, examples } = kinds[AT[slot]];
    const bits = emptyBits(domains.rest[AT[slot]].length);
    for (let kind = 0; kind < examples.length; kind++) {
      asked[slot] = examples[kind];
      if (ok(rules)) orInto(bits, members[kind]);
    }
    asked[slot] = undefined;
    return bits;
  };

  const buildRow = (a: number, kind: number, b: number, hasGpu: boolean): Bits | null => {
    const plain = rulesBetween[a][b];
    const byGpu = gpuRulesBetween[a][b];
    if (!plain && !byGpu) return null;
    asked[REST[a]] = kinds[a].examples[kind];
    let bits = plain ? passing(REST[b], plain) : everything[b];
    if (byGpu) {
      asked.gpu = hasGpu ? someGpu : null;
      bits = and(bits, passing(REST[b], byGpu));
      asked.gpu = undefined;
    }
    asked[REST[a]] = undefined;
    return bits;
  };

  const buildLinks = (kind: number): CpuLinks => {
    asked.cpu = cpuKinds.examples[kind];
    const allowed = REST.map((slot, index) => {
      const rules = TABLE.withCpu.get(slot);
      return rules ? passing(slot, rules) : everything[index];
    });
    const without = (empty: RestSlot): Bits[] => {
      const out = [...allowed];
      asked[empty] = null;
      for (const entry of TABLE.whenEmpty) {
        if (entry.empty === empty)
          out[AT[entry.other]] = and(out[AT[entry.other]], passing(entry.other, [entry.rule]));
      }
      asked[empty] = undefined;
      return out;
    };
    const links = { allowed, withoutCooler: without('cooler'), withoutGpu: without('gpu') };
    asked.cpu = undefined;
    return links;
  };

  return {
    row(a, i, b, hasGpu) {
      const mode = gpuRulesBetween[a][b] && !hasGpu ? 1 : 0;
      const table = rows[(a * REST_COUNT + b) * 2 + mode];
      const kind = kinds[a].kindOf[i];
      let bits = table[kind];
      if (bits === undefined) {
        bits = buildRow(a, kind, b, hasGpu);
        table[kind] = bits;
      }
      return bits;
    },
    hasWide: WIDE.map((rules) => rules.length > 0),
    fitsWide(slot, element, chosen) {
      if (chosen.length < slot) return true; // the others are not chosen yet
      for (const rule of WIDE[slot])
        for (const each of rule.slots) {
          const at = AT[each as RestSlot];
          asked[each] = domains.rest[at][at === slot ? element : chosen[at].element].part;
        }
      const passes = ok(WIDE[slot]);
      for (const rule of WIDE[slot]) for (const each of rule.slots) asked[each] = undefined;
      return passes;
    },
    linked: (a, b) => rulesBetween[a][b] !== null || gpuRulesBetween[a][b] !== null,
    linksOf(cpu) {
      const kind = cpuKinds.kindOf[cpu];
      let links = cpuLinks[kind];
      if (!links) {
        links = buildLinks(kind);
        cpuLinks[kind] = links;
      }
      return links;
    },
  };
}
