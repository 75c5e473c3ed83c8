import { describe, expect, it } from 'vitest';
import { BOARD, CASE, MEMORY, PROCESSOR } from '../../test/fixtures.ts';
import { GROWING, growing, LATER, picksWith } from '../../test/growth-world.ts';
import type { Catalogue, Part } from '../../parts/index.ts';
import { evaluatePath, searchCacheFor, whyNot, type PartChange } from '../index.ts';
import { firstObstacle } from './obstacle.ts';
import { companionsFor, platformsFrom } from '../search/options.ts';
import { holdingOf, withChanges, joinedKit } from './holding.ts';
import { bestFrom } from '../search/plan.ts';

/* The compatibility rules carried over to later steps. What they say of parts is common practice, no source; their figures are checked in compatibility/. */

const into = (slot: PartChange['slot'], part: string, beside = false): PartChange => ({ slot, part, beside });
const take = (changes: readonly PartChange[], world = growing(), picks = picksWith()) =>
  evaluatePath(world, { picks, steps: [{ on: LATER, changes }] }).stages[1];
const blocked = (changes: readonly PartChange[], world = growing(), picks = picksWith()) =>
  take(changes, world, picks).barriers.map((found) => found.rule);
const withPart = (part: Part): Catalogue => ({
  ...GROWING,
  parts: GROWING.parts.map((each) => (each.id === part.id ? part : each)),
});

describe('a rule holds at a later step as it does today', () => {
  it('watts: a bigger card on the small supply is stopped, with the figure and a mend', () => {
    const { barriers } = take([into('gpu', 'big-card')]);
    expect(barriers.map((found) => found.rule)).toContain('supply-watts');
    const found = barriers.find((each) => each.rule === 'supply-watts');
    expect([found?.actual, Number(found?.limit) > 500]).toEqual([500, true]);
    expect(found?.mend).not.toBe('');
    expect(blocked([into('gpu', 'big-card'), into('psu', 'big-supply')])).toEqual([]);
  });
  it('connectors: a supply with watts enough and one lead too few does not do', () => {
    const world = growing(
      {},
      {},
      withPart({ ...GROWING.parts.find((part) => part.id === 'big-supply'), eightPinConnectors: 1 } as Part),
    );
    expect(blocked([into('gpu', 'big-card'), into('psu', 'big-supply')], world)).toEqual(['card-leads']);
  });
  it('length: a card longer than the case is stopped, and goes with a longer case', () => {
    expect(blocked([into('gpu', 'long-card')])).toEqual(['card-length']);
    expect(blocked([into('gpu', 'long-card'), into('case', 'long-case')])).toEqual([]);
  });
  it('firmware first: the old processor flashes the board, and the step says so; a new board has nothing to flash it with', () => {
    // The board is on level 1, the later processor needs level 2 on it.
    const { barriers, notes } = take([into('cpu', 'faster')]);
    expect(barriers).toEqual([]);
    const warning = notes.find((found) => found.rule === 'firmware');
    expect(warning?.verdict).toBe('warn');
    expect(warning?.mend).toContain('while the old processor still runs');
    const world = growing(
      {},
      {},
      {
        ...GROWING,
        parts: [...GROWING.parts, { ...BOARD, id: 'twin' }],
        offers: [...GROWING.offers, { ...GROWING.offers[1], id: 'twin.near', part: 'twin' }],
      },
    );
    expect(blocked([into('cpu', 'faster'), into('motherboard', 'twin')], world)).toContain('firmware');
  });
  it('a chipset that never learns the processor ends the board', () => {
    const world = growing({}, {}, withPart({ ...BOARD, chipset: 'C9' }));
    expect(blocked([into('cpu', 'faster')], world)).toContain('firmware');
  });
  it('a dead-end socket: the next processor needs its board, and that one its memory', () => {
    expect(blocked([into('cpu', 'next')])).toContain('socket');
    expect(blocked([into('cpu', 'next'), into('motherboard', 'next-board')])).toContain('memory-type');
    expect(
      blocked([
        into('cpu', 'next'),
        into('motherboard', 'next-board'),
        into('memory', 'next-kit'),
        into('cooler', 'cool'),
      ]),
    ).toEqual([]);
  });
  it('a second kit of another type is stopped, one of another rate is told of, the very same passes', () => {
    expect(blocked([into('memory', 'next-kit', true)])).toEqual([
      'memory-type',
      'memory-controller',
      'second-kit',
    ]);
    const slower: Part = { ...MEMORY, id: 'slower', ratedMts: 2666 };
    const world = growing(
      {},
      {},
      {
        ...GROWING,
        parts: [...GROWING.parts, slower],
        offers: [...GROWING.offers, { ...GROWING.offers[2], id: 'slower.near', part: 'slower' }],
      },
    );
    const { barriers, notes } = take([into('memory', 'slower', true)], world);
    expect(barriers).toEqual([]);
    expect(notes.map((found) => found.rule)).toContain('second-kit');
    expect(take([into('memory', 'memory', true)]).barriers).toEqual([]);
  });
  it('slots taken: four sticks do not go where two fit', () => {
    const world = growing({}, {}, withPart({ ...BOARD, memorySlots: 2 }));
    expect(blocked([into('memory', 'memory', true)], world)).toContain('memory-slots');
  });
  it('drive places: a further drive needs a place like the first', () => {
    expect(blocked([into('storage', 'storage', true)])).toContain('drive-places');
  });
  it('the cooler: a processor that draws more than it handles forces another', () => {
    const world = growing(
      {},
      {},
      withPart({ ...GROWING.parts.find((part) => part.id === 'faster'), packagePowerWatts: 119 } as Part),
    );
    const small = { ...world.priceIndex.parts.get('cooler'), heatWatts: 100 } as Part;
    const with2 = growing(
      {},
      {},
      {
        ...world.catalogue,
        parts: world.catalogue.parts.map((part) => (part.id === 'cooler' ? small : part)),
      },
    );
    expect(blocked([into('cpu', 'faster')], with2)).toContain('cooler-heat');
    const holding = withChanges(
      holdingOf(picksWith(), with2.priceIndex.parts),
      [into('cpu', 'faster')],
      with2.priceIndex.parts,
    ).holding;
    const ways = companionsFor(with2, holding, true, with2.context.needs);
    expect(ways).toEqual([[into('cooler', 'cool')]]);
  });
  it('a sheet that is silent is unknown, and stops the step unless the brief takes unknowns', () => {
    const silent = withPart({ ...CASE, id: 'case', maxGpuLengthMm: null });
    const gpu = [into('gpu', 'long-card')];
    expect(blocked(gpu, growing({}, {}, silent))).toContain('card-length');
    const bold = growing({}, { whereToBuy: { ...growing().brief.whereToBuy, allowUnknown: true } }, silent);
    expect(blocked(gpu, bold)).toEqual([]);
  });
  it('a part that the catalogue has lost is named, and the step is not sound', () => {
    const world = growing();
    const report = evaluatePath(world, {
      picks: picksWith(),
      steps: [{ on: LATER, changes: [into('gpu', 'gone')] }],
    });
    expect(report.stages[1].missing).toEqual(['gone']);
    expect(report.isSound).toBe(false);
  });
});

