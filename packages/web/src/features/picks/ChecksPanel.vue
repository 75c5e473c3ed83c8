<script setup lang="ts">
import { computed } from 'vue';
import { CircleHelp, Info, OctagonX, TriangleAlert } from '@lucide/vue';
import type { Verdict } from '@ripe-pick/core/compatibility';
import { useBench } from '../../shared/stores/bench.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

const bench = useBench();
const findings = computed(() => bench.summary?.findings ?? []);
const open = computed(() => bench.summary?.open ?? []);
const missing = computed(() => bench.summary?.missing ?? []);

const LOOKS: Readonly<Record<Verdict, { readonly icon: typeof Info; readonly word: string }>> = {
  block: { icon: OctagonX, word: 'does not fit' },
  unknown: { icon: CircleHelp, word: 'unknown' },
  warn: { icon: TriangleAlert, word: 'first' },
  note: { icon: Info, word: 'note' },
  pass: { icon: Info, word: 'fits' },
};
</script>

<template>
  <section class="sheet panel" aria-labelledby="checks">
    <h2 id="checks">Checks</h2>
    <p v-if="open.length > 0" class="quiet">
      Still open: {{ open.map((slot) => SLOT_NAMES[slot].toLowerCase()).join(', ') }}.
    </p>
    <p v-for="id in missing" :key="id" class="bad">The catalogue no longer has “{{ id }}”.</p>
    <p v-if="findings.length === 0 && open.length === 0">
      Everything fits. Makers’ manuals have the last word.
    </p>
    <ul v-if="findings.length > 0">
      <li v-for="finding in findings" :key="finding.rule" :class="finding.verdict">
        <component :is="LOOKS[finding.verdict].icon" :size="15" aria-hidden="true" />
        <p>
          <b>{{ LOOKS[finding.verdict].word }}:</b> {{ finding.sentence }}
          <span class="quiet">{{ finding.mend }}</span>
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 18px 1fr;
  gap: 6px;
  font-size: 12.5px;
}
li.block,
.bad {
  color: var(--danger);
}
li.warn {
  color: var(--apricot);
}
</style>
