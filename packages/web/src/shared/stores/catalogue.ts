import {
  catalogueOf,
  type Api,
  type CatalogueChange,
  type CatalogueFile,
  type Taken,
} from '@ripe-pick/contract';
import type { z } from 'zod';
import type { Catalogue } from '@ripe-pick/core/parts';
import { withFoundLists, withOrders } from '@ripe-pick/core/buying';
import { withListings, type UsedListing } from '@ripe-pick/core/used';
import { writeDaysFrom } from '@ripe-pick/core/units';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { call, CallFailed, callWhole } from '../api/client.ts';
import { isHere } from '../api/place.ts';
import { onNewest } from './on-newest.ts';
import { useSessionSteps } from './session-steps.ts';
import { touchedBy } from './touched.ts';
import { useWorkspace } from './workspace.ts';

/** A change whose item is as the core has it: the server checks each by the schema of what it is. */
type LooseChange =
  CatalogueChange | { readonly do: CatalogueChange['do']; readonly item: object; readonly isNew?: true };

type TakePrices = z.input<Api['takePrices']['request']>;

const NO_PARTS: Catalogue['parts'] = [];

type Changing = <Args extends readonly unknown[], Answer>(
  change: (...args: Args) => Promise<Answer>,
) => (...args: Args) => Promise<Answer>;

/** Sends changes; gives what takes them back. */
type SendChanges = (changes: readonly CatalogueChange[]) => Promise<CatalogueChange[]>;

/** Changes of single things, by steps that can be taken back. */
function catalogueEdits(send: SendChanges) {
  const steps = useSessionSteps();
  return {
    ...steps,
    /** @param after what else is to be read anew, after it is done, taken back, or done again */
    edit(
      label: string,
      changes: readonly LooseChange[],
      after: () => Promise<void> = async () => {},
    ): Promise<void> {
      let back: readonly CatalogueChange[] = [];
      return steps.step({
        label,
        forth: async () => {
          back = await send(changes as readonly CatalogueChange[]);
          await after();
        },
        back: async () => {
          await send(back);
          await after();
        },
      });
    },
  };
}

/** Prices imported, as a step of the catalogue. */
function priceIntake(
  changing: Changing,
  takeBack: SendChanges,
  step: ReturnType<typeof useSessionSteps>['step'],
) {
  const send = changing((asked: TakePrices) => call('takePrices', asked));
  /** What was taken; null while it is not known. */
  return async (label: string, asked: TakePrices): Promise<Taken | null> => {
    let taken: (Taken & { undo: CatalogueChange[] }) | null = null;
    await step({
      label,
      forth: async () => {
        taken = await send(asked);
      },
      back: async () => {
        if (taken && taken.undo.length > 0) await takeBack(taken.undo);
      },
    });
    return taken;
  };
}

/** A change that puts another catalogue in place of this one. */
const forgetting =
  (changing: Changing, forget: () => void): Changing =>
  (change) => {
    const changed = changing(change);
    return async (...args) => {
      const answer = await changed(...args);
      forget();
      return answer;
    };
  };

/** With used listings that compete, the prices of lists found elsewhere, and what is ordered. */
const withOwnPrices = (
  stored: Catalogue,
  { listings, versions, orders, claims }: ReturnType<typeof useWorkspace>,
) =>
  withOrders(
    withListings(withFoundLists(stored, versions), listings as readonly UsedListing[]),
    orders,
    claims,
  );

/** The catalogue as the server has it, read anew behind each change. */
function useStored() {
  const stored = shallowRef<Catalogue | null>(null);
  /** Where the screens of the other instance are: of the demo, or of one's own data. */
  const other = ref<string | null>(null);
  const failure = ref<string | null>(null);
  const isLoading = ref(false);
  /** Rises whenever everything was read from the server anew. */
  const loads = ref(0);
  /** The newest change that is known here. */
  let revision = 0;
  /** The last change that was sent from here, until what it made is read. */
  let changingNow: Promise<unknown> = Promise.resolve();

  async function load(): Promise<void> {
    isLoading.value = true;
    try {
      const [status, whole] = await Promise.all([call('status', undefined), callWhole('catalogue')]);
      other.value = isHere ? status.other : null; // devices of others are let in to one instance
      const read = catalogueOf(whole.value);
      writeDaysFrom(read.today);
      stored.value = read;
      revision = whole.revision;
      failure.value = null;
      loads.value++;
    } catch (error) {
      failure.value = error instanceof CallFailed ? error.message : 'The catalogue could not be read.';
    } finally {
      isLoading.value = false;
    }
  }
  /** A change on the server, after which everything is read anew. */
  const changing: Changing =
    (change) =>
    (...args) => {
      const changed = (async () => {
        const answer = await change(...args);
        await load();
        return answer;
      })();
      changingNow = changed.catch(() => {});
      return changed;
    };
  /** Another window, or the server itself, made a change of this number. */
  async function hear(newest: number): Promise<void> {
    await changingNow;
    if (stored.value && newest > revision) await load();
  }
  const view = { stored, other, failure, isLoading, loads, load, hear };
  return { view, changing, revision: () => revision };
}

/** The catalogue as the server has it. */
export const useCatalogue = defineStore('catalogue', () => {
  const workspace = useWorkspace();
  const { view, changing, revision } = useStored();
  const { stored, load } = view;
  const catalogue = computed(() => (stored.value ? withOwnPrices(stored.value, workspace) : null));
  const sendChanges = changing((changes: readonly CatalogueChange[]) =>
    onNewest({
      send: async () => (await call('editCatalogue', { revision: revision(), changes: [...changes] })).undo,
      reload: load,
      touched: () => touchedBy(stored.value as CatalogueFile | null, changes), // the same lists, read-only
    }),
  );
  const edits = catalogueEdits(sendChanges);
  const replacing = forgetting(changing, edits.forget);

  return {
    ...edits,
    ...view,
    takePrices: priceIntake(changing, sendChanges, edits.step),
    catalogue,
    /** The parts alone: a new model leaves them as they are, and whatever hangs on them alone. */
    parts: computed(() => stored.value?.parts ?? NO_PARTS),
    isEmpty: computed(() => catalogue.value?.parts.length === 0),
    preview: (text: string) => call('previewCatalogue', {} as CatalogueFile, { text }), // the text is the body
    loadDemo: replacing(() => call('loadDemo', undefined)),
    importText: replacing((text: string) => call('importCatalogue', {} as CatalogueFile, { text })), // the text is the body
  };
});
