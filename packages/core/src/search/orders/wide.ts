import type { OrderBranch, SlotCandidate, SlotView, Wide } from './node.ts';
import { NO_SHOP, type Coupling } from './terms.ts';

export function viewOf(node: OrderBranch, slot: number, wide: Wide): SlotView {
  if (node.bounds.length === 0 && node.rules.length === 0) return wide.view;
  const rules = node.rules.filter((rule) => rule.slot === slot);
  return {
    bounds: node.bounds.filter((bound) => bound.slot === slot),
    rules,
    barred: (coupling) =>
      wide.worth[coupling] > 0 ||
      rules.some((rule) => rule.coupling === coupling && rule.rule === 'no-credit'),
  };
}

/** Which slots (as bits) have options at a shop, or options that a coupling ties. */
export function reachOf(
  candidates: readonly (readonly SlotCandidate[])[],
  shopCount: number,
  couplingCount: number,
): { readonly shops: Int32Array; readonly couplings: Int32Array } {
  const shops = new Int32Array(shopCount);
  const couplings = new Int32Array(couplingCount);
  candidates.forEach((list, slot) => {
    for (const { options } of list)
      for (const { shop, links } of options) {
        if (shop !== NO_SHOP) shops[shop] |= 1 << slot;
        for (const { coupling } of links) couplings[coupling] |= 1 << slot;
      }
  });
  return { shops, couplings };
}

/** Shares that add up to more than this many times the sum off are looser than the sum itself. Measured. */
const TOO_MUCH = 1.5;

export function wideOf(
  candidates: readonly (readonly SlotCandidate[])[],
  couplings: readonly Coupling[],
): Wide {
  const worth = new Float64Array(couplings.length);
  const totals = new Float64Array(couplings.length);
  const slots = new Int32Array(couplings.length);
  const uniform = new Float64Array(couplings.length);
  for (const list of candidates) {
    const most = new Map<number, number>();
    for (const { options } of list)
      for (const { links } of options)
        for (const { coupling, value } of links) {
          most.set(coupling, Math.max(most.get(coupling) ?? 0, value));
          uniform[coupling] = uniform[coupling] === 0 || uniform[coupling] === value ? value : -1;
        }
    for (const [coupling, value] of most) {
      totals[coupling] += value;
      slots[coupling]++;
    }
  }
  couplings.forEach((each, c) => {
    if (each.kind === 'claim' && slots[c] > each.left && uniform[c] > 0) worth[c] = uniform[c];
    if (each.kind === 'code' && each.amountMinor !== null && totals[c] > TOO_MUCH * each.off)
      worth[c] = each.off;
  });
  return wideOfWorth(worth);
}

const wideOfWorth = (worth: Float64Array): Wide => ({
  worth,
  view: { bounds: [], rules: [], barred: (coupling) => worth[coupling] > 0 },
});

/** Slots, as bits, that have a candidate with a deal that is wide by one view and not by another. */
export function differing(a: Wide, b: Wide, candidates: readonly (readonly SlotCandidate[])[]): number {
  let slots = 0;
  if (a.worth.every((worth, c) => worth > 0 === b.worth[c] > 0)) return slots;
  candidates.forEach((list, slot) => {
    const isOther = list.some(({ options }) =>
      options.some(({ links }) =>
        links.some(({ coupling }) => a.worth[coupling] > 0 !== b.worth[coupling] > 0),
      ),
    );
    if (isOther) slots |= 1 << slot;
  });
  return slots;
}
