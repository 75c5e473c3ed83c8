export const HOUR_MS = 3_600_000;
const FIRST_MS = 15 * 60_000;
const LONGEST_MS = 48 * HOUR_MS;

/** Waits twice as long after each failure, two days at most; never shorter than the other side asks. */
export function backOffMs(failures: number, retryAfterSeconds: number | null): number {
  const own = Math.min(LONGEST_MS, FIRST_MS * 2 ** Math.max(0, failures - 1));
  return Math.max(own, Math.min(LONGEST_MS * 4, (retryAfterSeconds ?? 0) * 1000));
}
