export { default as TuningPage } from './TuningPage.vue';
