import { partOf, type Work } from '../work/index.ts';
import { median, normalQuantile, quantile } from '../stats/index.ts';
import type { BenchRecord, FitSummary, HeldOut, HeldOutPart } from '../parts/index.ts';
import { fitModel, type FitInput } from './fit.ts';
import { recordJudge, type UsableRecord } from './held-back.ts';
import { offsetName, type Scatter } from './layout.ts';
import { predictor } from './predict.ts';
import { chartKey, chipKey } from './random-effects.ts';

/*
 * Cross-validation by what hangs together: whole charts, whole parts, whole games are left out, never single bars. A bar beside its chart's
 * others tells what the chart is off by, and a builder has no chart of the system that is not built yet.
 */

/** Nominal shares at which the intervals are checked. */
const NOMINAL = [0.5, 0.8, 0.95] as const;
/** How many charts it counts for that the intervals hold as they are. Chosen. */
const WIDENING_PSEUDO = 4;
/** Fewer usable records than this are not worth to be divided. */
const FEWEST_RECORDS = 10;

/** A number for a text, the same on every run (FNV-1a, G. Fowler, L. C. Noll, K.-P. Vo). */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

export interface ValidateProgress {
  readonly fold: number;
  readonly folds: number;
}

/** One prediction of a record that the fit had not seen: how far off it was, and its standard deviation. */
interface PredictionError {
  readonly ln: number;
  readonly sd: number;
}

const figure = (value: number) => Number(value.toFixed(5));

/** How predictions of unseen records turned out. Errors are measured over predicted, in logs. */
export function heldOutOf(offs: readonly PredictionError[], folds: number): HeldOutPart {
  const sizes = offs.map(({ ln }) => Math.abs(ln));
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

/** By how much intervals have to be wider for four in five to hold: never less than 1, and 1 while few charts tell. */
function wideningOf(offs: readonly PredictionError[], charts: number): number {
  const scores = offs.map(({ ln, sd }) => Math.abs(ln) / sd);
  const found = quantile(scores, 0.8) / normalQuantile(0.9);
  const shrunk = Math.exp((Math.log(Math.max(0.5, found)) * charts) / (charts + WIDENING_PSEUDO));
  return figure(Math.max(1, Math.min(4, shrunk)));
}

/** What is left out together. */
interface LeftOut {
  /** Of a usable record: what it belongs to. */
  readonly keysOf: (usable: UsableRecord) => readonly string[];
  /** Into how many parts at most. */
  readonly folds: number;
}
const SPLITS = {
  charts: { folds: 5, keysOf: (usable) => [`${usable.record.game} ${chartKey(usable)}`] },
  parts: { folds: 3, keysOf: ({ cpu, gpu }) => [gpu ? chipKey(gpu) : `graphics of ${cpu.id}`, cpu.id] },
  games: { folds: 3, keysOf: ({ record }) => [record.game] },
} satisfies Record<string, LeftOut>;
type SplitName = keyof typeof SPLITS;

/** What who measured it adds to a record's doubt: what is known of a source is counted, the rest of it and the chart are not. */
function sourceOf(fit: FitSummary, record: BenchRecord): PredictionError {
  const scatter = (name: Scatter) => fit.estimates[`scatter:${name}`] ?? 0;
  const known = fit.estimates[offsetName(record)];
  const own = known === undefined ? scatter('source') : 0;
  return { ln: known ?? 0, sd: Math.hypot(own, scatter('sourceByGame'), scatter('chart')) };
}

/** Which fold each key falls into: by its hash, so that as many keys as can be are in each. */
function foldsOf(
  keys: ReadonlySet<string>,
  most: number,
): {
  readonly folds: number;
  readonly of: ReadonlyMap<string, number>;
} {
  const sorted = [...keys].sort((a, b) => hashOf(a) - hashOf(b));
  const folds = Math.min(most, sorted.length);
  return { folds, of: new Map(sorted.map((key, n) => [key, n % folds])) };
}

/**
 * Predicts what is left out by fits of the rest, each of which starts where `input.start` is and runs until it converges. Yields between
 * steps; true sent in cancels and gives null, as do fewer than ten usable records, or a single chart.
 */
export function* validate(input: FitInput): Work<ValidateProgress, HeldOut | null> {
  const judge = recordJudge(input.parts, input.model);
  const usable = input.records.flatMap((record) => {
    const judged = judge(record);
    return 'usable' in judged ? [judged.usable] : [];
  });
  if (usable.length < FEWEST_RECORDS) return null;
  const names = Object.keys(SPLITS) as SplitName[];
  const splits = names.map((name) => {
    const { keysOf, folds }: LeftOut = SPLITS[name];
    const keyed = usable.map((each) => ({ each, keys: keysOf(each) }));
    return { name, keyed, ...foldsOf(new Set(keyed.flatMap(({ keys }) => keys)), folds) };
  });
  if (splits.some(({ name, folds }) => name === 'charts' && folds < 2)) return null;
  const all = splits.reduce((sum, { folds }) => sum + (folds < 2 ? 0 : folds), 0);
  const found = new Map<SplitName, HeldOutPart>();
  let widening = 1;
  let done = 0;
  for (const { name, keyed, folds, of } of splits) {
    if (folds < 2) continue;
    const offs: PredictionError[] = [];
    for (let fold = 0; fold < folds; fold++) {
      const isOut = (keys: readonly string[]) => keys.some((key) => of.get(key) === fold);
      const kept = keyed.filter(({ keys }) => !isOut(keys)).map(({ each }) => each.record);
      const search = fitModel({ ...input, records: kept });
      const fitted = yield* partOf(search, () => ({ fold: done, folds: all }));
      if (fitted.status !== 'fitted') return null;
      done++;
      const predict = predictor(fitted.model);
      for (const { each } of keyed.filter(({ keys }) => isOut(keys))) {
        const expected = predict(each);
        const source = sourceOf(fitted.model.fit, each.record);
        if (expected)
          offs.push({
            ln: Math.log(each.record.average) - expected.ln - source.ln,
            sd: Math.hypot(expected.sd, source.sd),
          });
      }
    }
    found.set(name, heldOutOf(offs, folds));
    if (name === 'charts') widening = wideningOf(offs, of.size);
  }
  const charts = found.get('charts');
  if (!charts) return null;
  return { ...charts, widening, parts: found.get('parts') ?? null, games: found.get('games') ?? null };
}
