import type { Directive } from 'vue';

const NEXT: Readonly<Record<string, number>> = {
  ArrowRight: 1,
  ArrowDown: 1,
  ArrowLeft: -1,
  ArrowUp: -1,
};
/** What can have the focus, but for fields, which need the arrow keys themselves. */
const STOPS = 'button, a[href], [data-stop]';

const stopsOf = (holder: HTMLElement) =>
  [...holder.querySelectorAll<HTMLElement | SVGElement>(STOPS)].filter((each) => !each.matches(':disabled'));

/** Tab stops at one of them; written only where that is new, since this runs with every change of the row. */
function stopAt(stops: readonly Element[], stop: Element | undefined): void {
  for (const each of stops) {
    const index = each === stop ? '0' : '-1';
    if (each.getAttribute('tabindex') !== index) each.setAttribute('tabindex', index);
  }
}

/** Of all stops one is in the order of Tab: the one that had the focus last. */
function settle(holder: HTMLElement): void {
  const stops = stopsOf(holder);
  const last = stops.find((each) => each === document.activeElement || each.tabIndex === 0) ?? stops[0];
  stopAt(stops, last);
}

function move(holder: HTMLElement, event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
  const stops = stopsOf(holder);
  const at = stops.indexOf(event.target as HTMLElement);
  const by = NEXT[event.key];
  const end = { Home: 0, End: stops.length - 1 }[event.key];
  if (at < 0 || (by === undefined && end === undefined)) return;
  const to = stops[end ?? Math.max(0, Math.min(stops.length - 1, at + (by ?? 0)))];
  event.preventDefault();
  stopAt(stops, to);
  to.focus();
}

/**
 * A row of stops that Tab enters once: arrow keys, Home and End go along it (ARIA Authoring Practices, "Managing Focus Within
 * Components Using a Roving tabindex").
 */
export const vRoving: Directive<HTMLElement> = {
  mounted(holder) {
    settle(holder);
    holder.addEventListener('keydown', (event) => move(holder, event));
    holder.addEventListener('focusin', () => settle(holder));
  },
  updated: settle,
};
