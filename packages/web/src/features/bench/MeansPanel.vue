<script setup lang="ts">
import { measuredMeans, type MeasuredMeans } from '@ripe-pick/core/bench';
import { computed } from 'vue';
import { fps } from '../../shared/format/format.ts';
import { conditionWords, offWords } from '../../shared/format/runs.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import type { Measured } from './use-bench.ts';

/** The means over what was measured, by name, beside those of what was expected in the same scenes. */
const props = defineProps<{ groups: readonly Measured[] }>();
const names = useNames();
const workspace = useWorkspace();
const sets = computed(() => measuredMeans(props.groups));
const MEANS = [
  { kind: 'arithmetic', name: 'Arithmetic mean' },
  { kind: 'geometric', name: 'Geometric mean' },
  { kind: 'harmonic', name: 'Harmonic mean' },
] as const;
const conditionsOf = ({ like, isMixed }: MeasuredMeans) =>
  conditionWords({ ...like, preset: isMixed ? null : like.preset });
const sceneWords = ({ scenes, isMixed }: MeasuredMeans) =>
  scenes
    .map(({ game, preset }) => (isMixed ? `${names.game(game)} at ${preset}` : names.game(game)))
    .join(', ');
</script>

<template>
  <section v-if="sets.length > 0" class="sheet means" aria-labelledby="means">
    <h2 id="means">Means over what was measured</h2>
    <div
      v-for="set in sets"
      :key="set.key"
      class="scroll"
      tabindex="0"
      role="group"
      :aria-label="conditionsOf(set)"
    >
      <table class="lines">
        <caption>
          {{
            set.scenes.length
          }}
          scenes,
          {{
            conditionsOf(set)
          }}:
          <span class="quiet"
            >{{ sceneWords(set) }}.<template v-if="set.isMixed">
              Their presets differ: compare it with the same mixture alone.</template
            ></span
          >
        </caption>
        <thead>
          <tr>
            <th scope="col">Mean</th>
            <th scope="col" class="num">measured</th>
            <th scope="col" class="num">expected</th>
            <th scope="col" class="num">difference</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ kind, name } in MEANS" :key="kind">
            <th scope="row">
              {{ name }}
              <span v-if="workspace.brief.play.objective.mean === kind" class="quiet">(the brief’s)</span>
            </th>
            <td class="num">{{ fps(set.measured[kind]) }}</td>
            <td class="num">{{ set.expected ? fps(set.expected[kind]) : 'unknown' }}</td>
            <td class="num">{{ set.expected ? offWords(set.measured[kind] / set.expected[kind]) : '' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.means {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.scroll {
  overflow-x: auto;
  position: relative;
}
caption .quiet {
  font-weight: 400;
}
caption {
  text-align: left;
  padding-bottom: 4px;
}
th.num,
td {
  text-align: right;
}
</style>
