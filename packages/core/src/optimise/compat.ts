import { isBarred, RULES, type Rule, type RuleContext } from '../compatibility/index.ts';
import type { Part, PartSet, Slot } from '../parts/index.ts';
import { and, emptyBits, setBit, type Bits } from './bits.ts';
import { AT, only, REST, REST_COUNT, type Domains, type RestSlot } from './domains.ts';

/*
 * The rules, asked about pairs of parts and remembered as bits. The search never has a rule of its own: every bit
 * here is the answer of the rule engine.
 */

/** Which slots are linked by rules about exactly these two (with the processor fixed or not). */
interface RuleTable {
  /** Rules on a pair of rest slots. */
  readonly pairs: ReadonlyMap<string, readonly Rule[]>;
  /** Rules on the processor and one rest slot. */
  readonly withProcessor: ReadonlyMap<RestSlot, readonly Rule[]>;
  /** Rules on the processor and one rest slot that speak only when another slot is empty. */
  readonly whenEmpty: readonly { readonly rule: Rule; readonly empty: RestSlot; readonly other: RestSlot }[];
  /** Rules on a pair that also read whether there is a card. */
  readonly byCard: ReadonlyMap<string, readonly Rule[]>;
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
  const withProcessor = new Map<RestSlot, Rule[]>();
  const whenEmpty: { rule: Rule; empty: RestSlot; other: RestSlot }[] = [];
  const byCard = new Map<string, Rule[]>();
  for (const rule of rules) {
    if (rule.wholeBuild || rule.slots.length === 1) continue;
    const presence = (rule.presenceOnly ?? []) as readonly RestSlot[];
    const read = rule.slots.filter(
      (slot) => slot !== 'processor' && !presence.includes(slot as RestSlot),
    ) as RestSlot[];
    const hasProcessor = rule.slots.includes('processor');
    if (presence.length === 0 && hasProcessor && read.length === 1) addTo(withProcessor, read[0], rule);
    else if (presence.length === 0 && !hasProcessor && read.length === 2)
      addTo(pairs, pairKey(read[0], read[1]), rule);
    else if (presence.length === 1 && hasProcessor && read.length === 1)
      whenEmpty.push({ rule, empty: presence[0], other: read[0] });
    else if (presence.length === 1 && presence[0] === 'card' && !hasProcessor && read.length === 2)
      addTo(byCard, pairKey(read[0], read[1]), rule);
    else
      throw new Error(
        `search: rule ${rule.id} reads slots in a way that the search does not know; this is our bug`,
      );
  }
  return { pairs, withProcessor, whenEmpty, byCard };
}

const TABLE = tableOf(RULES);

/** What is allowed beside one processor. */
export interface ProcessorLinks {
  /** By rest slot: elements that its own rules allow. */
  readonly allowed: readonly Bits[];
  /** By rest slot: elements allowed when the cooler slot is empty, and when the card slot is. */
  readonly withoutCooler: readonly Bits[];
  readonly withoutCard: readonly Bits[];
}

export interface Compatibility {
  /** Elements of slot b that go with element i of slot a; null when no rule links the two. */
  row(a: number, i: number, b: number, hasCard: boolean): Bits | null;
  linked(a: number, b: number): boolean;
  linksOf(processor: number): ProcessorLinks;
}

/** Compatibility of all elements, worked out when first asked for. */
export function compatibilityOf(
  domains: Domains,
  context: RuleContext,
  allowUnknown: boolean,
): Compatibility {
  const rows = new Map<number, Bits | null>();
  const processorLinks = new Map<number, ProcessorLinks>();
  const rulesBetween: (readonly Rule[] | null)[][] = [];
  const cardRulesBetween: (readonly Rule[] | null)[][] = [];
  for (const a of REST) {
    rulesBetween.push(REST.map((b) => TABLE.pairs.get(pairKey(a, b)) ?? null));
    cardRulesBetween.push(REST.map((b) => TABLE.byCard.get(pairKey(a, b)) ?? null));
  }
  const someCard: Part | null = domains.rest[AT.card].find((element) => element.part)?.part ?? null;
  const ok = (rules: readonly Rule[], set: PartSet) =>
    rules.every((rule) => !isBarred(rule.judge(set, context).verdict, allowUnknown));

  const buildRow = (a: number, i: number, b: number, hasCard: boolean): Bits | null => {
    const rules = rulesBetween[a][b];
    const byCard = cardRulesBetween[a][b];
    if (!rules && !byCard) return null;
    const elements = domains.rest[b];
    const bits = emptyBits(elements.length);
    const first = only(REST[a], domains.rest[a][i].part);
    const card: PartSet = byCard ? (only('card', hasCard ? someCard : null) as PartSet) : {};
    for (let j = 0; j < elements.length; j++) {
      const set = { ...card, ...first, ...only(REST[b], elements[j].part) };
      if ((!rules || ok(rules, set)) && (!byCard || ok(byCard, set))) setBit(bits, j);
    }
    return bits;
  };

  const buildLinks = (processor: number): ProcessorLinks => {
    const { part } = domains.processors[processor];
    const base = only('processor', part);
    const filter = (slot: Slot, index: number, rules: readonly Rule[], also: PartSet): Bits => {
      const bits = emptyBits(domains.rest[index].length);
      domains.rest[index].forEach((element, j) => {
        if (ok(rules, { ...base, ...also, ...only(slot, element.part) })) setBit(bits, j);
      });
      return bits;
    };
    const allowed = REST.map((slot, index) => filter(slot, index, TABLE.withProcessor.get(slot) ?? [], {}));
    const without = (empty: RestSlot) =>
      REST.map((slot, index) => {
        const rules = TABLE.whenEmpty.filter((entry) => entry.empty === empty && entry.other === slot);
        return and(allowed[index], filter(slot, index, rules.map((entry) => entry.rule), only(empty, null))); // prettier-ignore
      });
    return { allowed, withoutCooler: without('cooler'), withoutCard: without('card') };
  };

  return {
    row(a, i, b, hasCard) {
      const mode = cardRulesBetween[a][b] && !hasCard ? 1 : 0;
      const key = ((i * REST_COUNT + a) * REST_COUNT + b) * 2 + mode;
      let bits = rows.get(key);
      if (bits === undefined) {
        bits = buildRow(a, i, b, hasCard);
        rows.set(key, bits);
      }
      return bits;
    },
    linked: (a, b) => rulesBetween[a][b] !== null || cardRulesBetween[a][b] !== null,
    linksOf(processor) {
      let links = processorLinks.get(processor);
      if (!links) {
        links = buildLinks(processor);
        processorLinks.set(processor, links);
      }
      return links;
    },
  };
}
