<script setup lang="ts">
import { today as localToday } from '@ripe-pick/contract';
import { useStorage } from '@vueuse/core';
import { NInput, NInputNumber, NSelect } from 'naive-ui';
import { computed, ref } from 'vue';
import { CONDITIONS, type Problem } from '@ripe-pick/contract';
import { minorPlaces } from '@ripe-pick/core';
import type { PartKind } from '@ripe-pick/core/parts';
import Dialog from '../../shared/ui/Dialog.vue';
import { CallFailed } from '../../shared/api/client.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';
import PartField from './PartField.vue';
import { fieldsOf, freshId } from './part-fields.ts';

defineProps<{ show: boolean }>();
const emit = defineEmits<{ close: []; added: [id: string, name: string] }>();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();

interface PartDraft {
  kind: PartKind;
  brand: string;
  name: string;
  sheet: Record<string, unknown>;
  price: number | null;
  condition: (typeof CONDITIONS)[number];
  shop: string;
}
const BLANK: PartDraft = {
  kind: 'gpu',
  brand: '',
  name: '',
  sheet: {},
  price: null,
  condition: 'new',
  shop: '',
};
/** Kept until it is added, over a reload too. */
const draft = useStorage<PartDraft>('ripe-pick-part-draft', { ...BLANK });
const problems = ref<readonly Problem[]>([]);
const message = ref('');
const isBusy = ref(false);
const fields = computed(() => fieldsOf(draft.value.kind));
const KINDS = (Object.keys(SLOT_NAMES) as (keyof typeof SLOT_NAMES)[])
  .filter((slot) => slot !== 'secondaryStorage')
  .map((value) => ({ value, label: SLOT_NAMES[value] }));
const shops = computed(() =>
  (catalogueStore.stored?.shops ?? []).map((shop) => ({ value: shop.name, label: shop.name })),
);
const isReady = computed(
  () =>
    draft.value.brand.trim() !== '' &&
    draft.value.name.trim() !== '' &&
    (draft.value.price === null || draft.value.shop.trim() !== ''),
);

async function add() {
  const catalogue = catalogueStore.stored;
  if (!catalogue) return;
  const { kind, brand, name, sheet, price, condition, shop: shopName } = draft.value;
  const id = freshId(`${brand} ${name}`, new Set(catalogue.parts.map((part) => part.id)));
  const known = catalogue.shops.find((shop) => shop.name === shopName.trim());
  const { currency } = workspace.brief.money;
  const shopId = known?.id ?? freshId(shopName, new Set(catalogue.shops.map((shop) => shop.id)));
  const places = minorPlaces(known?.currency ?? currency);
  const today = localToday();
  isBusy.value = true;
  problems.value = [];
  message.value = '';
  try {
    await catalogueStore.addPart({
      part: {
        id,
        kind: kind,
        brand: brand.trim(),
        name: name.trim(),
        source: { name: 'typed in by hand', on: today },
        ...sheet,
      },
      shop:
        price === null || known
          ? null
          : {
              id: shopId,
              name: shopName.trim(),
              kind: 'shop',
              currency,
              shipping: { feeMinor: 0, freeFromMinor: null },
            },
      offer:
        price === null
          ? null
          : {
              id: freshId(`${id}.${shopId}`.slice(0, 90), new Set(catalogue.offers.map((offer) => offer.id))),
              part: id,
              shop: shopId,
              priceMinor: Math.round(price * 10 ** places),
              condition,
              inStock: true,
              seenOn: today,
            },
    });
    draft.value = { ...BLANK, kind };
    emit('added', id, `${brand.trim()} ${name.trim()}`);
  } catch (error) {
    message.value =
      error instanceof CallFailed
        ? error.message
        : 'The part could not be added. What you typed is kept here.';
    problems.value = error instanceof CallFailed ? error.problems : [];
  } finally {
    isBusy.value = false;
  }
}
function setKind(kind: PartKind) {
  draft.value = { ...draft.value, kind, sheet: {} };
}
</script>

<template>
  <Dialog :show="show" title="Type a part in by hand" :width="860" @close="emit('close')">
    <form class="form" @submit.prevent="add">
      <div class="grid">
        <label
          >Slot <NSelect :value="draft.kind" :options="KINDS" aria-label="Slot" @update:value="setKind"
        /></label>
        <label
          >Maker
          <NInput
            v-model:value="draft.brand"
            placeholder="who makes it"
            maxlength="200"
            :input-props="{ 'aria-label': 'Maker' }"
        /></label>
        <label
          >Name
          <NInput
            v-model:value="draft.name"
            placeholder="as the maker calls it"
            maxlength="200"
            :input-props="{ 'aria-label': 'Name of the part' }"
        /></label>
        <label
          >Price
          <NInputNumber
            v-model:value="draft.price"
            :show-button="false"
            :min="0.01"
            clearable
            placeholder="none seen yet"
            :input-props="{ 'aria-label': 'Price' }"
        /></label>
        <label
          >Shop
          <NSelect
            :value="draft.shop || null"
            filterable
            tag
            clearable
            :options="shops"
            placeholder="Type a name"
            :input-props="{ 'aria-label': 'Shop' }"
            @update:value="(v: string | null) => (draft.shop = v ?? '')"
        /></label>
        <label
          >Condition
          <NSelect
            v-model:value="draft.condition"
            :options="CONDITIONS.map((value) => ({ value, label: value }))"
            aria-label="Condition"
        /></label>
      </div>
      <h3>Sheet</h3>
      <p class="quiet">Leave out what the maker does not state: rules then say “unknown” and never guess.</p>
      <div class="grid">
        <PartField
          v-for="spec in fields"
          :key="`${draft.kind}-${spec.key}`"
          :spec="spec"
          :value="draft.sheet[spec.key]"
          @change="(v) => (draft.sheet = { ...draft.sheet, [spec.key]: v })"
        />
      </div>
      <div v-if="message" role="alert" class="bad">
        <p>{{ message }}</p>
        <ul>
          <li v-for="(problem, n) in problems" :key="n">
            <b>{{ problem.path.replace(/^part\./, '') }}</b>: {{ problem.message }}. {{ problem.mend }}
          </li>
        </ul>
      </div>
      <p v-if="draft.kind === 'cpu' || draft.kind === 'gpu'" class="quiet">
        Its frame rates stay unknown until the catalogue holds a rate for it.
      </p>
      <button class="plain strong" type="submit" :disabled="!isReady || isBusy">Add the part</button>
    </form>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 8px 12px;
}
label {
  display: grid;
  gap: 2px;
  font-size: 12.5px;
  font-weight: 600;
  align-content: start;
}
button[type='submit'] {
  justify-self: start;
}
.bad {
  color: var(--danger);
}
</style>
