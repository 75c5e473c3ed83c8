import { factorise, solveWith } from '@ripe-pick/core/stats';
import {
  GAMES_OWN,
  MACHINE_FAULTS,
  MACHINE_SDS,
  shownBy,
  spoilOf,
  WARM,
  type FrameWorld,
  type MachineFault,
  type SceneRun,
} from '@ripe-pick/worlds/frames';

/*
 * The most that a judge can reach who knows the world's laws: how copies, degrees of faults and each game's way with a fault are drawn, and of
 * parts and games either all, or as much as records tell. What is not known is integrated out by Laplace's approximation.
 */

/** Standard deviations of what is not known of both parts' speeds: in all games, and in each one by itself. */
export interface Unknown {
  readonly cpu: number;
  readonly gpu: number;
  readonly cpuByGame: number;
  readonly gpuByGame: number;
}

const STEP = 1e-3;
const ROUNDS = 6;
const STARTS = [0.2, 0.5, 0.8];
const LN_TAU = Math.log(2 * Math.PI);
/** How many figures of a degree a fault has. */
const DEGREES: Readonly<Record<MachineFault, number>> = {
  ...{ 'memory-profile': 0, 'one-stick': 0, 'slow-slot': 1, 'processor-held': 1, 'card-held': 1 },
  ...{ background: 2, driver: 0 },
};
const clamp = (value: number) => Math.min(1, Math.max(0, value));
const isHeld = (fault: MachineFault) => fault === 'processor-held' || fault === 'card-held';

/** ln density of what drifts, over how warm the faults may be. */
function driftLnDensity(faults: readonly MachineFault[], scenes: readonly SceneRun[]): number {
  const at = (warm: number) =>
    scenes.reduce((sum, { driftLn }) => sum - 0.5 * ((driftLn + warm) / MACHINE_SDS.drift) ** 2, 0);
  const steps = Array.from({ length: 21 }, (_, n) => WARM.low + ((WARM.high - WARM.low) * n) / 20);
  const one = [
    { warm: 0, weight: 1 - WARM.share },
    ...steps.map((warm) => ({ warm, weight: WARM.share / steps.length })),
  ];
  let drawn = [{ warm: 0, weight: 1 }];
  for (const _ of faults.filter(isHeld))
    drawn = drawn.flatMap((a) => one.map((b) => ({ warm: a.warm + b.warm, weight: a.weight * b.weight })));
  const top = Math.max(...drawn.map(({ warm }) => at(warm)));
  return top + Math.log(drawn.reduce((sum, { warm, weight }) => sum + weight * Math.exp(at(warm) - top), 0));
}

/** Something that is open: one figure, or one for each game. Standard normal, or from 0 to 1 with every value as likely. */
interface Open {
  readonly from: number;
  readonly isByGame: boolean;
  readonly isDegree: boolean;
}

/** What is open of a machine under one suspicion: copies, degrees, and what each game makes of it. */
class Suspicion {
  private readonly games: readonly string[];
  private readonly open: Open[] = [];
  private readonly size: number;

  constructor(
    private readonly world: FrameWorld,
    private readonly scenes: readonly SceneRun[],
    private readonly faults: readonly MachineFault[],
    private readonly unknown: Unknown,
  ) {
    this.games = [...new Set(scenes.map(({ game }) => game))];
    let from = 0;
    const add = (isByGame: boolean, isDegree = false) => {
      this.open.push({ from, isByGame, isDegree });
      from += isByGame ? this.games.length : 1;
    };
    for (const isByGame of [false, false, true, true]) add(isByGame);
    for (const fault of faults) {
      for (let n = 0; n < DEGREES[fault]; n++) add(false, true);
      if (fault in GAMES_OWN) add(true);
    }
    this.size = from;
  }

  private spoils(at: Float64Array) {
    const left = this.open.slice(4);
    return this.faults.map((fault) => {
      const [loss, uneven] = left.splice(0, DEGREES[fault]).map(({ from }) => clamp(at[from]));
      const own = fault in GAMES_OWN ? left.shift() : undefined;
      const inGame = (game: string) => (own ? at[own.from + this.games.indexOf(game)] : 0);
      return spoilOf(fault, { loss: loss ?? 0, uneven: uneven ?? 0, warm: 0 }, inGame);
    });
  }

  /** Standard scores of all that was measured but drifts; three for each scene. */
  private scores(at: Float64Array): number[] {
    const { unknown, games } = this;
    const spoils = this.spoils(at);
    return this.scenes.flatMap((seen) => {
      const game = games.indexOf(seen.game);
      const [cpuOwn, gpuOwn] = [at[2 + game], at[2 + games.length + game]];
      const luck = {
        cpu: Math.hypot(MACHINE_SDS.cpu, unknown.cpu) * at[0] + unknown.cpuByGame * cpuOwn,
        gpu: Math.hypot(MACHINE_SDS.gpu, unknown.gpu) * at[1] + unknown.gpuByGame * gpuOwn,
      };
      const { average, low, gpuBusy } = shownBy(this.world, seen, spoils, luck);
      const off = Math.log(seen.average / average);
      return [
        off / MACHINE_SDS.shift,
        (Math.log(seen.low / low) - off) / MACHINE_SDS.low,
        (seen.gpuBusy - gpuBusy) / MACHINE_SDS.busy,
      ];
    });
  }

