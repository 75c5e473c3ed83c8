<script setup lang="ts">
import { dateEnUS, enUS, NConfigProvider, NMessageProvider } from 'naive-ui';
import { PairPage } from '../features/pair/index.ts';
import { isStranger } from '../shared/api/place.ts';
import Shell from './Shell.vue';
import { useNumberLanguage } from '../shared/ui/number-language.ts';
import { useTheme } from './theme.ts';

const { theme, overrides, isDark, toggle } = useTheme();
const { tag } = useNumberLanguage();
</script>

<template>
  <NConfigProvider
    :theme="theme"
    :theme-overrides="overrides"
    :locale="enUS"
    :date-locale="dateEnUS"
    inline-theme-disabled
    abstract
  >
    <NMessageProvider placement="bottom">
      <PairPage v-if="isStranger" />
      <Shell v-else :key="tag" :is-dark="isDark" @toggle-theme="toggle" />
    </NMessageProvider>
  </NConfigProvider>
</template>
