import type { ForkTurns, SolvedFork } from '@ripe-pick/core/compare';
import { cents } from '@ripe-pick/core/units';
import { describe, expect, it } from 'vitest';
import { aheadWords, branchName, changesWords, ownWords, turnWords, underBriefWords } from './words.ts';

const answer = (score: number, cost: number) => ({ score, cost: cents(cost), picks: {} });
const UNKNOWN = { status: 'unknown', missing: [], unknownGames: [] } as const;
const BARE = { rates: null, beside: [], own: null, underBrief: null };
const fork = (ahead: number | null, costs: readonly [number, number | null]): SolvedFork => ({
  code: 'card',
  ahead,
  changes: ['gpu', 'psu'],
  branches: [
    { ...BARE, code: 'with', answer: answer(100_000 + (ahead ?? 0), costs[0]) },
    { ...BARE, code: 'without', answer: costs[1] === null ? null : answer(100_000, costs[1]) },
  ],
});

describe('a fork in words', () => {
  it('says who is ahead, by how much, and for how much', () => {
    expect(aheadWords(fork(6500, [62_000, 60_500]), 'EUR', 'fps')).toBe(
      'With a graphics card: 6.5 fps ahead, for €15.00 more.',
    );
    expect(aheadWords(fork(6500, [60_000, 60_000]), 'EUR', 'fps')).toBe(
      'With a graphics card: 6.5 fps ahead, for the same money.',
    );
    expect(aheadWords(fork(0, [60_000, 60_500]), 'EUR', 'fps')).toBe(
      'Equally fast: With a graphics card for €5.00 less.',
    );
    expect(aheadWords(fork(null, [60_000, null]), 'EUR', 'fps')).toBe(
      'With a graphics card only: the other way nothing keeps the brief for this money.',
    );
    expect(changesWords(fork(1, [1, 1]))).toBe('They differ in: graphics card, power supply.');
  });
  it('marks a way with a brief of its own, and holds it against nobody', () => {
    const screen = { widthPx: 2560, heightPx: 1440, refreshHz: 60 };
    const own = { fork: 'card', branch: 'without', screen, costBasis: 'after' } as const;
    expect(ownWords(own)).toBe('on 1440p at 60 Hz, counted: after all rebates');
    const both = fork(null, [60_000, 60_000]);
    const unlike = { ...both.branches[1], own, underBrief: { rates: UNKNOWN, counted: 61_250 } };
    expect(underBriefWords(unlike, 'EUR', 'fps')).toBe(
      'Under the brief its parts: rate unknown, €612.50 counted.',
    );
    expect(underBriefWords(both.branches[0], 'EUR', 'fps')).toBe('');
    expect(aheadWords({ ...both, branches: [both.branches[0], unlike] }, 'EUR', 'fps')).toBe(
      'With a graphics card keeps the brief, the other has one of its own: they are not compared.',
    );
  });
  it('names memory and makers as they are', () => {
    expect(branchName('memory', 'DDR5')).toBe('DDR5');
    expect(branchName('condition', 'new')).toBe('New only');
  });
  it('says where it turns, and what the others would need', () => {
    const turns: ForkTurns = {
      turns: [
        { from: 17_000, best: 'without' },
        { from: 22_000, best: 'with' },
      ],
      spare: { code: 'with', minor: 8_000, next: 'without' },
      needs: [
        { code: 'with', minor: 60_000 },
        { code: 'without', minor: 70_000 },
      ],
      most: 96_000,
      isComplete: true,
    };
    expect(turnWords('card', turns, 64_000, 'EUR')).toEqual([
      'From €170.00 to under €220.00: no graphics card: integrated graphics.',
      'From €220.00 up to €960.00, as far as was searched: with a graphics card.',
      'By price: with a graphics card stays ahead or level while its parts together cost up to €80.00 more; beyond that no graphics card: integrated graphics.',
      'No graphics card: integrated graphics reaches what €640.00 buys for €700.00: €60.00 more.',
    ]);
  });
});
