import type { Cpu, Gpu } from '../parts/index.ts';
import type { UsableRecord } from './held-back.ts';
import { pixelsName } from '../frames/index.ts';
import { RANDOM_EFFECTS, type RandomEffect } from './layout.ts';
import type { Evaluated, Rows } from './rows.ts';

/*
 * Random effects within a game: what it makes of one part or one architecture, with the drivers of one year, and of so many pixels; what one
 * source sees in it, and one of its charts. Each level is normal around 0 and means nothing in another game. They are not among the effects
 * of the layout: given those, each game's are found by themselves (`levels.ts`).
 */

/** One part, architecture, number of pixels, source or chart in a game. */
interface EffectLevel {
  readonly kind: RandomEffect;
  readonly key: string;
}

/** Those of one game, and the rows that show them. */
export interface GameLevels {
  readonly game: string;
  /** Rows of this game, by their number among all. */
  readonly rows: readonly number[];
  readonly levels: readonly EffectLevel[];
  /** How many of them, from the first, no row holds two of. */
  readonly apart: number;
  /** Of each row in turn, and of each kind: which level it shows. */
  readonly of: Int32Array;
}

const KINDS = RANDOM_EFFECTS.length;

/** Cards of one chip are alike in every game. */
export const chipKey = (gpu: Gpu): string => gpu.chip ?? gpu.id;

/** Which parts are of one kind within: a chip's series stands at the beginning of its name, a processor's with its brand. */
export function architectureKey(part: Cpu | Gpu): string {
  const series = part.kind === 'gpu' && part.chip?.includes(' ') ? part.chip.split(' ')[0] : part.brand;
  return `${series} ${part.pcieGeneration ?? '?'}`;
}

/** The same for a processor's own graphics. */
export const graphicsKey = (cpu: Cpu) => ({
  part: `graphics of ${cpu.id}`,
  architecture: `graphics of ${architectureKey(cpu)}`,
});

const sourceKey = ({ record }: UsableRecord) =>
  record.rig === null ? record.source.name : `rig ${record.rig}`;

/** Which chart of its game a record stands in: what one source published of one setting on one day. */
export const chartKey = (usable: UsableRecord): string =>
  JSON.stringify([
    ...[sourceKey(usable), usable.record.source.on, usable.preset],
    ...[usable.widthPx, usable.heightPx, usable.renderScale],
  ]);

/** Which level of each kind a record shows. */
function keysOf(usable: UsableRecord) {
  const { record, cpu, gpu } = usable;
  const graphics = gpu ? { part: chipKey(gpu), architecture: architectureKey(gpu) } : graphicsKey(cpu);
  return {
    gpuByGame: graphics.part,
    cpuByGame: cpu.id,
    gpuArchitecture: graphics.architecture,
    cpuArchitecture: architectureKey(cpu),
    drift: `${graphics.architecture} ${record.source.on.slice(0, 4)}`,
    pixelsByGame: pixelsName(usable),
    sourceByGame: sourceKey(usable),
    chart: chartKey(usable),
  } satisfies Record<RandomEffect, string>;
}

/** Collects the levels of each game. */
export function levelsOf({ rows, prepared }: Rows): readonly GameLevels[] {
  const keys = prepared.map(({ usable }) => keysOf(usable));
  const games = new Map<string, number[]>();
  rows.forEach(({ game }, r) => games.set(game, [...(games.get(game) ?? []), r]));
  return [...games].map(([game, own]) => {
    const levels: EffectLevel[] = [];
    const index = new Map<string, number>();
    const of = new Int32Array(own.length * KINDS);
    let apart = 0;
    RANDOM_EFFECTS.forEach((kind, k) => {
      own.forEach((r, n) => {
        const key = keys[rows[r].record][kind];
        const name = `${kind} ${key}`;
        let level = index.get(name);
        if (level === undefined) index.set(name, (level = levels.push({ kind, key }) - 1));
        of[n * KINDS + k] = level;
      });
      if (k === 0) apart = levels.length;
    });
    return { game, rows: own, levels, apart, of };
  });
}

/** How a row moves with its level of each kind: through its graphics, through its processor, or as a whole. */
export function showsOf(
  { rows }: Rows,
  { byGraphics, byCpu }: Pick<Evaluated, 'byGraphics' | 'byCpu'>,
  r: number,
): readonly number[] {
  const whole = rows[r].figure === 'average' ? 1 : 0;
  const [graphics, cpu] = [byGraphics[r], byCpu[r]];
  return [whole, graphics, cpu, graphics, cpu, graphics, graphics, whole];
}