  /** Half the squares of everything that is normal. */
  private cost(scores: readonly number[], at: Float64Array): number {
    let sum = scores.reduce((all, each) => all + each * each, 0);
    for (const { from, isByGame, isDegree } of this.open)
      if (!isDegree) for (let k = from; k < from + (isByGame ? this.games.length : 1); k++) sum += at[k] ** 2;
    return sum / 2;
  }

  /** Slopes of all scores. What is open in each game moves that game's scenes alone, so that all of it is moved at once. */
  private slopes(at: Float64Array, scores: readonly number[]): Float64Array[] {
    const columns = Array.from({ length: this.size }, () => new Float64Array(scores.length));
    for (const { from, isByGame, isDegree } of this.open) {
      const moved = at.slice();
      const step = isDegree && at[from] + STEP > 1 ? -STEP : STEP;
      for (let k = from; k < from + (isByGame ? this.games.length : 1); k++) moved[k] += step;
      this.scores(moved).forEach((each, i) => {
        const game = isByGame ? this.games.indexOf(this.scenes[Math.floor(i / 3)].game) : 0;
        columns[from + game][i] = (each - scores[i]) / step;
      });
    }
    return columns;
  }

  /** Minus the slopes of the cost, and its curvature by Gauss and Newton. */
  private curved(at: Float64Array, scores: readonly number[]) {
    const n = this.size;
    const columns = this.slopes(at, scores);
    const degrees = new Set(this.open.flatMap(({ from, isDegree }) => (isDegree ? [from] : [])));
    const dot = (a: Float64Array, b: ArrayLike<number>) => a.reduce((sum, each, i) => sum + each * b[i], 0);
    const down = Float64Array.from(
      columns,
      (column, k) => -dot(column, scores) - (degrees.has(k) ? 0 : at[k]),
    );
    const matrix = new Float64Array(n * n);
    columns.forEach((a, i) =>
      columns.forEach((b, j) => {
        matrix[i * n + j] = dot(a, b) + (i === j ? (degrees.has(i) ? 1e-6 : 1) : 0);
      }),
    );
    return { down, matrix, degrees };
  }

  /** ln of the density of what was measured, up to what all suspicions have in common. */
  evidence(): number {
    const starts = this.open.some(({ isDegree }) => isDegree) ? STARTS : [0];
    const best = Math.max(...starts.map((start) => this.evidenceFrom(start)));
    return best + driftLnDensity(this.faults, this.scenes);
  }

  private evidenceFrom(start: number): number {
    let at = new Float64Array(this.size);
    for (const { from, isDegree } of this.open) if (isDegree) at[from] = start;
    let scores = this.scores(at);
    for (let round = 0; round < ROUNDS; round++) {
      const { down, matrix, degrees } = this.curved(at, scores);
      if (!factorise(matrix, this.size)) break;
      const step = solveWith(matrix, this.size, down);
      for (let share = 1; share > 0.05; share /= 2) {
        const tried = at.map((each, k) =>
          degrees.has(k) ? clamp(each + share * step[k]) : each + share * step[k],
        );
        const there = this.scores(tried);
        if (this.cost(there, tried) > this.cost(scores, at)) continue;
        [at, scores] = [tried, there];
        break;
      }
    }
    const { matrix, degrees } = this.curved(at, scores);
    const n = this.size;
    // A degree of which nothing is learnt holds all of its range, which is 1 long.
    for (const k of degrees) matrix[k * n + k] += 2 * Math.PI;
    if (!factorise(matrix, n)) return -Infinity;
    let half = 0;
    for (let k = 0; k < n; k++) half += Math.log(matrix[k * n + k]);
    return (degrees.size * LN_TAU) / 2 - half - this.cost(scores, at);
  }
}

const SUSPECTS: readonly (readonly MachineFault[])[] = [[], ...MACHINE_FAULTS.map((each) => [each])];

/** Chances of no fault and of each one, to a judge to whom they are all as likely beforehand; the likeliest first. */
export function chancesAtBest(
  world: FrameWorld,
  scenes: readonly SceneRun[],
  unknown: Unknown,
): { readonly faults: readonly MachineFault[]; readonly chance: number }[] {
  const logs = SUSPECTS.map((faults) => new Suspicion(world, scenes, faults, unknown).evidence());
  const top = Math.max(...logs);
  const weights = logs.map((each) => Math.exp(each - top));
  const whole = weights.reduce((a, b) => a + b, 0);
  return SUSPECTS.map((faults, n) => ({ faults, chance: weights[n] / whole })).sort(
    (a, b) => b.chance - a.chance,
  );
}
