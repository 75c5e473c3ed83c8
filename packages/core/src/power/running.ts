import type { Running, Psu } from '../parts/index.ts';
import { efficiencyAt, levelOf } from './efficiency.ts';

/** Weeks of a year, of 365 days. */
export const WEEKS_PER_YEAR = 365 / 7;

/** What a supply makes of a load: the working point on its level's curve, watts from the wall, and money a year. */
export interface WorkingPoint {
  /** Load over rating. */
  readonly share: number;
  /** Least efficiency by the published level; null outside its points, or for a supply without a level. */
  readonly efficiency: number | null;
  readonly curve: readonly (readonly [share: number, efficiency: number])[];
  /** Mains voltage that the level was published for. */
  readonly curveMains: 115 | 230 | null;
  /** Watts from the wall at this load: at most, since the level is the least that the supply does. */
  readonly wallWatts: number | null;
  /** Cost of a year in minor units, rounded; at full load for all hours, so an upper figure. */
  readonly yearlyMinor: number | null;
}

/** The working point of a supply at a load; null when its rating is not stated. */
export function workingPoint(psu: Psu, loadDeciwatts: number, running: Running): WorkingPoint | null {
  if (psu.ratedWatts === null || psu.ratedWatts === 0) return null;
  const watts = loadDeciwatts / 10;
  const share = watts / psu.ratedWatts;
  const level = levelOf(psu.efficiency, running.mains);
  const efficiency = level ? efficiencyAt(level.points, share) : null;
  const wallWatts = efficiency === null ? null : watts / efficiency;
  return {
    share,
    efficiency,
    curve: level?.points ?? [],
    curveMains: level?.mains ?? null,
    wallWatts,
    yearlyMinor: wallWatts === null ? null : yearlyMinor(wallWatts, running),
  };
}

/** Minor units a year for so many watts from the wall: kW x hours a week x weeks x tariff, rounded once. */
export function yearlyMinor(wallWatts: number, { hoursPerWeek, tariffMinorPerKwh }: Running): number {
  return Math.round((wallWatts / 1000) * hoursPerWeek * WEEKS_PER_YEAR * tariffMinorPerKwh);
}
