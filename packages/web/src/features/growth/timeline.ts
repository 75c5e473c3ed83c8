import { monthText } from '../../shared/format/format.ts';
import { curveStepAfter, line, scaleLinear, type ScaleLinear } from 'd3';
import { addMonths, daysBetween } from '@ripe-pick/core';

/** Space around the picture of a timeline, in px. */
export const MARGIN = { left: 38, right: 14, top: 34, bottom: 42 } as const;

/** Place of a day on the axis: months from today, with days as parts of a month. */
export function monthsTo(today: string, on: string): number {
  return daysBetween(today, on) / 30.4375;
}

/** Scales of the picture: months from left to right, frames upward, in thousandths as scores are. */
export function scalesOf(
  width: number,
  height: number,
  months: number,
  scores: readonly (readonly number[])[],
): { readonly x: ScaleLinear<number, number>; readonly y: ScaleLinear<number, number> } {
  const all = scores.flat();
  const low = all.length > 0 ? Math.min(...all) : 0;
  const high = all.length > 0 ? Math.max(...all) : 1000;
  const spare = Math.max(1500, (high - low) * 0.12);
  return {
    x: scaleLinear([0, months], [MARGIN.left, Math.max(MARGIN.left + 10, width - MARGIN.right)]),
    y: scaleLinear([Math.max(0, low - spare), high + spare], [height - MARGIN.bottom, MARGIN.top]),
  };
}

/** Scores month by month as points of steps; the last month reaches to the horizon. */
export function pointsOf(scores: readonly number[]): [number, number][] {
  const points = scores.map((score, month): [number, number] => [month, score]);
  const last = scores.at(-1);
  return last === undefined ? [] : [...points, [scores.length, last]];
}

type TimelineScales = ReturnType<typeof scalesOf>;

/** No area under it: the axis does not begin at zero, and an area would state a share that is not there. */
export function stepLine(scores: readonly number[], { x, y }: TimelineScales): string {
  return (
    line<[number, number]>(
      ([month]) => x(month),
      ([, score]) => y(score),
    ).curve(curveStepAfter)(pointsOf(scores)) ?? ''
  );
}

/** Ticks of the time axis: months from today and their names, so many that labels do not touch. */
export function timeTicks(
  today: string,
  months: number,
  width: number,
): { readonly month: number; readonly text: string }[] {
  const most = Math.max(2, Math.floor(width / 74));
  const every = [1, 2, 3, 6, 12, 24].find((each) => months / each <= most) ?? 24;
  const out = [];
  for (let month = 0; month <= months; month += every)
    out.push({ month, text: month === 0 ? 'today' : monthText(addMonths(today, month).slice(0, 7)) });
  return out;
}

/** The day a dragged step falls on: whole days, within the time that is looked at. */
export function dayOnAxis(today: string, months: number, horizon: number): string {
  const whole = Math.max(1, Math.min(horizon - 1, Math.round(months)));
  return addMonths(today, whole);
}

/** The rate of the screen by month, as stretches: a wish may change it. */
export function screenStretches(
  now: number,
  changes: readonly { readonly month: number; readonly refreshHz: number }[],
  horizon: number,
): { readonly from: number; readonly to: number; readonly refreshHz: number }[] {
  const sorted = [...changes].filter(({ month }) => month < horizon).sort((a, b) => a.month - b.month);
  const out = [{ from: 0, to: horizon, refreshHz: now }];
  for (const { month, refreshHz } of sorted) {
    out[out.length - 1] = { ...out[out.length - 1], to: month };
    out.push({ from: month, to: horizon, refreshHz });
  }
  return out.filter(({ from, to }) => to > from);
}
