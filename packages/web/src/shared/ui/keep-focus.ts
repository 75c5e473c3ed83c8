import { nextTick } from 'vue';

/**
 * Puts the focus on the heading of the screen, so that it is read out and the next Tab goes into the screen; on the screen itself
 * where it has no heading. A dialog that is open over it keeps it.
 */
export function focusScreen(): void {
  if (document.activeElement?.closest('[role="dialog"]')) return;
  const heading = document.querySelector<HTMLElement>('#main h1');
  heading?.setAttribute('tabindex', '-1');
  (heading ?? document.getElementById('main'))?.focus({ preventScroll: true });
}

/** Where what had the focus is gone or can no longer be used, the focus goes to the screen, not to the top of the page. */
export async function keepFocus(): Promise<void> {
  await nextTick();
  const { activeElement, body } = document;
  if (activeElement === null || activeElement === body || activeElement.matches(':disabled')) focusScreen();
}
