import { describe, expect, it } from 'vitest';
import { checkBuild, ruleContext } from '../compatibility/index.ts';
import { partSetOf, type Part, type Picks } from '../parts/index.ts';
import { BRIEF, CATALOGUE, GOOD } from '../test/fixtures.ts';
import { assume } from './assume.ts';
import { ESSENTIALS } from './essentials.ts';

const KEPT = ['id', 'kind', 'brand', 'name'];

/** A part of which only the essentials are stated. */
function bare(part: Part): Part {
  const kept = new Set([...KEPT, ...ESSENTIALS[part.kind]]);
  return Object.fromEntries(
    Object.entries(part).map(([figure, value]) => [figure, kept.has(figure) ? value : null]),
  ) as unknown as Part; // the same figures, some of them null
}

describe('the essentials of a part', () => {
  it('are enough, with what is usual, for every rule to have its say about a build', () => {
    const { catalogue } = assume({ ...CATALOGUE, parts: CATALOGUE.parts.map(bare) }, 'usual');
    const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
    const picks = Object.fromEntries(
      Object.entries(GOOD).flatMap(([slot, part]) => (part ? [[slot, { part: part.id, offer: null }]] : [])),
    ) as Picks;
    const { set } = partSetOf(picks, parts);
    const context = ruleContext(BRIEF, parts, CATALOGUE.frameModel);
    const silent = checkBuild({ ...GOOD, ...set }, context).filter(({ verdict }) => verdict === 'unknown');
    expect(silent.map(({ rule }) => rule)).toEqual([]);
  });
  it('are at most seven, and figures that the kind has', () => {
    for (const figures of Object.values(ESSENTIALS)) expect(figures.length).toBeLessThanOrEqual(7);
    const named = Object.entries(GOOD).flatMap(([, part]) => (part ? [part] : []));
    for (const part of named)
      for (const figure of ESSENTIALS[part.kind].filter((each) => !/boostMhz|tflops|memoryGbs/.test(each)))
        expect(Object.keys(part)).toContain(figure);
  });
});
