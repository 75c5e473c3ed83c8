import { computed } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { money } from '../../shared/format/format.ts';
import { asideOf, orderedIn } from '../../shared/format/totals.ts';

const TOTALS = [
  { costBasis: 'strict', key: 'dueNow', words: 'due at checkout' },
  { costBasis: 'expected', key: 'expected', words: 'expected after rebates' },
  { costBasis: 'after', key: 'after', words: 'after all rebates' },
] as const;

/**
 * The three totals of the build, the counted one first, and what they are made of in words.
 *
 * @param roomWords what is left, in words
 */
export function useRulerTotals(roomWords: () => string) {
  const bench = useBench();
  const workspace = useWorkspace();
  const cost = computed(() => bench.summary?.cost ?? null);
  /** The three totals; the one that the brief counts comes first. */
  const totals = computed(() => {
    const found = cost.value;
    if (!found) return [];
    return TOTALS.map((each) => ({
      ...each,
      amount: found[each.key],
      isCounted: each.costBasis === workspace.brief.money.costBasis,
    }));
  });
  const counted = computed(() => totals.value.find((each) => each.isCounted) ?? null);
  /** The other totals, where they say something else. */
  const others = computed(() =>
    totals.value.filter((each) => !each.isCounted && each.amount !== counted.value?.amount),
  );
  const aside = computed(() => (cost.value ? asideOf(cost.value) : { kept: 0, sold: 0, besides: 0 }));
  /** What of the total is ordered already: fixed money. */
  const ordered = computed(() => (cost.value && bench.index ? orderedIn(cost.value, bench.index) : 0));
  const looks = computed(() =>
    counted.value
      ? counted.value.amount +
        aside.value.kept +
        aside.value.besides -
        aside.value.sold -
        (cost.value?.counted ?? 0)
      : 0,
  );
  /** What the total is made of, in a line. */
  const made = computed(() => {
    const words = (minor: number, what: string) => `${money(minor, bench.currency)} ${what}`;
    const { kept, besides, sold } = aside.value;
    return [
      `${counted.value?.words} of ${money(workspace.brief.money.budgetMinor, bench.currency)}`,
      ...(ordered.value > 0 ? [words(ordered.value, 'of it ordered')] : []),
      ...others.value.map((other) => words(other.amount, other.words)),
      ...(kept > 0 ? [words(kept, 'reserve for used parts')] : []),
      ...(besides > 0 ? [words(besides, 'for what comes beside it')] : []),
      ...(sold > 0 ? [words(sold, 'from parts to sell')] : []),
      ...(looks.value > 0 ? [words(looks.value, 'for looks-only parts outside it')] : []),
    ].join(', ');
  });
  const spoken = computed(
    () =>
      `Budget ruler: ${totals.value.map((each) => `${money(each.amount, bench.currency)} ${each.words}`).join(', ')}, of ${money(workspace.brief.money.budgetMinor, bench.currency)}, ${roomWords()}`,
  );
  return { cost, totals, counted, made, spoken };
}
