import { briefFileSchema, briefOf, briefSchema, catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import {
  conditionsOf,
  countedTuning,
  countShipped,
  countTuned,
  isTuned,
  ratesFor,
} from '@ripe-pick/core/frames';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import { partSetOf } from '@ripe-pick/core/parts';
import { prepare } from '@ripe-pick/core/search';
import { openSession } from '@ripe-pick/core/session';
import { machineStates, USUAL_PLANS, type TuningAttempt, type TuningLog } from '@ripe-pick/core/tuning';
import { finish } from '@ripe-pick/core/work';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const json = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(json('catalogue.json')));
const brief = briefSchema.parse(briefOf(briefFileSchema.parse(json('brief-league-seat.json')))) as Brief;
const session = openSession(catalogue, brief);
const picks = finish(prepare(session).solve(session.limit)).answers[0].picks as Picks;
const idOf = (slot: keyof Picks) => picks[slot]?.part ?? '';
const partOf = (id: string) => catalogue.parts.find((part) => part.id === id);

/** A stage that was tuned to a setting. */
function done(stage: 'memory' | 'cpu' | 'gpu', start: number, setting: number): TuningLog {
  const plan = { ...USUAL_PLANS[stage], start, step: setting - start || 1, limit: setting };
  const attempt = (purpose: 'step' | 'final', at: number, serial: number): TuningAttempt => ({
    ...{ serial, purpose, setting: at, minutes: 5, beganAt: '2026-11-28T19:00:00Z', outcome: 'held' },
    ...{ celsius: null, volts: null, errors: null, score: null, note: '' },
  });
  return {
    plan,
    attempts: [attempt('step', start, 0), attempt('step', setting, 1), attempt('final', setting, 2)],
  };
}
const bench = { rigs: [], runs: [] };
const statesWith = (logs: readonly TuningLog[]) => {
  const states = machineStates(catalogue, brief, picks, logs, bench);
  return Object.fromEntries(states.map(({ code, expected }) => [code, expected]));
};

describe('the states of a machine', () => {
  it('leave the demo’s own figure alone: the rated profile is what the brief counts', () => {
    const { set } = partSetOf(picks, session.priceIndex.parts);
    const counted = ratesFor(brief, session.catalogue.frameModel)(set);
    expect(statesWith([]).profile).toEqual(counted);
    expect(statesWith([]).tuned).toBeNull();
  });
  it('rank as they must: base rate, then profile, then tuned; tuned intervals are wider', () => {
    const { shipped, profile, tuned } = statesWith([done('cpu', 3800, 4180), done('gpu', 1800, 1980)]);
    expect(shipped?.objective.value).toBeLessThanOrEqual(profile?.objective.value ?? 0);
    const slowest = (each: typeof profile) =>
      [...(each?.games ?? [])].sort((a, b) => a.average - b.average)[0];
    const [before, after] = [slowest(profile), slowest(tuned)];
    const gain = after.average / before.average;
    // Both clocks rise by a tenth: 0.85 of it is what reaches a rate that both sides set.
    expect(gain).toBeGreaterThan(1.05);
    expect(gain).toBeLessThanOrEqual(1.1 ** 0.85 + 1e-6);
    expect(after.sdLn).toBeGreaterThan(before.sdLn);
  });
  it('count nothing for a lower voltage, nor for a card whose shipped clock nobody stated', () => {
    expect(statesWith([done('gpu', 0, 150)]).tuned).toBeNull();
    const plan = { ...done('cpu', 1, 1).plan, way: 'voltage' as const };
    expect(statesWith([{ ...done('cpu', 1, 1), plan }]).tuned).toBeNull();
  });
  it('run a tuned kit as the same kit sold at that rate would', () => {
    const kit = partOf(idOf('memory'));
    if (kit?.kind !== 'memory' || kit.ratedMts === null || kit.ratedCl === null)
      throw new Error('a memory kit');
    const faster = Math.round(kit.ratedMts * 1.1);
    const sold = {
      ...catalogue,
      parts: catalogue.parts.map((part) =>
        part.id === kit.id && part.kind === 'memory'
          ? { ...part, ratedMts: faster, ratedCl: (kit.ratedCl ?? 0) * 1.1 }
          : part.id === idOf('motherboard') && part.kind === 'motherboard'
            ? { ...part, memoryMaxMts: 10_000 }
            : part,
      ),
    };
    const { set } = partSetOf(picks, new Map(sold.parts.map((part) => [part.id, part])));
    const as = ratesFor(brief, catalogue.frameModel)(set);
    const owned = { ...brief, owned: Object.values(picks).map(({ part }) => part) };
    const tuned = openSession(catalogue, { ...owned, tuned: [{ part: kit.id, times: 1.1 }] });
    const own = partSetOf(picks, tuned.priceIndex.parts).set;
    const rates = ratesFor(brief, tuned.catalogue.frameModel)(own);
    if (as.status !== 'known' || rates.status !== 'known') throw new Error('rates are known');
    expect(rates.objective.value).toBeCloseTo(as.objective.value, 6);
  });
});

describe('tuned figures in a brief', () => {
  const tuned = [{ part: idOf('cpu'), times: 1.1 }];
  const { set } = partSetOf(picks, session.priceIndex.parts);
  it('count for the owned piece alone, and are named in its conditions', () => {
    expect(openSession(catalogue, { ...brief, tuned }).catalogue.frameModel).toBe(
      session.catalogue.frameModel,
    );
    const own = { ...brief, tuned, owned: [idOf('cpu')] };
    expect(isTuned(own, set)).toBe(true);
    expect(conditionsOf(own, set).clocks).toBe('this machine’s own');
    expect(conditionsOf(brief, set).clocks).toBe('as shipped');
  });
  it('go in with their pieces as owned, and out for those that are asked, leaving others', () => {
    const gpu = { part: idOf('gpu'), times: 1.05 };
    const both = countTuned(countTuned(brief, tuned), [gpu]);
    expect(countedTuning(both)).toEqual([...tuned, gpu]);
    expect(both.owned).toEqual(expect.arrayContaining([idOf('cpu'), idOf('gpu'), ...brief.owned]));
    expect(countTuned(both, [{ ...gpu, times: 1.1 }]).tuned).toHaveLength(2);
    expect(countedTuning(countShipped(both, [idOf('cpu')]))).toEqual([gpu]);
  });
  it('are put in once, however often a session is opened on a session', () => {
    const own = { ...brief, tuned, owned: [idOf('cpu')] };
    const once = openSession(catalogue, own).catalogue;
    const copied = openSession({ ...once, deals: [] }, own).catalogue;
    expect(copied.frameModel.cpus).toEqual(once.frameModel.cpus);
    expect(openSession(catalogue, own).catalogue).toBe(once);
  });
  it('make the search take the tuned processor that is there where it was as good as the best before', () => {
    const own = { ...brief, owned: [idOf('cpu')] };
    const plain = finish(prepare(openSession(catalogue, own)).solve(session.limit)).answers[0];
    const fast = finish(prepare(openSession(catalogue, { ...own, tuned })).solve(session.limit)).answers[0];
    expect(fast.score).toBeGreaterThanOrEqual(plain.score);
  });
});
