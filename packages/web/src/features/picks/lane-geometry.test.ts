import type { Trade } from '@ripe-pick/core/swaps';
import { describe, expect, it } from 'vitest';
import {
  guidesOf,
  isShown,
  kindOf,
  moneyWindows,
  nearest,
  pictureOf,
  readableMarks,
  moneyReach,
  xOf,
  yOf,
  type LaneFrame,
} from './lane-geometry.ts';

const FRAME: LaneFrame = { width: 600, height: 60, window: 16000, centre: 0, reach: 20000 };
const trade = (change: Partial<Trade>): Trade => ({
  slot: 'gpu',
  part: null,
  offer: null,
  isCurrent: false,
  isOwned: false,
  money: 0,
  score: 0,
  gain: 0,
  barrier: null,
  isDominated: false,
  keepFor: null,
  ...change,
});

describe('a lane that was moved along the money', () => {
  const moved: LaneFrame = { ...FRAME, centre: 10000 };
  it('has the new middle in its middle, and the current pick left of it', () => {
    expect(xOf(10000, moved)).toBe(300);
    expect(xOf(0, moved)).toBeLessThan(300);
    expect([isShown(26000, moved), isShown(26001, moved), isShown(-6001, moved)]).toEqual([
      true,
      false,
      false,
    ]);
  });
  it('counts what lies beyond either end', () => {
    const picture = pictureOf(
      [trade({ money: -7000 }), trade({ money: 20000 }), trade({ money: 30000 })],
      moved,
    );
    expect([picture.cheaper, picture.dots.length, picture.dearer]).toEqual([1, 1, 1]);
  });
});

describe('labels of the money axis', () => {
  const marks = [-15000, -10000, -5000, 5000, 10000, 15000];
  it('are all there where they have room', () => {
    expect(readableMarks(marks, FRAME, 60)).toEqual(marks);
  });
  it('leave out every other one, or more, where they have not, alike on both sides', () => {
    expect(readableMarks(marks, FRAME, 100)).toEqual([-10000, 10000]);
    expect(readableMarks(marks, FRAME, 250)).toEqual([-15000, 15000]);
    expect(readableMarks([-10000, 10000], FRAME, 100)).toEqual([-10000, 10000]);
    expect(readableMarks([], FRAME, 100)).toEqual([]);
  });
});

describe('a lane', () => {
  it('puts money from left to right with the current pick in the middle', () => {
    expect(xOf(0, FRAME)).toBe(300);
    expect(xOf(-16000, FRAME)).toBeLessThan(xOf(0, FRAME));
    expect(xOf(16000, FRAME)).toBeLessThanOrEqual(600);
    expect(xOf(8000, FRAME) - 300).toBeCloseTo(300 - xOf(-8000, FRAME), 9);
  });
  it('puts gains upward in a straight scale, so that steepness is frames for money, and keeps what lies beyond at the edge', () => {
    expect(yOf(0, FRAME)).toBe(30);
    expect(yOf(5000, FRAME)).toBeLessThan(30);
    expect(30 - yOf(5000, FRAME)).toBeCloseTo((30 - yOf(20000, FRAME)) / 4, 9);
    expect(yOf(90000, FRAME)).toBe(yOf(20000, FRAME));
    expect(yOf(-90000, FRAME)).toBeLessThan(60);
    expect(yOf(null, FRAME)).toBe(30);
  });
  it('tells new, used, owned and barred apart by shape', () => {
    const offer = {
      id: 'o',
      part: 'p',
      shop: 's',
      priceMinor: 1,
      condition: 'used' as const,
      inStock: true,
      seenOn: '2026-11-20',
    };
    expect(kindOf(trade({}))).toBe('fits');
    expect(kindOf(trade({ offer }))).toBe('used');
    expect(kindOf(trade({ isOwned: true }))).toBe('owned');
    expect(kindOf(trade({ offer, barrier: {} as never }))).toBe('barred');
    const shapes = (['fits', 'used', 'owned'] as const).map(
      (kind) =>
        pictureOf([trade(kind === 'used' ? { offer } : { isOwned: kind === 'owned' })], FRAME).paths[kind],
    );
    expect(new Set(shapes).size).toBe(3);
  });
  it('counts what lies beyond its window on either side, and leaves the current pick to its flag', () => {
    const picture = pictureOf(
      [
        trade({ money: -20000 }),
        trade({ money: -100 }),
        trade({ isCurrent: true }),
        trade({ money: 30000 }),
        trade({ money: 40000 }),
      ],
      FRAME,
    );
    expect([picture.cheaper, picture.dots.length, picture.dearer]).toEqual([1, 1, 2]);
  });
  it('takes its reach from what most parts gain, never less than a floor', () => {
    expect(moneyReach([], { window: 16000, centre: 0 }, 2000)).toBe(2000);
    const many = Array.from({ length: 100 }, (_, n) => trade({ gain: (n + 1) * 100 }));
    const reach = moneyReach(many, { window: 16000, centre: 0 }, 2000);
    expect(reach).toBeGreaterThan(8000);
    expect(reach).toBeLessThan(10001);
    expect(moneyReach([trade({ gain: 90000, money: 99999 })], { window: 16000, centre: 0 }, 2000)).toBe(2000);
  });
  it('draws guides at round figures within its reach', () => {
    for (const reach of [3, 18, 250, 69000]) {
      const guides = guidesOf(reach);
      expect(guides.length).toBeGreaterThan(0);
      for (const guide of guides) {
        expect(guide).toBeLessThanOrEqual(reach);
        expect([1, 2, 5]).toContain(Number(guide.toExponential()[0]));
      }
    }
    expect(guidesOf(0)).toEqual([]);
  });
  it('finds the dot nearest to the pointer, and none when all are far', () => {
    const { dots } = pictureOf([trade({ money: 1000 }), trade({ money: 1400 })], FRAME);
    expect(nearest(dots, dots[1].x + 2, dots[1].y)).toBe(dots[1]);
    expect(nearest(dots, 5, 5)).toBeNull();
  });
});

describe('the windows of the money axis', () => {
  it('follow the budget, so that they suit yen as they suit euro', () => {
    expect(moneyWindows(64000)).toEqual([2600, 5100, 10000, 16000, 32000, 64000, 130000]);
    expect(moneyWindows(110000)).toContain(110000);
  });

  it('rise and are never nothing, also without a budget', () => {
    const windows = moneyWindows(0);
    expect(windows[0]).toBeGreaterThan(0);
    expect([...windows].sort((a, b) => a - b)).toEqual(windows);
  });
});
