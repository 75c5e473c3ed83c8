import { partOf, type Work } from '../work/index.ts';
import { median, normalQuantile, quantile } from '../stats/index.ts';
import type { BenchRecord, HeldOut } from '../parts/index.ts';
import { fitModel, type FitInput } from './fit.ts';
import { recordJudge } from './held-back.ts';
import { predictor } from './predict.ts';

/** Nominal shares at which the intervals are checked. */
const NOMINAL = [0.5, 0.8, 0.95] as const;
const FOLDS = 5;

/** A fold for a record, from its id alone: the same on every run (FNV-1a, G. Fowler, L. C. Noll, K.-P. Vo). */
function foldOf(id: string, folds: number): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < id.length; i++) hash = Math.imul(hash ^ id.charCodeAt(i), 0x01000193);
  return (hash >>> 0) % folds;
}

export interface ValidateProgress {
  readonly fold: number;
  readonly folds: number;
}

/** How predictions of unseen records turned out. Errors are measured over predicted, in logs. */
export function heldOutOf(
  offs: readonly { readonly ln: number; readonly sd: number }[],
  folds: number,
): HeldOut {
  const sizes = offs.map(({ ln }) => Math.abs(ln));
  const figure = (value: number) => Number(value.toFixed(5));
  return {
    records: offs.length,
    folds,
    medianError: figure(median(sizes)),
    error90: figure(quantile(sizes, 0.9)),
    coverage: NOMINAL.map((nominal) => {
      const z = normalQuantile(0.5 + nominal / 2);
      return {
        nominal,
        actual: figure(offs.filter(({ ln, sd }) => Math.abs(ln) <= z * sd).length / offs.length),
      };
    }),
  };
}

/**
 * Cross-validation: each fifth of the records is predicted by a fit of the other four, which starts where `input.start`
 * is and runs until it converges. Yields between steps; true sent in cancels and gives null, as do fewer than ten
 * usable records.
 */
export function* validate(input: FitInput): Work<ValidateProgress, HeldOut | null> {
  const judge = recordJudge(input.parts, input.model);
  const usable = input.records.filter((record) => 'usable' in judge(record));
  if (usable.length < 10) return null;
  const offs: { ln: number; sd: number }[] = [];
  for (let fold = 0; fold < FOLDS; fold++) {
    const isOut = (record: BenchRecord) => foldOf(record.id, FOLDS) === fold;
    const search = fitModel({ ...input, records: usable.filter((record) => !isOut(record)) });
    const fitted = yield* partOf(search, () => ({ fold, folds: FOLDS }));
    if (fitted.status !== 'fitted') return null;
    const predict = predictor(fitted.model);
    for (const record of usable.filter(isOut)) {
      const judged = judge(record);
      const expected = 'usable' in judged ? predict(judged.usable) : null;
      if (expected) offs.push({ ln: Math.log(record.average) - expected.ln, sd: expected.sd });
    }
  }
  return heldOutOf(offs, FOLDS);
}
