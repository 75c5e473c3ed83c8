import { ChangeRefused, countsOf } from '../store/index.ts';
import { checkCatalogue, readBenchFile, readCatalogueFile, readRecordsFile } from '../transfer/index.ts';
import type { ServerContext } from './context.ts';
import { accepted, ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';

type CatalogueCalls =
  'status' | 'catalogue' | 'previewCatalogue' | 'importCatalogue' | 'editCatalogue' | 'loadDemo';

export function catalogueHandlers({
  store,
  version,
  demo,
  onDemo,
}: ServerContext): Pick<Handlers, CatalogueCalls> {
  return {
    status: async () => ({
      app: 'ripe-pick',
      version,
      counts: await store.counts(),
      demoAvailable: demo !== null,
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
    loadDemo: async () => {
      if (!demo) throw new ApiError('not-found', 'No demo data is shipped with this server.');
      const file = accepted(readCatalogueFile(demo.catalogue()), 'The demo catalogue');
      const records = accepted(readRecordsFile(demo.records(), file), 'The demo’s records');
      const { rigs, runs } = accepted(readBenchFile(demo.bench()), 'The demo’s passes');
      const counts = await store.replaceCatalogue(file);
      await store.changeRecords(records, []);
      await store.changeBench({ putRigs: rigs, putRuns: runs });
      await onDemo();
      return counts;
    },
  };
}
