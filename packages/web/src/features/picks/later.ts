import { defineAsyncComponent } from 'vue';

/** What of the screen is fetched once its lanes stand. */
export const PicksSide = defineAsyncComponent(() => import('./PicksSide.vue'));
export const PartDetails = defineAsyncComponent(() => import('./PartDetails.vue'));
export const BestDialog = defineAsyncComponent(() => import('./BestDialog.vue'));
export const LaneList = defineAsyncComponent(() => import('./LaneList.vue'));
export const TradeCard = defineAsyncComponent(() => import('./TradeCard.vue'));
export const RuledOutList = defineAsyncComponent(() => import('./RuledOutList.vue'));
