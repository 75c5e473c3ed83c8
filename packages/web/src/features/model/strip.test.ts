import { describe, expect, it } from 'vitest';
import { conditionWords, offWords, sizeWords } from '../../shared/format/runs.ts';
import { stacked } from './strip.ts';

describe('dots on a line', () => {
  it('lie side by side where they can, on top of one another where they would overlap', () => {
    expect(stacked([0, 20, 21, 22, 60], 9).map((dot) => dot.row)).toEqual([0, 0, 1, 2, 0]);
  });
  it('never overlap', () => {
    const xs = Array.from({ length: 80 }, (_, i) => 40 + 30 * Math.sin(i * 7.3));
    const dots = stacked(xs, 9);
    dots.forEach((a, i) =>
      dots.slice(i + 1).forEach((b) => expect(a.row !== b.row || Math.abs(a.x - b.x) >= 9).toBe(true)),
    );
  });
});

describe('conditions in words', () => {
  const RUN = {
    preset: 'high',
    widthPx: 2560,
    heightPx: 1440,
    renderScale: 0.67,
    background: 'stream-gpu',
    state: { profile: false, clocks: 'raised' },
  } as const;
  it('name what sets a pass apart, and nothing that is as usual', () => {
    expect(conditionWords(RUN)).toBe(
      'high, 1440p, upscaled from 67 %, stream by graphics card, profile off, overclocked',
    );
    expect(
      conditionWords({
        ...RUN,
        renderScale: 1,
        background: 'none',
        state: { profile: true, clocks: 'stock' },
      }),
    ).toBe('high, 1440p');
  });
  it('give sizes and differences', () => {
    expect([sizeWords(1920, 1080), sizeWords(1600, 900), sizeWords(null, 1080)]).toEqual([
      '1080p',
      '1600 x 900',
      'size unknown',
    ]);
    expect([offWords(0.88), offWords(1.031), offWords(1.0001)]).toEqual(['−12.0 %', '+3.1 %', '±0 %']);
  });
});
