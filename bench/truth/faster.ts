import { narrowing } from '@ripe-pick/core/fit';
import { comparerFor } from '@ripe-pick/core/frames';
import type { Brief, FrameModel } from '@ripe-pick/core/parts';
import { drawsFrom, seedOf } from '@ripe-pick/core/stats';
import type { FrameWorld } from '@ripe-pick/worlds/frames';
import { rigOf } from './rig.ts';

/** The chance that one of two builds is the faster one, as stated of the likelier one, and whether it is so. */
export interface Match {
  readonly stated: number;
  readonly is: boolean;
}
export interface FasterFigures {
  /** Game by game, as a line-up says it; and over the games of the brief, as the model's page does. */
  readonly byGame: readonly Match[];
  readonly overall: readonly Match[];
}

const PAIRS = 120;
const GAMES = 3;
const SCREEN = { widthPx: 1920, heightPx: 1080 } as const;
/** Builds that differ by more in price are not weighed against each other. */
const PRICE_APART = 0.35;

/** Asks of builds of about the same price which is the faster one. */
export function measureFaster(world: FrameWorld, model: FrameModel): FasterFigures {
  const games = model.games
    .slice(0, GAMES)
    .map(({ id }) => ({ game: id, preset: 'high', weight: 1, target: null }));
  const objective = { goal: 'frames', figure: 'average', mean: 'geometric', capAtRefresh: false };
  const play = { games, ...SCREEN, renderScale: 1, background: 'none', refreshHz: 1000, objective, jobs: [] };
  const brief = { play: { ...play, memoryProfile: true } } as unknown as Brief; // what the objective reads
  const compare = comparerFor(brief, model);
  const draws = drawsFrom(seedOf('faster', world.seed));
  const some = <T>(list: readonly T[]): T => list[Math.floor(draws.uniform() * list.length)];
  const build = () => {
    const [cpu, gpu] = [some(world.cpus), some(world.gpus)];
    const price = (world.price.get(cpu.id) ?? 0) + (world.price.get(gpu.id) ?? 0);
    const truth = games.map(({ game, preset }) =>
      Math.log(world.truth({ game, preset, ...SCREEN, cpu: cpu.id, gpu: gpu.id, latencyNs: 10 }).average),
    );
    return { set: rigOf(cpu, gpu), price, truth, ln: truth.reduce((sum, each) => sum + each, 0) };
  };
  const byGame: Match[] = [];
  const overall: Match[] = [];
  const add = (to: Match[], chance: number, is: boolean) =>
    to.push(chance >= 0.5 ? { stated: chance, is } : { stated: 1 - chance, is: !is });
  while (overall.length < PAIRS) {
    const [a, b] = [build(), build()];
    const isSame = a.set.cpu === b.set.cpu && a.set.gpu === b.set.gpu;
    if (isSame || Math.abs(Math.log(a.price / b.price)) > PRICE_APART) continue;
    const found = compare(a.set, b.set);
    const whole = narrowing(brief, model, a.set, b.set);
    if (!found || !whole) throw new Error('builds of these worlds can be compared');
    found.forEach(({ chance }, n) => add(byGame, chance, a.truth[n] > b.truth[n]));
    add(overall, whole.chance, a.ln > b.ln);
  }
  return { byGame, overall };
}
