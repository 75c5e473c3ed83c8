import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawsFrom } from '../../stats/index.ts';
import { GROWING, growing, growingWish, LAST, LATER, picksWith } from '../../test/growth-world.ts';
import { addMonths } from '../../units/index.ts';
import { evaluatePath, growthWorld, measuredFalls, watchesOf, type PartChange } from '../index.ts';
import { outlookFor } from './outlook.ts';
import { incomeBy, monthOf, stagesOf } from './calendar.ts';
import { thinned, unbeaten } from '../search/lists.ts';

const into = (slot: PartChange['slot'], part: string, beside = false): PartChange => ({ slot, part, beside });
const part = (id: string) => {
  const found = GROWING.parts.find((each) => each.id === id);
  if (!found) throw new Error(`no part ${id}`);
  return found;
};

describe('the calendar of later money', () => {
  it('has a stage for every sum, screen and drive within the horizon, one a month, in order', () => {
    const { growth } = growingWish({
      wishes: [
        { kind: 'drive', id: 'd', on: '2027-03-20', note: '', gb: 500, solidState: true },
        {
          kind: 'game',
          id: 'g',
          on: '2027-04-20',
          note: '',
          game: 'game',
          preset: 'high',
          weight: 1,
          timesAsHeavy: 1,
        },
        {
          kind: 'screen',
          id: 's',
          on: LATER,
          note: '',
          widthPx: 2560,
          heightPx: 1440,
          refreshHz: 144,
          costMinor: 5000,
        },
      ],
    }).brief;
    const stages = stagesOf(growth, '2026-11-20');
    expect(stages.map(({ month, on, income }) => [month, on, income])).toEqual([
      [4, '2027-03-20', 0],
      [8, LATER, 25000],
      [18, LAST, 20000],
    ]);
    expect(stages[0].wishes.map((wish) => wish.id)).toEqual(['d']);
    expect(stagesOf({ ...growth, horizonMonths: 10 }, '2026-11-20').map((stage) => stage.month)).toEqual([
      4, 8,
    ]);
  });
  it('looks ahead every half year where money is only put aside, and adds up what came by each', () => {
    const { growth } = growingWish({ sums: [], monthlyMinor: 1500 }).brief;
    const stages = stagesOf(growth, '2026-11-20');
    expect(stages.map((stage) => stage.month)).toEqual([6, 12, 18, 24, 30]);
    expect(stages.map((stage) => stage.income)).toEqual([9000, 9000, 9000, 9000, 9000]);
    expect(incomeBy(growth, '2026-11-20', '2028-11-20')).toBe(36000);
  });
  it('counts months to the nearest, back and forth', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 119 }), (months) => {
        expect(monthOf('2026-11-20', addMonths('2026-11-20', months))).toBe(months);
      }),
    );
  });
});

