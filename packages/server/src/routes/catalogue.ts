import { ChangeRefused } from '../store/index.ts';
import { fillWithDemo } from '../demo.ts';
import { checkCatalogue } from '../transfer/index.ts';
import type { ServerContext } from './context.ts';
import { accepted, ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';

type CatalogueCalls = 'importCatalogue' | 'editCatalogue' | 'loadDemo';

export function catalogueHandlers({ store, demo, onDemo }: ServerContext): Pick<Handlers, CatalogueCalls> {
  return {
    importCatalogue: (file) => store.replaceCatalogue(accepted(checkCatalogue(file), 'The catalogue')),
    editCatalogue: async ({ changes, revision }) => {
      try {
        return { undo: await store.editCatalogue(changes, revision) };
      } catch (error) {
        if (!(error instanceof ChangeRefused)) throw error;
        return accepted({ ok: false, problems: error.problems }, 'The change');
      }
    },
    loadDemo: async () => {
      if (!demo)
        throw new ApiError('not-found', 'The demo has a place of its own; nothing of yours was touched.');
      const counts = await fillWithDemo(store, demo);
      await onDemo();
      return counts;
    },
  };
}
