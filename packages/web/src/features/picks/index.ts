export { default as PicksPage } from './PicksPage.vue';
