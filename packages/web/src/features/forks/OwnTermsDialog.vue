<script setup lang="ts">
import type { CostBasis, ForkCode } from '@ripe-pick/core/parts';
import { computed, ref, watch } from 'vue';
import { screenOptions, screenSize, screenWords } from '../../shared/format/goals.ts';
import { BASIS_WORDS, COST_BASES } from '../../shared/format/schools.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';
import Dialog from '../../shared/ui/Dialog.vue';
import NumberField from '../../shared/ui/NumberField.vue';

/** A screen and a counted total for one way alone. It then is unlike the brief, and marked as that. */
const props = defineProps<{ way: { fork: ForkCode; branch: string; name: string } | null }>();
const emit = defineEmits<{ close: [] }>();
const workspace = useWorkspace();
const brief = computed(() => workspace.brief);
const others = computed(() =>
  brief.value.ownTerms.filter((each) => each.fork !== props.way?.fork || each.branch !== props.way.branch),
);
const now = computed(() => brief.value.ownTerms.find((each) => !others.value.includes(each)) ?? null);
const size = ref('');
const refreshHz = ref(60);
const costBasis = ref<CostBasis | ''>('');
watch(
  () => props.way,
  () => {
    const screen = now.value?.screen;
    size.value = screen ? `${screen.widthPx}x${screen.heightPx}` : '';
    refreshHz.value = (screen ?? brief.value.play).refreshHz;
    costBasis.value = now.value?.costBasis ?? '';
  },
);
const sizes = computed(() => [
  { value: '', label: `as the brief: ${screenWords(brief.value.play)}` },
  ...screenOptions(now.value?.screen ?? brief.value.play),
]);
const bases = computed(() => [
  { value: '', label: `as the brief: ${BASIS_WORDS[brief.value.money.costBasis]}` },
  ...COST_BASES,
]);
function save() {
  const { way } = props;
  if (!way) return;
  const screen = size.value === '' ? null : { ...screenSize(size.value), refreshHz: refreshHz.value };
  const own = {
    fork: way.fork,
    branch: way.branch,
    screen,
    costBasis: costBasis.value === '' ? null : costBasis.value,
  };
  const isOwn = own.screen !== null || own.costBasis !== null;
  workspace.editBrief(`${isOwn ? 'give' : 'take'} ${way.name} a brief of its own`, (before) => ({
    ...before,
    ownTerms: isOwn ? [...others.value, own] : others.value,
  }));
  emit('close');
}
</script>

<template>
  <Dialog
    :show="way !== null"
    :title="`A brief of its own: ${way?.name ?? ''}`"
    :width="460"
    @close="emit('close')"
  >
    <form class="own" @submit.prevent="save">
      <p class="quiet">
        For this way alone. It is marked, and not compared with ways that keep the brief; what its parts do
        under the brief stands beside it.
      </p>
      <ChoiceField
        data-first
        label="Its screen"
        :value="size"
        :options="sizes"
        @update:value="(value: string) => (size = value)"
      />
      <NumberField
        v-if="size !== ''"
        label="Its refresh rate"
        suffix="Hz"
        :value="refreshHz"
        :min="20"
        :max="1000"
        @update:value="(hz) => (refreshHz = hz ?? refreshHz)"
      />
      <ChoiceField
        label="What must fit the budget"
        :value="costBasis"
        :options="bases"
        @update:value="(value: CostBasis | '') => (costBasis = value)"
      />
      <div class="row">
        <button class="plain strong" type="submit">Prove it</button>
        <button class="plain edged" type="button" @click="emit('close')">Close</button>
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.own {
  display: grid;
  gap: 12px;
}
.row {
  display: flex;
  gap: 8px;
}
</style>
