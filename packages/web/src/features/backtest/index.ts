export { default as BacktestPage } from './BacktestPage.vue';
