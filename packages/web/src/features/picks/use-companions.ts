import type { Repair, Trade } from '@ripe-pick/core/swaps';
import { computed, shallowRef, watch, type ComputedRef } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';
import { useChoose } from '../../shared/stores/choose.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { money } from '../../shared/format/format.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import { repairWords, tradeName } from './words.ts';

/** What else would have to change for a part that does not fit: looked for while it is in focus. */
export function useCompanions(live: ComputedRef<Trade | null>) {
  const bench = useBench();
  const choose = useChoose();
  const names = useNames();
  const solver = useSolver();
  const workspace = useWorkspace();
  const repair = shallowRef<Repair | null | 'looking'>(null);
  /** What was asked for while the companions were still being looked for: done as soon as they are there. */
  let isWanted = false;
  const misfit = computed(() => (live.value?.barrier && !live.value.isCurrent ? live.value : null));

  watch(misfit, async (trade) => {
    repair.value = null;
    if (!trade) {
      isWanted = false;
      return;
    }
    repair.value = 'looking';
    const { picks, brief } = workspace;
    const [part, offer] = [trade.part?.id ?? null, trade.offer?.id ?? null];
    const found = await solver.companions(brief, picks, trade.slot, part, offer);
    if (live.value !== trade || workspace.picks !== picks) return;
    repair.value = found;
    if (isWanted) swapAll();
  });
  function swapAll(): void {
    const trade = live.value;
    const found = repair.value;
    isWanted = found === 'looking';
    if (!trade || !found || found === 'looking') return;
    choose.pick(`${tradeName(trade)} with what it needs`, 'swapped with its companions', () => found.picks);
  }
  const companionWords = computed(() => {
    if (repair.value === 'looking') return 'Looking for what would make it fit…';
    if (!misfit.value) return '';
    if (!repair.value) return 'No four swaps beside it would make it fit.';
    const named = ({ slot, to, money: minor }: Repair['swaps'][number]) =>
      `${SLOT_NAMES[slot].toLowerCase()} ${to ? names.part(to.part) : 'left out'} (${money(minor, bench.currency, { sign: true })})`;
    return `With what it needs, ${repairWords(repair.value, misfit.value.slot, bench.currency, named)}`;
  });
  const hasCompanions = computed(() => repair.value !== null && repair.value !== 'looking');
  return { companionWords, hasCompanions, swapAll };
}
