import {
  averageSlopes,
  effectName,
  linkLnOf,
  OWN_NOISE,
  percentileSlopes,
  ratioSlopes,
  sceneMaker,
  sensitivitiesOf,
  slopeIn,
  slowestSlopes,
  timeOn,
  type RateSlopes,
  type Role,
  type Scene,
  type SceneConditions,
  type SystemRates,
} from '../frames/index.ts';
import { bandwidthGbs, firstWordLatencyNs } from '../frames/index.ts';
import type { FrameModel, RecordLow, Trust } from '../parts/index.ts';
import type { UsableRecord } from './held-back.ts';
import { offsetName, type Layout } from './layout.ts';
import { memoryDoubt } from './memory-told.ts';

/** Factor on a record's noise by how far its source is trusted. Chosen. */
export const TRUST_NOISE: Readonly<Record<Trust, number>> = {
  own: OWN_NOISE,
  good: 1,
  fair: 1.5,
  poor: 3,
};

/** One figure of one record: what the fit compares. */
export interface FigureRow {
  readonly record: number;
  readonly game: string;
  readonly figure: 'average' | 'low';
  readonly observedLn: number;
  /** How much wider than a good record's its noise is; and what is not known of its conditions, as a standard deviation. */
  readonly noise: number;
  readonly doubt: number;
  /** From both sides, and the average's own slopes. */
  readonly slopes: (time: ReturnType<typeof timeOn>, average: RateSlopes) => RateSlopes;
}

/** A record as the model sees it: a scene and a system whose rates are effects. */
export interface ModelRecord {
  readonly usable: UsableRecord;
  readonly scene: number;
  readonly cpu: number;
  readonly graphics: number;
  readonly offset: number;
  readonly memory: SystemRates['memory'];
  readonly linkLn: number;
  readonly roles: Readonly<Record<Role, number>>;
}

export interface Rows {
  readonly rows: readonly FigureRow[];
  readonly prepared: readonly ModelRecord[];
  readonly scenes: readonly { readonly game: string; readonly conditions: SceneConditions }[];
}

const ROLES: readonly Role[] = [
  'gpuTime',
  'cpuTime',
  'resolutionExponent',
  'memorySensitivity',
  'bandwidthExponent',
  'link',
  'cpu',
  'graphics',
  'short.videoMemory',
  'short.memory',
  'short.threads',
  'cpuSpread',
  'gpuSpread',
];

/**
 * A low is compared as its ratio to the average of the same runs: what shifted the whole run shifts both, and would
 * otherwise count twice.
 */
function lowSlopes({ percent, definition }: RecordLow): FigureRow['slopes'] | null {
  const share = percent / 100;
  if (definition === null || !(share > 0 && share < 0.5)) return null;
  return (time, average) =>
    ratioSlopes(
      definition === 'percentile' ? percentileSlopes(time, 1 - share) : slowestSlopes(time, share),
      average,
    );
}

/** The figures of one record: its average, and its low where it says how that is meant. */
function figuresOf(
  { record: { game, average, low, trust }, gpu, memory }: UsableRecord,
  record: number,
): FigureRow[] {
  const plain = { record, game, noise: TRUST_NOISE[trust], doubt: memoryDoubt(memory, gpu === null) };
  const own: FigureRow = {
    ...plain,
    figure: 'average',
    observedLn: Math.log(average),
    slopes: (_, slopes) => slopes,
  };
  const slopes = low && lowSlopes(low);
  return slopes
    ? [own, { ...plain, figure: 'low', observedLn: Math.log(low.fps / average), doubt: 0, slopes }]
    : [own];
}

