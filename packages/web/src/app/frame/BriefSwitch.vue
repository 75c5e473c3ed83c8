<script setup lang="ts">
import { ChevronDown } from '@lucide/vue';
import { useMessage } from 'naive-ui';
import { computed } from 'vue';
import { failureText } from '../../shared/api/client.ts';
import { useBriefSwitch } from '../../shared/stores/brief-switch.ts';
import { useBriefs } from '../../shared/stores/briefs.ts';
import { offerCommands } from '../../shared/stores/commands.ts';
import { isAtRest } from '../../shared/ui/at-rest.ts';
import { BriefMenu } from './later.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** Which brief is open, where there are several, and the way to the others. */
const briefs = useBriefs();
const workspace = useWorkspace();
const briefSwitch = useBriefSwitch();
const message = useMessage();
const others = computed(() => briefs.inSight.filter(({ id }) => id !== briefs.current));

async function open(id: string) {
  try {
    await briefSwitch.open(id);
  } catch (error) {
    message.error(failureText(error, 'It could not be opened.'));
  }
}
offerCommands(() =>
  others.value.map(({ id, name }) => ({
    id: `brief-${id}`,
    title: `Open the brief ${name}`,
    group: 'Briefs',
    run: () => void open(id),
  })),
);
</script>

<template>
  <BriefMenu
    v-if="others.length > 0 && isAtRest"
    trigger="click"
    :options="others.map(({ id, name }) => ({ key: id, label: name }))"
    @select="open"
  >
    <button class="plain which" aria-haspopup="menu" :title="`Brief: ${workspace.brief.name}`">
      <span class="visually-hidden">Brief: </span><b>{{ workspace.brief.name }}</b>
      <ChevronDown :size="14" aria-hidden="true" />
    </button>
  </BriefMenu>
</template>

<style scoped>
.which {
  display: flex;
  gap: 4px;
  align-items: center;
  max-width: 220px;
}
.which b {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
