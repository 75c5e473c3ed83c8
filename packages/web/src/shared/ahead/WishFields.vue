<script setup lang="ts">
import { X } from '@lucide/vue';
import { PRESETS, type LaterWish } from '@ripe-pick/core/parts';
import { useNames } from '../stores/names.ts';
import ChoiceField from '../ui/ChoiceField.vue';
import DayField from '../ui/DayField.vue';
import NumberField from '../ui/NumberField.vue';
import SwitchField from '../ui/SwitchField.vue';
import { useAhead } from './use-ahead.ts';

/** Screens, drives and games that come on a day. */
const names = useNames();
const { growth, scale, currency, set, minor } = useAhead();
const setWish = (id: string, label: string, change: object) =>
  set(label, {
    wishes: growth.value.wishes.map((wish) =>
      wish.id === id ? ({ ...wish, ...change } as LaterWish) : wish,
    ),
  });
const presets = PRESETS.map((preset) => ({ label: preset, value: preset }));
</script>

<template>
  <div v-for="(wish, n) in growth.wishes" :key="wish.id" class="entry">
    <DayField
      :label="wish.kind === 'screen' ? 'Screen on' : wish.kind === 'drive' ? 'Drive on' : 'Game on'"
      :aria="`Day of later ${wish.kind} ${n + 1}`"
      :value="wish.on"
      @change="(v) => v && setWish(wish.id, `change the day of a ${wish.kind}`, { on: v })"
    />
    <template v-if="wish.kind === 'screen'">
      <NumberField
        label="Wide"
        :value="wish.widthPx"
        :min="320"
        :max="16384"
        :precision="0"
        @update:value="(v) => setWish(wish.id, 'type a screen', { widthPx: v ?? 1920 })"
      />
      <NumberField
        label="High"
        :value="wish.heightPx"
        :min="200"
        :max="16384"
        :precision="0"
        @update:value="(v) => setWish(wish.id, 'type a screen', { heightPx: v ?? 1080 })"
      />
      <NumberField
        label="Refresh"
        suffix="Hz"
        :value="wish.refreshHz"
        :min="20"
        :max="1000"
        @update:value="(v) => setWish(wish.id, 'type a screen', { refreshHz: v ?? 60 })"
      />
      <NumberField
        label="It costs"
        :value="wish.costMinor / scale"
        :min="0"
        :currency="currency"
        @update:value="(v) => setWish(wish.id, 'type what a screen costs', { costMinor: minor(v) })"
      />
    </template>
    <template v-else-if="wish.kind === 'drive'">
      <NumberField
        label="Space"
        suffix="GB"
        :value="wish.gb"
        :min="1"
        :max="1000000"
        @update:value="(v) => setWish(wish.id, 'type a drive', { gb: v ?? 1000 })"
      />
      <SwitchField
        label="Solid state"
        :value="wish.solidState"
        @change="(v) => setWish(wish.id, 'change a drive', { solidState: v })"
      />
    </template>
    <template v-else>
      <ChoiceField
        label="Like"
        filterable
        :value="wish.game"
        :options="names.gameOptions"
        @update:value="(v: string) => setWish(wish.id, 'choose a game', { game: v })"
      />
      <ChoiceField
        label="Preset"
        :value="wish.preset"
        :options="presets"
        @update:value="(v: string) => setWish(wish.id, 'choose a preset', { preset: v })"
      />
      <NumberField
        label="Times as heavy"
        :value="wish.timesAsHeavy"
        :min="0.2"
        :max="10"
        :step="0.1"
        @update:value="(v) => setWish(wish.id, 'type how heavy a game is', { timesAsHeavy: v ?? 1 })"
      />
      <NumberField
        label="Weight"
        :value="wish.weight"
        :min="0"
        :max="1000"
        @update:value="(v) => setWish(wish.id, 'type the weight of a game', { weight: v ?? 1 })"
      />
    </template>
    <label class="note"
      ><span>Note</span
      ><input
        type="text"
        maxlength="300"
        :value="wish.note"
        :aria-label="`Note on later ${wish.kind} ${n + 1}`"
        @input="
          setWish(wish.id, `type a note on a ${wish.kind}`, {
            note: ($event.target as HTMLInputElement).value,
          })
        "
    /></label>
    <button
      class="plain"
      :aria-label="`Remove later ${wish.kind} ${n + 1}`"
      @click="
        set(`remove a later ${wish.kind}`, { wishes: growth.wishes.filter((each) => each.id !== wish.id) })
      "
    >
      <X :size="16" aria-hidden="true" />
    </button>
  </div>
</template>

<style src="./entries.css" scoped></style>