describe('prices then', () => {
  const outlook = outlookFor(growingWish());
  it('start at today’s price at the door and fall by the kind’s yearly share: 20 % as a logarithm for cards (assumed)', () => {
    expect(outlook.base(part('gpu'))).toBe(23000);
    expect(outlook.priceAt(part('gpu'), 12)).toBe(Math.round(23000 * Math.exp(-0.2)));
    expect(outlook.priceAt(part('psu'), 12)).toBe(Math.round(5000 * Math.exp(-0.04)));
    expect(outlook.falls.find((fall) => fall.kind === 'gpu')?.from).toBe('assumed');
  });
  it('follow a fall that is typed in or measured, the typed one first', () => {
    const measured = { gpu: { yearly: 0.5, sd: 0.1 }, memory: { yearly: -0.1, sd: 0.3 } };
    const typed = outlookFor({ ...growingWish({ falls: { gpu: 0 } }), measured });
    expect(typed.priceAt(part('gpu'), 24)).toBe(23000);
    expect(typed.priceAt(part('memory'), 12)).toBe(Math.round(4500 * 1.1));
    expect(typed.falls.filter((fall) => fall.from === 'measured').map((fall) => fall.kind)).toEqual([
      'memory',
    ]);
  });
  it('drop at a launch of their kind, from its day on, and only of their kind', () => {
    const launch = {
      id: 'l',
      kind: 'launch' as const,
      name: 'next',
      from: '2027-03-20',
      to: '2027-03-20',
      touches: ['gpu' as const],
      factor: 1,
    };
    const after = outlookFor({ ...growingWish(), events: [launch] });
    expect(after.priceAt(part('gpu'), 3)).toBe(outlook.priceAt(part('gpu'), 3));
    expect(after.priceAt(part('gpu'), 6)).toBe(Math.round(23000 * Math.exp(-0.1 - 0.1)));
    expect(after.priceAt(part('memory'), 6)).toBe(outlook.priceAt(part('memory'), 6));
  });
  it('carry a 4-in-5 range that widens with time and holds the median', () => {
    const [near, far] = [outlook.price(part('gpu'), 6), outlook.price(part('gpu'), 30)];
    const width = (each: typeof near) => (each ? each.high / each.low : 0);
    expect(width(far)).toBeGreaterThan(width(near));
    expect(near && near.low < near.minor && near.minor < near.high).toBe(true);
  });
  it('that range covers four of five drawn futures', () => {
    const then = outlook.price(part('gpu'), 18);
    const spread = outlook.spread('gpu', 18);
    const draws = drawsFrom(18);
    let inside = 0;
    for (let n = 0; n < 4000; n++) {
      const shock = draws.normal() * spread.kind + draws.normal() * spread.own;
      const price = outlook.shaken({ of: () => shock }).priceAt(part('gpu'), 18) ?? 0;
      if (then && price >= then.low && price <= then.high) inside++;
    }
    // Within three standard errors of 0.8.
    expect(Math.abs(inside / 4000 - 0.8)).toBeLessThan(3 * Math.sqrt(0.16 / 4000));
  });
  it('what comes out fetches less than a new one, less again after fees, nothing where it is kept', () => {
    const now = outlook.resaleAt(part('gpu'), 0);
    expect(now).toBeLessThan(23000 * 0.7);
    expect(outlook.resaleAt(part('gpu'), 24)).toBeLessThan(now);
    const free = outlookFor(
      growingWish({ resale: { feeShare: 0, condition: 'B', pays: true, kept: ['memory'] } }),
    );
    expect(
      Math.abs(outlook.resaleAt(part('gpu'), 12) - 0.9 * free.resaleAt(part('gpu'), 12)),
    ).toBeLessThanOrEqual(1);
    expect(free.resaleAt(part('memory'), 12)).toBe(0);
  });
  it('what is hardly used fetches more than usual, what is worn less, and never more than one costs', () => {
    const at = (condition: 'A' | 'B' | 'C') =>
      outlookFor(growingWish({ resale: { feeShare: 0, condition, pays: true, kept: [] } })).resaleAt(
        part('gpu'),
        0,
      );
    expect(at('A')).toBeGreaterThan(at('B'));
    expect(at('C')).toBeLessThan(at('B'));
    expect(at('A')).toBeLessThanOrEqual(23000);
  });
  it('a steady shock moves a part alike at all times, and leaves the others', () => {
    const dearer = outlook.shaken({ of: (each) => (each.id === 'gpu' ? Math.log(1.5) : 0) }, true);
    for (const month of [1, 12, 30])
      expect(
        (dearer.priceAt(part('gpu'), month) ?? 0) / (outlook.priceAt(part('gpu'), month) ?? 1),
      ).toBeCloseTo(1.5, 3);
    expect(dearer.priceAt(part('memory'), 12)).toBe(outlook.priceAt(part('memory'), 12));
    expect([dearer.isShaken, outlook.shaken({ of: () => 0 }).isShaken]).toEqual([false, true]);
  });
  it('used offers say what a used one is worth, and the brief’s own word comes before them', () => {
    const used = {
      ...GROWING.offers[3],
      id: 'gpu.used',
      shop: 'stalls',
      condition: 'used' as const,
      priceMinor: 10000,
    };
    const wish = growingWish({}, {}, { ...GROWING, offers: [...GROWING.offers, used] });
    expect(outlookFor(wish).resaleAt(part('gpu'), 0)).toBe(Math.round(0.93 * 10000 * 0.9));
    const said = {
      ...wish,
      brief: {
        ...wish.brief,
        ownedParts: [{ part: 'gpu', paidMinor: null, valueMinor: 7000, sell: false }],
      },
    };
    expect(outlookFor(said).resaleAt(part('gpu'), 0)).toBe(6300);
  });
  it('a part without an offer has no price then, and a step with it is not sound', () => {
    const catalogue = { ...GROWING, offers: GROWING.offers.filter((offer) => offer.part !== 'big-card') };
    const world = growing({}, {}, catalogue);
    const report = evaluatePath(world, {
      picks: picksWith({ psu: 'big-supply' }),
      steps: [{ on: LATER, changes: [into('gpu', 'big-card')] }],
    });
    expect(report.stages[1].lines[0].then).toBeNull();
    expect(report.isSound).toBe(false);
  });
});

