import type { Card, SupplyRule } from '../parts/index.ts';
import { deciwatts, neededSupplyWatts } from './load.ts';

/** One of the rules by which people size a supply, with what it asks for here. */
export interface SizedBy {
  readonly kind: SupplyRule['kind'];
  /** Rated watts that it asks for; null when a figure that it reads is not stated, or nothing is planned. */
  readonly watts: number | null;
  /** How the figure comes about, in watts: load, factor, the maker's figure, the planned card. */
  readonly load: number;
  readonly factor: number | null;
  readonly makerWatts: number | null;
  readonly plannedExtraWatts: number | null;
}

/** The four rules side by side for a load: load times factor, the card maker's figure, half load, the planned card. */
export function supplyRules(
  loadDeciwatts: number,
  card: Card | null,
  plannedCard: Card | null,
  factor: number,
): SizedBy[] {
  const load = loadDeciwatts / 10;
  const maker = card ? card.makerSupplyWatts : null;
  const rule = (kind: SupplyRule['kind']): SupplyRule => ({ kind, factor });
  const plannedDraw = plannedCard?.boardWatts ?? null;
  const draw = card ? card.boardWatts : 0;
  const extra =
    plannedDraw === null || draw === null ? null : Math.max(0, deciwatts(plannedDraw) - deciwatts(draw));
  const plannedMaker = plannedCard?.makerSupplyWatts ?? null;
  const base = { load, factor: null, makerWatts: null, plannedExtraWatts: null };
  return [
    { ...base, kind: 'load', factor, watts: neededSupplyWatts(rule('load'), loadDeciwatts, 0) },
    {
      ...base,
      kind: 'maker',
      makerWatts: maker,
      watts: maker === null ? null : neededSupplyWatts(rule('maker'), loadDeciwatts, maker),
    },
    { ...base, kind: 'half', watts: neededSupplyWatts(rule('half'), loadDeciwatts, 0) },
    {
      ...base,
      kind: 'planned',
      factor,
      makerWatts: plannedMaker,
      plannedExtraWatts: extra === null ? null : extra / 10,
      watts:
        extra === null || plannedMaker === null
          ? null
          : neededSupplyWatts(rule('planned'), loadDeciwatts + extra, Math.max(maker ?? 0, plannedMaker)),
    },
  ];
}

/** Whether one of the rules side by side is what the brief goes by: itself, or either of the two when the larger counts. */
export function goesBy(rule: SupplyRule, kind: SizedBy['kind']): boolean {
  return kind === rule.kind || (rule.kind === 'larger' && (kind === 'load' || kind === 'maker'));
}
