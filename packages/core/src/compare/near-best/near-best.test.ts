import { inverse, Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import {
  comparerFor,
  figureSlopes,
  gradientOf,
  indexModel,
  scenesOf,
  systemOf,
  timeOn,
  uncertaintyOf,
  type SystemRates,
} from '../../frames/index.ts';
import type { Brief, FrameModel, PartSet, Picks } from '../../parts/index.ts';
import { prepare } from '../../search/index.ts';
import { openSession } from '../../session/index.ts';
import { drawsFrom, normalCdf, normalPdf } from '../../stats/index.ts';
import { BRIEF, CARD, CATALOGUE, GOOD, MODEL, OFFERS } from '../../test/fixtures.ts';
import { finish } from '../../work/index.ts';
import { judgeChoice } from './choice.ts';
import { drawFigures, jointFigures } from './joint.ts';
import { marketView, type PriceEvidence } from './market-view.ts';
import { nearBest } from './near-best.ts';

/** Cards of given rates, each with what is not known of it. */
const modelOf = (cards: readonly (readonly [rateLn: number, sdLn: number])[]): FrameModel => ({
  ...MODEL,
  gpus: cards.map(([rateLn, sdLn], n) => ({ part: `card-${n}`, rateLn, sdLn })),
});
const setOf = (n: number): PartSet => ({ ...GOOD, gpu: { ...CARD, id: `card-${n}` } });
const free: Brief = {
  ...BRIEF,
  play: { ...BRIEF.play, objective: { ...BRIEF.play.objective, capAtRefresh: false } },
};
function systemsOf(model: FrameModel): SystemRates[] {
  const index = indexModel(model);
  return model.gpus.map((_, n) => {
    const system = systemOf(setOf(n), index, true);
    if (!('cpu' in system)) throw new Error('the fixture states what a rate needs');
    return system;
  });
}
const judged = (model: FrameModel, evidence: readonly PriceEvidence[] = [], brief = free) => {
  const choice = judgeChoice(brief, model, systemsOf(model), evidence);
  if (!choice) throw new Error('the fixture can be judged');
  return choice;
};

describe('a choice among builds', () => {
  const model = modelOf([
    [0, 0.06],
    [-0.02, 0.03],
  ]);
  const [first, second] = [0, 1].map(setOf);

  it('its chances are those of the normal distribution (two builds, closed form)', () => {
    const { builds } = judged(model);
    const [{ chance }] = comparerFor(free, model)(first, second) ?? [];
    expect(builds[1].matchesFirst).toBeCloseTo(1 - chance, 1);
    expect(Math.abs(builds[0].best - chance)).toBeLessThan(0.02);
    expect(builds[0].best + builds[1].best).toBeCloseTo(1, 9);
  });

  it('its loss is that of the greatest of two normal variables (C. E. Clark, Operations Research 9, 1961; from memory)', () => {
    const { builds, loss } = judged(model);
    const [{ differenceLn, sdLn }] = comparerFor(free, model)(first, second) ?? [];
    const z = differenceLn / sdLn;
    const lossLn = differenceLn * normalCdf(z) + sdLn * normalPdf(z) - differenceLn;
    // The objective is the rate, of which a small part in a hundred is the difference of logarithms.
    expect(Math.abs(loss.mean / (lossLn * builds[0].expected) - 1)).toBeLessThan(0.1);
  });

  it('expects of the first what the model does where nothing else is known', () => {
    const { builds } = judged(model);
    const [system] = systemsOf(model);
    const { scenes } = scenesOf(free, model);
    const { ln } = figureSlopes('average', timeOn(scenes[0], system));
    expect(builds[0].expected).toBeCloseTo(Math.exp(ln), 4);
  });

  it('groups what cannot be told apart, and leaves out what is clearly worse or hardly known and lower', () => {
    const { group, parting } = judged(
      modelOf([
        [0, 0.02],
        [-0.005, 0.02],
        [-0.4, 0.02],
        [-0.15, 0.4],
      ]),
    );
    expect(group).toEqual([0, 1]);
    // What is hardly known may yet be the best: that is what to measure.
    expect(parting).toMatchObject({ build: 3, game: 'game' });
    expect(parting?.gain).toBeGreaterThan(0);
  });

  it('a choice that nothing rivals has nothing to measure', () => {
    const { group, parting, builds, loss } = judged(
      modelOf([
        [0, 0.02],
        [-0.5, 0.02],
      ]),
    );
    expect(group).toEqual([0]);
    expect(parting).toBeNull();
    expect(builds[0].best).toBe(1);
    expect(loss.most).toBe(0);
  });

  it('what the screen cuts off makes no difference: both are the best', () => {
    const slowScreen = { ...BRIEF, play: { ...BRIEF.play, refreshHz: 20 } };
    const { builds, group } = judged(model, [], slowScreen);
    expect(builds.map(({ best }) => best)).toEqual([1, 1]);
    expect(group).toEqual([0, 1]);
    expect(builds[0].interval.low).toBeCloseTo(20, 9);
    expect(builds[0].interval.high).toBeCloseTo(20, 9);
  });
});

describe('joint figures', () => {
  const model = modelOf([
    [0, 0.05],
    [0.1, 0.3],
    [-0.1, 0.2],
  ]);
  const systems = systemsOf(model);
  const evidence: PriceEvidence[] = [
    { gradient: new Map([['gpu:card-1', 1]]), off: -0.2, sd: 0.1 },
    {
      gradient: new Map([
        ['gpu:card-2', 1],
        ['cpu:cpu', -0.5],
      ]),
      off: 0.1,
      sd: 0.05,
    },
  ];

  it('learn from evidence as a normal vector does (ml-matrix)', () => {
    const [plain, told] = [
      jointFigures(free, model, systems, []),
      jointFigures(free, model, systems, evidence),
    ];
    if (!plain || !told) throw new Error('the fixture has figures');
    const { scenes } = scenesOf(free, model);
    const { covariance } = uncertaintyOf(model);
    const gradients = systems.map((system) =>
      gradientOf(scenes[0], system, system.parts, figureSlopes('average', timeOn(scenes[0], system))),
    );
    const shared = new Matrix(gradients.map((a) => evidence.map(({ gradient }) => covariance(a, gradient))));
    const seen = new Matrix(
      evidence.map((a, i) =>
        evidence.map((b, j) => covariance(a.gradient, b.gradient) + (i === j ? a.sd ** 2 : 0)),
      ),
    );
    const gain = shared.mmul(inverse(seen));
    const mean = gain.mmul(Matrix.columnVector(evidence.map(({ off }) => off)));
    const less = gain.mmul(shared.transpose());
    const n = systems.length;
    for (let i = 0; i < n; i++) {
      expect(told.mean[i] - plain.mean[i]).toBeCloseTo(mean.get(i, 0), 10);
      for (let j = 0; j < n; j++)
        expect(plain.covariance[i * n + j] - told.covariance[i * n + j]).toBeCloseTo(less.get(i, j), 10);
    }
  });

  it('their draws have the mean and the covariance that they are drawn from', () => {
    const joint = jointFigures(free, model, systems, evidence);
    if (!joint) throw new Error('the fixture has figures');
    const draws = drawFigures(joint, 20_000, drawsFrom(1));
    const n = systems.length;
    for (let i = 0; i < n; i++) {
      const mean = draws.reduce((sum, draw) => sum + draw[i], 0) / draws.length;
      expect(mean).toBeCloseTo(joint.mean[i], 9);
      for (let j = 0; j < n; j++) {
        const both =
          draws.reduce((sum, draw) => sum + (draw[i] - joint.mean[i]) * (draw[j] - joint.mean[j]), 0) /
          draws.length;
        const scale = Math.sqrt(joint.covariance[i * n + i] * joint.covariance[j * n + j]);
        expect(Math.abs(both - joint.covariance[i * n + j])).toBeLessThan(0.03 * scale);
      }
    }
  });
});

describe('what shops ask', () => {
  // Ten measured cards on a line of exponent 0.8, and one that nobody measured, at the price of a card of rate 0.
  const rates = Array.from({ length: 10 }, (_, n) => 0.1 * n - 0.4);
  const model = modelOf([...rates.map((rate) => [rate, 0.01] as const), [0.3, 0.3]]);
  const priceOf = (rate: number) => 20_000 * Math.exp(rate / 0.8);
  const prices = new Map([...rates, 0].map((rate, n) => [`card-${n}`, priceOf(rate)]));

  it('draws a part that nobody measured to what its price says, and leaves measured ones alone', () => {
    const market = marketView(model, prices);
    const unmeasured = market.get('card-10');
    expect(unmeasured?.off).toBeCloseTo(-0.3, 1);
    const evidence = [...market.values()];
    const [before, after] = [judged(model), judged(model, evidence)];
    const moved = after.builds.map(({ expected }, n) => Math.log(expected / before.builds[n].expected));
    expect(moved[10]).toBeLessThan(-0.1);
    expect(Math.log1p(after.builds[10].byPrices)).toBeCloseTo(moved[10], 6);
    expect(before.builds[10].byPrices).toBe(0);
    for (const each of moved.slice(0, 10)) expect(Math.abs(each)).toBeLessThan(0.01);
    expect(after.builds[10].best).toBeLessThan(before.builds[10].best);
  });

  it('says the same in another currency, and nothing where few parts have a price', () => {
    const pence = new Map([...prices].map(([part, price]) => [part, price * 87]));
    const [one, other] = [prices, pence].map((each) => marketView(model, each).get('card-10'));
    expect(other?.off).toBeCloseTo(one?.off ?? NaN, 9);
    expect(other?.sd).toBeCloseTo(one?.sd ?? NaN, 9);
    expect(marketView(model, new Map([...prices].slice(0, 5)))).toEqual(new Map());
  });
});

describe('the near best of a session', () => {
  const fast = { ...CARD, id: 'fast' };
  const catalogue = {
    ...CATALOGUE,
    parts: [...CATALOGUE.parts, fast],
    offers: [
      ...CATALOGUE.offers,
      ...OFFERS.filter(({ part }) => part === CARD.id).map((offer) => ({
        ...offer,
        id: 'fast-offer',
        part: fast.id,
        priceMinor: offer.priceMinor + 1000,
      })),
    ],
    frameModel: { ...MODEL, gpus: [...MODEL.gpus, { part: fast.id, rateLn: 0.01, sdLn: 0.05 }] },
  };
  const session = openSession(catalogue, free);
  const answers = finish(prepare(session).topK(session.limit, 40, 'pair')).answers;

  it('names the group, how far it lies apart, and the cheapest of it', () => {
    const near = nearBest(session, answers);
    expect(near?.group).toEqual([0, 1]);
    expect(near?.within).toBe(answers[0].score - answers[1].score);
    expect(near?.cheapest).toBe(1);
    expect(near?.mostExpected).toBe(0);
    expect(near?.builds).toHaveLength(answers.length);
  });

  it('says nothing where a rate is missing', () => {
    const open: Picks = {};
    expect(nearBest(session, [{ ...answers[0], picks: open }])).toBeNull();
  });
});