describe('falls from histories', () => {
  const observations = (days: number, yearly: number, start = 10000) =>
    Array.from({ length: Math.floor(days / 5) + 1 }, (_, n) => ({
      day: 5 * n,
      price: Math.round(start * Math.exp((yearly * 5 * n) / 365.25)),
    }));
  it('need a year of five offers, and then give the middle of them', () => {
    const year = [-0.1, -0.2, -0.3, -0.2, -0.2].map((yearly) => ({
      kind: 'gpu' as const,
      observations: observations(500, yearly),
    }));
    const found = measuredFalls(year).gpu;
    expect(found?.offers).toBe(5);
    expect(found?.yearly).toBeCloseTo(1 - Math.exp(-0.2), 2);
    expect(measuredFalls(year.slice(1))).toEqual({});
    expect(measuredFalls(year.map((each) => ({ ...each, observations: observations(300, -0.2) })))).toEqual(
      {},
    );
  });
  it('leave out days on which nothing was for sale', () => {
    const gone = [-0.2, -0.2, -0.2, -0.2, -0.2].map((yearly) => ({
      kind: 'gpu' as const,
      observations: observations(500, yearly).map((look, n) =>
        n % 7 === 3 ? { day: look.day, price: null } : look,
      ),
    }));
    expect(measuredFalls(gone).gpu?.yearly).toBeCloseTo(1 - Math.exp(-0.2), 2);
  });
});

describe('the money of a path', () => {
  const world = growing();
  const steps = [
    { on: LATER, changes: [into('gpu', 'big-card'), into('psu', 'big-supply')] },
    { on: LAST, changes: [into('cpu', 'faster')] },
  ];
  const path = { picks: picksWith(), steps };
  it('adds up to the cent: what is there, paid, back and left, stage by stage', () => {
    const { stages, paid, back } = evaluatePath(world, path);
    expect(stages[0].paid).toBe(62500);
    let left = 80000 - 62500;
    for (const [n, stage] of stages.entries()) {
      if (n > 0) {
        left += [0, 30000, 20000][n];
        const ins = stage.lines
          .filter((line) => line.way === 'in')
          .reduce((sum, line) => sum + (line.then?.minor ?? 0), 0);
        const outs = stage.lines
          .filter((line) => line.way === 'out')
          .reduce((sum, line) => sum + (line.then?.minor ?? 0), 0);
        expect([stage.paid, stage.back]).toEqual([ins, outs]);
        expect(stage.available).toBe(left + outs);
        left += outs - ins;
      }
      expect(stage.left).toBe(left);
    }
    expect(paid).toBe(stages.reduce((sum, stage) => sum + stage.paid, 0));
    expect(back).toBe(stages.reduce((sum, stage) => sum + stage.back, 0));
  });
  it('what is sold does not pay where the brief says so, but is counted all the same', () => {
    const proud = growing({ resale: { feeShare: 0.1, condition: 'B', pays: false, kept: [] } });
    const [plain, other] = [evaluatePath(world, path), evaluatePath(proud, path)];
    expect(other.back).toBe(plain.back);
    expect(other.stages[1].available).toBe(plain.stages[1].available - plain.stages[1].back);
  });
  it('says what is short and from which sum on it could be paid', () => {
    const dear = [{ on: '2027-02-20', changes: [into('gpu', 'big-card'), into('psu', 'big-supply')] }];
    const stage = evaluatePath(world, { picks: picksWith(), steps: dear }).stages[1];
    expect(stage.short).toBeGreaterThan(0);
    expect(stage.paidFrom).toBe(LATER);
    const never = growing({ sums: [] });
    expect(evaluatePath(never, { picks: picksWith(), steps: dear }).stages[1].paidFrom).toBeNull();
  });
  it('spends no money before the day it comes, and says that day', () => {
    const sums = [{ id: 'gift', on: '2027-01-03', amountMinor: 90000, note: '' }];
    const early = growing({ sums });
    const steps = [{ on: '2026-12-06', changes: [into('gpu', 'big-card'), into('psu', 'big-supply')] }];
    const [, stage] = evaluatePath(early, { picks: picksWith(), steps }).stages;
    expect(stage.available).toBeLessThan(90000);
    expect(stage.short).toBeGreaterThan(0);
    expect(stage.paidFrom).toBe('2027-01-03');
    const [, later] = evaluatePath(early, {
      picks: picksWith(),
      steps: [{ ...steps[0], on: '2027-01-03' }],
    }).stages;
    expect(later.short).toBe(0);
    // Two sums in one month: a stage of that month waits for both.
    const both = growing({ sums: [...sums, { id: 'fair', on: '2026-12-20', amountMinor: 1000, note: '' }] });
    expect(both.stages.map(({ on, income }) => [on, income])).toEqual([['2027-01-03', 91000]]);
  });
  it('counts a step in the first fortnight, with its money', () => {
    const soon = growing({ sums: [{ id: 'soon', on: '2026-11-27', amountMinor: 90000, note: '' }] });
    expect(soon.stages.map(({ on, income }) => [on, income])).toEqual([['2026-11-27', 90000]]);
    const steps = [{ on: '2026-11-27', changes: [into('gpu', 'big-card'), into('psu', 'big-supply')] }];
    const report = evaluatePath(soon, { picks: picksWith(), steps });
    expect(report.stages.map(({ on, short }) => [on, short])).toEqual([
      ['2026-11-20', 0],
      ['2026-11-27', 0],
    ]);
    expect(report.stages[1].holding.set.gpu?.id).toBe('big-card');
  });
  it('knows what is put aside each month when it says from when a step could be paid', () => {
    const saving = growing({ sums: [], monthlyMinor: 5000 });
    const steps = [{ on: '2027-02-20', changes: [into('gpu', 'big-card'), into('psu', 'big-supply')] }];
    const [, stage] = evaluatePath(saving, { picks: picksWith(), steps }).stages;
    expect(stage.short).toBeGreaterThan(0);
    const months = Math.ceil(stage.short / 5000);
    expect(stage.paidFrom).toBe(addMonths('2026-11-20', 3 + months));
  });
  it('steps may stand in any order; what lies outside of the horizon does not count', () => {
    const mixed = evaluatePath(world, { ...path, steps: [...steps].reverse() });
    expect(mixed).toEqual(evaluatePath(world, path));
    const late = [...steps, { on: '2031-01-01', changes: [into('memory', 'memory', true)] }];
    expect(evaluatePath(world, { ...path, steps: late }).stages).toHaveLength(3);
  });
  it('names what a rule forces and what is a wish', () => {
    const lines = evaluatePath(world, path).stages[1].lines.filter((line) => line.way === 'in');
    expect(lines.map((line) => [line.part.id, line.forcedBy?.rule ?? null])).toEqual([
      ['big-card', null],
      ['big-supply', 'supply-watts'],
    ]);
  });
  it('becomes things to watch: each part from its day on, at what is counted on, with the most that can be paid', () => {
    const { stages } = evaluatePath(world, path);
    const watches = watchesOf(stages);
    expect(watches.map(({ part: each, from }) => [each.id, from])).toEqual([
      ['big-card', LATER],
      ['big-supply', LATER],
      ['faster', LAST],
    ]);
    for (const { part: each, price, most, from } of watches) {
      expect(price).toBe(world.outlook.priceAt(each, monthOf(world.today, from)));
      expect(most - price).toBe(stages.find((stage) => stage.on === from)?.left);
    }
  });
});

