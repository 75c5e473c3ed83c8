import type { Deal } from '@ripe-pick/core/parts';
import { computed, type ComputedRef } from 'vue';
import { useBench } from '../stores/bench.ts';
import { useCatalogue } from '../stores/catalogue.ts';
import { useWorkspace } from '../stores/workspace.ts';
import { notCountedWords, windowWords } from './words.ts';

/** A deal as it stands for the picks of this moment. */
interface StandingDeal {
  readonly deal: Deal;
  /** The currency that its money is in. */
  readonly currency: string;
  readonly window: ReturnType<typeof windowWords>;
  readonly where: string;
  readonly isUsed: boolean;
  /** Whether it is in the total, or why it is not. */
  readonly inSum: string;
}

const ORDER = { last: 0, open: 1, before: 2, past: 3 } as const;

/** All deals that are known: those in the total first, then by how soon they end. */
export function useDeals(): ComputedRef<readonly StandingDeal[]> {
  const bench = useBench();
  const catalogueStore = useCatalogue();
  const workspace = useWorkspace();
  const used = computed(() => {
    const cost = bench.summary?.cost;
    return new Set([
      ...(cost?.lines ?? []).flatMap((line) => line.deal ?? []),
      ...(cost?.backs ?? []).map((back) => back.deal),
    ]);
  });
  const shopOf = (id: string) => bench.index?.shops.get(id);
  const nameOf = (id: string) => shopOf(id)?.name ?? id;
  const claimedOf = (id: string) =>
    workspace.brief.money.claimHabits.used.find((each) => each.deal === id)?.times ?? 0;
  function standing(deal: Deal): StandingDeal {
    const day = bench.index?.day ?? '';
    const isUsed = used.value.has(deal.id);
    const isOfShop = 'shop' in deal;
    return {
      deal,
      currency: isOfShop ? (shopOf(deal.shop)?.currency ?? bench.currency) : deal.currency,
      window: windowWords(deal, day),
      where: isOfShop ? nameOf(deal.shop) : (deal.shops?.map(nameOf).join(', ') ?? 'any shop'),
      isUsed,
      inSum: isUsed ? 'yes' : notCountedWords(deal, day, claimedOf(deal.id)),
    };
  }
  return computed(() =>
    (catalogueStore.catalogue?.deals ?? [])
      .map(standing)
      .sort(
        (a, b) =>
          Number(b.isUsed) - Number(a.isUsed) ||
          ORDER[a.window.state] - ORDER[b.window.state] ||
          (a.deal.name < b.deal.name ? -1 : 1),
      ),
  );
}
