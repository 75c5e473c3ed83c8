import { uncertaintyOf } from '../frames/index.ts';
import { PRESETS, type BenchRecord, type FrameModel } from '../parts/index.ts';

/** How well one thing is known: standard deviation of its log rate, and how many records in the fit speak of it. */
export interface Known {
  readonly id: string;
  readonly sdLn: number;
  readonly records: number;
}

export interface Knowledge {
  readonly processors: readonly Known[];
  readonly cards: readonly Known[];
  /** The processors' own graphics. */
  readonly integrated: readonly Known[];
  /** Games by the mean over their presets of the larger of both sides' standard deviations. */
  readonly games: readonly Known[];
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
  const byUncertainty = (list: Known[]) => list.sort((a, b) => b.sdLn - a.sdLn);
  const rates = (list: FrameModel['cards'], counts: ReadonlyMap<string, number>) =>
    byUncertainty(list.map(({ part, sdLn }) => ({ id: part, sdLn, records: counts.get(part) ?? 0 })));
  const uncertainty = uncertaintyOf(model);
  const sd = (name: string) => Math.sqrt(uncertainty.variance(new Map([[name, 1]])));
  const ofGames = count((record) => record.game);
  return {
    processors: rates(model.processors, count((record) => record.processor)),
    cards: rates(model.cards, count((record) => record.card)),
    integrated: rates(model.integrated, count((record) => (record.card === null ? record.processor : null))),
    games: byUncertainty(
      model.games.map(({ id }) => {
        const sds = PRESETS.map((preset) => Math.max(sd(`work:${id}:${preset}`), sd(`prep:${id}:${preset}`)));
        return { id, sdLn: sds.reduce((a, b) => a + b, 0) / sds.length, records: ofGames.get(id) ?? 0 };
      }),
    ),
  }; // prettier-ignore
}
