import { RULES, type Rule } from '../compatibility/index.ts';
import { AT, REST, type RestSlot } from './domains.ts';

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

export function pairKey(a: RestSlot, b: RestSlot): string {
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

export const TABLE = tableOf(RULES);

/** Rules on three rest slots, by the last of them in the order of the search. */
export const WIDE: readonly (readonly Rule[])[] = REST.map((_, index) =>
  RULES.filter((rule) => rule.wide && Math.max(...rule.slots.map((slot) => AT[slot as RestSlot])) === index),
);
