<script setup lang="ts">
import { ref } from 'vue';
import { useBriefs } from '../../shared/stores/briefs.ts';
import BriefName from './BriefName.vue';
import AheadBand from './AheadBand.vue';
import BriefsDialog from './BriefsDialog.vue';
import BoxBand from './BoxBand.vue';
import ExpectCard from './ExpectCard.vue';
import MoneyBand from './MoneyBand.vue';
import JobsBand from './JobsBand.vue';
import PlayBand from './PlayBand.vue';
import StartStrip from './StartStrip.vue';
import WishesBand from './WishesBand.vue';

const briefs = useBriefs();
const isListed = ref(false);
</script>

<template>
  <div class="page">
    <div class="bands">
      <div class="title">
        <h1>Brief</h1>
        <BriefName />
        <button class="plain edged" @click="isListed = true">
          {{ briefs.all.length > 1 ? `All ${briefs.all.length} briefs` : 'More briefs' }}
        </button>
      </div>
      <BriefsDialog :show="isListed" @close="isListed = false" />
      <StartStrip />
      <MoneyBand />
      <PlayBand />
      <JobsBand />
      <BoxBand />
      <AheadBand />
      <WishesBand />
    </div>
    <ExpectCard />
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 14px;
  align-items: start;
}
.bands {
  display: grid;
  gap: 10px;
}
.title {
  display: flex;
  gap: 14px;
  align-items: center;
  max-width: 520px;
  flex-wrap: wrap;
}
.title > :nth-child(2) {
  flex: 1 1 140px;
}
@media (max-width: 1000px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
