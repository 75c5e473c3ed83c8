import { seedOf } from '@ripe-pick/core/stats';
import { gtinCheckDigit } from '@ripe-pick/core/parts';
import type { Part } from '@ripe-pick/core/parts';
import { randomSource } from './random.ts';

/**
 * Item numbers and makers’ numbers, made up from the parts’ own ids. The prefix 2 is kept free for numbers inside a company (GS1 General
 * Specifications), so that none can be a real article’s. Some parts have none: lists are like that.
 */
export function withNumbers<P extends { readonly id: string; readonly brand: string }>(
  part: P,
): P & Pick<Part, 'gtin' | 'mpn'> {
  const random = randomSource(seedOf('numbers', part.id));
  random();
  const digits = `2${Array.from({ length: 11 }, () => Math.floor(10 * random())).join('')}`;
  const letters = part.brand
    .replace(/[^A-Za-z]/g, '')
    .slice(0, 3)
    .toUpperCase();
  const number = `${letters}-${1000 + Math.floor(9000 * random())}-${'ABCDEFGHK'[Math.floor(9 * random())]}`;
  return {
    ...part,
    ...(random() < 0.85 ? { gtin: `${digits}${gtinCheckDigit(digits)}` } : {}),
    ...(random() < 0.9 ? { mpn: number } : {}),
  };
}
