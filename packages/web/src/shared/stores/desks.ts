import type { Catalogue } from '@ripe-pick/core/parts';
import type { Remote } from 'comlink';
import { watch } from 'vue';
import { useCatalogue } from './catalogue.ts';
import { KeptWorker } from './kept-worker.ts';

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
  const desks = new Map<Desk, KeptWorker<Api>>();
  const load = (remote: Remote<Api>): Promise<unknown> =>
    catalogueStore.catalogue ? (remote as Remote<Loads>).load(catalogueStore.catalogue) : Promise.resolve();
  watch(
    () => catalogueStore.catalogue,
    (catalogue) => {
      if (catalogue) for (const desk of desks.values()) desk.prepareAnew();
    },
  );
  function begun(desk: Desk): KeptWorker<Api> {
    const known = desks.get(desk);
    if (known) return known;
    const fresh = new KeptWorker<Api>(start, load);
    desks.set(desk, fresh);
    return fresh;
  }
  return {
    /** Lets a desk's worker start. */
    begin: (desk: Desk): void => void begun(desk).start(),
    /** Asks the worker of a desk, with the catalogue of this moment in it. */
    ask: <R>(desk: Desk, task: (remote: Remote<Api>) => R): Promise<Awaited<R>> => begun(desk).ask(task),
    /** Stops what the desk does, and what was asked before and waits for its worker to start; not what is asked after. */
    stop: (desk: Desk): void => desks.get(desk)?.tell((remote) => void (remote as Remote<Loads>).cancel()),
  };
}
