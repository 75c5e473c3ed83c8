import { ArchiveDesk } from '../archive/archives.ts';
import { runJob } from '../archive/jobs.ts';
import { BackupDesk } from '../backup/backups.ts';
import { createApp, type AppOptions } from '../app.ts';
import { openRoom } from '../feeds/room/room.ts';
import type { Store } from '../store/index.ts';

/** What calls are answered with over a store, without a page, a market or anything that runs by itself. */
export const contextFor = (store: Store): AppOptions => ({
  store,
  version: '0',
  demo: null,
  instance: { name: 'own', base: '', other: null },
  webFolder: null,
  onDemo: async () => {},
  archives: new ArchiveDesk(store, runJob),
  backups: new BackupDesk(store, runJob),
  onArchive: async () => {},
  scheduler: { run: async () => {}, runDue: async () => {}, start: () => {}, stop: async () => {} },
  room: openRoom(store),
  watch: { request: () => {}, idle: async () => {}, isRunning: () => false, stop: async () => {} },
  market: null,
  now: async () => new Date(),
});

/** An app over a store; tests replace what they look at. */
export const appFor = (store: Store, options: Partial<AppOptions> = {}) =>
  createApp({ ...contextFor(store), ...options });
