/*
 * How long a frame takes in these worlds. Nothing of it is the frame model's: times spread by the log-logistic distribution, the card's
 * are a fixed part and one for each pixel, made of computing and of moving memory, and the two sides overlap, but not wholly.
 */

/** What a part can do, as factors on a middling one. */
export interface CpuSpeed {
  readonly speed: number;
}
export interface GpuSpeed {
  readonly computing: number;
  readonly bandwidth: number;
}

/** What a game asks of a middling system, in milliseconds at medium. */
export interface GamePhysics {
  readonly cpuMs: number;
  readonly gpuFixedMs: number;
  /** For each million pixels. */
  readonly gpuMsPerMegapixel: number;
  /** Share of the card's time that goes into moving memory. */
  readonly bandwidthShare: number;
  /** Share of the processor's time that waits for memory. */
  readonly waitingShare: number;
  /** Share of the shorter side that the longer one does not hide. */
  readonly unhidden: number;
  /** Shapes of the log-logistic distributions: the smaller, the steadier. */
  readonly cpuShape: number;
  readonly gpuShape: number;
  /** Factors of each preset on both sides. */
  readonly presets: Readonly<Record<string, { readonly cpu: number; readonly gpu: number }>>;
}

/** Where and with what a game runs. */
export interface GameSetting {
  readonly preset: string;
  readonly widthPx: number;
  readonly heightPx: number;
  /** First-word latency of the memory, in nanoseconds. */
  readonly latencyNs: number;
}

export interface Rates {
  readonly average: number;
  /** 1000 over the 99th percentile of frame times. */
  readonly low: number;
  /** Share of the time that the card works. */
  readonly gpuBusy: number;
}

const GRID = 33;
/** Quantiles of the standard logistic distribution, evenly over its mass. */
const LOGITS = Array.from({ length: GRID }, (_, n) => Math.log((n + 0.5) / (GRID - n - 0.5)));
/** Latency of the middling memory. */
const MIDDLE_NS = 10;

/** Average and low of a system in a game; both sides may be scaled by what is particular to them. */
export function ratesOf(
  game: GamePhysics,
  { preset, widthPx, heightPx, latencyNs }: GameSetting,
  cpu: CpuSpeed,
  gpu: GpuSpeed,
): Rates {
  const by = game.presets[preset];
  const waiting = game.waitingShare * (latencyNs / MIDDLE_NS);
  const cpuMs = (by.cpu * game.cpuMs * (1 - game.waitingShare + waiting)) / cpu.speed;
  const pixels = game.gpuFixedMs + (game.gpuMsPerMegapixel * widthPx * heightPx) / 1e6;
  const moving = game.bandwidthShare / gpu.bandwidth;
  const gpuMs = by.gpu * pixels * ((1 - game.bandwidthShare) / gpu.computing + moving);
  const times: number[] = [];
  let busy = 0;
  for (const a of LOGITS)
    for (const b of LOGITS) {
      const c = cpuMs * Math.exp(game.cpuShape * a);
      const g = gpuMs * Math.exp(game.gpuShape * b);
      times.push(Math.max(c, g) + game.unhidden * Math.min(c, g));
      busy += g;
    }
  times.sort((a, b) => a - b);
  const total = times.reduce((sum, each) => sum + each, 0);
  const low = 1000 / times[Math.floor(0.99 * times.length)];
  return { average: (1000 * times.length) / total, low, gpuBusy: Math.min(1, busy / total) };
}