/** Prepares records: looks their effects up once, and gives each figure a row. */
export function rowsFor(usable: readonly UsableRecord[], model: FrameModel, layout: Layout): Rows {
  const games = new Map(model.games.map((game) => [game.id, game]));
  const make = sceneMaker(model);
  const sceneIndex = new Map<string, number>();
  const scenes: { game: string; conditions: SceneConditions }[] = [];
  const rows: FigureRow[] = [];
  const at = (name: string) => {
    const found = layout.index.get(name);
    if (found === undefined) throw new Error(`rows: no effect is called ${name}; this is our bug`);
    return found;
  };
  const prepared = usable.map((each, n): ModelRecord => {
    const { record, preset, widthPx, heightPx, renderScale, cpu, gpu, memory } = each;
    const conditions = { preset, widthPx, heightPx, renderScale, background: record.background };
    const key = JSON.stringify([record.game, conditions]);
    let scene = sceneIndex.get(key);
    if (scene === undefined)
      sceneIndex.set(key, (scene = scenes.push({ game: record.game, conditions }) - 1));
    const game = games.get(record.game);
    if (!game) throw new Error(`rows: benchmark ${record.id} names no known game; this is our bug`);
    const sample = make(game, conditions);
    const parts = { cpu: cpu.id, gpu: gpu?.id ?? null };
    const roles = Object.fromEntries(
      ROLES.map((role) => [role, at(effectName(role, sample, parts))]),
    ) as ModelRecord['roles']; // one entry for each role
    rows.push(...figuresOf(each, n));
    return {
      usable: each,
      scene,
      cpu: roles.cpu,
      graphics: roles.graphics,
      offset: layout.index.get(offsetName(record)) ?? -1,
      memory: {
        latencyNs: firstWordLatencyNs(memory.mts, memory.cl),
        bandwidthGbs: bandwidthGbs(memory.mts, memory.channels),
        gb: memory.gb,
      },
      linkLn: gpu && record.link ? linkLnOf(gpu, record.link.generation, record.link.lanes) : 0,
      roles,
    };
  });
  return { rows, prepared, scenes };
}

/** The system of a record at a point. */
function systemAt(
  each: ModelRecord,
  theta: ArrayLike<number>,
): Pick<SystemRates, 'cpu' | 'memory' | 'graphics'> {
  const { cpu, gpu } = each.usable;
  const rateLn = theta[each.graphics];
  return {
    cpu: { name: `cpu:${cpu.id}`, rateLn: theta[each.cpu], threads: cpu.threads },
    memory: each.memory,
    graphics: gpu
      ? { kind: 'gpu', name: `gpu:${gpu.id}`, rateLn, videoMemoryGb: gpu.videoMemoryGb, linkLn: each.linkLn }
      : { kind: 'integrated', name: `integrated:${cpu.id}`, rateLn },
  };
}

/** Expected log figures of all rows, and their slopes in the effects: `indices` and `slopes` hold each row's own in turn. */
export interface Evaluated {
  readonly expectedLn: Float64Array;
  readonly indices: readonly Int32Array[];
  readonly slopes: readonly Float64Array[];
  /** Of each row, how it moves with the rate of its graphics, and of its processor. */
  readonly byGraphics: Float64Array;
  readonly byCpu: Float64Array;
}

/** Evaluates all rows at a point; `model` is the model at this point. */
export function evaluate(
  { rows, prepared, scenes }: Rows,
  model: FrameModel,
  theta: ArrayLike<number>,
): Evaluated {
  const games = new Map(model.games.map((game) => [game.id, game]));
  const make = sceneMaker(model);
  const at: Scene[] = scenes.map(({ game, conditions }) => {
    const found = games.get(game);
    if (!found) throw new Error(`rows: the model lost the game ${game}; this is our bug`);
    return make(found, conditions);
  });
  const sides = prepared.map((each) => {
    const system = systemAt(each, theta);
    const scene = at[each.scene];
    const time = timeOn(scene, system);
    return { time, average: averageSlopes(time), sensitivities: sensitivitiesOf(scene, system) };
  });
  const expectedLn = new Float64Array(rows.length);
  const indices: Int32Array[] = [];
  const slopes: Float64Array[] = [];
  const [byGraphics, byCpu] = [new Float64Array(rows.length), new Float64Array(rows.length)];
  rows.forEach((row, r) => {
    const { roles, offset } = prepared[row.record];
    const { time, average, sensitivities } = sides[row.record];
    const by = row.slopes(time, average);
    // What is particular to a source moves averages and lows alike, so it drops out of their ratio.
    const hasOffset = offset >= 0 && row.figure === 'average';
    const count = sensitivities.length + (hasOffset ? 1 : 0);
    const index = new Int32Array(count);
    const slope = new Float64Array(count);
    sensitivities.forEach((each, k) => {
      index[k] = roles[each.role];
      slope[k] = slopeIn(each, by);
      if (each.role === 'graphics') byGraphics[r] = slope[k];
      else if (each.role === 'cpu') byCpu[r] = slope[k];
    });
    if (hasOffset) {
      index[count - 1] = offset;
      slope[count - 1] = 1;
    }
    expectedLn[r] = by.ln + (hasOffset ? theta[offset] : 0);
    indices.push(index);
    slopes.push(slope);
  });
  return { expectedLn, indices, slopes, byGraphics, byCpu };
}
