import { fullName, slotsFor, type Part, type Slot } from '../parts/index.ts';
import type { OrderLine } from './types.ts';

const lineOf = (name: string, minor: number, slot: Slot | null, part: string | null): OrderLine => ({
  ...{ slot, part, name, plannedMinor: minor, paidMinor: minor, backMinor: null, reserveMinor: 0 },
  ...{ state: 'ordered', arrivedOn: null, returnBy: null, warrantyUntil: null, serial: '' },
});

/**
 * The lines of an order that was placed without the app: each part in the first place of its kind that no line before has taken, then what
 * shipping added and codes took off. Amounts in minor units of the order's currency.
 */
export function typedLines(
  parts: readonly { readonly part: Part; readonly minor: number }[],
  { shipping, off }: { readonly shipping: number; readonly off: number },
): OrderLine[] {
  const taken = new Set<Slot>();
  const bought = parts.map(({ part, minor }) => {
    const slot = slotsFor(part.kind).find((each) => !taken.has(each)) ?? null;
    if (slot) taken.add(slot);
    return lineOf(fullName(part), minor, slot, part.id);
  });
  const charges = [
    ['Shipping', shipping],
    ['Discount', -off],
  ] as const;
  return [
    ...bought,
    ...charges.filter(([, minor]) => minor !== 0).map(([name, minor]) => lineOf(name, minor, null, null)),
  ];
}
