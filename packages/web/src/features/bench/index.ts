export { default as BenchPage } from './BenchPage.vue';
