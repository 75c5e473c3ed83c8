<script setup lang="ts">
import { computed, ref } from 'vue';
import { schoolsOf } from '../../shared/format/schools.ts';
import { useBriefs } from '../../shared/stores/briefs.ts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { useDraft } from '../../shared/ui/draft.ts';
import BriefName from './BriefName.vue';
import AheadBand from './AheadBand.vue';
import BoxBand from './BoxBand.vue';
import BriefGroup from './BriefGroup.vue';
import BriefsDialog from './BriefsDialog.vue';
import ExpectCard from './ExpectCard.vue';
import FirstBand from './FirstBand.vue';
import FramesBand from './FramesBand.vue';
import JobsBand from './JobsBand.vue';
import OwnedBand from './OwnedBand.vue';
import RiskBand from './RiskBand.vue';
import SpendingBand from './SpendingBand.vue';
import StartStrip from './StartStrip.vue';
import WishesBand from './WishesBand.vue';
import {
  boxLine,
  framesLine,
  jobsLine,
  laterLine,
  ownedLine,
  riskLine,
  spendingLine,
  wishesLine,
} from './group-lines.ts';

/** What is asked for only when it is not as usual: one line each, which opens. */
const GROUPS = [
  { id: 'spending', title: 'Shops and conditions', band: SpendingBand, line: spendingLine },
  { id: 'owned', title: 'Parts you own', band: OwnedBand, line: ownedLine },
  { id: 'frames', title: 'Which frames count', band: FramesBand, line: framesLine },
  { id: 'jobs', title: 'Beside games', band: JobsBand, line: jobsLine },
  { id: 'box', title: 'What it must have', band: BoxBand, line: boxLine },
  { id: 'ahead', title: 'Later', band: AheadBand, line: laterLine },
  { id: 'risk', title: 'Rebates, used parts, old prices', band: RiskBand, line: riskLine },
  { id: 'wishes', title: 'More wishes', band: WishesBand, line: wishesLine },
] as const;
const briefs = useBriefs();
const catalogueStore = useCatalogue();
const names = useNames();
const workspace = useWorkspace();
const words = computed(() => ({
  part: names.part,
  shops: catalogueStore.stored?.shops.map(({ id }) => id) ?? [],
}));
const schools = computed(() => schoolsOf(workspace.brief));
const isListed = ref(false);
/** What is open stays so on this device. */
const open = useDraft<string[]>('ripe-pick-brief-open', []);
const turn = (id: string, isOpen: boolean) => {
  const others = open.value.filter((each) => each !== id);
  open.value = isOpen ? [...others, id] : others;
};
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
      <FirstBand />
      <BriefGroup
        v-for="group in GROUPS"
        :id="group.id"
        :key="group.id"
        :title="group.title"
        :line="group.line(workspace.brief, words)"
        :is-open="open.includes(group.id)"
        @turn="(isOpen) => turn(group.id, isOpen)"
        ><component :is="group.band"
      /></BriefGroup>
      <p class="quiet schools">Figures follow: {{ schools.join(' · ') }}.</p>
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
.schools {
  font-size: var(--text-small);
}
@media (max-width: 1000px) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
