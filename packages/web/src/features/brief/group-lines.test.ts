import { readFileSync } from 'node:fs';
import { briefFileSchema, briefOf } from '@ripe-pick/contract';
import type { Brief } from '@ripe-pick/core/parts';
import { describe, expect, it } from 'vitest';
import {
  boxLine,
  framesLine,
  jobsLine,
  laterLine,
  ownedLine,
  riskLine,
  spendingLine,
  wishesLine,
} from './group-lines.ts';

const demo = new URL('../../../../demo/files/brief-league-seat.json', import.meta.url);
const brief = briefOf(briefFileSchema.parse(JSON.parse(readFileSync(demo, 'utf8'))));
const words = { part: (id: string) => id.toUpperCase(), shops: ['a', 'b', 'c', 'd', 'e', 'f', 'g'] };
const plain: Brief = {
  ...brief,
  owned: [],
  play: { ...brief.play, background: 'none' },
  growth: { ...brief.growth, sums: [] },
};

describe('a group of the brief in a line', () => {
  it('says how the money may be spent', () => {
    expect(spendingLine(plain, words)).toBe(
      'due at checkout must fit, parts: new and used alike, all 7 shops',
    );
    const changed: Brief = {
      ...plain,
      money: {
        ...plain.money,
        costBasis: 'expected',
        allowedOverMinor: 2000,
        besides: [{ name: 'Screen', priceMinor: 9000 }],
      },
      dates: { ...plain.dates, buyOn: '2026-12-01' },
      whereToBuy: { ...plain.whereToBuy, conditions: ['new'], shopsOut: ['a', 'b', 'gone'] },
    };
    expect(spendingLine(changed, words)).toBe(
      'expected after rebates must fit, €20.00 over is allowed, bought on 1 Dec 2026, parts: new, 5 of 7 shops, Screen from the same budget',
    );
  });
  it('names what is owned, what comes beside games and what comes later', () => {
    expect(ownedLine(plain, words)).toBe('none');
    expect(ownedLine({ ...plain, owned: ['a', 'b'] }, words)).toBe('A, B');
    expect(jobsLine(plain)).toBe('nothing: it is for games alone');
    const jobs: Brief['play']['jobs'] = [{ kind: 'office' }, { kind: 'edit' }];
    expect(jobsLine({ ...plain, play: { ...plain.play, jobs } })).toBe('office work, cutting video');
    expect(laterLine(plain)).toBe('budgets, screens, drives and games to come');
    expect(laterLine(brief)).toMatch(/^€[\d,]+ on \d{1,2} \w+ 20\d\d/);
  });
  it('says which frames count, only what is not as usual beside the objective', () => {
    expect(framesLine(plain)).toBe('geometric mean of averages, capped at 144 Hz');
    const play: Brief['play'] = {
      ...plain.play,
      renderScale: 0.67,
      background: 'voice',
      memoryProfile: false,
      clocks: { cpu: 'raised', gpu: 'undervolted' },
      second: { widthPx: 2560, heightPx: 1440, refreshHz: 165 },
    };
    expect(framesLine({ ...plain, play })).toBe(
      'geometric mean of averages, capped at 144 Hz, rendered at 67 % of each side, voice chat in the background, also on 1440p at 165 Hz, memory at its JEDEC speed, processor raised, graphics card undervolted',
    );
  });
  it('says what it must have, what is reckoned with, and which wishes there are', () => {
    expect(boxLine(plain)).toMatch(/^\d+ GB of memory, \d+ GB of fast storage, .*power supply: /);
    expect(riskLine(plain)).toMatch(
      /^\d+ % of claims sent in, \d+ % of those paid, a reserve for used parts, prices of /,
    );
    const none = wishesLine(
      { ...plain, needs: { ...plain.needs, brands: {}, screens: 1, capacityFloors: false } },
      words,
    );
    expect(none).toMatch(/none$/);
    const needs: Brief['needs'] = { ...plain.needs, screens: 2, maxNoiseDb: 30, brands: { gpu: ['X'] } };
    const wished = wishesLine({ ...plain, needs, planned: { ...plain.planned, gpu: 'card' } }, words);
    expect(wished).toContain('cooler of 30 dB at most, 2 screens, planned: CARD');
    expect(wished).toContain('brands of 1 kind of parts');
  });
});
