import { onBeforeUnmount } from 'vue';

/** A pause in typing, after which what was typed is reckoned with. Chosen: shorter than a look up from the keys, ms. */
const PAUSE_MS = 250;

/** What waits for a pause, in all fields. */
const waitingActs = new Set<() => void>();

/** Does at once what waits for a pause in any field: the page goes away, or a step is taken back. */
export function actNow(): void {
  for (const act of [...waitingActs]) act();
}

/** Does something when typing rests, or the field goes away: of many in a row, the last. */
export function useSoon<T>(act: (value: T) => void) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let waiting: { readonly value: T } | null = null;
  /** Drops what waits. */
  function drop(): void {
    clearTimeout(timer);
    waiting = null;
    waitingActs.delete(now);
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
    waitingActs.add(now);
    timer = setTimeout(now, PAUSE_MS);
  }
  onBeforeUnmount(now);
  return { soon, now, drop };
}
