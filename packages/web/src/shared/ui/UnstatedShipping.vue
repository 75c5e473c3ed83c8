<script setup lang="ts">
import { unstatedShipping, type Cost } from '@ripe-pick/core/money';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { useBench } from '../stores/bench.ts';

/** Orders whose shipping nobody stated: said wherever their total stands. */
const props = defineProps<{ cost: Cost }>();
const bench = useBench();
const shops = computed(() => (bench.index ? unstatedShipping(props.cost, bench.index) : []));
</script>

<template>
  <p v-if="shops.length > 0" class="unstated">
    Shipping is not stated, and counted as 0:
    <template v-for="(shop, n) in shops" :key="shop.id"
      ><template v-if="n > 0">, </template
      ><RouterLink :to="{ name: 'parts', query: { of: 'shops', shop: shop.id } }">{{
        shop.name
      }}</RouterLink></template
    >.
  </p>
</template>

<style scoped>
.unstated {
  color: var(--apricot);
}
</style>
