<script setup lang="ts">
import { dateEnUS, enUS, NConfigProvider, NMessageProvider } from 'naive-ui';
import Shell from './Shell.vue';
import { useTheme } from './theme.ts';

const { theme, overrides, isDark, toggle } = useTheme();
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
      <Shell :is-dark="isDark" @toggle-theme="toggle" />
    </NMessageProvider>
  </NConfigProvider>
</template>
