<script setup lang="ts">
import { computed, ref } from 'vue';
import { lostOn, ordersOf } from '@ripe-pick/core/buying';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import OrderByHand from './OrderByHand.vue';
import OrderCard from './OrderCard.vue';
import { money } from '../../shared/format/format.ts';

const workspace = useWorkspace();
const isTyping = ref(false);
const orders = computed(() => [...workspace.orders].reverse());
const lost = computed(() => lostOn(workspace.orders, ordersOf(workspace.active)));
</script>

<template>
  <section class="sheet placed" aria-labelledby="placed-title">
    <div class="title">
      <h2 id="placed-title">Orders</h2>
      <button class="plain edged" :disabled="isTyping" @click="isTyping = true">Type in an order</button>
    </div>
    <OrderByHand v-if="isTyping" @close="isTyping = false" />
    <p v-if="lost > 0">
      {{ money(lost, workspace.brief.money.currency) }} was lost on orders of which nothing is left: it is in
      no total.
    </p>
    <p v-if="orders.length === 0" class="quiet">
      None yet. Turn the basket above into orders, and note here what arrives and what was really paid.
    </p>
    <OrderCard v-for="order in orders" :key="order.id" :order="order" :is-open="order === orders[0]" />
  </section>
</template>

<style scoped>
.placed {
  padding: 12px 16px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
h2 {
  font-size: var(--text-title);
}
.title {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
