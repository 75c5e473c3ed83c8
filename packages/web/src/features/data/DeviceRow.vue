<script setup lang="ts">
import { momentText } from '../../shared/format/format.ts';
import type { Device } from '@ripe-pick/contract';
import { ref } from 'vue';
import TextField from '../../shared/ui/TextField.vue';

/** A device that was let in. */
const props = defineProps<{ readonly device: Device; readonly isBusy: boolean }>();
const emit = defineEmits<{ change: [to: Partial<Pick<Device, 'name' | 'access'>>]; remove: [] }>();

/** Letting in again takes a new code: this cannot be undone, and is asked about. */
const isAsked = ref(false);
const rename = (name: string) => name.trim() && emit('change', { name: name.trim() });
const turn = () => emit('change', { access: props.device.access === 'look' ? 'change' : 'look' });
</script>

<template>
  <li class="row">
    <TextField
      label="Name"
      :aria="`Name of ${device.name}`"
      :value="device.name"
      maxlength="60"
      @change="rename"
    />
    <span class="quiet what">
      may {{ device.access === 'look' ? 'look' : 'look and change' }}; let in
      {{ momentText(device.pairedAt) }},
      {{ device.lastUsedAt ? `last used ${momentText(device.lastUsedAt)}` : 'not used yet' }}
    </span>
    <template v-if="isAsked">
      <button class="plain strong" :disabled="isBusy" @click="emit('remove')">Shut it out</button>
      <button class="plain edged" @click="isAsked = false">Close</button>
    </template>
    <template v-else>
      <button
        class="plain edged"
        :disabled="isBusy"
        :aria-label="`${device.access === 'look' ? 'Let it change things' : 'Let it look only'}: ${device.name}`"
        @click="turn"
      >
        {{ device.access === 'look' ? 'Let it change things' : 'Let it look only' }}
      </button>
      <button
        class="plain edged"
        :disabled="isBusy"
        :aria-label="`Shut out …: ${device.name}`"
        @click="isAsked = true"
      >
        Shut out …
      </button>
    </template>
  </li>
</template>

<style scoped src="./sheets.css"></style>
<style scoped>
.what {
  flex: 1 1 18em;
}
</style>
