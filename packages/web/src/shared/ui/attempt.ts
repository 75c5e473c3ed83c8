import { useMessage } from 'naive-ui';
import { failureText } from '../api/client.ts';

const READING_MS = 10_000;

/** Runs a change that goes to the server; when it is not taken, says so in passing. Nothing typed hangs on it. */
export function useAttempt(): (task: () => Promise<unknown>) => Promise<void> {
  const message = useMessage();
  return async (task) => {
    try {
      await task();
    } catch (error) {
      const words = failureText(error, 'The server did not take it. Nothing was changed.');
      message.error(words, { duration: READING_MS, closable: true });
    }
  };
}
