import type { Objective } from '@ripe-pick/core/parts';

const FIGURES = { average: 'averages', low: '1 % lows', slowest: 'slowest 1 % means' } as const;
const MEANS = {
  geometric: 'geometric mean of',
  arithmetic: 'arithmetic mean of',
  harmonic: 'harmonic mean of',
  weakest: 'weakest of',
} as const;

/** What the objective is counted in. */
export const objectiveUnit = ({ goal }: Objective): string => (goal === 'targets' ? '% of targets' : 'fps');

/** Says which mean of which figure is in use: every rate on screen names its school. */
export function objectiveWords(objective: Objective, refreshHz: number): string {
  if (objective.goal === 'targets')
    return `worst game’s share of its target, by ${FIGURES[objective.figure]}`;
  return `${MEANS[objective.mean]} ${FIGURES[objective.figure]}${objective.capAtRefresh ? `, capped at ${refreshHz} Hz` : ', uncut'}`;
}
