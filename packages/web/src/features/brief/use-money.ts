import { minorPlaces } from '@ripe-pick/core';
import type { Brief } from '@ripe-pick/core/parts';
import { computed } from 'vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** What the brief says of money, shops and days, and its changes as named steps. */
export function useMoney() {
  const workspace = useWorkspace();
  const money = computed(() => workspace.typedBrief.money);
  const scale = computed(() => 10 ** minorPlaces(money.value.currency));
  return {
    money,
    /** Minor units in a major one. */
    scale,
    /** A sum in major units, as typed, in whole minor units. */
    minor: (value: number | null) => Math.max(0, Math.round((value ?? 0) * scale.value)),
    setMoney: (label: string, change: Partial<Brief['money']>) =>
      workspace.editBrief(label, (brief) => ({ ...brief, money: { ...brief.money, ...change } })),
    setWhereToBuy: (label: string, change: Partial<Brief['whereToBuy']>) =>
      workspace.editBrief(label, (brief) => ({ ...brief, whereToBuy: { ...brief.whereToBuy, ...change } })),
    setDates: (label: string, change: Partial<Brief['dates']>) =>
      workspace.editBrief(label, (brief) => ({ ...brief, dates: { ...brief.dates, ...change } })),
  };
}
