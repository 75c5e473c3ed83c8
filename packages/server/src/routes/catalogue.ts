import {
  withDeal,
  withGame,
  withoutDeal,
  withoutPart,
  withPart,
  withShop,
  type CatalogueFile,
} from '@ripe-pick/contract';
import { countsOf } from '../store/index.ts';
import { checkCatalogue, readBenchFile, readCatalogueFile, readRecordsFile } from '../transfer/index.ts';
import type { ServerContext } from './context.ts';
import { accepted, ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';

type CatalogueCalls =
  | 'status'
  | 'catalogue'
  | 'previewCatalogue'
  | 'importCatalogue'
  | 'addPart'
  | 'removePart'
  | 'addGame'
  | 'putDeal'
  | 'removeDeal'
  | 'putShop'
  | 'loadDemo';

export function catalogueHandlers({
  store,
  version,
  demo,
  onDemo,
}: ServerContext): Pick<Handlers, CatalogueCalls> {
  /** Changes the catalogue if what comes of it is as good as any file. */
  const edit = async (what: string, change: (file: CatalogueFile) => CatalogueFile) =>
    countsOf(await store.changeCatalogue((file) => accepted(checkCatalogue(change(file)), what)));
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
    addPart: ({ part, shop, offer }) => edit('The part', (file) => withPart(file, part, shop, offer)),
    removePart: ({ part }) => edit('The catalogue without the part', (file) => withoutPart(file, part)),
    addGame: ({ game }) => edit('The game', (file) => withGame(file, game)),
    putDeal: ({ deal }) => edit('The deal', (file) => withDeal(file, deal)),
    removeDeal: ({ deal }) => edit('The catalogue without the deal', (file) => withoutDeal(file, deal)),
    putShop: ({ shop }) => edit('The shop', (file) => withShop(file, shop)),
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
