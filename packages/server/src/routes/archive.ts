import { readFileSync, rmSync } from 'node:fs';
import { ARCHIVE_PATH, ARCHIVES_PATH } from '@ripe-pick/contract';
import { Hono } from 'hono';
import type { ServerContext } from './context.ts';
import { accepted, ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';

type ArchiveCalls = 'archives' | 'takeArchive' | 'turnArchive';
type BackupCalls = 'backups' | 'makeBackup' | 'removeBackup' | 'lookAtBackup';
type AsideCalls = 'readAsideAgain' | 'dropAside';

export function backupHandlers({ archives, backups }: ServerContext): Pick<Handlers, BackupCalls> {
  const all = async () => ({ backups: backups.list() });
  return {
    backups: all,
    makeBackup: async () => {
      await backups.make('hand');
      return all();
    },
    removeBackup: async ({ id }) => {
      backups.remove(id);
      return all();
    },
    lookAtBackup: async ({ id }) => {
      if (!(await archives.lookAtBackup(id)))
        throw new ApiError('not-found', 'There is no such backup. Reload to see those that are there.');
      return archives.status();
    },
  };
}

export function asideHandlers({ store }: ServerContext): Pick<Handlers, AsideCalls> {
  const aside = async () => ({ rows: await store.aside() });
  return {
    readAsideAgain: async () => {
      await store.readAsideAgain();
      return aside();
    },
    dropAside: async ({ serials }) => {
      await store.dropAside(serials);
      return aside();
    },
  };
}

export function archiveHandlers({ archives, onArchive }: ServerContext): Pick<Handlers, ArchiveCalls> {
  return {
    archives: () => archives.status(),
    takeArchive: async () => {
      if (!(await archives.take()))
        throw new ApiError('conflict', 'No archive lies ready. Choose the file again.');
      await onArchive();
      return archives.status();
    },
    turnArchive: async () => {
      if (!(await archives.turn()))
        throw new ApiError('conflict', 'There is nothing that could be brought back.');
      await onArchive();
      return archives.status();
    },
  };
}

/** Everything as one file, out and in. */
export function archiveRoutes({ archives }: ServerContext): Hono {
  const routes = new Hono();
  routes.get(ARCHIVE_PATH, async (c) => {
    const path = await archives.write();
    try {
      c.header('content-type', 'application/zip');
      c.header('content-disposition', 'attachment; filename="ripe-pick.zip"');
      return c.body(new Uint8Array(readFileSync(path)));
    } finally {
      rmSync(path);
    }
  });
  routes.put(ARCHIVES_PATH, async (c) => {
    const done = await archives.look(new Uint8Array(await c.req.arrayBuffer()));
    accepted(done.ok ? { ok: true, value: null } : done, 'The archive');
    return c.json(await archives.status());
  });
  return routes;
}
