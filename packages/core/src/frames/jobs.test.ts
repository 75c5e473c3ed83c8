import { describe, expect, it } from 'vitest';
import { checkBuild, decided } from '../compatibility/index.ts';
import { partSetOf, type Brief, type Part, type Picks, type SideJob } from '../parts/index.ts';
import { prepare } from '../search/index.ts';
import { openSession } from '../session/index.ts';
import { BRIEF, CATALOGUE } from '../test/fixtures.ts';
import { finish } from '../work/index.ts';
import { BACKGROUND } from './background.ts';
import { jobFloors, withJobs } from './jobs.ts';
import { nextScreen, onScreen, sideScreens } from './screens.ts';

const doing = (...jobs: SideJob[]): Brief => ({ ...BRIEF, play: { ...BRIEF.play, jobs } });
const STREAM: SideJob = {
  ...{ kind: 'stream', encoder: 'gpu', widthPx: 1920, heightPx: 1080, fps: 60, mbps: 6 },
};

describe('side jobs', () => {
  it('take from a game what they capture: a stream of the reference is the one that runs beside', () => {
    expect(withJobs(BACKGROUND.none, [STREAM])).toEqual(BACKGROUND['stream-gpu']);
    // By hand: 1280 · 720 · 30 is 2/9 of 1920 · 1080 · 60.
    const small = withJobs(BACKGROUND.none, [{ ...STREAM, widthPx: 1280, heightPx: 720, fps: 30 }]);
    expect(small.gpuLn).toBeCloseTo((0.06 * 2) / 9, 12);
    expect(small.cpuLn).toBeCloseTo((0.025 * 2) / 9, 12);
    expect(withJobs(BACKGROUND.voice, [STREAM]).cpuLn).toBeCloseTo(0.015 + 0.025, 12);
  });

  it('ask for the most that one of them asks for', () => {
    expect(jobFloors([])).toEqual({ cores: 0, memoryGb: 0 });
    expect(jobFloors([{ kind: 'office' }, { kind: 'render' }])).toEqual({ cores: 8, memoryGb: 32 });
    expect(jobFloors([{ ...STREAM, encoder: 'cpu' }])).toEqual({ cores: 6, memoryGb: 16 });
  });

  it('keep out processors with too few cores and too little memory, each with its sentence', () => {
    const id = (kind: Part['kind']) => CATALOGUE.parts.find((part) => part.kind === kind)?.id ?? '';
    const picks: Picks = {
      cpu: { part: id('cpu'), offer: null },
      memory: { part: id('memory'), offer: null },
    };
    const rules = (brief: Brief) => {
      const session = openSession(CATALOGUE, brief);
      const { set } = partSetOf(picks, session.priceIndex.parts);
      return checkBuild(decided(set), session.rules)
        .filter(({ verdict }) => verdict === 'block')
        .map(({ rule }) => rule);
    };
    expect(rules(BRIEF)).not.toContain('job-cores');
    expect(rules(doing({ kind: 'render' }))).toContain('job-cores');
    expect(rules(doing({ kind: 'render' }))).toContain('memory-need');
  });
});

describe('screens beside the brief’s own', () => {
  const at = (widthPx: number, heightPx: number) => ({ widthPx, heightPx, refreshHz: 144 });
  it('are the next usual one, the second one in its place, and headsets', () => {
    expect(nextScreen(at(1920, 1080))).toEqual(at(2560, 1440));
    expect(nextScreen(at(2560, 1080))).toEqual(at(2560, 1440));
    expect(nextScreen(at(3840, 2160))).toBeNull();
    const brief = doing({ kind: 'vr', screen: at(3664, 1920) });
    const own = { ...brief, play: { ...brief.play, second: at(3440, 1440) } };
    expect(sideScreens(own)).toEqual([
      { ...at(3440, 1440), why: 'second' },
      { ...at(3664, 1920), why: 'vr' },
    ]);
    expect(onScreen(own, { ...at(640, 480), why: 'next' }).play).toMatchObject({
      widthPx: 640,
      heightPx: 480,
    });
  });

  it('are paid from the same sum where one is bought', () => {
    const price = 5000;
    const withScreen: Brief = {
      ...BRIEF,
      money: {
        ...BRIEF.money,
        besides: [
          { name: 'Screen', priceMinor: price - 500 },
          { name: 'Second fan', priceMinor: 500 },
        ],
      },
    };
    const [plain, screened] = [BRIEF, withScreen].map((brief) => prepare(openSession(CATALOGUE, brief)));
    for (const sum of [60_000, 80_000, 120_000]) {
      const without = finish(plain.solve(sum - price)).answers[0];
      const found = finish(screened.solve(sum)).answers[0];
      expect(found?.score).toBe(without?.score);
      expect(found?.cost).toBe(without ? without.cost + price : undefined);
    }
  });
});
