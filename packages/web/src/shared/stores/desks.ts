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
  function begun(desk: Desk) {
    let entry = desks.get(desk);
    if (!entry) {
      const remote = wrap<Api>(start());
      entry = { remote, loaded: load(remote) };
      desks.set(desk, entry);
    }
    return entry;
  }
  return {
    /** Lets a desk's worker start. */
    begin: (desk: Desk): void => void begun(desk),
    /** Asks the worker of a desk, with the catalogue of this moment in it. */
    async ask<R>(desk: Desk, task: (remote: Remote<Api>) => R): Promise<Awaited<R>> {
      const { remote, loaded } = begun(desk);
      return await loaded.then(() => task(remote));
    },
    /** Stops what the desk does, and what was asked before and waits for its worker to start; not what is asked after. */
    stop(desk: Desk): void {
      const entry = desks.get(desk);
      if (!entry) return;
      const cancel = () => void (entry.remote as Remote<Loads>).cancel();
      cancel();
      // Behind those questions, in the order in which all of it was said.
      void entry.loaded.then(cancel, () => {});
    },
  };
}
