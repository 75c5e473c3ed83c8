<script setup lang="ts">
import { CAUTIONS } from '@ripe-pick/core/assembly';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { CAUSE_TABLE, QUESTIONS } from '@ripe-pick/core/bring-up';
import DeadPart from './DeadPart.vue';
import SettingsList from './SettingsList.vue';
import type { BuildDay } from './use-build-day.ts';

/** The first start: whether it runs, and if not, what to ask and try next. Everything told here can be taken back. */
const props = defineProps<{ day: BuildDay }>();
const start = computed(() => props.day.kept.value.start);
const next = computed(() => props.day.next.value);
const SHOWN = 4;
const likely = computed(() => props.day.ranked.value.slice(0, SHOWN));
const causeName = (code: string) => CAUSE_TABLE.find((each) => each.code === code)?.name ?? code;
const told = computed(() =>
  start.value.answers.map(({ question: code, answer }) => {
    const question = QUESTIONS.find((each) => each.code === code);
    return { code, text: question?.text ?? code, answer: question?.answers[answer] ?? 'not known' };
  }),
);
const percent = (share: number) => `${Math.min(97, Math.max(1, Math.round(share * 100)))} %`;
</script>

<template>
  <section class="sheet first" aria-labelledby="first-start">
    <h2 id="first-start">First start</h2>
    <template v-if="start.atFirstPress === null">
      <p class="ask">You pressed the button. Does the BIOS show itself on the screen?</p>
      <div class="acts">
        <button class="plain strong big" @click="day.pressed(true)">It starts</button>
        <button class="plain edged big" @click="day.pressed(false)">It does not, or no picture</button>
      </div>
    </template>
    <template v-else-if="start.atFirstPress || start.cured">
      <p class="ask">
        {{ start.cured ? `It starts. It was: ${causeName(start.cured)}.` : 'It started at the first press.' }}
      </p>
      <SettingsList :day="day" />
      <p>
        Then a run on the <RouterLink :to="{ name: 'bench' }">test bench</RouterLink>, compared with what was
        expected.
      </p>
      <button class="plain edged big" @click="day.startOver()">Begin the first start anew</button>
    </template>
    <template v-else>
      <div v-if="next?.kind === 'ask'" class="move">
        <p class="ask">{{ next.question.text }}</p>
        <p class="quiet">{{ next.question.reason }}</p>
        <div class="acts">
          <button
            v-for="(answer, n) in next.question.answers"
            :key="answer"
            class="plain edged big"
            @click="day.answer(next.question.code, n)"
          >
            {{ answer }}
          </button>
          <button class="plain edged big soft" @click="day.answer(next.question.code, -1)">
            I do not know
          </button>
        </div>
      </div>
      <div v-else-if="next?.kind === 'try'" class="move">
        <p class="ask">Try: {{ next.cause.name }}</p>
        <p class="quiet">{{ next.cause.reason }} Likely by {{ percent(next.probability) }}.</p>
        <p v-for="line in next.cause.tries" :key="line">{{ line }}</p>
        <ul class="cautions" aria-label="Cautions">
          <li>{{ CAUTIONS.mains }}</li>
          <li v-if="next.cause.code === 'firmware'">{{ CAUTIONS.firmware }}</li>
          <li v-if="next.cause.code === 'no-power' || next.cause.code === 'dead-psu'">
            {{ CAUTIONS.supply }}
          </li>
        </ul>
        <DeadPart v-if="next.cause.replaces" :place="next.cause.replaces" />
        <div class="acts">
          <button class="plain strong big" @click="day.helped(next.cause.code, true)">It starts now</button>
          <button class="plain edged big" @click="day.helped(next.cause.code, false)">
            It made no difference
          </button>
        </div>
      </div>
      <p v-else class="ask">
        Everything on the list was tried. The shop or somebody with a like machine can test part by part.
      </p>
      <details>
        <summary>What it may be, and what was told</summary>
        <ol class="likely">
          <li v-for="{ cause, probability } in likely" :key="cause.code">
            <span class="bar" :style="{ width: `${Math.max(2, probability * 100)}%` }" aria-hidden="true" />
            {{ cause.name }} <span class="num quiet">{{ percent(probability) }}</span>
          </li>
        </ol>
        <ul>
          <li v-for="each in told" :key="each.code">
            {{ each.text }} <b>{{ each.answer }}</b>
          </li>
          <li v-for="cause in start.tried" :key="cause">
            Tried: {{ causeName(cause) }} <b>no difference</b>
          </li>
        </ul>
        <button class="plain edged big" @click="day.startOver()">Begin anew</button>
      </details>
    </template>
  </section>
</template>

<style scoped>
.first,
.move {
  display: grid;
  gap: 8px;
}
p {
  margin: 0;
}
.ask {
  font-size: var(--text-title);
  font-weight: 600;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.big {
  min-height: 44px;
  min-width: 44px;
  padding: 8px 14px;
  justify-self: start;
}
.soft {
  color: var(--ink-soft);
}
.cautions {
  margin: 0;
  padding: 8px 12px 8px 28px;
  border-left: 4px solid var(--apricot);
  background: var(--shade);
}
summary {
  cursor: pointer;
  min-height: 24px;
}
.likely li {
  position: relative;
  padding: 2px 4px;
}
.bar {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--shade);
  border-radius: var(--round-small);
}
</style>
