import { defineAsyncComponent } from 'vue';

/** What of the frame is fetched once the first screen stands. */
export const ArchivedList = defineAsyncComponent(() => import('./ArchivedList.vue'));
export const BriefMenu = defineAsyncComponent(() => import('./BriefMenu.ts'));
export const CandidateDialogs = defineAsyncComponent(() => import('./CandidateDialogs.vue'));
export const CandidateMenu = defineAsyncComponent(() => import('./CandidateMenu.vue'));
export const ExplainFigure = defineAsyncComponent(() => import('./ExplainFigure.vue'));
export const ExplainTotal = defineAsyncComponent(() => import('./ExplainTotal.vue'));
