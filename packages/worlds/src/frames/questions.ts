import { drawsFrom, seedOf } from '@ripe-pick/core/stats';
import { popularGame, type Bar } from './charts.ts';
import type { FrameWorld, PairingQuestion } from './world.ts';

/** Settings that builders of this market play at. */
const SCREENS = [
  { widthPx: 1920, heightPx: 1080 },
  { widthPx: 2560, heightPx: 1440 },
] as const;
const PRESETS = ['medium', 'high', 'ultra'] as const;

/**
 * Pairings as builders make them, none of them measured in that game: processors and cards of about the same rank, most of them measured
 * somewhere, in games that somebody measured.
 */
export function buildersQuestions(
  world: FrameWorld,
  bars: readonly Bar[],
  count: number,
  seed: number,
): PairingQuestion[] {
  const draws = drawsFrom(seedOf('questions', world.seed, seed));
  const one = <T>(list: readonly T[]): T => list[Math.floor(draws.uniform() * list.length)];
  const seen = new Set(bars.flatMap(({ record }) => [record.cpu, record.gpu ?? '', record.game]));
  const pairs = new Set(bars.map(({ record }) => `${record.cpu} ${record.gpu} ${record.game}`));
  const ranked = <T extends { readonly id: string }>(parts: readonly T[]) =>
    [...parts].sort((a, b) => (world.price.get(a.id) ?? 0) - (world.price.get(b.id) ?? 0));
  const [cpus, gpus] = [ranked(world.cpus), ranked(world.gpus)];
  const out: PairingQuestion[] = [];
  for (let tries = 0; out.length < count && tries < 200 * count; tries++) {
    const rank = draws.uniform();
    const near = (n: number) =>
      Math.max(0, Math.min(n - 1, Math.round((rank + 0.15 * draws.normal()) * (n - 1))));
    const [cpu, gpu] = [cpus[near(cpus.length)], gpus[near(gpus.length)]];
    const isKnown = seen.has(cpu.id) && seen.has(gpu.id);
    if (!isKnown && draws.uniform() < 0.8) continue;
    const game = popularGame(world, draws);
    if (!seen.has(game)) continue;
    if (pairs.has(`${cpu.id} ${gpu.id} ${game}`)) continue;
    out.push({ game, cpu: cpu.id, gpu: gpu.id, preset: one(PRESETS), ...one(SCREENS), latencyNs: 10 });
  }
  return out;
}
