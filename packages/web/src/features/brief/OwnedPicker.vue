<script setup lang="ts">
import { computed, ref } from 'vue';
import { useBriefs } from '../../shared/stores/briefs.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import ChoiceField from '../../shared/ui/ChoiceField.vue';

/** The parts that are there already. One that another brief has is not taken for this one too without being asked about. */
const workspace = useWorkspace();
const briefs = useBriefs();
const names = useNames();

/** Chosen here, but promised to another brief: not owned here until it is said that there are two. */
const asked = ref<readonly string[]>([]);
function choose(chosen: string[]) {
  const { owned } = workspace.brief;
  const isTaken = (part: string) => !owned.includes(part) && briefs.promised.has(part);
  asked.value = chosen.filter(isTaken);
  set(chosen.filter((part) => !isTaken(part)));
}
function set(owned: readonly string[]) {
  if (owned.join() === workspace.brief.owned.join()) return;
  workspace.editBrief('change owned parts', (brief) => ({
    ...brief,
    owned: [...owned],
    // What goes takes its own figures along: another piece of it has none.
    tuned: brief.tuned.filter(({ part }) => owned.includes(part)),
  }));
}
function haveTwo(part: string) {
  asked.value = asked.value.filter((each) => each !== part);
  set([...workspace.brief.owned, part]);
}
/** Owned here and promised elsewhere: there have to be two of it. */
const twice = computed(() => workspace.brief.owned.filter((part) => briefs.promised.has(part)));
const nameOf = (part: string) => names.parts.get(part) ?? part;
</script>

<template>
  <ChoiceField
    label="Parts that are there already"
    hint="They cost nothing. Drives come on top of what is bought."
    multiple
    filterable
    :value="[...workspace.brief.owned]"
    :options="names.partOptions"
    placeholder="Type to search"
    @update:value="choose"
  />
  <div v-for="part in asked" :key="part" class="asked" role="alert">
    <p>
      <b>{{ nameOf(part) }}</b> goes into “{{ briefs.promised.get(part) }}”.
    </p>
    <button class="plain edged" @click="haveTwo(part)">There is another one</button>
    <button class="plain edged" @click="asked = asked.filter((each) => each !== part)">Leave it there</button>
  </div>
  <p v-if="twice.length > 0" class="quiet">
    Counted on here and in another brief, so there have to be two:
    {{ twice.map((part) => `${nameOf(part)} (“${briefs.promised.get(part)}”)`).join(', ') }}.
  </p>
</template>

<style scoped>
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  border-left: 3px solid var(--apricot);
  padding-left: 10px;
}
</style>
