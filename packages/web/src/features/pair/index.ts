export { default as PairPage } from './PairPage.vue';
