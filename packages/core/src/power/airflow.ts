import { extrasOf, type PartSet } from '../parts/index.ts';

/** Fans that move air through the case, by the way that they blow; null where a part does not say how many it has. */
interface CaseFans {
  readonly inward: number;
  readonly outward: number;
}

/**
 * A case's own fans and those that are added. One fan blows out at the rear; of more all but one blow in at the front; an
 * added one blows in unless it says otherwise. Common practice, no source.
 */
export function caseFans(set: PartSet): CaseFans | null {
  const { case: box } = set;
  const added = extrasOf(set).map(({ fans, blows }) => ({ count: fans ?? 0, isOut: blows === 'out' }));
  if (!box || box.fans === null) return null;
  const sum = (isOut: boolean) =>
    added.reduce((total, each) => total + (each.isOut === isOut ? each.count : 0), 0);
  return { inward: Math.max(0, box.fans - 1) + sum(false), outward: Math.min(1, box.fans) + sum(true) };
}

/** How the air goes through a build. */
export interface Air extends CaseFans {
  /** `over`: more blows in than out, and dust comes through the filters alone; `under`: through every gap. */
  readonly pressure: 'over' | 'under' | 'even' | 'none';
  /** Whether the front is a mesh; null: not stated. */
  readonly isMesh: boolean | null;
  /** All that is drawn, as heat, in watts. */
  readonly heatWatts: number;
  /** How much warmer than the room the air is that leaves, in kelvin: from the best to the worst case. */
  readonly rise: { readonly low: number; readonly high: number };
}

type Range = readonly [low: number, high: number];
/** What a case fan moves with nothing in its way, in m³ an hour. Common practice, no source. */
const FAN_FLOW: Range = [60, 90];
/** What a front leaves of it. Common practice, no source. */
const THROUGH = { mesh: [0.5, 0.8], closed: [0.25, 0.45], unknown: [0.25, 0.8] } as const satisfies Record<
  string,
  Range
>;
/** What the fan of the supply takes out and what rises through the gaps, in m³ an hour. Common practice, no source. */
const OTHER_FLOW: Range = [25, 50];
/**
 * Heat that a cubic metre of air takes up for each kelvin, in J: density 1.2 kg/m³ by specific heat 1005 J/(kg K), air at
 * 20 °C and sea level. Source: any table of the properties of air (from memory).
 */
const AIR_HEAT = 1.2 * 1005;
const SECONDS = 3600;

/** The air of a build under a load in watts; null where the fans are not known. A rough figure from assumed flows. */
export function airOf(set: PartSet, heatWatts: number): Air | null {
  const fans = caseFans(set);
  if (!fans || !set.case) return null;
  const { inward, outward } = fans;
  const isMesh = set.case.meshFront ?? null;
  const through = THROUGH[isMesh === null ? 'unknown' : isMesh ? 'mesh' : 'closed'];
  // What blows in must come out: the stronger side sets the flow, the other side and the gaps give way.
  const count = Math.max(inward, outward);
  const flow = (end: 0 | 1) => count * FAN_FLOW[end] * through[end] + OTHER_FLOW[end];
  const rise = (end: 0 | 1) => (heatWatts * SECONDS) / (AIR_HEAT * flow(end));
  return {
    ...fans,
    pressure: count === 0 ? 'none' : inward > outward ? 'over' : inward < outward ? 'under' : 'even',
    isMesh,
    heatWatts,
    rise: { low: rise(1), high: rise(0) },
  };
}
