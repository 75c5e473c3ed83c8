import { ALERTS_PATH, ARCHIVE_PATH, ASIDE_PATH, CALENDAR_PATH, PRICES_PATH } from '@ripe-pick/contract';

/** Files that are read from what is kept; the archive is written by the thread that writes. */
export const READ_FILES: readonly string[] = [CALENDAR_PATH, ALERTS_PATH, ASIDE_PATH];

const FILES: ReadonlySet<string> = new Set([...READ_FILES, ARCHIVE_PATH, PRICES_PATH]);

/** Whether a path leads to data; every other one leads to the page, in which nothing of the user's stands. */
export const isData = (path: string): boolean => path.startsWith('/api/') || FILES.has(path);
