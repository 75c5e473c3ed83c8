import { api, type Api, type READ_CALLS } from '@ripe-pick/contract';
import { ENOUGH_JUDGED, reliabilityOf } from '@ripe-pick/core/prices';
import { countsOf, type Store } from '../store/index.ts';
import { checkCatalogue } from '../transfer/index.ts';
import type { ServerContext } from './context.ts';
import { accepted, ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';
import { ReadyJson } from './ready-json.ts';

/** Calls that a thread can answer that does nothing else. */
type ReadCall = (typeof READ_CALLS)[number];

/** Those of them that may take long where much is kept. */
export const LONG_READS: readonly ReadCall[] = [
  'catalogue',
  'previewCatalogue',
  'planPackOut',
  'priceHistory',
];

/** What reading needs to know. */
export type ReadContext = Pick<ServerContext, 'version' | 'instance' | 'now'> & { readonly store: Store };

/** Which call of the API a request is; undefined when it is none. */
export function callOf(method: string, path: string): keyof Api | undefined {
  const names = Object.keys(api) as (keyof Api)[];
  return names.find((name) => api[name].path === path && api[name].method === method);
}

async function ready(read: ReturnType<Store['catalogueJson']>): Promise<ReadyJson> {
  const { revision, plain, gzip } = await read;
  return new ReadyJson(plain, revision, gzip);
}

export function readHandlers({ store, version, instance }: ReadContext): Pick<Handlers, ReadCall> {
  return {
    status: async () => ({
      app: 'ripe-pick',
      version,
      counts: await store.counts(),
      instance: instance.name,
      other: instance.other,
    }),
    catalogue: () => ready(store.catalogueJson()),
    previewCatalogue: async (file) => countsOf(accepted(checkCatalogue(file), 'The catalogue')),
    packs: async () => ({ packs: await store.packs() }),
    planPackOut: async ({ id }) => {
      const plan = await store.planPackOut(id);
      if (!plan)
        throw new ApiError('not-found', 'There is no such pack. Reload to see those that are there.');
      return { changes: [...plan.changes], stays: [...plan.stays] };
    },
    workspace: () => store.workspace(),
    briefs: () => store.briefs(),
    records: () => ready(store.recordsJson()),
    bench: () => ready(store.benchJson()),
    pastFits: async () => ({ fits: await store.pastFits() }),
    priceHistory: (request) => store.history(request),
    corrections: async () => ({ corrections: await store.corrections() }),
    reliability: async () => {
      const { judged, open } = await store.judged();
      const { judged: count, bins, ...figures } = reliabilityOf(judged);
      return { ...figures, judged: count, open, bins: count < ENOUGH_JUDGED ? [] : [...bins] };
    },
    aside: async () => ({ rows: await store.aside() }),
  };
}
