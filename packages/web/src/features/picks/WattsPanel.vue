<script setup lang="ts">
import { computed } from 'vue';
import { line, scaleLinear } from 'd3';
import { goesBy, type SizedBy } from '@ripe-pick/core/power';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { airWords, riseWords } from '../../shared/format/air.ts';
import { decimal, money, percent } from '../../shared/format/format.ts';
import { psuRuleWords } from '../../shared/format/schools.ts';

const bench = useBench();
const workspace = useWorkspace();
const load = computed(() => bench.summary?.load ?? null);
const needed = computed(() => bench.summary?.neededWatts ?? null);
const psu = computed(() => bench.summary?.set.psu ?? null);
const rated = computed(() => psu.value?.ratedWatts ?? null);
const working = computed(() => bench.summary?.working ?? null);
const rule = computed(() => workspace.brief.needs.psuRule);
const air = computed(() => bench.summary?.air ?? null);
const full = computed(
  () => Math.max(rated.value ?? 0, needed.value ?? 0, (load.value?.deciwatts ?? 0) / 10, 1) * 1.05,
);
const share = (watts: number) => `${(100 * watts) / full.value}%`;

const how = (each: SizedBy): string => {
  switch (each.kind) {
    case 'load':
      return `load × ${each.factor}`;
    case 'maker':
      return 'the graphics card’s recommended power supply';
    case 'half':
      return 'load at half of the rating';
    default:
      return each.plannedExtraWatts === null
        ? 'with the planned graphics card (none planned)'
        : `with the planned graphics card (+${each.plannedExtraWatts} W)`;
  }
};

const CURVE = { width: 264, height: 74, left: 30, bottom: 16 };
const x = scaleLinear([0, 1], [CURVE.left, CURVE.width - 6]);
const y = computed(() => {
  const values = working.value?.curve.map(([, value]) => value) ?? [];
  return scaleLinear(
    [Math.min(0.78, ...values) - 0.01, Math.max(0.9, ...values) + 0.01],
    [CURVE.height - CURVE.bottom, 6],
  );
});
const path = computed(
  () =>
    line<readonly [number, number]>(
      (point) => x(point[0]),
      (point) => y.value(point[1]),
    )([...(working.value?.curve ?? [])]) ?? '',
);
const running = computed(() => workspace.brief.money.running);
</script>

