<script setup lang="ts">
import { NButton, NInput } from 'naive-ui';
import { storeToRefs } from 'pinia';
import { computed, ref } from 'vue';
import type { Feed } from '@ripe-pick/contract';
import { useNames } from '../../shared/stores/names.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import NumberField from '../../shared/ui/NumberField.vue';
import SwitchField from '../../shared/ui/SwitchField.vue';

/** An address to be listed, or changed. */
const props = defineProps<{ feed: Feed }>();
const emit = defineEmits<{ keep: [feed: Feed]; leave: [] }>();
const { shopOptions, partOptions } = storeToRefs(useNames());
const draft = ref<Feed>({ ...props.feed });
function set(change: Partial<Feed>) {
  draft.value = { ...draft.value, ...change };
}
const isAddress = computed(() => /^https?:\/\/[^\s/]+/.test(draft.value.url.trim()));
function keep() {
  if (!isAddress.value) return;
  const url = draft.value.url.trim();
  emit('keep', { ...draft.value, url, name: draft.value.name.trim() || new URL(url).host.slice(0, 200) });
}
</script>

<template>
  <form class="form" @submit.prevent="keep">
    <NInput
      :value="draft.url"
      size="small"
      placeholder="https://… a product page, a price list (CSV) or a feed (JSON)"
      :maxlength="2000"
      :input-props="{ 'aria-label': 'Address' }"
      @update:value="set({ url: $event })"
    />
    <div class="fields">
      <ChoiceField
        label="Shop"
        size="small"
        filterable
        :value="draft.shop"
        :options="shopOptions"
        @update:value="set({ shop: $event })"
      />
      <ChoiceField
        label="About one part"
        size="small"
        filterable
        clearable
        :value="draft.part"
        :options="partOptions"
        placeholder="told by what is on it"
        @update:value="set({ part: $event })"
      />
      <NumberField
        placeholder="none"
        label="Every so many hours"
        size="small"
        :value="draft.everyHours"
        :min="1"
        :max="744"
        :precision="0"
        @update:value="set({ everyHours: $event ?? 24 })"
      />
    </div>
    <NInput
      :value="draft.name"
      size="small"
      placeholder="a name for it"
      :maxlength="200"
      :input-props="{ 'aria-label': 'Name of the source' }"
      @update:value="set({ name: $event })"
    />
    <SwitchField label="Fetched on its own" :value="draft.isOn" @change="set({ isOn: $event })" />
    <SwitchField
      label="May lead into this machine or its own network"
      :value="draft.allowPrivate"
      @change="set({ allowPrivate: $event })"
    />
    <p class="quiet small">
      Only this address is fetched, no redirects; ask no more often than the shop’s rules allow.
    </p>
    <div class="fields">
      <NButton size="small" type="primary" attr-type="submit" :disabled="!isAddress || draft.shop === ''"
        >Keep it</NButton
      ><NButton size="small" quaternary @click="emit('leave')">Close</NButton>
    </div>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.fields {
  display: flex;
  gap: 8px;
  align-items: end;
  flex-wrap: wrap;
}
.fields > :deep(.field) {
  flex: 1 1 150px;
}
.small {
  font-size: var(--text-small);
}
</style>