describe('facts of the trade (common practice, no source)', () => {
  it('a drop-in step keeps board and memory', () => {
    const world = growing();
    const step = take([into('cpu', 'faster')], world);
    expect([step.holding.set.motherboard?.id, step.holding.set.memory?.id]).toEqual([
      'motherboard',
      'memory',
    ]);
    expect(step.lines.map((line) => `${line.way} ${line.part.id}`)).toEqual(['in faster', 'out cpu']);
    // And every platform that the search knows for this socket keeps the board.
    for (const platform of platformsFrom(world, holdingOf(picksWith(), world.priceIndex.parts)))
      if (platform.cpu.socket === PROCESSOR.socket) expect(platform.motherboard.id).toBe('motherboard');
  });
  it('a second matched kit doubles memory without loss', () => {
    const both = joinedKit([MEMORY, MEMORY]);
    expect([both.modules, (both.modules ?? 0) * (both.gbPerModule ?? 0)]).toEqual([4, 32]);
    expect([both.ratedMts, both.ratedCl]).toEqual([MEMORY.ratedMts, MEMORY.ratedCl]);
    const { before, after } = take([into('memory', 'memory', true)]);
    expect(after).toBeGreaterThanOrEqual(before ?? Infinity);
  });
  it('unlike kits run at the slower figures of the two', () => {
    const both = joinedKit([
      MEMORY,
      { ...MEMORY, id: 'other', ratedMts: 2666, ratedCl: 19, gbPerModule: 16 },
    ]);
    expect([both.ratedMts, both.ratedCl, (both.modules ?? 0) * (both.gbPerModule ?? 0)]).toEqual([
      2666, 19, 48,
    ]);
  });
  it('a supply sized for the later card removes the supply from the later step', () => {
    const cache = searchCacheFor(growing());
    const slots = (picks: ReturnType<typeof picksWith>) =>
      bestFrom(cache, picks)?.steps.flatMap((step) => step.changes.map((change) => change.part)) ?? [];
    const small = slots(picksWith());
    const large = slots(picksWith({ psu: 'big-supply' }));
    expect(small).toContain('big-card');
    expect(small).toContain('big-supply');
    expect(large).toContain('big-card');
    expect(large).not.toContain('big-supply');
  });
  it('why a build cannot grow another’s way is told by the first rule in the way', () => {
    const world = growing();
    const steps = [{ on: LATER, changes: [into('cpu', 'next')] }];
    const obstacle = firstObstacle(world, { picks: picksWith(), steps });
    expect(obstacle?.barrier.rule).toBe('socket');
    expect(obstacle?.parts.map((part) => part.id)).toEqual(['next']);
    expect(
      firstObstacle(world, {
        picks: picksWith(),
        steps: [{ on: LATER, changes: [into('memory', 'memory', true)] }],
      }),
    ).toBeNull();
  });
  it('a part that the other path has from the first day is a reason too, but not what a new supply or case would mend', () => {
    const world = growing();
    const next = picksWith({ cpu: 'next', motherboard: 'next-board', memory: 'next-kit', cooler: 'cool' });
    const why = whyNot(world, picksWith(), { picks: next, steps: [] });
    expect([why?.barrier.rule, why?.on]).toEqual(['socket', world.today]);
    expect(
      whyNot(world, picksWith(), { picks: picksWith({ gpu: 'big-card', psu: 'big-supply' }), steps: [] }),
    ).toBeNull();
    expect(whyNot(world, picksWith(), { picks: picksWith(), steps: [] })).toBeNull();
  });
});
