<script setup lang="ts">
import { computed } from 'vue';
import { percent } from '../../shared/format/format.ts';
import NumberField from '../../shared/ui/NumberField.vue';
import type { BuildDay } from './use-build-day.ts';

/** What is set up after the first start: why, how to see that it took, and the reading that shows it. */
const props = defineProps<{ day: BuildDay }>();
const kept = computed(
  () => new Map(props.day.kept.value.start.settings.map(({ code, reading }) => [code, reading])),
);
const rows = computed(() =>
  props.day.settings.value.map((setting) => {
    const reading = kept.value.get(setting.code);
    return {
      setting,
      reading,
      fault: reading === undefined || reading === null ? null : setting.judge(reading),
    };
  }),
);
const open = computed(() => rows.value.filter(({ reading }) => reading === undefined).length);
const unit = (text: string) => text.split(' ')[0];
</script>

<template>
  <div class="settings">
    <p class="quiet num" role="status">
      {{ rows.length - open }} of {{ rows.length }} set up and seen to.
      <template v-if="day.profileLoss.value !== null">
        With the memory’s profile off, {{ percent(day.profileLoss.value) }} of the frames of your games are
        lost.
      </template>
    </p>
    <ol>
      <li
        v-for="{ setting, reading, fault } in rows"
        :key="setting.code"
        :class="{ done: reading !== undefined && !fault }"
      >
        <div class="words">
          <b>{{ setting.title }}</b>
          <p class="quiet">{{ setting.why }}</p>
          <p class="quiet">{{ setting.verify }}</p>
          <p v-if="fault" role="alert" class="fault">{{ fault.points }} {{ fault.mend }}</p>
        </div>
        <NumberField
          v-if="setting.expected"
          :label="`Read off, ${setting.expected.unit}`"
          :suffix="unit(setting.expected.unit)"
          :placeholder="String(setting.expected.value)"
          clearable
          :min="0"
          :max="100_000"
          :value="reading ?? null"
          @update:value="(value: number | null) => day.set(setting.code, value ?? undefined)"
        />
        <button
          v-else
          class="plain edged big"
          :aria-pressed="reading !== undefined"
          :aria-label="`Done: ${setting.title}`"
          @click="day.set(setting.code, reading === undefined ? null : undefined)"
        >
          {{ reading === undefined ? 'Done' : 'Seen to' }}
        </button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.settings {
  display: grid;
  gap: 8px;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 170px;
  gap: 4px 16px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
p {
  margin: 0;
}
.done b {
  color: var(--ink-soft);
}
.fault {
  color: var(--danger);
}
.big {
  min-height: 44px;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
