import type { FrameModel } from '../parts/index.ts';
import { unpackFloats } from '../stats/index.ts';
import { wideningOf, type Scene } from './scene.ts';
import { effectName, sensitivitiesOf, slopeIn, type SystemParts } from './sensitivity.ts';
import type { RateSlopes } from './slopes.ts';
import type { SystemRates } from './system.ts';

/**
 * How something moves with each effect, by name. A name that begins with `~` is a deviation of its own, with a standard deviation of 1, that no
 * other effect has to do with.
 */
export type Gradient = ReadonlyMap<string, number>;

/** What is known of how sure the effects are. */
export interface Uncertainty {
  /** Variance of a figure with this gradient. Effects that are not in the model count as certain. */
  variance(gradient: Gradient): number;
  /** Covariance of two figures. */
  covariance(a: Gradient, b: Gradient): number;
  /** Covariances of many figures: a full symmetric matrix by rows. */
  matrix(gradients: readonly Gradient[]): Float64Array;
}

const known = new WeakMap<object, Uncertainty>();

/** The covariance of a fitted model; for effects given as data, the parts' standard deviations, taken as independent. */
export function uncertaintyOf(model: FrameModel): Uncertainty {
  // A model with other games, as in years to come, has the same fit.
  const key = model.tunedSds ?? model.fit ?? model;
  let found = known.get(key);
  if (!found) {
    found = model.fit ? (fitted(model.fit) ?? given(model)) : given(model);
    found = scaled(found, wideningOf(model));
    // Standard deviations given as data hold the tuned share already.
    if (model.fit && model.tunedSds) found = widened(found, model.tunedSds);
    known.set(key, found);
  }
  return found;
}

const scaled = (base: Uncertainty, by: number): Uncertainty =>
  by === 1
    ? base
    : {
        covariance: (a, b) => by * by * base.covariance(a, b),
        matrix: (gradients) => base.matrix(gradients).map((value) => by * by * value),
        variance: (gradient) => by * by * base.variance(gradient),
      };

/** What is known, with further independent deviations of some effects. */
function widened(base: Uncertainty, sds: Readonly<Record<string, number>>): Uncertainty {
  const added = (a: Gradient, b: Gradient) =>
    Object.entries(sds).reduce(
      (sum, [name, sd]) => sum + (a.get(name) ?? 0) * (b.get(name) ?? 0) * sd * sd,
      0,
    );
  return {
    covariance: (a, b) => base.covariance(a, b) + added(a, b),
    matrix: (gradients) => {
      const n = gradients.length;
      return base
        .matrix(gradients)
        .map((value, k) => value + added(gradients[Math.floor(k / n)], gradients[k % n]));
    },
    variance: (gradient) => base.variance(gradient) + added(gradient, gradient),
  };
}

function fitted(fit: NonNullable<FrameModel['fit']>): Uncertainty | null {
  const packed = unpackFloats(fit.covariance);
  const n = fit.parameters.length;
  if (!packed || packed.length !== (n * (n + 1)) / 2) return null;
  const index = new Map(fit.parameters.map((name, i) => [name, i]));
  const at = (i: number, j: number) =>
    i >= j ? packed[(i * (i + 1)) / 2 + j] : packed[(j * (j + 1)) / 2 + i];
  return uncertainty((gradient) => {
    const out: [number, number][] = [];
    for (const [name, slope] of gradient) {
      const i = index.get(name);
      if (i !== undefined && slope !== 0) out.push([i, slope]);
    }
    return out;
  }, at);
}

function given(model: FrameModel): Uncertainty {
  const sds: number[] = [];
  const index = new Map<string, number>();
  const add = (kind: string, rates: FrameModel['gpus']) => {
    for (const { part, sdLn } of rates) index.set(`${kind}:${part}`, sds.push(sdLn) - 1);
  };
  add('cpu', model.cpus);
  add('gpu', model.gpus);
  add('integrated', model.integrated);
  return uncertainty(
    (gradient) =>
      [...gradient].flatMap(([name, slope]): [number, number][] => {
        const i = index.get(name);
        return i === undefined ? [] : [[i, slope]];
      }),
    (i, j) => (i === j ? sds[i] * sds[i] : 0),
  );
}

function uncertainty(
  entries: (gradient: Gradient) => readonly (readonly [number, number])[],
  at: (i: number, j: number) => number,
): Uncertainty {
  /** A gradient's effects, and its deviations of its own. */
  const read = (gradient: Gradient) => ({
    effects: entries(gradient),
    own: [...gradient].filter(([name]) => name.startsWith('~')),
    gradient,
  });
  type Read = ReturnType<typeof read>;
  const between = (a: Read, b: Read) => {
    let sum = 0;
    for (const [i, x] of a.effects) for (const [j, y] of b.effects) sum += x * y * at(i, j);
    for (const [name, x] of a.own) sum += x * (b.gradient.get(name) ?? 0);
    return sum;
  };
  const covariance = (a: Gradient, b: Gradient) => between(read(a), read(b));
  return {
    covariance,
    // Rounding to 32 bits may leave a variance of almost nothing just below zero.
    variance: (gradient) => Math.max(0, covariance(gradient, gradient)),
    matrix(gradients) {
      const each = gradients.map(read);
      const n = each.length;
      const out = new Float64Array(n * n);
      for (let i = 0; i < n; i++)
        for (let j = 0; j <= i; j++) out[i * n + j] = out[j * n + i] = between(each[i], each[j]);
      return out;
    },
  };
}

/** How ln of a rate moves with every effect. */
export function gradientOf(
  scene: Scene,
  system: Pick<SystemRates, 'cpu' | 'memory' | 'graphics'>,
  parts: SystemParts,
  slopes: RateSlopes,
): Map<string, number> {
  const out = new Map<string, number>();
  for (const each of sensitivitiesOf(scene, system)) {
    const slope = slopeIn(each, slopes);
    add(out, effectName(each.role, scene, parts), slope);
    if (each.role === 'cpu') addInteraction(out, scene, system.cpu.name, slope, 'cpuSd');
    else if (each.role === 'graphics') {
      addInteraction(out, scene, system.graphics.name, slope, 'gpuSd');
      addInteraction(out, scene, scene.pixelsName, slope, 'pixelsSd');
    }
  }
  return out;
}

const add = (out: Map<string, number>, name: string, slope: number) =>
  out.set(name, (out.get(name) ?? 0) + slope);

/** What a game makes of a part: where it was measured there, it leans on other effects. */
function addInteraction(
  out: Map<string, number>,
  { interactions }: Scene,
  rate: string,
  slope: number,
  unmeasured: 'cpuSd' | 'gpuSd' | 'pixelsSd',
): void {
  if (!interactions) return;
  const known = interactions.rates[rate];
  add(out, `~${interactions.game} ${rate}`, slope * (known?.sdLn ?? interactions[unmeasured] ?? 0));
  for (const [name, weight] of Object.entries(known?.leans ?? {})) add(out, name, slope * weight);
}

/** Sum of gradients with factors. */
export function combine(terms: readonly (readonly [number, Gradient])[]): Map<string, number> {
  const out = new Map<string, number>();
  for (const [factor, gradient] of terms)
    for (const [name, slope] of gradient) out.set(name, (out.get(name) ?? 0) + factor * slope);
  return out;
}
