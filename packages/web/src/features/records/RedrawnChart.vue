<script setup lang="ts">
import type { ChartLine } from '@ripe-pick/contract';
import { isBarFarOff, type ExpectedBar } from '@ripe-pick/core/fit';
import { NSelect } from 'naive-ui';
import { computed } from 'vue';
import { useNames } from '../../shared/stores/names.ts';
import { fps } from '../../shared/format/format.ts';
import MakePartLink from '../../shared/ui/MakePartLink.vue';

/** A published chart drawn again from what was typed, bar by bar, with what the model expects beside each. */
const props = defineProps<{
  lines: readonly ChartLine[];
  varies: 'gpu' | 'cpu';
  /** By line. */
  expected: ReadonlyMap<number, ExpectedBar>;
}>();
const emit = defineEmits<{ mean: [name: string, part: string] }>();
const names = useNames();
const most = computed(
  () =>
    Math.max(
      1,
      ...props.lines.map((line) => line.average ?? 0),
      ...[...props.expected.values()].map((each) => each.high),
    ) * 1.04,
);
const left = (value: number) => `${(100 * value) / most.value}%`;
const whisker = (line: ChartLine) => {
  const known = props.expected.get(line.line);
  return known ? { left: left(known.low), width: left(known.high - known.low) } : {};
};
const isOff = ({ line, average }: ChartLine) => {
  const known = props.expected.get(line);
  return known !== undefined && average !== null && isBarFarOff(average, known);
};
</script>

<template>
  <div class="redrawn" aria-live="polite">
    <p v-if="lines.length === 0" class="quiet">
      The chart is drawn again here as you type, so that it can be compared with the original.
    </p>
    <ol v-else>
      <li v-for="line in lines" :key="line.line" :class="{ bad: line.problem !== null }">
        <div class="who">
          <span class="name">{{ line.part ? names.part(line.part) : line.name }}</span>
          <NSelect
            v-if="line.part === null && line.average !== null"
            size="small"
            filterable
            placeholder="which part?"
            :input-props="{ 'aria-label': `Part meant by ${line.name}` }"
            :options="
              line.suggestions.length > 0
                ? line.suggestions.map((id) => ({ value: id, label: names.part(id) }))
                : names.partsOfKind(varies)
            "
            @update:value="(id: string) => emit('mean', line.name, id)"
          />
        </div>
        <div v-if="line.average !== null" class="track">
          <i class="bar" :style="{ width: left(line.average) }"></i>
          <i v-if="line.low !== null" class="low" :style="{ left: left(line.low) }"></i>
          <i v-if="expected.has(line.line)" class="whisker" :style="whisker(line)"></i>
        </div>
        <span v-if="line.average !== null" class="num figures"
          >{{ fps(line.average) }}<template v-if="line.low !== null"> / {{ fps(line.low) }}</template></span
        >
        <p v-if="line.problem" class="problem">
          Line {{ line.line }}: {{ line.problem }}
          <MakePartLink
            v-if="line.part === null && line.average !== null"
            :words="line.name"
            :kind="varies"
          />
        </p>
        <p v-else-if="isOff(line)" class="problem">
          Far from the {{ fps(expected.get(line.line)?.fps ?? 0) }} that is expected: is it typed right, at
          this preset?
        </p>
      </li>
    </ol>
    <p v-if="expected.size > 0" class="quiet key">
      <i class="whisker key"></i> expected so far, 4 in 5 chances <i class="low key"></i> 1 % low
    </p>
  </div>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 5px;
}
li {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr) 84px;
  gap: 2px 10px;
  align-items: center;
}
.name {
  font-size: var(--text-body);
}
.track {
  position: relative;
  height: 22px;
  background: var(--sunk);
  border-radius: var(--round-small);
}
.track .bar {
  position: absolute;
  inset: 0 auto 0 0;
  background: color-mix(in srgb, var(--apricot) 55%, var(--sheet));
  border-radius: var(--round-small);
}
.bad .bar {
  opacity: 0.4;
}
.low {
  position: absolute;
  top: 3px;
  bottom: 3px;
  border-left: 2.5px solid var(--ink);
}
.whisker {
  position: absolute;
  top: 9px;
  height: 4px;
  background: var(--plum);
  border-radius: var(--round-small);
}
.figures {
  font-size: var(--text-small);
  font-weight: 600;
  text-align: right;
}
.problem {
  grid-column: 1 / -1;
  color: var(--danger);
  font-size: var(--text-small);
}
.key {
  font-size: var(--text-small);
}
i.key {
  position: static;
  display: inline-block;
  width: 18px;
  vertical-align: middle;
}
i.low.key {
  width: 2px;
  height: 12px;
  margin-left: 10px;
}
@media (max-width: 900px) {
  li {
    grid-template-columns: minmax(0, 1fr) 84px;
  }
  .who {
    grid-column: 1 / -1;
  }
}
</style>
