import { describe, expect, it } from 'vitest';
import { checkBuild, decided } from '../compatibility/index.ts';
import { pooled } from '../fit/states.ts';
import { partSetOf, type Brief, type Catalogue, type Part, type Picks } from '../parts/index.ts';
import { openSession } from '../session/index.ts';
import { summaryFor } from '../swaps/index.ts';
import { BRIEF, CATALOGUE } from '../test/fixtures.ts';
import { conditionsOf } from './conditions.ts';
import { plannedDraw } from './states.ts';

const withCpu = (change: object, catalogue: Catalogue = CATALOGUE): Catalogue => ({
  ...catalogue,
  parts: catalogue.parts.map((part): Part => (part.kind === 'cpu' ? { ...part, ...change } : part)),
});
const counting = (clocks: Brief['play']['clocks']): Brief => ({ ...BRIEF, play: { ...BRIEF.play, clocks } });
const RAISED = counting({ cpu: 'raised', gpu: 'shipped' });
const first = (kind: Part['kind']) => CATALOGUE.parts.find((part) => part.kind === kind)?.id ?? '';
const picks: Picks = Object.fromEntries(
  (['cpu', 'motherboard', 'memory', 'gpu', 'storage', 'case', 'psu'] as const).map((kind) => [
    kind,
    { part: first(kind), offer: null },
  ]),
);
const summed = (catalogue: Catalogue, brief: Brief) =>
  summaryFor(openSession(catalogue, brief)).summarise(picks);

describe('raised clocks that count', () => {
  it('add frames and watts to an unlocked processor, and nothing to a locked one', () => {
    const [locked, unlocked] = [false, true].map((each) => {
      const catalogue = withCpu({ unlocked: each, packagePowerWatts: 65 });
      return { shipped: summed(catalogue, BRIEF), raised: summed(catalogue, RAISED) };
    });
    const score = ({ rates }: typeof locked.shipped) =>
      rates.status === 'known' ? rates.objective.score : null;
    expect(score(locked.raised)).toBe(score(locked.shipped));
    expect(locked.raised.load).toEqual(locked.shipped.load);
    expect(score(unlocked.raised)).toBeGreaterThan(score(unlocked.shipped) ?? Infinity);
    // By hand: 65 W · e^(0.17 + 0.8416 · 0.08) = 65 · 1.2678 = 82.4, planned as 82 W: 17 W more.
    expect((unlocked.raised.load?.deciwatts ?? 0) - (unlocked.shipped.load?.deciwatts ?? 0)).toBe(170);
  });

  it('ask for an unlocked processor on a board that lets it, and for a board and cooler that bear the watts', () => {
    const rulesOf = (catalogue: Catalogue) => {
      const session = openSession(catalogue, RAISED);
      const { set } = partSetOf(picks, session.priceIndex.parts);
      return checkBuild(decided(set), session.rules)
        .filter(({ verdict }) => verdict === 'block')
        .map(({ rule }) => rule);
    };
    expect(rulesOf(withCpu({ unlocked: false }))).toContain('raising-clocks');
    const tight = withCpu({ unlocked: true, packagePowerWatts: 65 });
    const board = (vrmWatts: number): Catalogue => ({
      ...tight,
      parts: tight.parts.map((part): Part =>
        part.kind === 'motherboard' ? { ...part, overclocking: true, vrmWatts } : part,
      ),
    });
    expect(rulesOf(board(82))).not.toContain('power-stage');
    expect(rulesOf(board(81))).toContain('power-stage');
  });

  it('stand among the conditions of the rates', () => {
    const { set } = partSetOf(picks, openSession(withCpu({ unlocked: true }), RAISED).priceIndex.parts);
    expect(conditionsOf(RAISED, set).clocks).toBe('processor raised');
    expect(conditionsOf(BRIEF, set).clocks).toBe('as shipped');
    expect(conditionsOf(counting({ cpu: 'shipped', gpu: 'undervolted' }), set).clocks).toBe(
      'graphics card undervolted',
    );
  });

  it('go by what the model knows of the very part, in place of what is assumed', () => {
    const told = { part: first('cpu'), state: 'raised' as const, speedLn: 0.2, speedSd: 0.01, records: 4 };
    const catalogue = withCpu({ unlocked: true, packagePowerWatts: 100 });
    const known: Catalogue = {
      ...catalogue,
      frameModel: { ...catalogue.frameModel, states: [{ ...told, wattsLn: Math.log(1.5), wattsSd: 0 }] },
    };
    const session = openSession(known, RAISED);
    const rate = (of: Catalogue) => of.frameModel.cpus.find(({ part }) => part === first('cpu'))?.rateLn ?? 0;
    expect(rate(session.catalogue) - rate(known)).toBeCloseTo(0.2, 10);
    expect(session.priceIndex.parts.get(first('cpu'))).toMatchObject({ packagePowerWatts: 150 });
  });
});

describe('watts that are planned', () => {
  it('are enough for four pieces in five', () => {
    // The 0.8 quantile of the standard normal distribution is 0.8416 (any table of it).
    expect(
      plannedDraw({ part: '', state: 'raised', speedLn: 0, speedSd: 0, wattsLn: 0, wattsSd: 1, records: 0 }),
    ).toBeCloseTo(Math.exp(0.8416), 3);
  });
});

describe('readings put together', () => {
  it('are the normal prior and readings by their precision, and keep what differs between pieces', () => {
    // By hand: prior 0.05, of variance 0.0004 half between parts. One reading of 0.10 at slope 1 and sd 0.01: noise and piece 0.0001 + 0.0002.
    // Mean (0.05/0.0002 + 0.10/0.0003) / (1/0.0002 + 1/0.0003) = 0.07; variance 0.00012 of the part and 0.0002 of the piece.
    const { mean, sd } = pooled(0.05, 0.02, [{ off: 0.1, slope: 1, sd: 0.01 }]);
    expect(mean).toBeCloseTo(0.07, 10);
    expect(sd).toBeCloseTo(Math.sqrt(0.00012 + 0.0002), 10);
    expect(pooled(0.05, 0.02, [])).toEqual({ mean: 0.05, sd: 0.02 });
  });
});
