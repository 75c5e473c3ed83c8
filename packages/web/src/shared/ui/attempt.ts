import { useMessage } from 'naive-ui';

/** Runs a change that goes to the server; when it is not taken, says so in passing. Nothing typed hangs on it. */
export function useAttempt(): (task: () => Promise<unknown>) => Promise<void> {
  const message = useMessage();
  return async (task) => {
    try {
      await task();
    } catch {
      message.error('The server did not take it. Nothing was changed.');
    }
  };
}
