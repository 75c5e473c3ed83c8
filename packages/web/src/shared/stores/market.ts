import { catalogueOf, type CatalogueFile, type Counts } from '@ripe-pick/contract';
import type { Catalogue } from '@ripe-pick/core/parts';
import { withFinds, type Find } from '@ripe-pick/core/used';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { call, CallFailed } from '../api/client.ts';
import { useWorkspace } from './workspace.ts';

const NO_PARTS: Catalogue['parts'] = [];

/** The catalogue as the server has it. */
export const useMarket = defineStore('market', () => {
  const workspace = useWorkspace();
  const stored = shallowRef<Catalogue | null>(null);
  /** The stored catalogue with the finds that compete. */
  const catalogue = computed(() =>
    stored.value ? withFinds(stored.value, workspace.listings as readonly Find[]) : null,
  );
  const demoAvailable = ref(false);
  const failure = ref<string | null>(null);
  const isLoading = ref(false);
  /** Rises whenever everything was read from the server anew. */
  const loads = ref(0);

  async function load(): Promise<void> {
    isLoading.value = true;
    try {
      const [status, file] = await Promise.all([call('status', undefined), call('catalogue', undefined)]);
      demoAvailable.value = status.demoAvailable;
      stored.value = catalogueOf(file);
      failure.value = null;
      loads.value++;
    } catch (error) {
      failure.value = error instanceof CallFailed ? error.message : 'The catalogue could not be read.';
    } finally {
      isLoading.value = false;
    }
  }

  async function addGame(body: Parameters<typeof call<'addGame'>>[1]): Promise<void> {
    await call('addGame', body);
    await load();
  }

  async function loadDemo(): Promise<Counts> {
    const counts = await call('loadDemo', undefined);
    await load();
    return counts;
  }

  /** The parts alone: a new model leaves them as they are, and whatever hangs on them alone. */
  const parts = computed(() => stored.value?.parts ?? NO_PARTS);
  const isEmpty = computed(() => catalogue.value !== null && catalogue.value.parts.length === 0);

  return {
    catalogue,
    stored,
    parts,
    demoAvailable,
    failure,
    isLoading,
    isEmpty,
    loads,
    load,
    loadDemo,
    addGame,
    preview: (text: string) => call('previewCatalogue', {} as CatalogueFile, { text }), // the text is the body
    addPart: async (body: Parameters<typeof call<'addPart'>>[1]) => {
      await call('addPart', body);
      await load();
    },
    putDeal: async (deal: Parameters<typeof call<'putDeal'>>[1]['deal']) => {
      await call('putDeal', { deal });
      await load();
    },
    removeDeal: async (deal: string) => {
      await call('removeDeal', { deal });
      await load();
    },
    putShop: async (shop: Parameters<typeof call<'putShop'>>[1]['shop']) => {
      await call('putShop', { shop });
      await load();
    },
    removePart: async (part: string) => {
      await call('removePart', { part });
      await load();
    },
    importText: async (text: string) => {
      const counts = await call('importCatalogue', {} as CatalogueFile, { text }); // the text is the body
      await load();
      return counts;
    },
  };
});
