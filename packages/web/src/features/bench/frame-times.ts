import { proxy } from 'comlink';
import { ref } from 'vue';
import { failureText } from '../../shared/api/client.ts';
import { benchWorker } from '../../shared/stores/bench-worker.ts';
import type { FileSummary } from '../../workers/bench.worker.ts';

/** Larger files are refused before they are read, in bytes: two million rows with many columns stay below. */
const MOST_BYTES = 400 * 1024 * 1024;

/** Reads frame-time files in a worker. */
export function useFrameTimes() {
  const isReading = ref(false);
  const share = ref(0);
  const problem = ref('');
  async function read(file: File): Promise<Extract<FileSummary, { ok: true }> | null> {
    problem.value = '';
    if (file.size > MOST_BYTES) {
      problem.value = `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; at most ${MOST_BYTES / 1024 / 1024} MB are read. Cut it into passes.`;
      return null;
    }
    isReading.value = true;
    share.value = 0;
    try {
      const found = await benchWorker.read((worker, sign) =>
        worker.summarise(
          file,
          proxy((done: number) => (sign(), (share.value = done))),
        ),
      );
      if (!found) return null;
      if (found.ok) return found;
      const { row, message, mend } = found;
      problem.value = `${file.name}${row === null ? '' : `, row ${row}`}: ${message} ${mend}`;
      return null;
    } catch (error) {
      problem.value = `${file.name}: ${failureText(error, 'it could not be read.')}`;
      return null;
    } finally {
      isReading.value = false;
    }
  }
  return { isReading, share, problem, read, stop: () => void benchWorker.read((worker) => worker.cancel()) };
}
