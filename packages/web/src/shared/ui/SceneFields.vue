<script setup lang="ts">
import { PRESETS, type Preset } from '@ripe-pick/core/parts';
import { SIZES } from '../format/runs.ts';
import { useNames } from '../stores/names.ts';
import ChoiceField from './ChoiceField.vue';

/** What a rate was measured in: a game, its preset, and the resolution. */
const game = defineModel<string>('game', { required: true });
const preset = defineModel<Preset>('preset', { required: true });
const size = defineModel<string>('size', { required: true });
const names = useNames();
const PRESET_OPTIONS = PRESETS.map((value) => ({ value, label: value }));
</script>

<template>
  <ChoiceField
    label="Game"
    filterable
    placeholder="choose"
    :value="game || null"
    :options="names.gameOptions"
    @update:value="(id: string) => (game = id)"
  />
  <ChoiceField
    label="Preset"
    :value="preset"
    :options="PRESET_OPTIONS"
    @update:value="(chosen: Preset) => (preset = chosen)"
  />
  <ChoiceField
    label="Resolution"
    :value="size"
    :options="SIZES"
    @update:value="(chosen: string) => (size = chosen)"
  />
</template>
