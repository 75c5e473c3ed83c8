import type { Gpu, PsuRule } from '../parts/index.ts';
import { deciwatts, neededPsuWatts } from './load.ts';

/** One of the rules by which people size a supply, with what it asks for here. */
export interface SizedBy {
  readonly kind: PsuRule['kind'];
  /** Rated watts that it asks for; null when a figure that it reads is not stated, or nothing is planned. */
  readonly watts: number | null;
  /** How the figure comes about, in watts: load, factor, the maker's figure, the planned card. */
  readonly load: number;
  readonly factor: number | null;
  readonly makerWatts: number | null;
  readonly plannedExtraWatts: number | null;
}

/** The four rules side by side for a load: load times factor, the card maker's figure, half load, the planned card. */
export function psuRules(
  loadDeciwatts: number,
  gpu: Gpu | null,
  plannedGpu: Gpu | null,
  factor: number,
): SizedBy[] {
  const load = loadDeciwatts / 10;
  const maker = gpu ? gpu.recommendedPsuWatts : null;
  const rule = (kind: PsuRule['kind']): PsuRule => ({ kind, factor });
  const plannedDraw = plannedGpu?.boardPowerWatts ?? null;
  const draw = gpu ? gpu.boardPowerWatts : 0;
  const extra =
    plannedDraw === null || draw === null ? null : Math.max(0, deciwatts(plannedDraw) - deciwatts(draw));
  const plannedMaker = plannedGpu?.recommendedPsuWatts ?? null;
  const base = { load, factor: null, makerWatts: null, plannedExtraWatts: null };
  return [
    { ...base, kind: 'load', factor, watts: neededPsuWatts(rule('load'), loadDeciwatts, 0) },
    {
      ...base,
      kind: 'maker',
      makerWatts: maker,
      watts: maker === null ? null : neededPsuWatts(rule('maker'), loadDeciwatts, maker),
    },
    { ...base, kind: 'half', watts: neededPsuWatts(rule('half'), loadDeciwatts, 0) },
    {
      ...base,
      kind: 'planned',
      factor,
      makerWatts: plannedMaker,
      plannedExtraWatts: extra === null ? null : extra / 10,
      watts:
        extra === null || plannedMaker === null
          ? null
          : neededPsuWatts(rule('planned'), loadDeciwatts + extra, Math.max(maker ?? 0, plannedMaker)),
    },
  ];
}

/** Whether one of the rules side by side is what the brief goes by: itself, or either of the two when the larger counts. */
export function goesBy(rule: PsuRule, kind: SizedBy['kind']): boolean {
  return kind === rule.kind || (rule.kind === 'larger' && (kind === 'load' || kind === 'maker'));
}
