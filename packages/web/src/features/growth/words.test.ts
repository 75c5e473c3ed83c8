import { finish } from '@ripe-pick/core/work';
import { readFileSync } from 'node:fs';
import { briefFileSchema, briefOf, catalogueFileSchema, catalogueOf } from '@ripe-pick/contract';
import {
  evaluatePath,
  growthWorld,
  overtaking,
  planGrowth,
  runsFrom,
  whyNot,
  type Alternative,
  type GrowthFlip,
  type Path,
  type Regret,
  type RoomPrice,
} from '@ripe-pick/core/growth';
import { describe, expect, it } from 'vitest';
import type { ToldPath, ToldStage } from '../../workers/growth.worker.ts';
import { pathLine } from '../../shared/format/paths.ts';
import {
  alternativeName,
  buildName,
  flipWords,
  moneyLine,
  regretWords,
  roomWords,
  sameParts,
  verdictOf,
} from './words.ts';

const demo = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../../demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(demo('catalogue.json')));
const brief = briefOf(briefFileSchema.parse(demo('brief-league-seat.json')));
const TODAY = '2026-11-20';
const name = (id: string) => catalogue.parts.find((part) => part.id === id)?.name ?? id;

describe('the choice in words', () => {
  const world = growthWorld({ catalogue, brief, events: [] });
  const plan = finish(planGrowth(world));
  const told = (path: Path): ToldPath => {
    const report = evaluatePath(world, path);
    return {
      picks: path.picks,
      cost: report.stages[0].paid,
      steps: path.steps,
      report,
      runs: runsFrom(report, 30),
    };
  };
  const [best] = plan.answers.map(({ base, steps }) => told({ picks: base.picks, steps }));
  const today = plan.today && told({ picks: plan.today.base.picks, steps: plan.today.steps });
  it('says what to buy, what is given up and gained from when on, and why', () => {
    if (!today) throw new Error('the demo has a best of today');
    const against = {
      overtaking: overtaking(best.report, today.report),
      obstacle: whyNot(world, today.picks, { picks: best.picks, steps: best.steps }),
    };
    const verdict = verdictOf(best, today, against, brief, TODAY, name);
    expect(verdict.head).toContain('Best over 36 months: buy');
    expect(verdict.head).toContain(buildName(best.picks, name));
    expect(verdict.trade).toMatch(
      /fps less until 20 Jul 2027, [\d.]+ more from then on; what it gave up is made up for by 20 \w+ 20\d\d/,
    );
    expect(verdict.trade).toMatch(/€[\d.]+ (less|more) goes out in all\.$/);
    expect(verdict.why).toMatch(
      /cannot go into the best of today: the processor needs socket \S+, the motherboard has \S+\. It has to pay for a motherboard as well/,
    );
  });
  it('says so where the best of today is the best to grow with too', () => {
    const same = verdictOf(best, best, null, brief, TODAY, name);
    expect(same.trade).toBe('It is the best of today too: nothing is given up for later.');
    expect(same.why).toBe('');
  });
  it('names a path by its steps, without what is forced', () => {
    expect(pathLine(best.report.stages, name)).toMatch(/^Jul 2027 .+; May 2028 .+$/);
    expect(pathLine(best.report.stages.slice(0, 1), name)).toBe('left as it is');
    for (const stage of best.report.stages)
      for (const line of stage.lines)
        if (line.forcedBy) expect(pathLine(best.report.stages, name)).not.toContain(line.part.name);
  });
  it('tells builds apart by their parts, not by their offers', () => {
    const gpu = best.picks.gpu;
    expect(sameParts(best.picks, { ...best.picks, gpu: { part: gpu?.part ?? '', offer: null } })).toBe(true);
    const { gpu: _, ...without } = best.picks;
    expect(sameParts(best.picks, without)).toBe(false);
  });
});

describe('money of a stage in words', () => {
  const stage = (change: Partial<ToldStage>) =>
    ({
      available: 40_000,
      paid: 30_000,
      back: 0,
      left: 10_000,
      short: 0,
      paidFrom: null,
      ...change,
    }) as ToldStage;
  it('says what is left, what was sold for it, or from when it can be paid', () => {
    expect(moneyLine(stage({}), 'EUR')).toBe('€300.00 of €400.00; €100.00 left');
    expect(moneyLine(stage({ back: 8000 }), 'EUR')).toContain('€80.00 of it from what is sold');
    expect(moneyLine(stage({ short: 1250, paidFrom: '2028-05-20' }), 'EUR')).toBe(
      '€12.50 short of €400.00; could be paid from 20 May 2028',
    );
    expect(moneyLine(stage({ short: 1250 }), 'EUR')).toContain('no budget before the end pays for it');
  });
});

