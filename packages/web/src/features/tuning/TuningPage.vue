<script setup lang="ts">
import { writeTuningTable } from '@ripe-pick/contract';
import { computed, ref, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { passedLimit, TUNING_STAGES, type Outcome, type TuningStage } from '@ripe-pick/core/tuning';
import { isDemo } from '../../shared/api/place.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { duration, momentText } from '../../shared/format/format.ts';
import { download, fileName } from '../../shared/ui/download.ts';
import MonitorIn from './MonitorIn.vue';
import PlanForm from './PlanForm.vue';
import ReadingFields from './ReadingFields.vue';
import SchedulePanel from './SchedulePanel.vue';
import StatesPanel from './StatesPanel.vue';
import TuningChart from './TuningChart.vue';
import TuningLogTable from './TuningLogTable.vue';
import { useTuning, type Reading } from './use-tuning.ts';
import { SLOT_NAMES } from '../../shared/format/slots.ts';

const workspace = useWorkspace();
const stage = ref<TuningStage>('memory');
const tuning = useTuning(stage);
const { kept, next, left, isWriting } = tuning;

/** Where no sheet says what is shipped, settings are told from there. */
const unit = computed(() => {
  const { way, start } = kept.value.plan;
  const plain = way === 'voltage' ? 'V' : stage.value === 'memory' ? 'MT/s' : 'MHz';
  return start === 0 ? `${plain} from as shipped` : plain;
});
const last = computed(() => kept.value.attempts.at(-1));
/** Begun on this very page: then nobody has to be asked whether the machine went down. */
const begunHere = ref<string | null>(null);
const isRunning = computed(() => next.value.kind === 'ask' && begunHere.value === last.value?.beganAt);
const reading = ref<Reading>({});
// By its moment: a save or another window's change brings the same attempt in anew, and nothing typed may go with that.
watch(
  () => last.value?.beganAt,
  () => (reading.value = {}),
);
const set = (change: Reading) => (reading.value = { ...reading.value, ...change });
const limit = computed(() =>
  passedLimit(kept.value.plan, {
    celsius: reading.value.celsius ?? null,
    volts: reading.value.volts ?? null,
  }),
);
const hasFailed = ref(false);
/** Whether a write failed and was not made good since. */
const isUnsaved = computed(() => hasFailed.value && workspace.saveState !== 'saved');
async function begin() {
  const kept = tuning.begin();
  begunHere.value = last.value?.beganAt ?? null;
  hasFailed.value = !(await kept);
}
const tell = (outcome: Outcome) => tuning.told(outcome, reading.value);
const take = () =>
  download(
    fileName(`${workspace.active.name} ${stage.value} tuning`, 'csv'),
    writeTuningTable(kept.value),
    'text/csv',
  );
const SEEDS = 1000;
const found = computed(() => (next.value.kind === 'done' ? next.value.setting : null));
</script>

<template>
  <div class="page">
    <div class="bar">
      <h1>Tuning</h1>
      <div class="bar" role="group" aria-label="What is tuned">
        <button
          v-for="each in TUNING_STAGES"
          :key="each"
          class="plain edged big"
          :aria-pressed="stage === each"
          @click="stage = each"
        >
          {{ SLOT_NAMES[each] }}
        </button>
      </div>
      <p class="quiet" role="status">
        {{ workspace.active.name
        }}<template v-if="left.worst > 0"
          >: about {{ duration(left.expected) }} left, at worst {{ duration(left.worst) }}</template
        >
      </p>
    </div>
    <ul class="cautions" aria-label="Cautions">
      <li>
        Overclocking and raised voltages can damage parts and void warranties. Stay within the makers’ limits,
        and stop if unsure: their manuals come first.
      </li>
    </ul>
    <div class="desk">
      <section class="sheet" aria-labelledby="way">
        <h2 id="way">How far it went</h2>
        <TuningChart
          v-if="kept.attempts.length > 0"
          :plan="kept.plan"
          :attempts="kept.attempts"
          :unit="unit"
          :found="found"
        />
        <p v-else class="quiet">
          Nothing was tried yet. It begins at {{ kept.plan.start }} {{ unit }}, as shipped or rated, and goes
          on by {{ kept.plan.step }} until something fails.
        </p>
      </section>
      <section class="sheet hand" aria-labelledby="now">
        <h2 id="now">Now</h2>
        <template v-if="next.kind === 'try'">
          <p class="large num">{{ next.setting }} {{ unit }}</p>
          <p>
            {{ next.purpose === 'final' ? 'The long soak: it has to hold for' : 'It has to hold for' }}
            {{ duration(next.minutes) }}. It is written to disk before you set it.
          </p>
          <button
            v-if="kept.simulated === null"
            class="plain strong big"
            :disabled="isWriting"
            @click="begin"
          >
            Write it down, then set it
          </button>
          <button v-else class="plain strong big" :disabled="isWriting" @click="tuning.simulateOne()">
            Try it on the simulated machine
          </button>
        </template>
        <template v-else-if="next.kind === 'ask'">
          <p class="large num">{{ next.attempt.setting }} {{ unit }}</p>
          <p v-if="isWriting || isUnsaved">It is being written down: do not set it yet.</p>
          <p v-else-if="isRunning">
            It is written down. Set it, let it run for {{ duration(next.attempt.minutes) }}, then say what
            came of it.
          </p>
          <p v-else role="alert">
            This was written down on {{ momentText(next.attempt.beganAt) }}, and nobody said what came of it.
            Did the machine go down in it?
          </p>
          <ReadingFields :reading="reading" @change="set" />
          <MonitorIn :stage="stage" @take="set" />
          <p v-if="limit" role="alert" class="bad">{{ limit }}: it counts as stopped.</p>
          <div class="acts">
            <button class="plain strong big" @click="tell('crash')">It crashed</button>
            <button class="plain edged big" @click="tell('errors')">It showed errors</button>
            <button class="plain edged big" @click="tell('held')">It held</button>
          </div>
        </template>
        <template v-else-if="next.kind === 'done'">
          <p class="large num">{{ next.setting }} {{ unit }}</p>
          <p>
            {{
              next.reason === 'found'
                ? 'Found, and it held its long soak.'
                : 'Your limit was reached, and it held its long soak.'
            }}
            Now a run on the <RouterLink :to="{ name: 'bench' }">test bench</RouterLink> with clocks marked as
            raised.
          </p>
          <button class="plain edged big" @click="tuning.startOver()">Begin this stage anew</button>
        </template>
        <template v-else>
          <p>
            The start itself does not hold: go back to what it does as shipped, and look at its heat first.
          </p>
          <button class="plain edged big" @click="tuning.startOver()">Begin this stage anew</button>
        </template>
        <p v-if="isUnsaved" role="alert" class="bad">
          It is not on disk yet: do not try it before it is. It is sent again by itself.
        </p>
        <button
          v-if="isDemo && kept.attempts.length === 0"
          class="plain edged big"
          @click="tuning.simulateWith(kept.simulated === null ? Math.floor(Math.random() * SEEDS) : null)"
        >
          {{ kept.simulated === null ? 'Use a simulated machine' : 'Use a real machine' }}
        </button>
      </section>
    </div>
    <details class="sheet" :open="kept.attempts.length === 0">
      <summary>How it is tuned</summary>
      <PlanForm
        :plan="kept.plan"
        :unit="unit"
        :shipped="tuning.shipped.value"
        :is-begun="kept.attempts.length > 0"
        @change="tuning.change"
      />
    </details>
    <StatesPanel :logs="tuning.logs.value" />
    <SchedulePanel :logs="tuning.logs.value" />
    <TuningLogTable v-if="kept.attempts.length > 0" :attempts="kept.attempts" :unit="unit" @take="take" />
  </div>
</template>

<style scoped>
.page,
.hand {
  display: grid;
  gap: 10px;
  align-content: start;
}
.bar,
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: baseline;
}
.desk {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(280px, 1fr);
  gap: 10px;
}
.cautions {
  margin: 0;
  padding: 8px 12px 8px 28px;
  border-left: 4px solid var(--apricot);
  background: var(--shade);
}
.large {
  font-size: var(--text-hero);
  font-weight: 700;
  margin: 0;
}
p {
  margin: 0;
}
.big {
  min-height: 44px;
  min-width: 44px;
  padding: 8px 14px;
  justify-self: start;
}
.bad {
  color: var(--danger);
}
summary {
  cursor: pointer;
  min-height: 24px;
}
@media (max-width: 900px) {
  .desk {
    grid-template-columns: minmax(0, 1fr);
  }
  .hand {
    order: -1;
  }
}
</style>
