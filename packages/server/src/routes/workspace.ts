import { crossCheckCatalogue, type CrossChecked, type StoredModel } from '@ripe-pick/contract';
import type { ServerContext } from './context.ts';
import { accepted, ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';

type WorkspaceCalls =
  'saveWorkspace' | 'openBrief' | 'addBrief' | 'archiveBrief' | 'changeRecords' | 'changeBench' | 'saveModel';

const gamesOf = ({ games }: { readonly games: readonly { readonly id: string }[] }) =>
  games
    .map(({ id }) => id)
    .sort()
    .join();

/** Whether a model has the games of a catalogue and rates parts of it alone: neither came or went since its fit began. */
function isOf({ parts, frameModel }: CrossChecked, fitted: StoredModel): boolean {
  const here = new Set(parts.map(({ id }) => id));
  const rated = [...fitted.cpus, ...fitted.gpus, ...fitted.integrated];
  return gamesOf(frameModel) === gamesOf(fitted) && rated.every(({ part }) => here.has(part));
}

const noBrief = () =>
  new ApiError('not-found', 'There is no such brief. Reload to see those that are there.');

/** What the user plans, measured and fitted. */
export function workspaceHandlers({ store, watch }: ServerContext): Pick<Handlers, WorkspaceCalls> {
  return {
    saveWorkspace: async ({ revision, workspace, history, ...of }) => {
      const next = await store.saveWorkspace(revision, workspace, history, of);
      if (next === null)
        throw new ApiError('conflict', 'This was changed in another window meanwhile. Reload to see it.');
      return { revision: next };
    },
    openBrief: async ({ id }) => {
      if (!(await store.openBrief(id))) throw noBrief();
      return store.briefs();
    },
    addBrief: async ({ id, workspace, history }) => {
      const nothing = { keepFrom: 0, keepTo: 0, add: [], done: 0 };
      if (!(await store.addBrief(id, workspace, history ?? nothing)))
        throw new ApiError('conflict', 'There is a brief of this id already. Nothing was changed.');
      return store.briefs();
    },
    archiveBrief: async ({ id, isArchived }) => {
      if (!(await store.archiveBrief(id, isArchived))) throw noBrief();
      watch.request();
      return store.briefs();
    },
    changeRecords: ({ put, remove, revision }) => store.changeRecords(put, remove, revision),
    changeBench: ({ revision, ...change }) => store.changeBench(change, revision),
    saveModel: async ({ frameModel }) => {
      const isKept = await store.saveModel(frameModel, (current) => {
        if (!isOf(current, frameModel)) return false;
        const problems = crossCheckCatalogue({ ...current, frameModel });
        accepted(
          problems.length > 0 ? { ok: false, problems } : { ok: true, value: frameModel },
          'The model',
        );
        return true;
      });
      return { kept: isKept ? (frameModel.fit?.records ?? 0) : null };
    },
  };
}