describe('room and regret in words', () => {
  const part = (id: string) => ({ id, name: id }) as RoomPrice['part'];
  const room: RoomPrice = {
    slot: 'psu',
    part: part('big'),
    instead: part('small'),
    today: 790,
    later: 4900,
    barrier: null,
    on: null,
    valueWithout: 127_000,
  };
  it('say what it costs today and spares later', () => {
    expect(roomWords(room, 'EUR', 128_000, (id) => id)).toBe(
      'Power supply big costs €7.90 more today than small, which would do today. Later steps would cost €49.00 more with that one. The best path with that one: −1.0 fps.',
    );
    expect(roomWords({ ...room, later: 0, valueWithout: null }, 'EUR', 1, (id) => id)).toContain(
      'Later steps cost the same with either.',
    );
  });
  it('say which step would not go without it, and by which figures', () => {
    const barrier = {
      sentence: 'The motherboard feeds 140 W to a processor that draws up to 141 W.',
    } as RoomPrice['barrier'];
    expect(roomWords({ ...room, later: null, barrier, on: '2028-05-20' }, 'EUR', null, (id) => id)).toContain(
      'the step of 20 May 2028 would not go: the motherboard feeds 140 W',
    );
  });
  it('say what is regretted when a sum never comes', () => {
    const regret: Regret = {
      come: 0,
      missing: { on: '2027-07-20', amountMinor: 22_000, note: 'the stall' },
      path: 122_000,
      today: 128_000,
    };
    expect(regretWords(regret, 'EUR')).toBe(
      'If no later budget comes, not even €220 of 20 Jul 2027 (the stall): 122.0 fps against 128.0 for the best of today, 6.0 regretted.',
    );
    expect(regretWords({ ...regret, come: 1, path: 130_000 }, 'EUR')).toContain('still 2.0 ahead');
    expect(regretWords({ ...regret, path: 128_000 }, 'EUR')).toContain('both come out the same');
    expect(regretWords({ ...regret, path: null }, 'EUR')).toContain('not known');
  });
});

describe('flips in words', () => {
  const flip = (lever: GrowthFlip['lever'], now: number, at: number | null, reach = at ?? 0): GrowthFlip => ({
    lever,
    now,
    at,
    reach,
    becomes: null,
  });
  const { id } = brief.growth.sums[0];
  it.each([
    [flip({ kind: 'date', sum: id }, 8, 12), '€220 coming as late as 20 Nov 2027 in place of 20 Jul 2027'],
    [flip({ kind: 'date', sum: id }, 8, 3), '€220 coming as early as 20 Feb 2027 in place of 20 Jul 2027'],
    [flip({ kind: 'amount', sum: id }, 22_000, 19_600), '€196 in place of €220 on 20 Jul 2027'],
    [flip({ kind: 'amount', sum: id }, 22_000, null, 44_000), 'even €440 in place of €220 on 20 Jul 2027'],
    [
      flip({ kind: 'price', part: 'card-a', on: '2027-07-20' }, 21_000, 23_500),
      'card-a at €235 in place of €210 on 20 Jul 2027',
    ],
    [
      flip({ kind: 'fall', of: 'gpu' }, 0.18, 0.31),
      'graphics card prices falling 31 % a year in place of 18 %',
    ],
    [flip({ kind: 'heavier' }, 0.08, null, 0.4), 'games growing even 40 % heavier a year in place of 8 %'],
    [flip({ kind: 'discount' }, 0.1, 0.3), 'frames a year later counting 30 % less in place of 10 %'],
    [flip({ kind: 'horizon' }, 36, 12), 'looking 12 months ahead in place of 36'],
  ])('%#', (each, words) => {
    expect(flipWords(each, brief, TODAY, (id) => id)).toBe(words);
  });
});

describe('what else a step may do, in words', () => {
  const of = (parts: readonly { id: string; kind: string }[], beside = false) =>
    ({
      changes: parts.map((part) => ({ slot: part.kind, part: part.id, beside })),
      parts,
    }) as unknown as Alternative;
  it('names the parts, a kit beside the first as the second', () => {
    expect(alternativeName(of([]), (id) => id)).toBe('Nothing: leave this step out');
    expect(
      alternativeName(
        of([
          { id: 'gpu', kind: 'gpu' },
          { id: 'chip', kind: 'cpu' },
        ]),
        (id) => id,
      ),
    ).toBe('gpu + chip');
    expect(alternativeName(of([{ id: 'kit', kind: 'memory' }], true), (id) => id)).toBe('second kit');
  });
});
