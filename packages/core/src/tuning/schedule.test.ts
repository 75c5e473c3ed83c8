import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_PLANS } from './plan.ts';
import { tuningSchedule } from './schedule.ts';

const EVENINGS = { from: '2026-11-28', begins: 19 * 60, ends: 23 * 60 };
const log = (stage: 'memory' | 'cpu' | 'gpu', change = {}) => ({
  plan: { ...USUAL_PLANS[stage], start: 1000, ...change },
  attempts: [],
});

describe('the schedule of a tuning', () => {
  it('puts the usual plan into evenings, and the memory’s soak into the night between (worked by hand)', () => {
    const blocks = tuningSchedule([log('memory'), log('cpu'), log('gpu')], EVENINGS);
    expect(blocks.map(({ stage, kind, from, to }) => [stage, kind, from, to])).toEqual([
      ['memory', 'steps', '2026-11-28T19:00', '2026-11-28T20:00'], // 3 of 20 min
      ['memory', 'soak', '2026-11-28T20:00', '2026-11-29T04:00'], // 8 h
      ['cpu', 'steps', '2026-11-29T19:00', '2026-11-29T19:40'], // 8 of 5 min
      ['cpu', 'soak', '2026-11-29T19:40', '2026-11-30T00:10'], // 4.5 h
      ['gpu', 'steps', '2026-11-30T19:00', '2026-11-30T19:16'], // 8 of 2 min
      ['gpu', 'soak', '2026-11-30T19:16', '2026-11-30T19:46'],
    ]);
    expect(blocks.map(({ isOvernight }) => isOvernight)).toEqual([false, true, false, true, false, false]);
  });
  it('sets steps only while somebody is there, loses none, and never overlaps', () => {
    const minutes = fc.integer({ min: 1, max: 600 });
    fc.assert(
      fc.property(
        fc.array(fc.record({ soakMinutes: minutes, finalMinutes: minutes }), { maxLength: 3 }),
        fc.integer({ min: 0, max: 1300 }),
        fc.integer({ min: 30, max: 139 }),
        (changes, begins, length) => {
          const evenings = { from: '2026-12-30', begins, ends: begins + length };
          const logs = changes.map((change) => log('cpu', change));
          const blocks = tuningSchedule(logs, evenings);
          const steps = blocks.filter(({ kind }) => kind === 'steps');
          expect(steps.reduce((sum, { count }) => sum + count, 0)).toBe(8 * logs.length);
          expect(blocks.length - steps.length).toBe(logs.length);
          blocks.slice(1).forEach((block, n) => expect(block.from >= blocks[n].to).toBe(true));
          for (const { from } of steps) {
            const at = Number(from.slice(11, 13)) * 60 + Number(from.slice(14, 16));
            expect(at).toBeGreaterThanOrEqual(begins);
            expect(at).toBeLessThan(begins + length);
          }
        },
      ),
    );
  });
});
