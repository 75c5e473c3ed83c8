<script setup lang="ts">
import { NConfigProvider, NMessageProvider } from 'naive-ui';
import { defineAsyncComponent } from 'vue';
import { isStranger } from '../shared/api/place.ts';
import Shell from './Shell.vue';
import { useNumberLanguage } from '../shared/ui/number-language.ts';
import { useTheme } from './theme.ts';

/** Seen once by each other device. */
const PairPage = defineAsyncComponent(() => import('../features/pair/index.ts').then((m) => m.PairPage));
const { theme, overrides, isDark, toggle } = useTheme();
const { tag } = useNumberLanguage();
</script>

<template>
  <NConfigProvider :theme="theme" :theme-overrides="overrides" inline-theme-disabled abstract>
    <NMessageProvider placement="bottom">
      <PairPage v-if="isStranger" />
      <Shell v-else :key="tag" :is-dark="isDark" @toggle-theme="toggle" />
    </NMessageProvider>
  </NConfigProvider>
</template>
