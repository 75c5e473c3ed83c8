import type { SideJob } from '../parts/index.ts';
import { BACKGROUND, type BackgroundLoad } from './background.ts';

/*
 * Side jobs of a machine: what they take from a game that runs beside them, and what they ask for at least. Chosen figures; common
 * practice, no source.
 */

/** A stream of 1920 x 1080 at 60 frames a second: what the loads of `background.ts` were chosen for. */
const REFERENCE_PIXELS_A_SECOND = 1920 * 1080 * 60;

/** What is captured beside a game, against the reference stream. */
const captured = (job: Extract<SideJob, { readonly encoder: unknown }>): number =>
  (job.widthPx * job.heightPx * job.fps) / REFERENCE_PIXELS_A_SECOND;

/** A recording sends nothing, and its pictures need not be ready at once. Chosen. */
const RECORDING = 0.8;

function loadOf(job: SideJob): BackgroundLoad {
  if (job.kind !== 'stream' && job.kind !== 'record') return BACKGROUND.none;
  const base = BACKGROUND[job.encoder === 'cpu' ? 'stream-cpu' : 'stream-gpu'];
  const times = captured(job) * (job.kind === 'record' ? RECORDING : 1);
  return {
    threads: Math.max(1, Math.round(base.threads * times)),
    cpuLn: base.cpuLn * times,
    gpuLn: base.gpuLn * times,
    memoryGb: base.memoryGb,
  };
}

/** What all side jobs that run beside a game take from it, on top of what runs beside it already. */
export function withJobs(background: BackgroundLoad, jobs: readonly SideJob[]): BackgroundLoad {
  return jobs.map(loadOf).reduce(
    (sum, load) => ({
      threads: sum.threads + load.threads,
      cpuLn: sum.cpuLn + load.cpuLn,
      gpuLn: sum.gpuLn + load.gpuLn,
      memoryGb: sum.memoryGb + load.memoryGb,
    }),
    background,
  );
}

/** Cores and memory that a side job asks for at least. */
interface JobFloor {
  readonly cores: number;
  readonly memoryGb: number;
}
const FLOORS: Readonly<Record<SideJob['kind'], JobFloor>> = {
  stream: { cores: 4, memoryGb: 16 },
  record: { cores: 4, memoryGb: 16 },
  edit: { cores: 6, memoryGb: 16 },
  render: { cores: 8, memoryGb: 32 },
  office: { cores: 2, memoryGb: 8 },
  vr: { cores: 4, memoryGb: 16 },
};
/** A processor that encodes a picture beside the game. */
const ENCODING_CORES = 6;

/** What a side job asks for at least. */
export const jobFloor = (job: SideJob): JobFloor => ({
  ...FLOORS[job.kind],
  ...('encoder' in job && job.encoder === 'cpu' ? { cores: ENCODING_CORES } : {}),
});

/** Room above a stream's bit rate that its line should have. Chosen. */
const UPLINK_ROOM = 1.25;
/** The line that a stream needs to be sent, in whole Mbit/s; null for what is not sent. */
export const uplinkMbps = (job: SideJob): number | null =>
  job.kind === 'stream' ? Math.ceil(job.mbps * UPLINK_ROOM) : null;

/** What all side jobs ask for at least; they are not done at once. Zeros without any. */
export const jobFloors = (jobs: readonly SideJob[]): JobFloor =>
  jobs.map(jobFloor).reduce(
    (most, { cores, memoryGb }) => ({
      cores: Math.max(most.cores, cores),
      memoryGb: Math.max(most.memoryGb, memoryGb),
    }),
    { cores: 0, memoryGb: 0 },
  );
