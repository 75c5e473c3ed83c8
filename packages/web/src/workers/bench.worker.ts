import {
  readFrameTimes,
  summariseFrameTimes,
  type FrameTimesFile,
  type FrameTimesSummary,
} from '@ripe-pick/core/bench';
import { expose } from 'comlink';
import { drive, Tickets } from './drive.ts';

export type FileSummary =
  | {
      readonly ok: true;
      readonly summary: FrameTimesSummary;
      readonly unit: 'ms' | 's' | 'running-ms' | 'running-s';
      readonly column: string;
      readonly skipped: number;
      readonly cardBusy: number | null;
      /** From the first byte to the summary, in ms. */
      readonly ms: number;
    }
  | Extract<FrameTimesFile, { ok: false }>;

const tickets = new Tickets();

const bench = {
  cancel: () => tickets.next(),
  /** Reads a frame-time file; null when it was stopped. */
  async summarise(file: Blob, report: ((share: number) => void) | null): Promise<FileSummary | null> {
    const start = performance.now();
    const found = await drive(readFrameTimes(await file.text()), tickets, report);
    if (!found?.ok) return found;
    const { ms: frames, ...rest } = found.read;
    return { ok: true, summary: summariseFrameTimes(frames), ...rest, ms: performance.now() - start };
  },
};

export type Bench = typeof bench;
expose(bench);
