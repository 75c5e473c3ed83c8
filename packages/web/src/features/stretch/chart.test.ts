import { describe, expect, it } from 'vitest';
import type { FrontierStep } from '../../workers/solver.worker.ts';
import { labelRows } from '../../shared/format/labels.ts';
import { nextSum, targetFlags } from './chart.ts';

const step = (cost: number, ...averages: number[]): FrontierStep =>
  ({
    cost,
    score: cost,
    picks: {},
    games: averages.map((average, n) => ({ game: `g${n}`, average, target: 60 })),
  }) as unknown as FrontierStep; // only what the chart reads

describe('the picture of a frontier', () => {
  it('flags the first sum at which each game reaches its target, and none where no sum does', () => {
    const flags = targetFlags([step(100, 40, 20), step(200, 60, 30), step(300, 55, 59.9)]);
    expect(flags).toEqual([
      { game: 'g0', target: 60, cost: 200 },
      { game: 'g1', target: 60, cost: null },
    ]);
    expect(targetFlags([])).toEqual([]);
  });
  it('moves a sum to the next step, and stays at the ends', () => {
    const costs = [100, 200, 300];
    expect([nextSum(costs, 150, 1), nextSum(costs, 150, -1)]).toEqual([200, 100]);
    expect([nextSum(costs, 200, 1), nextSum(costs, 200, -1)]).toEqual([300, 100]);
    expect([nextSum(costs, 300, 1), nextSum(costs, 100, -1)]).toEqual([300, 100]);
  });
  it('puts labels on rows so that none overlap', () => {
    const at = [0, 10, 50, 60];
    const widths = [40, 30, 30, 30];
    const rows = labelRows(at, widths);
    expect(rows).toEqual([0, 1, 0, 1]);
    for (let a = 0; a < at.length; a++)
      for (let b = a + 1; b < at.length; b++)
        if (rows[a] === rows[b]) expect(at[b]).toBeGreaterThanOrEqual(at[a] + widths[a]);
  });
});
