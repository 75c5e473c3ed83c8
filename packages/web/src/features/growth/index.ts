export { default as GrowthPage } from './GrowthPage.vue';
