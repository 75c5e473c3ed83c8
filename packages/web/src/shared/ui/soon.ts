import { useEventListener } from '@vueuse/core';
import { onBeforeUnmount } from 'vue';

/** A pause in typing, after which what was typed is reckoned with. Chosen: shorter than a look up from the keys, ms. */
const PAUSE_MS = 250;

/** Does something when typing rests, or the page is left: of many in a row, the last. */
export function useSoon<T>(act: (value: T) => void) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let waiting: { readonly value: T } | null = null;
  /** Drops what waits. */
  function drop(): void {
    clearTimeout(timer);
    waiting = null;
  }
  /** Does at once what waits. */
  function now(): void {
    const due = waiting;
    drop();
    if (due) act(due.value);
  }
  function soon(value: T): void {
    clearTimeout(timer);
    waiting = { value };
    timer = setTimeout(now, PAUSE_MS);
  }
  onBeforeUnmount(now);
  useEventListener(window, 'pagehide', now, { capture: true }); // before what saves on leaving
  return { soon, now, drop };
}
