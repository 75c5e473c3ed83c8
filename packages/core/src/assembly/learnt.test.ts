import { describe, expect, it } from 'vitest';
import { dayTotals, learntSteps } from './learnt.ts';
import type { AssemblyStep } from './step.ts';

const step = (code: string, minutes: number, handles: string[] = []) =>
  ({ code, minutes, handles }) as unknown as AssemblyStep;
const STEPS = [step('board-in', 10, ['board']), step('seat-m2:new', 4, ['drive', 'board']), step('tidy', 15)];

describe('what a build learns from the one before', () => {
  it('takes the median of what a step took, also where it was another part, and every note', () => {
    const days = [
      {
        steps: [
          { code: 'board-in', minutes: 20 },
          { code: 'seat-m2:old', minutes: 6 },
        ],
        notes: [{ code: 'board-in', text: 'One standoff too many.' }],
      },
      { steps: [{ code: 'board-in', minutes: 12 }], notes: [] },
    ];
    const learnt = learntSteps(STEPS, days);
    expect(learnt.get('board-in')).toEqual({ minutes: 16, notes: ['One standoff too many.'] });
    expect(learnt.get('seat-m2:new')?.minutes).toBe(6);
    expect(learnt.has('tidy')).toBe(false);
  });
  it('sums minutes, timed or as told, and counts every part once', () => {
    const done = [
      { code: 'board-in', minutes: 21.5 },
      { code: 'seat-m2:new', minutes: null },
      { code: 'gone', minutes: 99 },
    ];
    expect(dayTotals(STEPS, done)).toEqual({
      minutes: 25.5,
      timed: 1,
      parts: new Set(['board', 'drive']),
    });
  });
});
