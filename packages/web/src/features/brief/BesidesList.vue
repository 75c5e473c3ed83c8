<script setup lang="ts">
import { Trash2 } from '@lucide/vue';
import { minorPlaces } from '@ripe-pick/core';
import { computed, nextTick, ref } from 'vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import TextField from '../../shared/ui/TextField.vue';

/** What is bought from the same sum and is no part of the build: a screen, a second fan, cables, film, lights. */
const workspace = useWorkspace();
const money = computed(() => workspace.brief.money);
const scale = computed(() => 10 ** minorPlaces(money.value.currency));
const root = ref<HTMLElement | null>(null);
const USUAL = [
  'Screen',
  'Second fan',
  'Case fans',
  'Longer cables',
  'Lights',
  'Light controller',
  'Screen film',
  'Thermal paste',
];

type Beside = (typeof money.value.besides)[number];
const set = (label: string, besides: readonly Beside[]) =>
  workspace.editBrief(label, (brief) => ({ ...brief, money: { ...brief.money, besides } }));
const change = (at: number, label: string, to: Partial<Beside>) =>
  set(
    label,
    money.value.besides.map((each, n) => (n === at ? { ...each, ...to } : each)),
  );
async function add() {
  const free = USUAL.find((name) => !money.value.besides.some((each) => each.name === name)) ?? 'More';
  set('add what comes beside the parts', [...money.value.besides, { name: free, priceMinor: 0 }]);
  await nextTick();
  root.value?.querySelectorAll<HTMLInputElement>('input[list]')[money.value.besides.length - 1]?.select();
}
</script>

<template>
  <div ref="root" class="besides">
    <div v-for="(each, n) in money.besides" :key="n" class="row">
      <TextField
        label="Also from the same budget"
        :aria="`What comes beside the parts, ${n + 1}`"
        :value="each.name"
        list="besides-usual"
        @change="(name) => change(n, 'name what comes beside the parts', { name: name.trim() || each.name })"
      />
      <NumberField
        label="Price"
        :aria="`Price of ${each.name}`"
        :value="each.priceMinor / scale"
        :min="0"
        :currency="money.currency"
        @update:value="
          (v) =>
            change(n, 'type what comes beside the parts', {
              priceMinor: Math.max(0, Math.round((v ?? 0) * scale)),
            })
        "
      />
      <button
        class="plain"
        :aria-label="`Take ${each.name} out`"
        @click="
          set(
            'delete what comes beside the parts',
            money.besides.filter((_, at) => at !== n),
          )
        "
      >
        <Trash2 :size="15" aria-hidden="true" />
      </button>
    </div>
    <datalist id="besides-usual">
      <option v-for="name in USUAL" :key="name" :value="name"></option>
    </datalist>
    <button v-if="money.besides.length < 40" class="plain edged add" @click="add">
      A screen, fans, cables from the same budget
    </button>
  </div>
</template>

<style scoped>
.besides {
  display: grid;
  gap: 8px;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px auto;
  gap: 12px;
  align-items: end;
}
.row > button {
  padding-bottom: 8px;
}
.add {
  justify-self: start;
}
</style>
