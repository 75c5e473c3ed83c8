import { useStorage } from '@vueuse/core';

/**
 * Whether single letters work anywhere on a screen. They can be switched off, because speech input types them by
 * accident (WCAG 2.1.4); inside a focused lane they always work.
 */
export function useSingleKeys() {
  return useStorage('ripe-pick-single-keys', true);
}
