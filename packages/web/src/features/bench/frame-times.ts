import type { ColumnChoice, ColumnReading, TimeUnit } from '@ripe-pick/core/bench';
import { proxy } from 'comlink';
import { ref, shallowRef } from 'vue';
import { failureText } from '../../shared/api/client.ts';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import type { FileSummary } from '../../workers/bench.worker.ts';

/** Larger files are refused before they are read, in bytes: two million rows with many columns stay below. */
const MOST_BYTES = 400 * 1024 * 1024;

const UNIT_WORDS: Readonly<Record<TimeUnit, string>> = {
  ms: 'milliseconds',
  s: 'seconds',
  us: 'microseconds',
  ns: 'nanoseconds',
  fps: 'frames per second',
  'running-ms': 'running time in milliseconds',
  'running-s': 'running time in seconds',
  'running-us': 'running time in microseconds',
  'running-ns': 'running time in nanoseconds',
};
export const unitWords = (unit: TimeUnit): string => UNIT_WORDS[unit];

/** A file that can be read in more than one way. */
interface OpenQuestion {
  readonly file: File;
  readonly readings: readonly ColumnReading[];
}

/** Reads frame-time files in a worker. */
export function useFrameTimes() {
  const isReading = ref(false);
  const share = ref(0);
  const problem = ref('');
  const question = shallowRef<OpenQuestion | null>(null);
  /** @param choice how it is to be read, where that was asked */
  async function read(
    file: File,
    choice: ColumnChoice | null = null,
  ): Promise<Extract<FileSummary, { ok: true }> | null> {
    problem.value = '';
    question.value = null;
    if (file.size > MOST_BYTES) {
      problem.value = `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; at most ${MOST_BYTES / 1024 / 1024} MB are read. Cut it into runs.`;
      return null;
    }
    isReading.value = true;
    share.value = 0;
    try {
      const found = await benchWorker.read((worker, sign) =>
        worker.summarise(
          file,
          choice && { column: choice.column, unit: choice.unit },
          proxy((done: number) => (sign(), (share.value = done))),
        ),
      );
      if (!found) return null;
      if (found.ok) return found;
      const { row, message, mend, readings } = found;
      if (readings.length > 0) question.value = { file, readings };
      problem.value = `${file.name}${row === null ? '' : `, row ${row}`}: ${message} ${mend}`;
      return null;
    } catch (error) {
      problem.value = `${file.name}: ${failureText(error, 'it could not be read.')}`;
      return null;
    } finally {
      isReading.value = false;
    }
  }
  return {
    isReading,
    share,
    problem,
    question,
    read,
    stop: () => void benchWorker.read((worker) => worker.cancel()),
  };
}
