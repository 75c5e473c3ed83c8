import { partSchema } from '@ripe-pick/contract';
import { assume, ASSUMPTION_RULES } from '@ripe-pick/core/assumptions';
import { worthLookingUp } from '@ripe-pick/core/compare';
import { SLOTS, type Brief, type Catalogue, type Part, type Picks } from '@ripe-pick/core/parts';
import { prepare } from '@ripe-pick/core/search';
import { openSession } from '@ripe-pick/core/session';
import { finish } from '@ripe-pick/core/work';
import { describe, expect, it } from 'vitest';
import { bruteForce, byRank, type BruteBuild } from '../search/brute.ts';
import { atLeast, sampleOf } from '../sample.ts';
import { blankCase } from './blanks.ts';

const reaching = (brief: Brief, reach: Brief['whereToBuy']['assume']): Brief => ({
  ...brief,
  whereToBuy: { ...brief.whereToBuy, assume: reach },
});

function bestOf(catalogue: Catalogue, brief: Brief) {
  const session = openSession(catalogue, brief);
  return finish(prepare(session).solve(session.limit)).answers.at(0) ?? null;
}

const affordable = (catalogue: Catalogue, brief: Brief): BruteBuild[] =>
  bruteForce(catalogue, brief)
    .filter(({ cost }) => cost <= brief.money.budgetMinor + brief.money.allowedOverMinor)
    .sort(byRank);

const figures = (part: Part) => new Map(Object.entries(part));

/** What stands in one catalogue and not in the other, worked out by comparing them. */
function filledIn(stated: Catalogue, filled: Catalogue): string[] {
  return filled.parts.flatMap((part, at) => {
    const before = figures(stated.parts[at]);
    return [...figures(part)]
      .filter(([figure, value]) => value !== null && (before.get(figure) ?? null) === null)
      .map(([figure]) => `${part.id}.${figure}`);
  });
}

describe('assumed figures', () => {
  it('are listed one by one, touch nothing that is stated, and leave nothing to assume behind', () => {
    for (let seed = 1; seed <= sampleOf(200); seed++) {
      const { catalogue } = blankCase(seed, 0.5);
      for (const reach of ['usual', 'all'] as const) {
        const assumed = assume(catalogue, reach);
        const listed = [...assumed.byPart.values()].flat().map(({ part, figure }) => `${part}.${figure}`);
        expect(listed.sort()).toEqual(filledIn(catalogue, assumed.catalogue).sort());
        for (const [at, part] of catalogue.parts.entries())
          for (const [figure, value] of figures(part))
            if (value !== null) expect(figures(assumed.catalogue.parts[at]).get(figure)).toEqual(value);
        expect(assume(assumed.catalogue, reach).byPart.size).toBe(0);
      }
    }
  });
  it('stay away when the brief wants none: the very catalogue, and the answer of brute force over it', () => {
    // At seed 140 the best set has no card, on a board whose slot for one is not stated: that was once overlooked.
    for (const seed of [...Array.from({ length: sampleOf(200) }, (_, n) => n + 1), 140]) {
      const { catalogue, brief } = blankCase(seed, 0.2);
      const none = reaching(brief, 'none');
      expect(openSession(catalogue, none).catalogue).toBe(catalogue);
      const [expected] = affordable(catalogue, none);
      const best = bestOf(catalogue, none);
      expect(best && { score: best.score, cost: best.cost }).toEqual(
        expected ? { score: expected.score, cost: expected.cost } : null,
      );
    }
  });
  it('give an answer whenever there is one with them, the one that brute force finds', () => {
    let silent = 0;
    let answered = 0;
    for (let seed = 1; seed <= sampleOf(200); seed++) {
      const { catalogue, brief } = blankCase(seed, 0.6);
      const { catalogue: filled } = assume(catalogue, 'all');
      const [expected] = affordable(filled, reaching(brief, 'none'));
      const best = bestOf(catalogue, reaching(brief, 'all'));
      expect(best && { score: best.score, cost: best.cost }).toEqual(
        expected ? { score: expected.score, cost: expected.cost } : null,
      );
      if (best) answered++;
      if (best && !bestOf(catalogue, reaching(brief, 'none'))) silent++;
    }
    expect(answered).toBeGreaterThan(atLeast(40));
    expect(silent).toBeGreaterThan(atLeast(40));
  });
  it('each have a rule with a reason and a source, and a figure that its kind of part has', () => {
    for (const rule of ASSUMPTION_RULES) {
      const sheet = partSchema.options.find(({ shape }) => shape.kind.value === rule.kind);
      expect(Object.keys(sheet?.shape ?? {})).toContain(rule.figure);
      expect(rule.reason).toMatch(/\.$/);
      expect(rule.source).not.toBe('');
    }
  });
});

const partsOf = (picks: Picks) => SLOTS.map((slot) => picks[slot]?.part ?? null).join();

/** Every figure that changes the best set, by enumerating all sets with it turned. */
function decisiveByForce(
  catalogue: Catalogue,
  brief: Brief,
): { readonly decisive: string[]; readonly tried: number } {
  const { catalogue: filled, byPart } = assume(catalogue, 'all');
  const plain = reaching(brief, 'none');
  const best = bestOf(filled, plain);
  const inBest = new Set(Object.values(best?.picks ?? {}).map(({ part }) => part));
  const decisive: string[] = [];
  let tried = 0;
  for (const { part, figure, value, worst, best: better } of [...byPart.values()].flat())
    for (const turned of inBest.has(part) ? [worst, better] : [better]) {
      if (JSON.stringify(turned) === JSON.stringify(value)) continue;
      tried++;
      const parts = filled.parts.map((each) =>
        each.id === part ? ({ ...each, [figure]: turned } as Part) : each,
      );
      const builds = affordable({ ...filled, parts }, plain);
      const top = builds.filter(({ score, cost }) => score === builds[0].score && cost === builds[0].cost);
      const isSame = best
        ? top.some(({ picks }) => partsOf(picks) === partsOf(best.picks))
        : builds.length === 0;
      if (!isSame) decisive.push(`${part}.${figure} ${JSON.stringify(turned)}`);
    }
  return { decisive: decisive.sort(), tried };
}

describe('which assumed figure could change the answer', () => {
  it('is what brute force finds by turning each figure by itself', () => {
    let found = 0;
    let tried = 0;
    for (let seed = 1; seed <= sampleOf(60); seed++) {
      const { catalogue, brief } = blankCase(seed, 0.15);
      const byForce = decisiveByForce(catalogue, brief);
      const { found: told, isComplete } = finish(
        worthLookingUp(openSession(catalogue, reaching(brief, 'all'))),
      );
      expect(isComplete).toBe(true);
      expect(
        told
          .map(
            ({ assumption, turnsOut }) =>
              `${assumption.part}.${assumption.figure} ${JSON.stringify(turnsOut)}`,
          )
          .sort(),
      ).toEqual(byForce.decisive);
      found += byForce.decisive.length;
      tried += byForce.tried;
    }
    expect(found).toBeGreaterThan(atLeast(30));
    expect(tried).toBeGreaterThan(found);
  });
});
