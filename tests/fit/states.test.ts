import { fitModel } from '@ripe-pick/core/fit';
import { assumedState } from '@ripe-pick/core/frames';
import type { BenchRecord, StateEffect } from '@ripe-pick/core/parts';
import { finish } from '@ripe-pick/core/work';
import { describe, expect, it } from 'vitest';
import { normal, randomSource } from '../../packages/demo/src/random.ts';
import { sizeOf } from '../sample.ts';
import { generation, recordOf } from './generations.ts';

/*
 * What is expected of raised parts, on a truth that the code does not know: clocks go up by an even share of 2 to 10 %, one piece in ten hardly
 * at all; most of it reaches the rate, and watts rise with a power of the clock. Chosen for the test; common practice, no source.
 */

const WORLDS = sizeOf(60, 10);
const SLACK = sizeOf(0, 0.05);
const SHEET_WATTS = 65;

/** What raising does to one piece: its part's habit, and its own luck. */
interface RaisedPiece {
  readonly speedLn: number;
  readonly wattsLn: number;
}
type Random = () => number;

const habitOf = (random: Random) => ({
  headroom: 0.02 + 0.08 * random(),
  reach: 0.7 + 0.3 * random(),
  power: 2.2 + 1.2 * random(),
});
function pieceOf({ headroom, reach, power }: ReturnType<typeof habitOf>, random: Random): RaisedPiece {
  const own = random() < 0.1 ? headroom * 0.3 : headroom * (0.75 + 0.5 * random());
  return { speedLn: Math.log(1 + own) * reach, wattsLn: Math.log(1 + own) * power };
}
/** Whether a truth lies in the 80 % interval of a normal distribution. */
const isIn = (truth: number, mean: number, sd: number) => Math.abs(truth - mean) < 1.2816 * sd;

const share = (hits: readonly boolean[]) => hits.filter(Boolean).length / hits.length;
function expectCover(hits: readonly boolean[]): void {
  expect(share(hits)).toBeGreaterThan(0.74 - SLACK);
  expect(share(hits)).toBeLessThan(0.88 + SLACK);
}

describe('80 % intervals of raised processors', () => {
  it('hold 74 to 88 % of pieces, with no record of the part and with some of other pieces', () => {
    const hits: Record<'assumedSpeed' | 'assumedWatts' | 'toldSpeed' | 'toldWatts', boolean[]> = {
      assumedSpeed: [],
      assumedWatts: [],
      toldSpeed: [],
      toldWatts: [],
    };
    for (let seed = 1; seed <= WORLDS; seed++) {
      const world = generation(seed * 131 + 7, 0.3);
      const random = randomSource(seed * 17);
      const below = (n: number) => Math.floor(random() * n);
      const noise = () => normal(random) * 0.02;
      const stock = Array.from({ length: 60 }, (_, n) =>
        recordOf(world, [n % 16, below(18), below(5), below(4)], noise(), `s${n}`),
      );
      const habits = world.cpus.map(() => habitOf(random));
      // Half of the processors were raised by somebody: two pieces each, the fastest card beside them, at the lowest preset.
      const raised = habits.slice(0, 8).flatMap((habit, cpu) =>
        [0, 1].flatMap((n): BenchRecord[] => {
          const piece = pieceOf(habit, random);
          const gpu = world.gpus.reduce(
            (a, b, at) => (b.truth.rateLn > world.gpus[a].truth.rateLn ? at : a),
            0,
          );
          const game = below(5);
          const part = world.cpus[cpu];
          const faster = { ...part, truth: { rateLn: part.truth.rateLn + piece.speedLn } };
          const before = recordOf(world, [cpu, gpu, game, 0], noise(), `b${cpu}-${n}`);
          const average = world.fpsOf(faster, world.gpus[gpu], game, 0) * Math.exp(noise());
          const watts = { cpu: SHEET_WATTS * Math.exp(piece.wattsLn + noise()), gpu: null };
          return [
            { ...before, watts: { cpu: SHEET_WATTS * Math.exp(noise()), gpu: null } },
            { ...before, id: `r${cpu}-${n}`, clocks: 'cpu-raised', average, watts },
          ];
        }),
      );
      const result = finish(
        fitModel({
          parts: world.parts,
          model: world.model,
          records: [...stock, ...raised],
          start: null,
          now: '2026-11-20T00:00:00Z',
        }),
      );
      if (result.status !== 'fitted') throw new Error(result.status);
      const states = new Map((result.model.states ?? []).map((each) => [each.part, each]));
      expect(states.size).toBe(8);
      world.cpus.forEach(({ id }, cpu) => {
        const truth = pieceOf(habits[cpu], random);
        const told: StateEffect = states.get(id) ?? assumedState(id, 'cpu', 'raised');
        const isTold = states.has(id);
        hits[isTold ? 'toldSpeed' : 'assumedSpeed'].push(isIn(truth.speedLn, told.speedLn, told.speedSd));
        hits[isTold ? 'toldWatts' : 'assumedWatts'].push(isIn(truth.wattsLn, told.wattsLn, told.wattsSd));
      });
    }
    for (const each of Object.values(hits)) expectCover(each);
  });
});
