import { describe, expect, it } from 'vitest';
import { BRIEF, CARD, GOOD, SUPPLY } from '../test/fixtures.ts';
import { EFFICIENCY_LEVELS, efficiencyAt, levelOf } from './efficiency.ts';
import { loadOf } from './load.ts';
import { WEEKS_PER_YEAR, workingPoint, yearlyMinor } from './running.ts';
import { goesBy, psuRules } from './supply-rules.ts';

describe('80 PLUS levels (80 PLUS programme, values from memory)', () => {
  it.each([
    [115, 'White', [0.8, 0.8, 0.8]],
    [115, 'Bronze', [0.82, 0.85, 0.82]],
    [115, 'Silver', [0.85, 0.88, 0.85]],
    [115, 'Gold', [0.87, 0.9, 0.87]],
    [115, 'Platinum', [0.9, 0.92, 0.89]],
    [115, 'Titanium', [0.92, 0.94, 0.9]],
    [230, 'Bronze', [0.81, 0.85, 0.81]],
    [230, 'Silver', [0.85, 0.89, 0.85]],
    [230, 'Gold', [0.88, 0.92, 0.88]],
    [230, 'Platinum', [0.9, 0.94, 0.91]],
    [230, 'Titanium', [0.94, 0.96, 0.91]],
  ] as const)('%i V %s at 20, 50 and 100 %%', (mains, level, values) => {
    const points = EFFICIENCY_LEVELS[mains][level] ?? [];
    expect([0.2, 0.5, 1].map((share) => efficiencyAt(points, share))).toEqual(values);
  });
  it('Titanium has a point at 10 % too; the others say nothing below 20 %', () => {
    expect(efficiencyAt(EFFICIENCY_LEVELS[115].Titanium ?? [], 0.1)).toBe(0.9);
    expect(efficiencyAt(EFFICIENCY_LEVELS[115].Gold ?? [], 0.19)).toBeNull();
    expect(efficiencyAt(EFFICIENCY_LEVELS[230].Gold ?? [], 1.01)).toBeNull();
  });
  it('White has no list at 230 V: the one at 115 V stands in, and says so', () => {
    expect(levelOf('White', 230)?.mains).toBe(115);
    expect(levelOf('Gold', 230)?.mains).toBe(230);
    expect(levelOf('none', 230)).toBeNull();
    expect(levelOf(null, 115)).toBeNull();
  });
  it('is best near half load: about 300 W on 650 W (common practice, no source)', () => {
    const points = EFFICIENCY_LEVELS[230].Gold ?? [];
    const at = (watts: number) => efficiencyAt(points, watts / 650) ?? 0;
    for (const watts of [130, 200, 450, 600]) expect(at(300)).toBeGreaterThan(at(watts));
  });
});

describe('running cost', () => {
  it('is kilowatts times hours times tariff: 300 W at 90 %, ten hours a week, 30 cents', () => {
    const wall = 300 / 0.9;
    expect(yearlyMinor(wall, { hoursPerWeek: 10, tariffMinorPerKwh: 30, mains: 230 })).toBe(
      Math.round((wall / 1000) * 10 * (365 / 7) * 30),
    );
    expect(WEEKS_PER_YEAR).toBeCloseTo(52.142857, 6);
  });
  it('reads the working point off the level, and says nothing where there is none', () => {
    const point = workingPoint({ ...SUPPLY, efficiency: 'Gold', ratedWatts: 600 }, 3000, BRIEF.money.running);
    expect(point?.share).toBe(0.5);
    expect(point?.efficiency).toBe(0.92);
    expect(point?.wallWatts).toBeCloseTo(300 / 0.92, 10);
    expect(
      workingPoint({ ...SUPPLY, efficiency: 'none' }, 3000, BRIEF.money.running)?.yearlyMinor,
    ).toBeNull();
    expect(workingPoint({ ...SUPPLY, ratedWatts: null }, 3000, BRIEF.money.running)).toBeNull();
  });
});

describe('rules for the size of a supply, side by side', () => {
  const load = loadOf(GOOD, { ownedDrives: [] })?.deciwatts ?? 0;
  const watts = (planned: typeof CARD | null, factor = 1.5) =>
    Object.fromEntries(psuRules(load, CARD, planned, factor).map((rule) => [rule.kind, rule.watts]));
  it('load times factor, the maker’s figure, half load', () => {
    expect(watts(null)).toEqual({ load: (load * 1.5) / 10, maker: 450, half: load / 5, planned: null });
  });
  it('500 W at peak gives 750 W by times 1.5 (common practice, no source)', () => {
    expect(psuRules(5000, null, null, 1.5)[0].watts).toBe(750);
  });
  it('the planned card counts with its draw and its maker’s figure', () => {
    expect(watts({ ...CARD, boardPowerWatts: 250, recommendedPsuWatts: 300 }).planned).toBe(
      ((load + 1000) * 1.5) / 10,
    );
    expect(watts({ ...CARD, boardPowerWatts: 160, recommendedPsuWatts: 900 }).planned).toBe(900);
  });
  it('says unknown where a figure is missing', () => {
    expect(watts({ ...CARD, boardPowerWatts: null }).planned).toBeNull();
    expect(psuRules(load, { ...CARD, recommendedPsuWatts: null }, null, 1.3)[1].watts).toBeNull();
  });
  it.each([
    ['load', ['load']],
    ['maker', ['maker']],
    ['half', ['half']],
    ['planned', ['planned']],
    ['larger', ['load', 'maker']],
  ] as const)('a brief that goes by “%s” counts %s', (kind, counted) => {
    const all = psuRules(load, CARD, null, 1.3).map((rule) => rule.kind);
    expect(all.filter((each) => goesBy({ kind, factor: 1.3 }, each))).toEqual(counted);
  });
});
