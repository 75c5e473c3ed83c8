<script setup lang="ts">
import { dayText } from '../../shared/format/format.ts';
import { assume } from '@ripe-pick/core/assumptions';
import { originOf, type Part } from '@ripe-pick/core/parts';
import { computed, ref } from 'vue';
import { assumedText } from '../../shared/format/assumed.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { draftOf } from './part-draft.ts';
import { fieldsOf } from './part-fields.ts';

/** Where the figures of a part came from, those of one place and day together; and what is assumed for the brief. */
const props = defineProps<{ part: Part }>();
const catalogueStore = useCatalogue();
const workspace = useWorkspace();
const isOpen = ref(false);

const origins = computed(() => {
  const { specs } = draftOf(props.part);
  const places = new Map<string, string[]>();
  for (const { key, label } of fieldsOf(props.part.kind)) {
    if ((specs[key] ?? null) === null) continue;
    const origin = originOf(props.part, key);
    const place = origin ? `${origin.name}, ${dayText(origin.on)}` : 'nobody said where from';
    places.set(place, [...(places.get(place) ?? []), label]);
  }
  return [...places];
});
/** Worked out over the whole catalogue, so only when it is looked at. */
const assumed = computed(() => {
  const { stored } = catalogueStore;
  if (!isOpen.value || !stored) return [];
  return assume(stored, workspace.brief.whereToBuy.assume).byPart.get(props.part.id) ?? [];
});
</script>

<template>
  <details @toggle="(event: Event) => (isOpen = (event.target as HTMLDetailsElement).open)">
    <summary>Where its figures came from</summary>
    <ul>
      <li v-for="[place, figures] in origins" :key="place">
        <b>{{ place }}</b>: {{ figures.join(', ') }}
      </li>
      <li v-for="each in assumed" :key="each.figure">
        <b>Assumed</b>: {{ assumedText(each) }}. <span class="quiet">{{ each.reason }}</span>
      </li>
      <li v-if="origins.length === 0 && assumed.length === 0">No spec is known yet.</li>
    </ul>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  min-height: 24px;
}
</style>
