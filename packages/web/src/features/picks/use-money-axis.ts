import { ticks } from 'd3';
import { computed, ref, type Ref } from 'vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { AXIS_HEIGHT, moneyWindows, type LaneFrame } from './lane-geometry.ts';

/** How the axis of money stands, for the buttons that move it. */
export interface AxisView {
  /** Half width, in minor units. */
  readonly window: number;
  readonly isClosest: boolean;
  readonly isWidest: boolean;
  readonly isCentred: boolean;
}

/** Narrower plots have room for fewer marks. */
const NARROW_PX = 516;
/** A quarter of the budget. */
const FIRST_WINDOW = 3;

/**
 * The one axis of money that all lanes share: zoomed, and moved away from the current pick.
 *
 * @param width of the plots, px
 * @param amounts what the parts cost against the current pick, minor units: the axis goes no further
 */
export function useMoneyAxis(width: Readonly<Ref<number>>, amounts: () => readonly number[]) {
  const workspace = useWorkspace();
  const windows = computed(() => moneyWindows(workspace.brief.money.budgetMinor));
  const windowIndex = ref(FIRST_WINDOW);
  const centre = ref(0);
  const axis = computed((): LaneFrame => ({
    width: width.value,
    height: AXIS_HEIGHT,
    window: windows.value[windowIndex.value],
    centre: centre.value,
    reach: 1,
  }));
  /** Moves the axis by a share of its half width; the farthest part stays in reach. */
  function pan(by: number): void {
    const known = amounts();
    // Pressed before the lanes are worked out: as far as the axis can be wide, so that no key is lost.
    const all = known.length > 0 ? known : [-windows.value.at(-1)!, windows.value.at(-1)!];
    const to = Math.round(centre.value + by * axis.value.window);
    centre.value = Math.max(Math.min(0, ...all), Math.min(Math.max(0, ...all), to));
  }
  return {
    axis,
    marks: computed(() =>
      ticks(
        centre.value - axis.value.window,
        centre.value + axis.value.window,
        width.value < NARROW_PX ? 5 : 9,
      ).filter((mark) => mark !== 0),
    ),
    view: computed((): AxisView => ({
      window: axis.value.window,
      isClosest: windowIndex.value === 0,
      isWidest: windowIndex.value === windows.value.length - 1,
      isCentred: centre.value === 0,
    })),
    pan,
    home: () => (centre.value = 0),
    zoom: (by: number) =>
      (windowIndex.value = Math.max(0, Math.min(windows.value.length - 1, windowIndex.value + by))),
    /** A wheel that goes sideways, or with Shift held, moves the axis. */
    wheel(event: WheelEvent): void {
      const sideways = event.shiftKey ? event.deltaY || event.deltaX : event.deltaX;
      if (Math.abs(sideways) < Math.abs(event.shiftKey ? 0 : event.deltaY)) return;
      event.preventDefault();
      pan((sideways / Math.max(1, width.value)) * 2);
    },
  };
}
