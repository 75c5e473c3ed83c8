import { combine, uncertaintyOf, type Gradient } from '../frames/index.ts';
import { PRESETS, type BenchRecord, type FrameModel } from '../parts/index.ts';

/**
 * How well one thing is known against the others of its kind: standard deviation of its log rate beside their mean, since
 * a level that all share cancels in every comparison; and how many records in the fit speak of it.
 */
export interface EffectKnowledge {
  readonly id: string;
  readonly sdLn: number;
  readonly records: number;
}

interface Knowledge {
  readonly cpus: readonly EffectKnowledge[];
  readonly gpus: readonly EffectKnowledge[];
  /** The processors' own graphics. */
  readonly integrated: readonly EffectKnowledge[];
  /** Games by the mean over their presets of the larger of both sides' standard deviations. */
  readonly games: readonly EffectKnowledge[];
}

/** What the model knows well and what it hardly knows, each list by falling uncertainty. `used`: records in the fit. */
export function knowledgeOf(model: FrameModel, used: readonly BenchRecord[]): Knowledge {
  const count = (read: (record: BenchRecord) => string | null) => {
    const counts = new Map<string, number>();
    for (const record of used) {
      const id = read(record);
      if (id !== null) counts.set(id, (counts.get(id) ?? 0) + 1);
    }
    return counts;
  };
  const byUncertainty = (list: EffectKnowledge[]) => list.sort((a, b) => b.sdLn - a.sdLn);
  const uncertainty = uncertaintyOf(model);
  const meanOf = (kind: string, list: FrameModel['gpus']): Gradient =>
    new Map(list.map(({ part }) => [`${kind}:${part}`, 1 / list.length]));
  const beside = (name: string, mean: Gradient) =>
    Math.sqrt(
      uncertainty.variance(
        combine([
          [1, new Map([[name, 1]])],
          [-1, mean],
        ]),
      ),
    );
  const rates = (kind: string, list: FrameModel['gpus'], counts: ReadonlyMap<string, number>) => {
    const mean = meanOf(kind, list);
    return byUncertainty(
      list.map(({ part }) => ({
        id: part,
        sdLn: beside(`${kind}:${part}`, mean),
        records: counts.get(part) ?? 0,
      })),
    );
  };
  const [gpus, cpus] = [meanOf('gpu', model.gpus), meanOf('cpu', model.cpus)];
  const ofGames = count((record) => record.game);
  return {
    cpus: rates(
      'cpu',
      model.cpus,
      count((record) => record.cpu),
    ),
    gpus: rates(
      'gpu',
      model.gpus,
      count((record) => record.gpu),
    ),
    integrated: rates(
      'integrated',
      model.integrated,
      count((record) => (record.gpu === null ? record.cpu : null)),
    ),
    games: byUncertainty(
      model.games.map(({ id }) => {
        const sds = PRESETS.map((preset) =>
          Math.max(beside(`gpuTime:${id}:${preset}`, gpus), beside(`cpuTime:${id}:${preset}`, cpus)),
        );
        return { id, sdLn: sds.reduce((a, b) => a + b, 0) / sds.length, records: ofGames.get(id) ?? 0 };
      }),
    ),
  };
}
