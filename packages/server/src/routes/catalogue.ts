import { ChangeRefused, countsOf } from '../store/index.ts';
import { fillWithDemo } from '../demo.ts';
import { checkCatalogue } from '../transfer/index.ts';
import type { ServerContext } from './context.ts';
import { accepted, ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';

type CatalogueCalls =
  | 'status'
  | 'catalogue'
  | 'previewCatalogue'
  | 'importCatalogue'
  | 'editCatalogue'
  | 'packs'
  | 'planPackOut'
  | 'loadDemo';

export function catalogueHandlers({
  store,
  version,
  demo,
  onDemo,
  instance,
}: ServerContext): Pick<Handlers, CatalogueCalls> {
  return {
    status: async () => ({
      app: 'ripe-pick',
      version,
      counts: await store.counts(),
      instance: instance.name,
      other: instance.other,
    }),
    catalogue: () => store.catalogue(),
    previewCatalogue: async (file) => countsOf(accepted(checkCatalogue(file), 'The catalogue')),
    importCatalogue: (file) => store.replaceCatalogue(accepted(checkCatalogue(file), 'The catalogue')),
    editCatalogue: async ({ changes }) => {
      try {
        return { undo: await store.editCatalogue(changes) };
      } catch (error) {
        if (!(error instanceof ChangeRefused)) throw error;
        return accepted({ ok: false, problems: error.problems }, 'The change');
      }
    },
    packs: async () => ({ packs: await store.packs() }),
    planPackOut: async ({ id }) => {
      const plan = await store.planPackOut(id);
      if (!plan)
        throw new ApiError('not-found', 'There is no such pack. Reload to see those that are there.');
      return { changes: [...plan.changes], stays: [...plan.stays] };
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