describe('lists of later parts', () => {
  it('leave out what something no dearer beats in every respect, within its group', () => {
    const rows = [
      { id: 'a', price: 10, group: 'x', of: [5, 5] },
      { id: 'b', price: 12, group: 'x', of: [5, 4] },
      { id: 'c', price: 12, group: 'y', of: [5, 4] },
      { id: 'd', price: 20, group: 'x', of: [6, 1] },
    ];
    const kept = unbeaten(rows, (row) => row.price, { group: (row) => [row.group], of: (row) => row.of });
    expect(kept.map((row) => row.id)).toEqual(['a', 'c', 'd']);
  });
  it('are thinned evenly, ends kept', () => {
    expect(thinned([1, 2, 3, 4, 5, 6, 7, 8, 9], 3)).toEqual([1, 5, 9]);
    expect(thinned([1, 2], 3)).toEqual([1, 2]);
  });
  it('hold nothing that is ruled out, has no price, or cannot be rated', () => {
    const excluded = growing({}, { excluded: [{ part: 'big-card', reason: '' }] });
    expect(excluded.lists.gpus.map((gpu) => gpu.id)).not.toContain('big-card');
    const { frameModel } = GROWING;
    const bare = growing(
      {},
      {},
      {
        ...GROWING,
        frameModel: { ...frameModel, gpus: frameModel.gpus.filter((rate) => rate.part !== 'long-card') },
      },
    );
    expect(bare.lists.gpus.map((gpu) => gpu.id)).not.toContain('long-card');
    expect(growthWorld(growingWish()).lists.gpus.map((gpu) => gpu.id)).toContain('big-card');
  });
});
