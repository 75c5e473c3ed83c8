import type { Catalogue } from '@ripe-pick/core/parts';
import { wrap, type Remote } from 'comlink';
import { watch } from 'vue';
import { useCatalogue } from './catalogue.ts';

/** What every worker about the catalogue can do. */
interface Loads {
  load(catalogue: Catalogue): unknown;
  cancel(): unknown;
}

/**
 * Workers by desk: each kind of work has one of its own, so that long work never keeps quick work waiting. They start
 * when first asked for, and always hold the catalogue of this moment.
 */
export function desksOf<Desk extends string, Api extends Loads>(start: () => Worker) {
  const catalogueStore = useCatalogue();
  const desks = new Map<Desk, { remote: Remote<Api>; loaded: Promise<unknown> }>();
  const load = (remote: Remote<Api>): Promise<unknown> =>
    catalogueStore.catalogue ? (remote as Remote<Loads>).load(catalogueStore.catalogue) : Promise.resolve();
  watch(
    () => catalogueStore.catalogue,
    (catalogue) => {
      if (catalogue) for (const entry of desks.values()) entry.loaded = load(entry.remote);
    },
  );
  return {
    /** The worker of a desk with the catalogue of this moment in it. */
    async at(desk: Desk): Promise<Remote<Api>> {
      let entry = desks.get(desk);
      if (!entry) {
        const remote = wrap<Api>(start());
        entry = { remote, loaded: load(remote) };
        desks.set(desk, entry);
      }
      await entry.loaded;
      return entry.remote;
    },
    stop(desk: Desk): void {
      const entry = desks.get(desk);
      if (entry) void (entry.remote as Remote<Loads>).cancel();
    },
  };
}
