<script setup lang="ts">
import { RouterLink } from 'vue-router';
import AheadFields from '../../shared/ahead/AheadFields.vue';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { money } from '../../shared/format/format.ts';

const workspace = useWorkspace();
const say = (minor: number) => money(minor, workspace.brief.money.currency, { short: true });
</script>

<template>
  <section class="sheet band" aria-labelledby="band-ahead">
    <details>
      <summary>
        <h2 id="band-ahead">Later</h2>
        <span class="quiet"
          ><template v-if="workspace.brief.growth.sums.length > 0">{{
            workspace.brief.growth.sums.map((sum) => `${say(sum.amountMinor)} on ${sum.on}`).join(', ')
          }}</template
          ><template v-else>sums, screens, drives and games to come</template></span
        >
      </summary>
      <div class="inner">
        <AheadFields />
        <RouterLink to="/growth" class="link">See under Upgrades what becomes of it</RouterLink>
      </div>
    </details>
  </section>
</template>

<style src="./bands.css" scoped></style>
<style scoped>
summary {
  cursor: pointer;
}
summary h2 {
  display: inline;
}
summary .quiet {
  margin-left: 10px;
  font-size: 13px;
}
.inner {
  display: grid;
  gap: 10px;
  padding-top: 8px;
}
</style>
