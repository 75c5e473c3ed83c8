import { ref } from 'vue';

/** How long the first screen may take before what comes later is fetched all the same, in ms. */
const LATEST_MS = 4000;

/** Whether the first screen stands: what is not needed for it is fetched from then on, and never before. */
export const isAtRest = ref(false);

/** The first screen stands. */
export function rest(): void {
  if (isAtRest.value) return;
  // Not every browser tells when nothing is to be done.
  const soon = globalThis.requestIdleCallback ?? ((act: () => void) => setTimeout(act, 50));
  soon(() => (isAtRest.value = true));
}
setTimeout(rest, LATEST_MS);
