import type { StoredModel } from '@ripe-pick/contract';
import { checkCatalogue } from '../transfer/index.ts';
import type { ServerContext } from './context.ts';
import { accepted, ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';

type WorkspaceCalls =
  | 'workspace'
  | 'saveWorkspace'
  | 'records'
  | 'changeRecords'
  | 'bench'
  | 'changeBench'
  | 'saveModel'
  | 'pastFits';

const gamesOf = ({ games }: StoredModel) =>
  games
    .map(({ id }) => id)
    .sort()
    .join();

/** What the user plans, measured and fitted. */
export function workspaceHandlers({ store }: ServerContext): Pick<Handlers, WorkspaceCalls> {
  return {
    workspace: () => store.workspace(),
    saveWorkspace: async ({ revision, workspace, history }) => {
      const next = await store.saveWorkspace(revision, workspace, history);
      if (next === null)
        throw new ApiError('conflict', 'This was changed in another window meanwhile. Reload to see it.');
      return { revision: next };
    },
    records: async () => ({ records: await store.records() }),
    changeRecords: async ({ put, remove }) => ({ kept: await store.changeRecords(put, remove) }),
    bench: () => store.bench(),
    changeBench: (change) => store.changeBench(change),
    saveModel: async ({ frameModel }) => {
      await store.saveModel(frameModel, (current) => {
        // Parts or games may have come or gone since the fit began: then it is judged like any other bad catalogue.
        accepted(checkCatalogue({ ...current, frameModel }), 'The model');
        if (gamesOf(current.frameModel) !== gamesOf(frameModel))
          throw new ApiError(
            'conflict',
            'Games were added or taken out while the model was fitted. Fit again.',
          );
      });
      return { kept: frameModel.fit?.records ?? 0 };
    },
    pastFits: async () => ({ fits: await store.pastFits() }),
  };
}
