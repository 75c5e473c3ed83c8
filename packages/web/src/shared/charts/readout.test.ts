import { describe, expect, it } from 'vitest';
import { nearestPoint, pointByKey } from './readout.ts';

const points = [
  { x: 0, y: 0, words: 'a' },
  { x: 10, y: 0, words: 'b' },
  { x: 10, y: 8, words: 'c' },
];

describe('reading a chart off', () => {
  it('finds the point that is nearest, within reach', () => {
    expect(nearestPoint(points, 8, 1, 20)).toBe(1);
    expect(nearestPoint(points, 10, 7, 20)).toBe(2);
    expect(nearestPoint(points, 60, 60, 20)).toBeNull();
    expect(nearestPoint(points, 9, null, 20)).toBe(2);
    expect(nearestPoint([], 0, 0, 20)).toBeNull();
  });
  it('goes from point to point by keys, ends at both ends, and leaves other keys alone', () => {
    expect(pointByKey('ArrowRight', null, 3)).toBe(0);
    expect(pointByKey('ArrowRight', 2, 3)).toBe(2);
    expect(pointByKey('ArrowUp', 1, 3)).toBe(0);
    expect(pointByKey('ArrowLeft', null, 3)).toBe(2);
    expect([pointByKey('Home', 2, 3), pointByKey('End', 0, 3)]).toEqual([0, 2]);
    expect(pointByKey('Escape', 1, 3)).toBeNull();
    // Escape closes what is around the chart when nothing is read off.
    expect(pointByKey('Escape', null, 3)).toBeUndefined();
    expect(pointByKey('Tab', 1, 3)).toBeUndefined();
    expect(pointByKey('End', null, 0)).toBeUndefined();
  });
});
