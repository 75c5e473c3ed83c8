import { shallowRef, watch, type Component } from 'vue';
import { isAtRest } from './at-rest.ts';

/** What dialogs are made of, once it is fetched: when the first screen stands, or when the first of them is opened. */
export const dialogFrame = shallowRef<Component | null>(null);

let isAsked = false;
export function fetchDialogFrame(): void {
  if (isAsked) return;
  isAsked = true;
  void import('./DialogFrame.vue').then((module) => (dialogFrame.value = module.default));
}
watch(isAtRest, fetchDialogFrame);
