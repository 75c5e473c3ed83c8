import { testList } from '@ripe-pick/core/used';
import { describe, expect, it } from 'vitest';
import { TEST_WORDS } from './words.ts';

describe('the test list', () => {
  const all = testList([
    'cpu',
    'motherboard',
    'memory',
    'gpu',
    'storage',
    'cooler',
    'case',
    'psu',
    'network',
    'os',
    'extras',
  ]);
  it('has words for every step, and no words for steps that are not there', () => {
    expect(all.map((step) => step.code).sort()).toEqual(Object.keys(TEST_WORDS).sort());
  });
  it('warns of opening a supply', () => expect(TEST_WORDS['supply-never-open']).toContain('Never open'));
});
