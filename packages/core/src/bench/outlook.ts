import {
  averageSlopes,
  gradientOf,
  limitedBy,
  LOW_SHARE,
  meanFrameTime,
  percentileSlopes,
  ratioSlopes,
  residualOf,
  sideMean,
  timeOn,
  type FrameTime,
  type Gradient,
  type RateSlopes,
  type Scene,
  type SystemRates,
  type Uncertainty,
} from '../frames/index.ts';

/** A figure that a scene is expected to show, and how it moves with every effect. */
interface ExpectedFigure {
  readonly value: number;
  readonly gradient: Gradient;
}

/** What a scene should show on a system. */
export interface SceneOutlook {
  /** ln of the average, of the 1 % low over the average, and the share of the time that the card is busy. */
  readonly average: ExpectedFigure;
  readonly low: ExpectedFigure;
  readonly busy: ExpectedFigure;
  /** Standard deviation of what the game leaves unexplained of its average, and of its low. */
  readonly residual: number;
  readonly lowNoise: number;
  readonly gpuShare: number;
  readonly cpuShare: number;
}

/** A scene of which less is known says nothing of the machine: its game may as well be another than it seems. Chosen: a fifth. */
export const TELLING_SD = 0.2;
/** How far two copies of a part lie apart. Chosen: one and a half per cent (common practice, no source). */
const COPY_SD = 0.015;
/** Step of the difference by which the busy share's slopes are found, in logarithms of time. */
const STEP_LN = 0.02;

const busyShare = (time: FrameTime): number => Math.min(1, sideMean(time.gpu) / meanFrameTime(time));

/** The busy share and how it moves with the mean of both sides. */
function busySlopes(time: FrameTime): RateSlopes {
  const at = (side: 'cpu' | 'gpu', by: number) =>
    busyShare({ ...time, [side]: { ...time[side], mean: time[side].mean + by } });
  const slope = (side: 'cpu' | 'gpu') => (at(side, STEP_LN) - at(side, -STEP_LN)) / (2 * STEP_LN);
  return { ln: busyShare(time), cpuMean: slope('cpu'), gpuMean: slope('gpu'), cpuSpread: 0, gpuSpread: 0 };
}

/** The 1 % low over the average. */
const lowSlopes = (time: FrameTime): RateSlopes =>
  ratioSlopes(percentileSlopes(time, 1 - LOW_SHARE), averageSlopes(time));

/** How one side's time moves against the other's. */
const AGAINST: RateSlopes = { ln: 0, cpuMean: -1, cpuSpread: 0, gpuMean: 1, gpuSpread: 0 };

/** Both sides as spread out as it is open which of them is the slower: slopes of that hold on the whole of what may be so. */
function smoothed(time: FrameTime, balanceVariance: number): FrameTime {
  const wider = ({ mean, spread }: FrameTime['cpu']) => ({
    mean,
    spread: Math.hypot(spread, Math.sqrt(balanceVariance / 2)),
  });
  return { ...time, cpu: wider(time.cpu), gpu: wider(time.gpu) };
}

/** What a scene should show. @param cpuSpread factor on the spread of the processor's times */
export function outlook(
  scene: Scene,
  system: SystemRates,
  uncertainty: Uncertainty,
  cpuSpread = 1,
): SceneOutlook {
  const plain = timeOn(scene, system);
  const time = { ...plain, cpu: { ...plain.cpu, spread: plain.cpu.spread * cpuSpread } };
  const around = smoothed(time, uncertainty.variance(gradientOf(scene, system, system.parts, AGAINST)));
  /** A figure at its point, with the slopes that it has around it. */
  const expected = (read: (time: FrameTime) => RateSlopes): ExpectedFigure => {
    const slopes = read(around);
    const gradient = gradientOf(scene, system, system.parts, slopes);
    gradient.set('~copy of the processor', COPY_SD * slopes.cpuMean);
    gradient.set('~copy of the card', COPY_SD * slopes.gpuMean);
    return { value: read(time).ln, gradient };
  };
  const slopes = averageSlopes(time);
  const shares = limitedBy(time);
  return {
    average: expected(averageSlopes),
    low: expected(lowSlopes),
    busy: expected(busySlopes),
    residual: residualOf(scene, slopes),
    lowNoise: scene.lowNoise,
    gpuShare: shares.gpu,
    cpuShare: shares.cpu,
  };
}
