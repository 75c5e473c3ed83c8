import type { Bar, FrameWorld, PairingQuestion } from '@ripe-pick/worlds/frames';
import type { BenchRecord } from '@ripe-pick/core/parts';
import { Matrix, solve } from 'ml-matrix';

/* What people do in place of a model: each gives ln of the average that it expects. */

export type Guess = (question: PairingQuestion) => number | null;
const LN_FULL_HD = Math.log(1920 * 1080);
const pixelsLn = (at: { readonly widthPx: number | null; readonly heightPx: number | null }) =>
  Math.log((at.widthPx ?? 1920) * (at.heightPx ?? 1080)) - LN_FULL_HD;
const PRESETS = ['low', 'medium', 'high', 'ultra'];
const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;

/** Least squares of ln fps on what sheets and settings say, and on the game, with a slight ridge where little is known. */
export function linearOnSpecs(world: FrameWorld, bars: readonly Bar[]): Guess {
  const cpus = new Map(world.cpus.map((cpu) => [cpu.id, cpu]));
  const gpus = new Map(world.gpus.map((gpu) => [gpu.id, gpu]));
  const games = world.facts.games.map(({ id }) => id);
  const row = (at: PairingQuestion | BenchRecord) => {
    const [cpu, gpu] = [cpus.get(at.cpu), gpus.get(at.gpu ?? '')];
    return [
      Math.log((cpu?.boostMhz ?? 4500) / 4500),
      Math.log((cpu?.cores ?? 6) / 6),
      Math.log((gpu?.tflops ?? 10) / 10),
      Math.log((gpu?.memoryGbs ?? 300) / 300),
      pixelsLn(at),
      ...PRESETS.map((preset) => Number(at.preset === preset)),
      ...games.map((game) => Number(at.game === game)),
    ];
  };
  const rows = bars.map(({ record }) => row(record));
  const [x, y] = [new Matrix(rows), Matrix.columnVector(bars.map(({ record }) => Math.log(record.average)))];
  const normal = x.transpose().mmul(x);
  for (let i = 0; i < normal.rows; i++) normal.set(i, i, normal.get(i, i) + 0.5);
  const coefficients = solve(normal, x.transpose().mmul(y)).to1DArray();
  return (question) => row(question).reduce((sum, value, k) => sum + value * coefficients[k], 0);
}

/** The slower of the best figure that the card, and that the processor, was ever seen with in that game, scaled by nothing. */
export function slowerOfTwo(_: FrameWorld, bars: readonly Bar[]): Guess {
  const best = (key: 'cpu' | 'gpu') => {
    const out = new Map<string, number>();
    for (const { record } of bars) {
      const name = `${record.game} ${record[key]}`;
      out.set(name, Math.max(out.get(name) ?? 0, record.average));
    }
    return out;
  };
  const [cpus, gpus] = [best('cpu'), best('gpu')];
  return ({ game, cpu, gpu }) => {
    const both = [cpus.get(`${game} ${cpu}`), gpus.get(`${game} ${gpu}`)].filter(
      (each) => each !== undefined,
    );
    return both.length === 0 ? null : Math.log(Math.min(...both));
  };
}

/** The record of the same game that is nearest by what the parts cost and the settings ask. */
export function nearest(world: FrameWorld, bars: readonly Bar[]): Guess {
  const dear = (id: string | null) => Math.log(world.price.get(id ?? '') ?? 100);
  return (question) => {
    const ofGame = bars.filter(({ record }) => record.game === question.game);
    const far = ({ record }: Bar) =>
      Math.abs(dear(record.cpu) - dear(question.cpu)) * 0.5 +
      Math.abs(dear(record.gpu) - dear(question.gpu)) +
      Math.abs(pixelsLn(record) - pixelsLn(question)) +
      0.3 * Math.abs(PRESETS.indexOf(record.preset ?? '') - PRESETS.indexOf(question.preset));
    const sorted = [...ofGame].sort((a, b) => far(a) - far(b)).slice(0, 1);
    return sorted.length === 0 ? null : mean(sorted.map(({ record }) => Math.log(record.average)));
  };
}
