import { ref } from 'vue';

interface StepDrag {
  /** Whether the steps may be moved. */
  readonly isMine: () => boolean;
  /** The day of a month on the axis, kept to where steps may stand; ISO 8601. */
  readonly dayAt: (month: number) => string;
  /** The month below a place of the window, in px from its left. */
  readonly monthAt: (clientX: number) => number;
  readonly drag: (from: string, to: string) => void;
  readonly drop: (from: string, to: string) => void;
  readonly remove: (on: string) => void;
}

/** Moves steps of a path along the axis of time: with the pointer, by months with keys, away with Delete. */
export function useStepDrag({ isMine, dayAt, monthAt, drag, drop, remove }: StepDrag) {
  const dragged = ref<string | null>(null);
  const draggedTo = ref<string | null>(null);
  function down(event: PointerEvent, on: string) {
    if (!isMine()) return;
    dragged.value = on;
    draggedTo.value = on;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    event.preventDefault();
  }
  function move(event: PointerEvent) {
    if (dragged.value === null) return;
    const to = dayAt(monthAt(event.clientX));
    if (to === draggedTo.value) return;
    draggedTo.value = to;
    drag(dragged.value, to);
  }
  function up() {
    if (dragged.value !== null && draggedTo.value !== null && draggedTo.value !== dragged.value)
      drop(dragged.value, draggedTo.value);
    dragged.value = null;
  }
  function key(event: KeyboardEvent, on: string, month: number) {
    if (!isMine()) return;
    const to: Record<string, number> = {
      ArrowLeft: month - 1,
      ArrowRight: month + 1,
      PageDown: month - 6,
      PageUp: month + 6,
    };
    if (event.key === 'Delete') remove(on);
    else if (to[event.key] !== undefined) drop(on, dayAt(to[event.key]));
    else return;
    event.preventDefault();
  }
  const stopDrag = () => (dragged.value = null);
  return { stopDrag, down, move, up, key };
}
