import type { Slot } from '@ripe-pick/core/parts';
import type { Measure, Trade } from '@ripe-pick/core/swaps';
import { computed } from 'vue';
import { tradeWords } from './words.ts';

interface LaneProps {
  readonly slotName: Slot;
  readonly trades: readonly Trade[];
  readonly focused: Trade | null;
  readonly currency: string;
  readonly measure: Pick<Measure, 'label' | 'unit' | 'kind'>;
}

/**
 * A lane as a list box has it: the part in focus and its neighbours as options with their places in the lane, which is as much as is
 * read out (WAI-ARIA 1.2, aria-setsize and aria-posinset: where not all options are there).
 */
export function useLaneOptions(props: LaneProps) {
  /** Place of the part in focus; of the current pick where none is. */
  const at = computed(() => {
    const isIt = ({ part, isCurrent }: Trade) =>
      props.focused ? part?.id === props.focused.part?.id : isCurrent;
    return Math.max(0, props.trades.findIndex(isIt));
  });
  const options = computed(() => {
    // Where the focus is not, the pick alone: what is not asked for is not written.
    const reach = props.focused ? 1 : 0;
    const first = Math.max(0, at.value - reach);
    return props.trades.slice(first, at.value + reach + 1).map((trade, n) => ({
      id: `lane-${props.slotName}-${first + n}`,
      place: first + n + 1,
      isCurrent: trade.isCurrent,
      text: tradeWords(trade, props.currency, props.measure),
    }));
  });
  return { at, options };
}
