import { assumedState } from '../frames/index.ts';
import type { BenchRecord, ClockState, FrameModel, Part, StateEffect } from '../parts/index.ts';
import { recordJudge, type UsableRecord } from './held-back.ts';
import { predictor } from './predict.ts';
import { TRUST_NOISE } from './rows.ts';

/*
 * What records say of parts that do not run as shipped: how many times as fast, and how many times the draw. Each part's effect is normal
 * around what is assumed; a record is one piece of it, measured. What is told is for a piece that nobody measured yet.
 */

type ChangedSide = 'cpu' | 'gpu';
type ChangedState = Exclude<ClockState, 'shipped'>;

/** Which part does not run as shipped in a record, and how; null where that is not said of one part alone. */
export function changedPart({
  clocks,
}: Pick<BenchRecord, 'clocks'>): { side: ChangedSide; state: ChangedState } | null {
  if (clocks === 'stock' || clocks === 'raised') return null;
  const [side, state] = clocks.split('-') as [ChangedSide, ChangedState]; // as the schema has them
  return { side, state };
}

/** Share of the assumed variance that lies between pieces of one part; the rest lies between parts. Chosen. */
const BETWEEN_PIECES = 0.5;
/** A rate that a side hardly moves says nothing of it. Chosen. */
const LEAST_SLOPE = 0.15;
/** Standard deviation of a reading of watts, as a logarithm: against the same piece as shipped, and against its sheet. Chosen. */
const WATTS_SD = { paired: 0.04, sheet: 0.1 } as const;

/** One reading: how far it lies from the shipped part, how much of the effect it shows, and its standard deviation. */
interface StateReading {
  readonly off: number;
  readonly slope: number;
  readonly sd: number;
}

/** Normal prior and readings to what is expected of another piece: mean and standard deviation. */
export function pooled(
  mean: number,
  sd: number,
  readings: readonly StateReading[],
): { mean: number; sd: number } {
  const piece = sd * Math.sqrt(BETWEEN_PIECES);
  const between = sd * Math.sqrt(1 - BETWEEN_PIECES);
  if (readings.length === 0 || sd === 0) return { mean, sd };
  let precision = 1 / (between * between);
  let sum = mean * precision;
  for (const { off, slope, sd: noise } of readings) {
    const of = slope / (noise * noise + slope * slope * piece * piece);
    precision += of * slope;
    sum += of * off;
  }
  return { mean: sum / precision, sd: Math.hypot(1 / Math.sqrt(precision), piece) };
}

/** What has to be equal for two records to differ by nothing but the state. */
const conditionsKey = ({
  game,
  preset,
  widthPx,
  heightPx,
  renderScale,
  background,
  cpu,
  gpu,
  memory,
}: BenchRecord) =>
  JSON.stringify([game, preset, widthPx, heightPx, renderScale, background, cpu, gpu, memory]);

const meanOf = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;

/** Usable records as shipped by their conditions, to hold the others against. */
function shippedBy(records: readonly BenchRecord[]): ReadonlyMap<string, readonly BenchRecord[]> {
  const out = new Map<string, BenchRecord[]>();
  for (const record of records)
    if (record.clocks === 'stock' && record.excluded === null) {
      const key = conditionsKey(record);
      out.set(key, [...(out.get(key) ?? []), record]);
    }
  return out;
}

/** A record's watts of a side against the shipped piece, or against its sheet. */
function wattsReading(
  record: BenchRecord,
  side: ChangedSide,
  pairs: readonly BenchRecord[],
  part: Part,
): StateReading[] {
  const watts = record.watts?.[side] ?? null;
  if (watts === null) return [];
  const before = pairs.flatMap((each) => each.watts?.[side] ?? []);
  const sheet =
    part.kind === 'cpu' ? part.packagePowerWatts : part.kind === 'gpu' ? part.boardPowerWatts : null;
  const base = before.length > 0 ? meanOf(before) : sheet;
  if (base === null || base <= 0) return [];
  return [
    { off: Math.log(watts / base), slope: 1, sd: before.length > 0 ? WATTS_SD.paired : WATTS_SD.sheet },
  ];
}

/** Prepared once: a record's rate against the same machine as shipped, else against what the model expects of it. */
function speedReader(model: FrameModel) {
  const expect = predictor(model);
  const noise = model.fit?.noise.average ?? 0.03;
  return (usable: UsableRecord, side: ChangedSide, pairs: readonly BenchRecord[]): StateReading[] => {
    const expected = expect(usable);
    const slope = expected?.slopes[side] ?? 0;
    if (!expected || slope < LEAST_SLOPE) return [];
    const { record } = usable;
    const own = noise * TRUST_NOISE[record.trust];
    const off = (ln: number, sd: number) => [{ off: Math.log(record.average) - ln, slope, sd }];
    if (pairs.length === 0) return off(expected.ln, expected.sd);
    return off(
      meanOf(pairs.map(({ average }) => Math.log(average))),
      Math.hypot(own, own / Math.sqrt(pairs.length)),
    );
  };
}

/** What records say of each part in each state that they show; parts that no record shows are left to what is assumed. */
export function statesOf(
  parts: readonly Part[],
  model: FrameModel,
  records: readonly BenchRecord[],
): readonly StateEffect[] {
  const byId = new Map(parts.map((part) => [part.id, part]));
  const judge = recordJudge(parts, model);
  const shipped = shippedBy(records);
  const read = speedReader(model);
  const seen = new Map<
    string,
    {
      part: Part;
      side: ChangedSide;
      state: ChangedState;
      speed: StateReading[];
      watts: StateReading[];
      n: number;
    }
  >();
  for (const record of records) {
    const changed = changedPart(record);
    const part = changed && byId.get((changed.side === 'cpu' ? record.cpu : record.gpu) ?? '');
    if (!changed || !part) continue;
    const judged = judge({ ...record, clocks: 'stock' });
    if (!('usable' in judged)) continue;
    const pairs = shipped.get(conditionsKey(record)) ?? [];
    const key = `${part.id}|${changed.state}`;
    const known = seen.get(key) ?? { part, ...changed, speed: [], watts: [], n: 0 };
    known.speed.push(...read(judged.usable, changed.side, pairs));
    known.watts.push(...wattsReading(record, changed.side, pairs, part));
    seen.set(key, { ...known, n: known.n + 1 });
  }
  return [...seen.values()].map(({ part, side, state, speed, watts, n }) => {
    const assumed = assumedState(part.id, side, state);
    const faster = pooled(assumed.speedLn, assumed.speedSd, speed);
    const draws = pooled(assumed.wattsLn, assumed.wattsSd, watts);
    const rounded = (value: number) => Number(value.toFixed(5));
    return {
      part: part.id,
      state,
      speedLn: rounded(faster.mean),
      speedSd: rounded(faster.sd),
      wattsLn: rounded(draws.mean),
      wattsSd: rounded(draws.sd),
      records: n,
    };
  });
}
