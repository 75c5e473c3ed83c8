<script setup lang="ts">
import { ESSENTIALS } from '@ripe-pick/core/assumptions';
import type { PartKind } from '@ripe-pick/core/parts';
import { templateHeadings } from '@ripe-pick/core/specs';
import { NSelect } from 'naive-ui';
import Papa from 'papaparse';
import { ref } from 'vue';
import { PART_KINDS, SLOT_NAMES } from '../../shared/format/slots.ts';
import { download } from '../../shared/ui/download.ts';

/** An empty table of one kind of part, to be filled in anywhere and read back here. */
const KINDS = PART_KINDS.map((value) => ({ value, label: SLOT_NAMES[value] }));
const template = ref<PartKind>('gpu');
const downloadTemplate = () =>
  download(
    `parts-${template.value}.csv`,
    Papa.unparse([
      templateHeadings(template.value, ESSENTIALS[template.value]),
      [SLOT_NAMES[template.value]],
    ]),
    'text/csv',
  );
</script>

<template>
  <span class="template">
    <NSelect
      v-model:value="template"
      class="choice"
      size="small"
      :options="KINDS"
      aria-label="Kind of part of the table to fill in"
    />
    <button class="plain edged" type="button" @click="downloadTemplate">Table to fill in</button>
  </span>
</template>

<style scoped>
.template {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.choice {
  width: 170px;
}
</style>
