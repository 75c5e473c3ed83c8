<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { TOURS } from '../help/tours.ts';
import Dialog from '../../shared/ui/Dialog.vue';
import { SHORTCUTS } from '../../shared/ui/shortcuts.ts';
import { useCommands } from '../../shared/stores/commands.ts';

const commands = useCommands();
const route = useRoute();
const hasTour = computed(() => String(route.name ?? '') in TOURS);
function openGuide() {
  commands.isHelpOpen = false;
  commands.isGuideOpen = true;
}
function openTour() {
  commands.isHelpOpen = false;
  commands.isTourOpen = true;
}
</script>

<template>
  <Dialog :show="commands.isHelpOpen" title="Help and keys" :width="680" @close="commands.isHelpOpen = false">
    <p class="help">
      <button class="plain edged" @click="openGuide">Guide to this screen</button>
      <button v-if="hasTour" class="plain edged" @click="openTour">Show me around this screen</button>
    </p>
    <div class="keys">
      <section v-for="group in SHORTCUTS" :key="group.where">
        <h3>{{ group.where }}</h3>
        <dl>
          <div v-for="each in group.list" :key="each.does">
            <dt>
              <kbd v-for="key in each.keys" :key="key">{{ key }}</kbd>
            </dt>
            <dd>{{ each.does }}</dd>
          </div>
        </dl>
      </section>
    </div>
    <p class="quiet">
      Single letters can be switched off at the foot of the rail. On a Mac, Command stands for Ctrl.
    </p>
  </Dialog>
</template>

<style scoped>
.help {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.keys {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 14px 26px;
  margin-bottom: 10px;
}
dl {
  margin: 4px 0 0;
}
dl div {
  display: grid;
  grid-template-columns: 128px 1fr;
  gap: 8px;
  padding: 2px 0;
}
dt {
  display: flex;
  align-items: start;
  gap: 3px;
}
dd {
  margin: 0;
}
</style>
