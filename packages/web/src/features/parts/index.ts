export { default as PartsPage } from './PartsPage.vue';
