export { default as PricesInPage } from './PricesInPage.vue';