<template>
  <section class="sheet panel" aria-labelledby="watts">
    <h2 id="watts">Watts</h2>
    <template v-if="load">
      <div
        class="bar"
        role="img"
        :aria-label="`Load ${load.deciwatts / 10} W, needed ${needed ?? 'unknown'} W, power supply ${rated ?? 'none'} W`"
      >
        <i class="rated" :style="{ width: share(rated ?? 0) }"></i
        ><i class="load" :style="{ width: share(load.deciwatts / 10) }"></i>
        <b v-if="needed !== null" class="needed" :style="{ left: share(needed) }"></b>
      </div>
      <p class="num small">
        load {{ decimal(load.deciwatts / 10, 0) }} W · needed
        {{ needed === null ? 'unknown' : `${Math.ceil(needed)} W` }} · power supply
        {{ rated === null ? 'none' : `${rated} W` }}
      </p>
      <p class="quiet small">by {{ psuRuleWords(rule) }}</p>
      <details class="small">
        <summary>Rules for the size, side by side</summary>
        <ul>
          <li
            v-for="each in bench.summary?.sizedBy"
            :key="each.kind"
            :class="{ on: goesBy(rule, each.kind) }"
          >
            <span>{{ how(each) }}</span><span class="num">{{
              each.watts === null ? 'unknown' : `${Math.ceil(each.watts)} W`
            }}</span>
          </li>
        </ul>
      </details>
      <p v-if="air" class="small">
        Air: {{ airWords(air) }}. It leaves the case about {{ riseWords(air)
        }}<span class="quiet">, by assumed flows of fans</span>.
      </p>
      <details class="small">
        <summary>Efficiency and running cost</summary>
        <template v-if="working && working.curve.length > 0">
          <svg
            :width="CURVE.width"
            :height="CURVE.height"
            role="img"
            :aria-label="`Efficiency over load: ${working.efficiency === null ? 'not published' : percent(working.efficiency)} at ${percent(working.share)} of the rating`"
          >
            <line
              :x1="x(0)"
              :x2="x(1)"
              :y1="CURVE.height - CURVE.bottom"
              :y2="CURVE.height - CURVE.bottom"
              class="axis"
            />
            <text
              v-for="at in [0.2, 0.5, 1]"
              :key="at"
              :x="x(at)"
              :y="CURVE.height - 3"
              text-anchor="middle"
              class="figure"
            >
              {{ percent(at) }}
            </text>
            <text
              v-for="value in y.ticks(3)"
              :key="value"
              :x="CURVE.left - 4"
              :y="y(value) + 4"
              text-anchor="end"
              class="figure"
            >
              {{ Math.round(value * 100) }}
            </text>
            <path :d="path" class="curve" />
            <circle
              v-for="[at, value] in working.curve"
              :key="at"
              :cx="x(at)"
              :cy="y(value)"
              r="2.5"
              class="point"
            />
            <line
              v-if="working.share <= 1"
              :x1="x(working.share)"
              :x2="x(working.share)"
              y1="4"
              :y2="CURVE.height - CURVE.bottom"
              class="at"
            />
          </svg>
          <p class="num">
            {{ percent(working.share) }} of the rating:
            {{
              working.efficiency === null
                ? 'no figure published there'
                : `${decimal(working.efficiency * 100, 1)} % or better`
            }}<template v-if="working.wallWatts !== null"
              >, at most {{ decimal(working.wallWatts, 0) }} W from the wall</template
            >.
          </p>
          <p class="quiet">
            80 PLUS {{ psu?.efficiency }}, {{ working.curveMains }} V list<template
              v-if="working.curveMains !== running.mains"
              >, since there is none for {{ running.mains }} V</template
            >.
          </p>
        </template>
        <p v-else class="quiet">Unknown: the power supply has no 80 PLUS level in its specs.</p>
        <p v-if="working?.yearlyMinor != null" class="num">
          <b>{{ money(working.yearlyMinor, bench.currency) }}</b> a year for {{ running.hoursPerWeek }} h a
          week at {{ decimal(running.tariffMinorPerKwh / 100, 3) }} {{ bench.currency }} per kWh, at full
          load: an upper figure.
        </p>
      </details>
      <details class="small">
        <summary>Lines of the load</summary>
        <ul>
          <li v-for="each in load.lines" :key="each.what">
            <span>{{ each.what }}</span><span class="num">{{ each.watts }} W</span>
          </li>
        </ul>
      </details>
    </template>
    <p v-else class="quiet">Unknown: the processor’s or the graphics card’s draw is not stated.</p>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
}
.bar {
  position: relative;
  height: 14px;
  background: var(--sunk);
  border-radius: var(--round-small);
}
.bar i {
  position: absolute;
  left: 0;
  top: 0;
  bottom: 0;
  border-radius: var(--round-small);
}
.rated {
  border: 1.5px solid var(--slot-psu);
}
.load {
  background: var(--slot-psu);
}
.needed {
  position: absolute;
  top: -3px;
  bottom: -3px;
  width: 2px;
  background: var(--ink);
}
.small {
  font-size: var(--text-small);
}
ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  border-bottom: 1px solid var(--line);
}
li.on {
  font-weight: 650;
}
summary {
  cursor: pointer;
  min-height: 24px;
}
.axis {
  stroke: var(--line-strong);
}
.curve {
  fill: none;
  stroke: var(--slot-psu);
  stroke-width: 2;
}
.point {
  fill: var(--slot-psu);
}
.at {
  stroke: var(--plum);
  stroke-width: 2;
  stroke-dasharray: 3 2;
}
</style>
